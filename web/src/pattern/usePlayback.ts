import { useCallback, useEffect, useRef, useState } from 'react';

export interface Playback {
  readonly timeS: number;
  readonly playing: boolean;
  readonly speed: number;
  readonly setTimeS: (timeS: number) => void;
  readonly setSpeed: (speed: number) => void;
  readonly toggle: () => void;
}

const STILL = '(prefers-reduced-motion: reduce)';

/**
 * Time of a drawing that plays. With reduced motion asked for it steps from landing to landing
 * instead of running.
 */
export function usePlayback(endS: number, landings: readonly number[]): Playback {
  const [timeS, setTimeS] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [speed, setSpeed] = useState(1);
  const startAtS = useRef(0);
  useEffect(() => {
    if (!playing) return undefined;
    let frame = 0;
    let last = performance.now();
    let at = startAtS.current;
    const still = window.matchMedia(STILL).matches;
    const tick = (now: number): void => {
      at += ((now - last) / 1000) * speed;
      last = now;
      if (at >= endS) {
        setTimeS(endS);
        setPlaying(false);
        return;
      }
      startAtS.current = at;
      setTimeS(still ? (landings.findLast((landS) => landS <= at) ?? 0) : at);
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [playing, speed, endS, landings]);
  const toggle = (): void => {
    startAtS.current = timeS >= endS ? 0 : timeS;
    setPlaying(!playing);
  };
  const set = useCallback((next: number) => {
    setPlaying(false);
    setTimeS(next);
  }, []);
  return {
    timeS: Math.min(timeS, endS),
    playing,
    speed,
    setTimeS: set,
    setSpeed,
    toggle,
  };
}
