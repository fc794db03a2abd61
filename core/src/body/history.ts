import type { MeasuredLengths } from './proportions.ts';

/** What can be taped on a student. */
export const LENGTH_NAMES = [
  'statureM',
  'shoulderWidthM',
  'hipHeightM',
  'footLengthM',
  'footBreadthM',
  'armLengthM',
  'leadTouchM',
  'leadKickM',
] as const satisfies readonly (keyof MeasuredLengths)[];
export type LengthName = (typeof LENGTH_NAMES)[number];

export type MeasuringMethod = 'tape' | 'wall' | 'told';

/** One measurement of one length on one day. Children grow, so none is ever written over by another day's. */
export interface Measurement {
  readonly length: LengthName;
  /** Null when the coach took the length back: from that day it is estimated again. */
  readonly valueM: number | null;
  /** Day, ISO 8601. */
  readonly day: string;
  readonly method: MeasuringMethod;
}

/** The history with what changed today added; a second change on one day replaces the first. */
export function noteLengths(
  history: readonly Measurement[],
  before: Partial<MeasuredLengths>,
  after: MeasuredLengths,
  day: string,
  method: MeasuringMethod,
): Measurement[] {
  const changed = LENGTH_NAMES.filter((length) => (before[length] ?? null) !== (after[length] ?? null));
  const kept = history.filter((one) => one.day !== day || !changed.includes(one.length));
  const added = changed.map((length): Measurement => ({
    length,
    valueM: after[length] ?? null,
    day,
    method,
  }));
  return [...kept, ...added].sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
}

/** The body of a day: for each length the last measurement up to and including that day. */
export function lengthsOn(history: readonly Measurement[], day: string): Partial<MeasuredLengths> {
  const lengths: Partial<Record<LengthName, number>> = {};
  for (const { length, valueM, day: taken } of history) {
    if (taken > day) continue;
    if (valueM === null) delete lengths[length];
    else lengths[length] = valueM;
  }
  return lengths;
}
