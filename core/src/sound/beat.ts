import { onsetsAt, type Onset, type Sound } from './onsets.ts';

/** A beat that goes on evenly. */
export interface SteadyBeat {
  readonly periodS: number;
  /** When one of its clicks sounds; the others are whole periods from it. */
  readonly phaseS: number;
  /** Standard uncertainties, seconds; of the period, of one click. */
  readonly periodUS: number;
  readonly phaseUS: number;
  /** Share of its clicks that were heard. */
  readonly cover: number;
  readonly heard: number;
}

/** Tempi of drills, seconds from click to click. */
const SHORTEST_S = 0.25;
const LONGEST_S = 2.5;
/** A click so near to where the beat has it is one of its own. */
const TOLERANCE_S = 0.006;
const LEAST_HEARD = 6;
const MOST_TRIED = 60;

/** Of two beats that cover as much the one with more clicks: half a tempo covers as well as the whole. */
const scoreOf = ({ cover, heard }: SteadyBeat): number => cover * heard;

/** The clicks of a beat that were heard: which of them, and when. */
function heardOf(times: readonly number[], periodS: number, phaseS: number) {
  const best = new Map<number, number>();
  for (const timeS of times) {
    const number = Math.round((timeS - phaseS) / periodS);
    const off = Math.abs(timeS - phaseS - number * periodS);
    const known = best.get(number);
    if (off > TOLERANCE_S) continue;
    if (known === undefined || off < Math.abs(known - phaseS - number * periodS)) best.set(number, timeS);
  }
  return [...best].sort((a, b) => a[0] - b[0]);
}

/** The straight line through clicks by their numbers (least squares). */
function lineOf(heard: readonly (readonly [number, number])[]) {
  const n = heard.length;
  const [mk, mt] = [heard.reduce((s, [k]) => s + k, 0) / n, heard.reduce((s, [, t]) => s + t, 0) / n];
  const skk = heard.reduce((s, [k]) => s + (k - mk) ** 2, 0);
  const periodS = heard.reduce((s, [k, t]) => s + (k - mk) * (t - mt), 0) / skk;
  const phaseS = mt - periodS * mk;
  const square = heard.reduce((s, [k, t]) => s + (t - phaseS - periodS * k) ** 2, 0);
  const u = Math.sqrt(square / Math.max(1, n - 2));
  return { periodS, phaseS, periodUS: u / Math.sqrt(skk), phaseUS: u / Math.sqrt(n) };
}

/**
 * The steady beat that most of some sudden sounds belong to: every difference between two of them is tried as its period,
 * then fitted (least squares) to those within 6 ms of it. Null where nothing beats.
 */
export function steadyBeat(onsets: readonly Onset[]): SteadyBeat | null {
  const times = onsets.map(({ timeS }) => timeS);
  // The loudest are tried first: a beat is louder than the talk about it.
  const loudest = onsets
    .toSorted((a, b) => b.rise - a.rise)
    .slice(0, MOST_TRIED)
    .map(({ timeS }) => timeS)
    .sort((a, b) => a - b);
  let best: { score: number; beat: SteadyBeat } | null = null;
  for (const [i, first] of loudest.entries()) {
    for (const second of loudest.slice(i + 1, i + 9)) {
      const periodS = second - first;
      if (periodS < SHORTEST_S || periodS > LONGEST_S) continue;
      const beat = fitted(times, periodS, first);
      if (!beat) continue;
      const score = scoreOf(beat);
      if (!best || score > best.score) best = { score, beat };
    }
  }
  return best?.beat ?? null;
}

const ROUNDS = 4;

function fitted(times: readonly number[], startS: number, fromS: number): SteadyBeat | null {
  let [periodS, phaseS] = [startS, fromS];
  let line = null;
  let heard: (readonly [number, number])[] = [];
  // Further and further from where it began: a small error of the period grows with the count.
  for (let round = 1; round <= ROUNDS; round++) {
    const reach = round === ROUNDS ? Infinity : 8 * 4 ** (round - 1);
    heard = heardOf(times, periodS, phaseS).filter(([number]) => Math.abs(number) <= reach);
    if (heard.length < LEAST_HEARD) return null;
    line = lineOf(heard);
    [periodS, phaseS] = [line.periodS, line.phaseS];
  }
  const [first, last] = [heard[0]?.[0] ?? 0, heard.at(-1)?.[0] ?? 0];
  return line && { ...line, heard: heard.length, cover: heard.length / (last - first + 1) };
}

/** Pitches at which metronomes click; null: all of the sound at once. */
const PITCHES: readonly (number | null)[] = [null, 800, 1000, 1320, 1760, 2200, 2800, 3520];

/** The metronome that is heard in a sound, at whichever pitch it is heard best; null where none is. */
export function beatOf(
  sound: Sound,
  onProgress?: (share: number) => void,
): (SteadyBeat & { readonly pitchHz: number | null }) | null {
  let best: { score: number; beat: SteadyBeat; pitchHz: number | null } | null = null;
  for (const [i, pitchHz] of PITCHES.entries()) {
    onProgress?.(i / PITCHES.length);
    const beat = steadyBeat(onsetsAt(sound, pitchHz));
    const score = beat ? scoreOf(beat) : 0;
    if (beat && (!best || score > best.score)) best = { score, beat, pitchHz };
  }
  return best && { ...best.beat, pitchHz: best.pitchHz };
}

/** A beat with fewer of its clicks heard than this is not to be trusted (own choice). */
export const TRUSTED_COVER = 0.7;
