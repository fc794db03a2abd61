import type { FootName } from '../body/index.ts';
import { eventsOf, type Footwork } from '../pattern/index.ts';

/** A landing as a plan has it, or as it was marked: which foot, and when, seconds. */
export interface TimedLanding {
  readonly foot: FootName;
  readonly timeS: number;
  readonly isTurn: boolean;
}

/** So many may be left out between two that are matched: of the plan by the student, or by the plan of theirs. */
const LEFT_OUT = 3;
/** One left out weighs as much as being early or late by this, seconds (own choice). */
const LEFT_OUT_S = 0.5;
/** A class is no more than twice as slow or as quick as it was planned. */
const PACE = [0.5, 2] as const;
/** From so many on their own pace is told. */
const PACE_FROM = 3;

/** Every landing of the student in a plan, by time; a bounce leaves the feet where they are. */
export const landingsPlanned = ({ moves }: Pick<Footwork, 'moves'>): TimedLanding[] =>
  eventsOf(moves)
    .filter(({ how }) => how !== 'bounce' && how !== 'raise')
    .map(({ foot, landS, how }) => ({ foot, timeS: landS, isTurn: how === 'pivot' }))
    .sort((a, b) => a.timeS - b.timeS);

/**
 * Where a hand that marks landings one after another is in the plan, and so which foot comes next and about when:
 * from the last one that was matched on, at the student's own pace. The first landing of each foot is where it stands
 * at the start; `timeS` is null while nothing tells when. Null at the end of the plan.
 */
export function nextLanding(
  planned: readonly TimedLanding[],
  marked: readonly TimedLanding[],
): { readonly foot: FootName; readonly timeS: number | null; readonly isTurn: boolean } | null {
  const byTime = marked.toSorted((a, b) => a.timeS - b.timeS);
  const starts = (['left', 'right'] as const).map((foot) => byTime.find((one) => one.foot === foot));
  const [left, right] = starts;
  if (!left || !right)
    return { foot: left ? 'right' : 'left', timeS: (left ?? right)?.timeS ?? null, isTurn: false };
  const steps = byTime.filter((one) => !starts.includes(one));
  // Once as quick as planned, and again as quick as that shows them to be.
  const pairs = pairsOf(planned, steps, paceOf(pairsOf(planned, steps, 1)));
  const last = pairs.at(-1);
  const next = planned[last ? last.place + 1 : 0];
  if (!next) return null;
  return {
    foot: next.foot,
    isTurn: next.isTurn,
    timeS: last ? last.marked.timeS + paceOf(pairs) * (next.timeS - last.planned.timeS) : null,
  };
}

interface Pair {
  /** Of the planned one in the plan. */
  readonly place: number;
  readonly planned: TimedLanding;
  readonly marked: TimedLanding;
}

interface Way {
  readonly costS: number;
  readonly from: Way | null;
  readonly pair: Pair;
}

/**
 * Which landing is which of the plan: the way through both lists along which times since the one before agree best,
 * where one that is left out of either costs something too.
 */
function pairsOf(
  planned: readonly TimedLanding[],
  steps: readonly TimedLanding[],
  pace: number,
): readonly Pair[] {
  const ways: (Way | null)[][] = [];
  steps.forEach((marked, i) => {
    ways.push(
      planned.map((one, j): Way | null => {
        if (one.foot !== marked.foot) return null;
        const pair: Pair = { place: j, planned: one, marked };
        let best: Way | null = i + j <= LEFT_OUT ? { costS: LEFT_OUT_S * (i + j), from: null, pair } : null;
        for (let a = 1; a <= LEFT_OUT + 1; a++)
          for (let b = 1; b <= LEFT_OUT + 1; b++) {
            const from = ways[i - a]?.[j - b];
            if (!from) continue;
            const offS = marked.timeS - from.pair.marked.timeS - pace * (one.timeS - from.pair.planned.timeS);
            const costS = from.costS + Math.abs(offS) + LEFT_OUT_S * (a + b - 2);
            if (!best || costS < best.costS) best = { costS, from, pair };
          }
        return best;
      }),
    );
  });
  let end: Way | null = null;
  let leastS = Infinity;
  for (let left = 0; left <= LEFT_OUT; left++)
    for (const way of ways.at(-1 - left) ?? []) {
      if (!way || way.costS + LEFT_OUT_S * left >= leastS) continue;
      leastS = way.costS + LEFT_OUT_S * left;
      end = way;
    }
  const pairs: Pair[] = [];
  for (let way = end; way; way = way.from) pairs.push(way.pair);
  return pairs.toReversed();
}

/** How much slower than planned they go. */
function paceOf(pairs: readonly Pair[]): number {
  const [first, last] = [pairs[0], pairs.at(-1)];
  if (!first || !last || pairs.length < PACE_FROM) return 1;
  const plannedS = last.planned.timeS - first.planned.timeS;
  if (plannedS <= 0) return 1;
  const [least, most] = PACE;
  return Math.min(most, Math.max(least, (last.marked.timeS - first.marked.timeS) / plannedS));
}
