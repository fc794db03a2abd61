import type { Floor } from '../floor/index.ts';
import {
  EXACT,
  nearestReachable,
  reachable,
  stationOf,
  twoTapes,
  USUAL_TAPE,
  wallOffsets,
  type Candidate,
  type HowTo,
  type Placed,
  type SetOutPoint,
  type Spread,
  type Station,
  type Tape,
} from './setout-fix.ts';
import { distanceM } from '../geometry/index.ts';
import { walkOrder } from './walk-order.ts';

export interface SetOutRow {
  readonly point: SetOutPoint;
  readonly how: HowTo;
  /** Semi-axes of the 1-sigma error ellipse of the mark. */
  readonly majorM: number;
  readonly minorM: number;
  /** A third reading that must agree; null when no tape reaches. */
  readonly check: { readonly from: Station; readonly distanceM: number } | null;
}

export interface SetOut {
  /** In the order of placing. */
  readonly rows: readonly SetOutRow[];
  /** Way from mark to mark in that order, and whether no order is shorter. */
  readonly walkM: number;
  readonly walkIsShortest: boolean;
  /** Marks that cannot be set out: no tape reaches them from two places. */
  readonly unreachable: readonly SetOutPoint[];
  readonly tape: Tape;
}

/** One pair of datums for all is kept while it costs less than this over a mark's own best (own choice). */
const SAME_PAIR_WORTH = 1.25;
/** A mark is taken from this many of the nearest stations at most. */
const NEAR_STATIONS = 10;

/**
 * How to set out every point: two tapes from the pair of datums with the smallest error ellipse, tapes no
 * longer than the tape and not through an obstacle; where the datums serve badly, offsets from a wall, or
 * from marks that stand already, with their own error carried on (their errors taken as independent).
 * Rows come in the order that walks least.
 */
export function setOut(floor: Floor, points: readonly SetOutPoint[], tape: Tape = USUAL_TAPE): SetOut {
  const datums = floor.datums.map((datum): Placed => ({ ...datum, kind: 'datum', spread: EXACT }));
  const seen = new Map(points.map((point) => [point.id, reachable(floor, datums, point.at, tape)]));
  const common = commonPair(points, seen, tape);
  const done = new Map<string, { readonly row: SetOutRow; readonly spread: Spread }>();
  for (const point of points) {
    const found = fromDatums(floor, point, seen.get(point.id)!, common, tape);
    if (found) done.set(point.id, found);
  }
  let left = points.filter(({ id }) => !done.has(id));
  while (left.length > 0) {
    const next = fromMarks(floor, left, done, datums, tape);
    if (next.length === 0) break;
    for (const one of next) done.set(one.row.point.id, one);
    left = left.filter(({ id }) => !done.has(id));
  }
  const rows = [...done.values()].map(({ row }) => row);
  const index = new Map(rows.map(({ point }, i) => [point.id, i]));
  const before = rows.map(({ how }) =>
    how.kind === 'two-tapes'
      ? how.from.filter(({ kind }) => kind === 'mark').map(({ id }) => index.get(id)!)
      : [],
  );
  const walk = walkOrder(
    rows.map(({ point }) => point.at),
    before,
  );
  return {
    rows: walk.order.map((i) => rows[i]!),
    walkM: walk.lengthM,
    walkIsShortest: walk.shortest,
    unreachable: left,
    tape,
  };
}

const pairsOf = <T>(items: readonly T[]): (readonly [T, T])[] =>
  items.flatMap((a, i) => items.slice(i + 1).map((b) => [a, b] as const));

/** The pair of datums whose worst mark is best, among the pairs that reach all. */
function commonPair(
  points: readonly SetOutPoint[],
  seen: ReadonlyMap<string, readonly Placed[]>,
  tape: Tape,
): string | null {
  const worst = new Map<string, { worstM: number; count: number }>();
  for (const point of points) {
    for (const [a, b] of pairsOf(seen.get(point.id)!)) {
      const key = `${a.id}|${b.id}`;
      const known = worst.get(key) ?? { worstM: 0, count: 0 };
      const { majorM } = twoTapes(point, a, b, tape);
      worst.set(key, { worstM: Math.max(known.worstM, majorM), count: known.count + 1 });
    }
  }
  const all = [...worst].filter(([, { count }]) => count === points.length);
  return all.sort((p, q) => p[1].worstM - q[1].worstM)[0]?.[0] ?? null;
}

const smallest = (candidates: readonly Candidate[]): Candidate | null =>
  candidates.reduce<Candidate | null>((a, b) => (a && a.majorM <= b.majorM + 1e-12 ? a : b), null);

const isWeak = ({ how }: Candidate): boolean => how.kind === 'two-tapes' && how.weak;

function fromDatums(
  floor: Floor,
  point: SetOutPoint,
  stations: readonly Placed[],
  common: string | null,
  tape: Tape,
): { row: SetOutRow; spread: Spread } | null {
  const pairs = pairsOf(stations).map(([a, b]) => ({
    key: `${a.id}|${b.id}`,
    fix: twoTapes(point, a, b, tape),
  }));
  const strong = pairs.filter(({ fix }) => !isWeak(fix));
  const best = smallest(strong.map(({ fix }) => fix));
  const shared = strong.find(({ key }) => key === common)?.fix;
  const tapes = shared && best && shared.majorM <= SAME_PAIR_WORTH * best.majorM ? shared : best;
  const onFloor = floor.datums.map((datum): Placed => ({ ...datum, kind: 'datum', spread: EXACT }));
  const chosen = tapes ?? smallest(wallOffsets(floor, point, onFloor, tape));
  return chosen && rowOf(point, chosen, stations);
}

function rowOf(point: SetOutPoint, chosen: Candidate, stations: readonly Placed[]) {
  const { how, spread, majorM, minorM } = chosen;
  const used = how.kind === 'two-tapes' ? how.from.map(({ id }) => id) : [how.from.id];
  const free = stations.filter(({ id }) => !used.includes(id));
  const from = free.sort((a, b) => distanceM(b.at, point.at) - distanceM(a.at, point.at))[0];
  const check = from ? { from: stationOf(from), distanceM: distanceM(from.at, point.at) } : null;
  return { row: { point, how, majorM, minorM, check }, spread };
}

/**
 * Of the points left, all that marks and datums standing now place well, each from its best pair; when none
 * is placed well, the one weak fix that is best.
 */
function fromMarks(
  floor: Floor,
  left: readonly SetOutPoint[],
  done: ReadonlyMap<string, { readonly row: SetOutRow; readonly spread: Spread }>,
  datums: readonly Placed[],
  tape: Tape,
) {
  const marks = [...done.values()].map(({ row, spread }): Placed => ({
    id: row.point.id,
    name: row.point.id,
    at: row.point.at,
    kind: 'mark',
    spread,
  }));
  const standing = [...datums, ...marks];
  const options = left.flatMap((point) => {
    const stations = nearestReachable(floor, standing, point.at, tape, NEAR_STATIONS);
    const fixes = pairsOf(stations).map(([a, b]) => twoTapes(point, a, b, tape));
    const strong = fixes.filter((fix) => !isWeak(fix));
    const fix = smallest(strong.length > 0 ? strong : fixes);
    return fix ? [{ point, fix, stations }] : [];
  });
  const strong = options.filter(({ fix }) => !isWeak(fix));
  const best = options.reduce<(typeof options)[number] | null>(
    (a, b) => (a && a.fix.majorM <= b.fix.majorM ? a : b),
    null,
  );
  const taken = strong.length > 0 ? strong : best ? [best] : [];
  return taken.map(({ point, fix, stations }) => rowOf(point, fix, stations));
}
