import { wrapDeg } from '../../geometry/index.ts';
import { isOneItem, type LeftOut, type PlannedMove } from '../../pattern/index.ts';
import { matchToPlan, type Match } from '../match.ts';
import type { Asked, Tried } from './asked.ts';

/** A move that turns a body by less leaves the moves after it as they are (own choice). */
const TURNS_DEG = 15;
/** A move is taken to be left out where the rest fits better by as much as half a footfall that does not belong. */
const WORTH = 0.4;
/** In a drill of many turns those next to what fits badly are tried, and no more than these. */
const MOST_TRIED = 8;
/** So many moves before what fits badly may be why. */
const BACK = 3;
/** Whoever leaves out more than these does another drill. */
const MOST_LEFT_OUT = 6;

/** Whether a body stands otherwise after a move: turned, or with the other foot in front. */
const turnsBody = ({ before, after }: PlannedMove): boolean =>
  before.lead !== after.lead || Math.abs(wrapDeg(after.facingDeg - before.facingDeg)) > TURNS_DEG;

/** The first moves of the items that turn a body, and that may be why something fits badly. */
function turning({ moves }: Asked, { rows }: Match): PlannedMove[] {
  const bad = rows.flatMap(({ planned, expected, observed }, i) =>
    planned && expected.length > observed.length
      ? [planned.number]
      : !planned && observed.length > 0
        ? [rows.slice(0, i).findLast((row) => row.planned)?.planned?.number ?? 1]
        : [],
  );
  const isNear = ({ number }: PlannedMove): boolean =>
    bad.some((at) => number <= at + 1 && number >= at - BACK);
  const first = moves.filter((move, i) => {
    const before = moves[i - 1];
    return turnsBody(move) && !(before && isOneItem(before, move));
  });
  const near = first.filter(isNear);
  return (near.length > 0 ? near : first).slice(0, MOST_TRIED);
}

const GOES_ON: readonly LeftOut['goesOn'][] = ['as planned', 'from there'];

/** The moves that are left out with some others: those of their items. */
const withTheirItems = (moves: readonly PlannedMove[], left: readonly LeftOut[]): PlannedMove[] =>
  moves.filter((move) =>
    left.some(({ moveNumber }) => {
      const own = moves[moveNumber - 1];
      return own !== undefined && isOneItem(move, own);
    }),
  );

/**
 * A drill with turns, switches or kicks to the front left out, one after another as long as each explains the
 * recording better; null where none does.
 */
export function leftOut(asked: Asked, plain: Match): Tried | null {
  const { moves, events, matching, without } = asked;
  const tryOut = (left: readonly LeftOut[]): Match | null => {
    const match = matchToPlan(without(left), events, { ...matching, paces: [plain.pace] });
    const numbers = new Set(withTheirItems(moves, left).map(({ number }) => number));
    // What was done after all was not left out.
    const isDone = match.rows.some(
      ({ planned, observed }) => planned && numbers.has(planned.number) && observed.length > 0,
    );
    return isDone ? null : match;
  };
  let best: Match = plain;
  let left: readonly LeftOut[] = [];
  for (let count = 0; count < MOST_LEFT_OUT; count++) {
    const tries = turning(asked, best)
      .filter(({ number }) => left.every(({ moveNumber }) => moveNumber !== number))
      .flatMap(({ number }) => GOES_ON.map((goesOn): LeftOut[] => [...left, { moveNumber: number, goesOn }]))
      .flatMap((one) => {
        const match = tryOut(one);
        return match ? [{ left: one, match }] : [];
      });
    const [first] = tries.toSorted((a, b) => a.match.costPerMove - b.match.costPerMove);
    if (!first || first.match.costPerMove * moves.length > best.costPerMove * moves.length - WORTH) break;
    ({ left, match: best } = first);
  }
  if (left.length === 0) return null;
  const numbers = withTheirItems(moves, left).map(({ number }) => number);
  const kind = moves[(left[0]?.moveNumber ?? 0) - 1]?.kind ?? 'step';
  return {
    cost: best.costPerMove,
    match: best,
    ways: [{ is: 'left out', moveNumbers: numbers, left, kind }],
  };
}
