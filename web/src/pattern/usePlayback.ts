import { useCallback, useEffect, useRef, useState } from 'react';
import { useNow } from '../parts/useNow.ts';

/** From when to when, seconds. */
export type Span = readonly [number, number];

export interface Playback {
  readonly timeS: number;
  readonly playing: boolean;
  readonly speed: number;
  /** The part that comes again and again; null: all of it once. */
  readonly loop: Span | null;
  readonly setTimeS: (timeS: number) => void;
  readonly setSpeed: (speed: number) => void;
  readonly setLoop: (loop: Span | null) => void;
  readonly toggle: () => void;
  /** To the landing after this moment, or before it. */
  readonly step: (way: 1 | -1) => void;
}

const STILL = '(prefers-reduced-motion: reduce)';
const SAME_S = 1e-6;

/**
 * Time of a drawing that plays. With reduced motion asked for it steps from landing to landing
 * instead of running.
 */
export function usePlayback(endS: number, landings: readonly number[]): Playback {
  const [timeS, setTimeS] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [speed, setSpeed] = useState(1);
  const [loop, setLoop] = useState<Span | null>(null);
  const startAtS = useRef(0);
  useEffect(() => {
    if (!playing) return undefined;
    let frame = 0;
    let last = performance.now();
    let at = startAtS.current;
    const still = window.matchMedia(STILL).matches;
    const [fromS, toS] = loop ?? [0, endS];
    const tick = (now: number): void => {
      at += ((now - last) / 1000) * speed;
      last = now;
      if (at >= toS && loop) at = fromS;
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
  }, [playing, speed, endS, landings, loop]);
  const now = useNow({ timeS, playing, loop, endS, landings });
  const toggle = useCallback(() => {
    const { timeS: atS, playing: plays, loop: part, endS: lastS } = now();
    const [fromS, toS] = part ?? [0, lastS];
    startAtS.current = atS >= toS - SAME_S || atS < fromS ? fromS : atS;
    setPlaying(!plays);
  }, [now]);
  const set = useCallback((next: number) => {
    setPlaying(false);
    setTimeS(next);
  }, []);
  const step = useCallback(
    (way: 1 | -1) => {
      const { timeS: atS, landings: all, endS: lastS } = now();
      const sorted = all.toSorted((a, b) => a - b);
      set(
        way > 0
          ? (sorted.find((landS) => landS > atS + SAME_S) ?? lastS)
          : (sorted.findLast((landS) => landS < atS - SAME_S) ?? 0),
      );
    },
    [set, now],
  );
  return {
    timeS: Math.min(timeS, endS),
    playing,
    speed,
    loop,
    setTimeS: set,
    setSpeed,
    setLoop,
    toggle,
    step,
  };
}
