import { medianOf } from '../track/index.ts';

/** One channel of sound. */
export interface Sound {
  readonly samples: Float32Array;
  readonly rateHz: number;
  /** When its first sample sounds, in the clock of the film; may lie before nought. */
  readonly startS: number;
}

/** A sudden sound. */
export interface Onset {
  readonly timeS: number;
  /** How much louder than what was there before it. */
  readonly rise: number;
}

const HOP_S = 0.001;
/** A sound that begins is so much louder than the time before it (own choice). */
const RISES = 9;
const BEFORE_HOPS = 40;
/** Two clicks are never nearer than this. */
const APART_S = 0.12;
/** How narrow a resonator listens: the share of its pitch that it lets through. */
const WIDTH_SHARE = 0.12;

/** The sound about one pitch: a resonator with two poles, its loudness a hop. */
function loudnessAt({ samples, rateHz }: Sound, pitchHz: number | null): Float64Array {
  const hop = Math.max(1, Math.round(rateHz * HOP_S));
  const loud = new Float64Array(Math.floor(samples.length / hop));
  const r = pitchHz === null ? 0 : Math.exp((-Math.PI * WIDTH_SHARE * pitchHz) / rateHz);
  const a1 = pitchHz === null ? 0 : 2 * r * Math.cos((2 * Math.PI * pitchHz) / rateHz);
  const a2 = -r * r;
  let [y1, y2] = [0, 0];
  for (let i = 0; i < loud.length; i++) {
    let sum = 0;
    for (let j = i * hop; j < (i + 1) * hop; j++) {
      const y = (samples[j] ?? 0) * (1 - r) + a1 * y1 + a2 * y2;
      y2 = y1;
      y1 = y;
      sum += y * y;
    }
    loud[i] = sum / hop;
  }
  return loud;
}

/** Sudden sounds about a pitch, or of all of it; to a hop of a millisecond. */
export function onsetsAt(sound: Sound, pitchHz: number | null): Onset[] {
  const loud = loudnessAt(sound, pitchHz);
  const floor = 0.25 * medianOf(loud.filter((_, i) => i % 7 === 0)) + 1e-12;
  const found: { hop: number; rise: number }[] = [];
  let before = 0;
  for (let i = 1; i < loud.length; i++) {
    const from = Math.max(0, i - BEFORE_HOPS);
    // The mean of what was there before, kept up hop by hop.
    before += (loud[i - 1] ?? 0) - (from > 0 ? (loud[from - 1] ?? 0) : 0);
    const rise = (loud[i] ?? 0) / (Math.max(0, before) / (i - from) + floor);
    if (rise < RISES) continue;
    const last = found.at(-1);
    if (last && (i - last.hop) * HOP_S < APART_S) continue;
    found.push({ hop: i, rise });
  }
  const hopS = Math.max(1, Math.round(sound.rateHz * HOP_S)) / sound.rateHz;
  return found.map(({ hop, rise }) => ({ timeS: sound.startS + hop * hopS, rise }));
}
