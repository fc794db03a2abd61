import { LIVE_PATHS, type LiveLine } from '@angled-chalk/contract';
import { expand, type PlannedDrill } from '@angled-chalk/core/pattern';
import {
  simulate,
  spreadFaults,
  SIMULATED_FAULTS,
  TRACKER_DEFAULTS,
  type SimulatedFault,
} from '@angled-chalk/core/sim';
import type { Track } from '@angled-chalk/core/track';
import { WebSocket } from 'ws';
import { BadInput, UsageError } from './files.ts';
import { readLibraryDrill } from './notation-verbs.ts';
import { HELP, readDrill, readOptions, type Values, type Verb } from './options.ts';

const DEFAULT_URL = 'http://127.0.0.1:4780';
const RATES = [30, 120] as const;
/** Lines are sent so often; what is due then goes in one message. */
const EVERY_MS = 4;

function numberOf(values: Values, name: 'rate' | 'seed' | 'speed', otherwise: number): number {
  const text = values[name];
  const value = text === undefined ? otherwise : Number(text);
  if (!Number.isFinite(value) || value <= 0)
    throw new UsageError(`--${name} is a number above 0, not "${text ?? ''}".`);
  return value;
}

function faultsOf(values: Values): SimulatedFault[] {
  const names = (values.faults ?? '').split(',').filter((name) => name !== '');
  return names.map((name) => {
    const known = SIMULATED_FAULTS.find((fault) => fault === name);
    if (!known) throw new UsageError(`There is no fault "${name}". Faults: ${SIMULATED_FAULTS.join(', ')}.`);
    return known;
  });
}

/** What a device says of one sample. */
export function lineOf(track: Track, i: number): LiveLine {
  const { timeS, target } = track;
  const foot = (name: 'left' | 'right') => {
    const { x, y, headingDeg, z } = track[name];
    const [atX, atY] = [x[i] ?? NaN, y[i] ?? NaN];
    if (!Number.isFinite(atX) || !Number.isFinite(atY)) return null;
    const told = (values: Float64Array | null): number | undefined => {
      const value = values?.[i] ?? NaN;
      return Number.isFinite(value) ? Number(value.toFixed(4)) : undefined;
    };
    const [heading, height] = [told(headingDeg), told(z)];
    return {
      x: Number(atX.toFixed(4)),
      y: Number(atY.toFixed(4)),
      ...(heading === undefined ? {} : { heading_deg: heading }),
      ...(height === undefined ? {} : { z: height }),
    };
  };
  const place = target && { x: target.x[i] ?? NaN, y: target.y[i] ?? NaN };
  return {
    type: 'sample',
    time_s: Number((timeS[i] ?? NaN).toFixed(4)),
    left: foot('left'),
    right: foot('right'),
    ...(place && Number.isFinite(place.x) && Number.isFinite(place.y) ? { target: place } : {}),
    sent_ms: performance.timeOrigin + performance.now(),
  };
}

function recordingOf(drill: PlannedDrill, values: Values): Track {
  const rateHz = numberOf(values, 'rate', 100);
  if (rateHz < RATES[0] || rateHz > RATES[1])
    throw new UsageError(`--rate is ${RATES[0]} to ${RATES[1]} a second, not ${rateHz}.`);
  const seed = Math.round(numberOf(values, 'seed', 1));
  const { moves } = expand(drill);
  const faults = spreadFaults(faultsOf(values), moves, seed);
  return simulate(drill, { ...TRACKER_DEFAULTS, seed, rateHz, faults }).track;
}

/** A stand-in for a tracking device: walks a drill in real time, and streams where the feet are. */
export const trackerVerb: Verb = async (args) => {
  const values = readOptions(args, [
    ...(['drill', 'plan', 'student', 'school', 'side'] as const),
    ...(['rate', 'seed', 'faults', 'speed', 'url'] as const),
  ]);
  if (values.drill !== undefined && values.plan !== undefined)
    throw new UsageError(`Either --plan or --drill, not both.\n${HELP}`);
  const drill = await (values.drill === undefined ? readDrill(values) : readLibraryDrill(values));
  const track = recordingOf(drill, values);
  const address = new URL(LIVE_PATHS.tracker, values.url ?? DEFAULT_URL);
  address.protocol = address.protocol === 'https:' ? 'wss:' : 'ws:';
  await stream(address, track, numberOf(values, 'speed', 1));
  return 0;
};

function stream(address: URL, track: Track, speed: number): Promise<void> {
  const { timeS, strikes, notes } = track;
  const rateHz = (timeS.length - 1) / ((timeS.at(-1) ?? 0) - (timeS[0] ?? 0));
  return new Promise((resolve, reject) => {
    const socket = new WebSocket(address);
    let isOver = false;
    let timer: NodeJS.Timeout | null = null;
    const send = (line: LiveLine): void => socket.send(JSON.stringify(line));
    socket.on('error', (error) =>
      reject(new BadInput(`${address.origin}: ${error.message}. Is the program running there?`)),
    );
    socket.on('open', () => {
      send({
        type: 'hello',
        format: 'angled-chalk-live',
        version: 1,
        rate_hz: rateHz,
        name: 'simulated',
        notes,
      });
      const began = performance.now();
      let next = 0;
      timer = setInterval(() => {
        const nowS = (timeS[0] ?? 0) + ((performance.now() - began) / 1000) * speed;
        for (; next < timeS.length && (timeS[next] ?? 0) <= nowS; next++) {
          for (const { index, name } of strikes)
            if (index === next) send({ type: 'strike', time_s: timeS[next] ?? 0, name });
          send(lineOf(track, next));
        }
        if (next < timeS.length) return;
        send({ type: 'end' });
        isOver = true;
        socket.close();
      }, EVERY_MS);
    });
    socket.on('close', (_code, reason) => {
      if (timer) clearInterval(timer);
      if (isOver) resolve();
      else
        reject(new BadInput(`${address.origin} ended the stream: ${String(reason) || 'no reason given'}.`));
    });
  });
}
