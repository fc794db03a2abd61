import { distanceM, type Point } from '@angled-chalk/core/geometry';
import type { Finding } from '@angled-chalk/core/rules';

/** Findings of one kind at one place: one row of a list, one mark on a drawing. */
export interface FindingGroup {
  readonly number: number;
  /** Places in the list of findings, in its order. */
  readonly indices: readonly number[];
  readonly at: Point | null;
}

/** Two findings nearer to each other than a foot's length are at one place. */
const ONE_PLACE_M = 0.3;

export function groupFindings(findings: readonly Finding[]): FindingGroup[] {
  const groups: { first: Finding; indices: number[] }[] = [];
  const near = (a: Point | null, b: Point | null): boolean =>
    a === null || b === null ? a === b : distanceM(a, b) < ONE_PLACE_M;
  findings.forEach((found, i) => {
    const group = groups.find(
      ({ first }) =>
        first.fault === found.fault && first.verdict === found.verdict && near(first.at, found.at),
    );
    if (group) group.indices.push(i);
    else groups.push({ first: found, indices: [i] });
  });
  return groups.map(({ first, indices }, i) => ({ number: i + 1, indices, at: first.at }));
}

/** A round piece of the floor that something is drawn on. */
export interface Disc {
  readonly at: Point;
  readonly radiusM: number;
}

/**
 * The same points moved apart, each as little as can be, so that marks of a radius lie beside each other
 * and on none of the discs. Where no free place is near, the last one tried.
 */
export function spread(points: readonly Point[], radiusM: number, discs: readonly Disc[] = []): Point[] {
  const placed: Point[] = [];
  const apart = 2.1 * radiusM;
  const isTaken = (at: Point): boolean =>
    placed.some((other) => distanceM(other, at) < apart) ||
    discs.some((disc) => distanceM(disc.at, at) < disc.radiusM + radiusM);
  for (const at of points) {
    let best = at;
    for (let step = 0; isTaken(best) && step < 240; step++) {
      const turn = step * 2.399963; // The golden angle: no two tries in one direction.
      const out = apart * Math.sqrt(step + 1) * 0.4;
      best = { x: at.x + out * Math.sin(turn), y: at.y + out * Math.cos(turn) };
    }
    placed.push(best);
  }
  return placed;
}
