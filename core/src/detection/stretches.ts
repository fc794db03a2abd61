import type { ObservedEvent, ObservedFoot } from './observed.ts';

/** What a landing leaves, and the next lift takes, is not looked at. */
export const EDGE_S = 0.03;

/** A time in which a foot stands, and what it did before. */
export interface Stretch {
  readonly fromS: number;
  readonly toS: number;
  readonly before: ObservedEvent | undefined;
}

/** When a foot stands: between its events. */
export function stretchesOf({ events, signal }: ObservedFoot): Stretch[] {
  const [firstS, lastS] = [signal.t[0] ?? 0, signal.t.at(-1) ?? 0];
  return [undefined, ...events].map((before, i) => ({
    fromS: before ? before.landS + EDGE_S : firstS,
    toS: (events[i]?.liftS ?? lastS + EDGE_S) - EDGE_S,
    before,
  }));
}
