import { subtract } from '../../geometry/index.ts';
import { ballsAfter, type FootEvent, type PlannedMove } from '../../pattern/index.ts';
import { medianOf } from '../../track/index.ts';
import type { AlignedMove } from '../aligned-move.ts';
import { matchToPlan, type Match } from '../match.ts';
import type { DoneAs } from './done-as.ts';
import { firstStep, FREE_COST, lengthOf, ofThePlan, visible, type Asked, type Tried } from './asked.ts';

/** So many times as long or as short people step. */
const TIMES = [0.4, 0.5, 0.62, 0.76, 1.3, 1.5, 1.75, 2, 2.2];
/** A plan whose steps are so many times as long; turns and the stance stay. */
function scaledMoves(moves: readonly PlannedMove[], times: number): PlannedMove[] {
  const [first] = moves;
  if (!first) return [];
  let feet = { left: first.before.left, right: first.before.right };
  return moves.map((move) => {
    const before = { ...move.before, ...feet };
    const events = move.events.map((event): FootEvent => {
      const from = feet[event.foot];
      const by = event.about || event.how === 'pivot' ? 1 : times;
      const way = subtract(event.to, event.from);
      const to = { x: from.x + by * way.x, y: from.y + by * way.y };
      feet = ballsAfter(feet, [{ ...event, to }]);
      return { ...event, from, to };
    });
    return { ...move, before, after: { ...move.after, ...feet }, events };
  });
}

/** What a recording is, matched to a plan whose steps are so many times as long. */
const scaledWay = (rows: readonly AlignedMove[], times: number): DoneAs => ({
  is: 'scaled',
  times: timesOf(rows) ?? times,
  moveNumbers: steppedBeyond(rows, times),
});

export function scaled(asked: Asked, asIs: Match): Tried[] {
  const { moves, events, matching } = asked;
  const ratio = medianOf(events.map(lengthOf)) / medianOf(visible(asked).map(lengthOf));
  const near = (times: number): boolean => times / ratio < 1.7 && ratio / times < 1.7;
  return TIMES.filter((times) => !(ratio > 0) || near(times)).map((times): Tried => {
    const own = scaledMoves(moves, times);
    const match = matchToPlan(own, events, { ...matching, paces: [asIs.pace] });
    const rows = ofThePlan(match.rows, moves);
    return {
      cost: match.costPerMove + FREE_COST,
      match: { ...match, rows },
      ways: [scaledWay(rows, times)],
    };
  });
}

/** How many times as long the first feet stepped as planned, as a rule. */
export function timesOf(rows: readonly AlignedMove[]): number | null {
  const ratios = rows.flatMap((row) => {
    const step = firstStep(row);
    return step ? [lengthOf(step[1]) / Math.max(lengthOf(step[0]), 0.02)] : [];
  });
  return ratios.length === 0 ? null : medianOf(ratios);
}

/** Moves whose first step went further off in the way of a scale than half of it. */
export const steppedBeyond = (rows: readonly AlignedMove[], times: number): number[] =>
  rows.flatMap((row) => {
    const step = firstStep(row);
    if (!row.planned || !step) return [];
    const ratio = lengthOf(step[1]) / Math.max(lengthOf(step[0]), 0.02);
    return (times > 1 ? ratio > (1 + times) / 2 : ratio < (1 + times) / 2) ? [row.planned.number] : [];
  });

/** Steps that are less off than this, as a logarithm, are of no other size (own choice). */
const OTHER_SIZE = Math.log(1.25);
/** So many of the sizes that are nearest to what was stepped are tried with other ways on top. */
const WITH_OTHERS = 3;

/** Steps that are all too big, or too small, and beside that done in another way. */
export const scaledAnd =
  (asked: Asked, sizes: readonly Tried[]) =>
  (others: (own: Asked) => readonly Tried[]): Tried[] => {
    const ratio = medianOf(asked.events.map(lengthOf)) / medianOf(visible(asked).map(lengthOf));
    const beside = (way: DoneAs): number =>
      way.is === 'scaled' ? Math.abs(Math.log(way.times / ratio)) : Infinity;
    return sizes
      .flatMap(({ ways }) => ways)
      .toSorted((a, b) => beside(a) - beside(b))
      .slice(0, WITH_OTHERS)
      .flatMap((way) => {
        if (way.is !== 'scaled') return [];
        const moves = scaledMoves(asked.moves, way.times);
        return others({ ...asked, moves }).flatMap(({ cost, match, ways }): Tried[] => {
          const rows = ofThePlan(match.rows, asked.moves);
          const own = scaledWay(rows, way.times);
          // What is found of it has to be of another size.
          if (own.is === 'scaled' && Math.abs(Math.log(own.times)) < OTHER_SIZE) return [];
          return [{ cost: cost + FREE_COST, match: { ...match, rows }, ways: [own, ...ways] }];
        });
      });
  };
