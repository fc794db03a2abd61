import { distanceM, type Point } from './vector.ts';

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

/** Turns stretches round (2-opt) and moves single points (or-opt) while the walk gets shorter. */
function improved(
  start: readonly number[],
  points: readonly Point[],
  needs: readonly (readonly number[])[],
): number[] {
  let order = [...start];
  const gap = (i: number, k: number): number =>
    i < 0 || k >= order.length ? 0 : distanceM(points[order[i]!]!, points[order[k]!]!);
  const allowed = (candidate: readonly number[]): boolean => {
    if (needs.every((list) => list.length === 0)) return true;
    const place = new Map(candidate.map((point, i) => [point, i]));
    return candidate.every((point, i) => needs[point]!.every((one) => place.get(one)! < i));
  };
  for (let changed = true; changed;) {
    changed = false;
    for (let i = 0; i < order.length; i++) {
      for (let k = i + 1; k < order.length; k++) {
        const saves =
          gap(i - 1, i) +
          gap(k, k + 1) -
          (i > 0 ? distanceM(points[order[i - 1]!]!, points[order[k]!]!) : 0) -
          (k + 1 < order.length ? distanceM(points[order[i]!]!, points[order[k + 1]!]!) : 0);
        if (saves < 1e-9) continue;
        const turned = [...order.slice(0, i), ...order.slice(i, k + 1).reverse(), ...order.slice(k + 1)];
        if (!allowed(turned)) continue;
        order = turned;
        changed = true;
      }
    }
    for (let i = 0; i < order.length; i++) {
      const moved = movedOne(order, points, i);
      if (!moved || !allowed(moved)) continue;
      order = moved;
      changed = true;
    }
  }
  return order;
}

/** The walk with its i-th point moved to where it costs least; null when it stands best. */
function movedOne(order: readonly number[], points: readonly Point[], i: number): number[] | null {
  const without = order.filter((_, at) => at !== i);
  const own = points[order[i]!]!;
  const way = (k: number): number =>
    k < 0 || k >= without.length ? 0 : distanceM(points[without[k]!]!, own);
  const costOf = (to: number): number =>
    way(to - 1) +
    way(to) -
    (to > 0 && to < without.length ? distanceM(points[without[to - 1]!]!, points[without[to]!]!) : 0);
  let best = i;
  for (let to = 0; to <= without.length; to++) if (costOf(to) < costOf(best) - 1e-9) best = to;
  return best === i ? null : [...without.slice(0, best), order[i]!, ...without.slice(best)];
}
