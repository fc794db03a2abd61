import { distanceM, type Point } from '../geometry/index.ts';

export interface WalkOrder {
  /** Indices of the points in the order of the walk. */
  readonly order: readonly number[];
  readonly lengthM: number;
  /** Proven: no other order is shorter. */
  readonly shortest: boolean;
}

/** Up to this many points every order is weighed (dynamic programming over subsets). */
const EXACT_UP_TO = 12;

/**
 * The order in which points are walked with the least way, from any first to any last point; a point
 * comes after those it needs. Exact up to 12 points (Held and Karp 1962); beyond, nearest first from
 * several starts, then shortened by turning stretches round and moving single points until none helps.
 */
export function walkOrder(points: readonly Point[], needs: readonly (readonly number[])[]): WalkOrder {
  if (points.length === 0) return { order: [], lengthM: 0, shortest: true };
  const order = points.length <= EXACT_UP_TO ? heldKarp(points, needs) : shortened(points, needs);
  return { order, lengthM: lengthOf(order, points), shortest: points.length <= EXACT_UP_TO };
}

const lengthOf = (order: readonly number[], points: readonly Point[]): number =>
  order.slice(1).reduce((sum, to, i) => sum + distanceM(points[order[i]!]!, points[to]!), 0);

function heldKarp(points: readonly Point[], needs: readonly (readonly number[])[]): number[] {
  const n = points.length;
  const need = needs.map((list) => list.reduce((mask, i) => mask | (1 << i), 0));
  const cost = new Float64Array((1 << n) * n).fill(Infinity);
  const from = new Int8Array((1 << n) * n).fill(-1);
  for (let i = 0; i < n; i++) if (need[i] === 0) cost[(1 << i) * n + i] = 0;
  for (let mask = 1; mask < 1 << n; mask++) {
    for (let last = 0; last < n; last++) {
      const soFar = cost[mask * n + last]!;
      if (soFar === Infinity) continue;
      for (let next = 0; next < n; next++) {
        if (mask & (1 << next) || (need[next]! & mask) !== need[next]) continue;
        const to = (mask | (1 << next)) * n + next;
        const length = soFar + distanceM(points[last]!, points[next]!);
        if (length < cost[to]! - 1e-12) {
          cost[to] = length;
          from[to] = last;
        }
      }
    }
  }
  let mask = (1 << n) - 1;
  let last = 0;
  for (let i = 1; i < n; i++) if (cost[mask * n + i]! < cost[mask * n + last]!) last = i;
  const order: number[] = [];
  for (let at = last; at >= 0;) {
    order.unshift(at);
    const before = from[mask * n + at]!;
    mask ^= 1 << at;
    at = before;
  }
  return order;
}

function shortened(points: readonly Point[], needs: readonly (readonly number[])[]): number[] {
  const starts = points.map((_, i) => i).filter((i) => needs[i]!.length === 0);
  const every = Math.max(1, Math.floor(starts.length / 6));
  const walks = starts
    .filter((_, i) => i % every === 0)
    .map((start) => improved(nearestFirst(points, needs, start), points, needs));
  return walks.reduce((a, b) => (lengthOf(b, points) < lengthOf(a, points) - 1e-12 ? b : a));
}

function nearestFirst(
  points: readonly Point[],
  needs: readonly (readonly number[])[],
  start: number,
): number[] {
  const order = [start];
  const done = new Set(order);
  while (order.length < points.length) {
    const here = points[order.at(-1)!]!;
    let next = -1;
    for (let i = 0; i < points.length; i++) {
      if (done.has(i) || !needs[i]!.every((one) => done.has(one))) continue;
      if (next < 0 || distanceM(here, points[i]!) < distanceM(here, points[next]!)) next = i;
    }
    order.push(next);
    done.add(next);
  }
  return order;
}

/**
 * Turns stretches round (2-opt) and moves single points (or-opt) while the walk gets shorter. A stretch can
 * be turned when nobody in it needs another of it; a point can stand between the last it needs and the
 * first that needs it.
 */
function improved(
  start: readonly number[],
  points: readonly Point[],
  needs: readonly (readonly number[])[],
): number[] {
  const order = [...start];
  const place: number[] = [];
  const number = (from: number, to: number): void => {
    for (let at = from; at <= to; at++) place[order[at]!] = at;
  };
  number(0, order.length - 1);
  const neededBy = points.map((): number[] => []);
  needs.forEach((list, point) => list.forEach((one) => neededBy[one]!.push(point)));
  const lastNeeded = (point: number): number => Math.max(-1, ...needs[point]!.map((one) => place[one]!));
  const firstNeeding = (point: number): number =>
    Math.min(order.length, ...neededBy[point]!.map((one) => place[one]!));
  const way = (i: number, k: number): number =>
    i < 0 || k < 0 || i >= order.length || k >= order.length
      ? 0
      : distanceM(points[order[i]!]!, points[order[k]!]!);

  const turnFrom = (i: number): boolean => {
    let turned = false;
    for (let k = i + 1; k < order.length && lastNeeded(order[k]!) < i; k++) {
      const saves = way(i - 1, i) + way(k, k + 1) - way(i - 1, k) - way(i, k + 1);
      if (saves < 1e-9) continue;
      order.splice(i, k - i + 1, ...order.slice(i, k + 1).reverse());
      number(i, k);
      turned = true;
    }
    return turned;
  };
  /** The i-th point to the gap where it costs least; a gap is named by the place before it. */
  const moveOne = (i: number): boolean => {
    const point = order[i]!;
    const costAfter = (at: number): number => way(at, i) + way(i, at + 1) - way(at, at + 1);
    const here = way(i - 1, i) + way(i, i + 1) - way(i - 1, i + 1);
    let [best, least] = [i, here - 1e-9];
    for (let at = lastNeeded(point); at < firstNeeding(point); at++) {
      if (at === i || at === i - 1 || costAfter(at) >= least) continue;
      [best, least] = [at, costAfter(at)];
    }
    if (best === i) return false;
    order.splice(i, 1);
    order.splice(best < i ? best + 1 : best, 0, point);
    number(Math.min(i, best + 1), Math.max(i, best));
    return true;
  };

  for (let changed = true; changed;) {
    changed = false;
    for (let i = 0; i < order.length; i++) changed = turnFrom(i) || changed;
    for (let i = 0; i < order.length; i++) changed = moveOne(i) || changed;
  }
  return order;
}
