import { LIVE_PATHS, readLiveLine } from '@angled-chalk/contract';
import { watchLive, type LiveNow, type LiveSample } from '@angled-chalk/core/live';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import { useCallback, useEffect, useRef, useState } from 'react';
import { beep, readySound } from '../parts/beep.ts';
import { useNow } from '../parts/useNow.ts';

/** What was recorded of one stream. */
export interface Taken {
  readonly samples: readonly LiveSample[];
  readonly strikes: readonly { readonly timeS: number; readonly name: string }[];
  readonly notes: Readonly<Record<string, string>>;
}

/** The latest of a stream, drawn once a picture. */
export interface Moment {
  readonly sample: LiveSample;
  readonly now: LiveNow;
}

export type StreamState = 'off' | 'waiting' | 'streaming' | 'over' | 'lost';

/** Two tones that are told apart over a noisy hall: low for the gap, high and double for the feet. */
const TONES = { 'too near': [392, 0.22], 'too far': [294, 0.22], 'feet together': [988, 0.12] } as const;
const LOUD = 0.5;
/** A stream that goes on longer than this keeps its last part. */
const MOST_SAMPLES = 200_000;

/** Listens to a tracker of this machine, as long as the page asks for it. */
export function useStream(drill: PlannedDrill, sounds: boolean) {
  const [state, setState] = useState<StreamState>('off');
  const [taken, setTaken] = useState<Taken | null>(null);
  /** What the program says about the stream. */
  const [said, setSaid] = useState<string | null>(null);
  const socket = useRef<WebSocket | null>(null);
  const latest = useRef<Moment | null>(null);
  const watchers = useRef(new Set<(moment: Moment) => void>());
  const asked = useNow({ drill, sounds });

  const stop = useCallback(() => {
    socket.current?.close();
    socket.current = null;
    setState('off');
  }, []);
  const listen = useCallback(() => {
    readySound();
    socket.current?.close();
    setTaken(null);
    const address = new URL(LIVE_PATHS.screen, window.location.href);
    address.protocol = address.protocol.replace('http', 'ws');
    const opened = new WebSocket(address);
    socket.current = opened;
    setState('waiting');
    setSaid(null);
    let samples: LiveSample[] = [];
    let strikes: { timeS: number; name: string }[] = [];
    let notes: Readonly<Record<string, string>> = {};
    let watch = watchLive(asked().drill);
    let isDue = false;
    const draw = (): void => {
      isDue = false;
      const moment = latest.current;
      if (moment) for (const tell of watchers.current) tell(moment);
    };
    opened.addEventListener('message', ({ data }: MessageEvent<string>) => {
      const line = readLiveLine(data);
      switch (line.type) {
        case 'hello':
          [samples, strikes, notes] = [[], [], line.notes ?? {}];
          watch = watchLive(asked().drill);
          setTaken(null);
          setState('streaming');
          return;
        case 'sample': {
          const foot = (one: typeof line.left) =>
            one && { x: one.x, y: one.y, headingDeg: one.heading_deg, z: one.z };
          const sample = {
            timeS: line.time_s,
            left: foot(line.left),
            right: foot(line.right),
            target: line.target,
          };
          if (sample.timeS <= (samples.at(-1)?.timeS ?? -Infinity)) return;
          samples.push(sample);
          if (samples.length > MOST_SAMPLES) samples.shift();
          const now = watch(sample);
          latest.current = { sample, now };
          if (asked().sounds) for (const alarm of now.begins) beep(TONES[alarm][0], TONES[alarm][1], LOUD);
          if (!isDue) {
            isDue = true;
            requestAnimationFrame(draw);
          }
          return;
        }
        case 'strike':
          strikes.push({ timeS: line.time_s, name: line.name });
          return;
        case 'end':
          if (samples.length > 0) setTaken({ samples, strikes, notes });
          setState(samples.length > 0 ? 'over' : 'waiting');
          return;
        case 'notice':
          setSaid(line.text);
          return;
        case 'bad':
      }
    });
    opened.addEventListener('close', () => {
      if (socket.current !== opened) return;
      socket.current = null;
      // What came until then is kept.
      if (samples.length > 0) setTaken({ samples, strikes, notes });
      setState('lost');
    });
  }, [asked]);
  useEffect(() => () => socket.current?.close(), []);
  const subscribe = useCallback((tell: (moment: Moment) => void) => {
    watchers.current.add(tell);
    return () => {
      watchers.current.delete(tell);
    };
  }, []);
  return { state, taken, said, listen, stop, subscribe };
}

export type Subscribe = ReturnType<typeof useStream>['subscribe'];

/** The latest moment of a stream, drawn anew with each. */
export function useMoment(subscribe: Subscribe): Moment | null {
  const [moment, setMoment] = useState<Moment | null>(null);
  useEffect(() => subscribe(setMoment), [subscribe]);
  return moment;
}
