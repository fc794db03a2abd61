import type { Balls } from '../../pattern/index.ts';
import type { Match } from '../match.ts';
import { firstStep, type Asked, type Tried } from './asked.ts';
import { begunAgain, saidBegunAgain } from './begun-again.ts';
import { cuts, trimmed } from './cut.ts';
import type { DoneMatch } from './done-as.ts';
import { merged, split } from './joined.ts';
import { leftOut } from './left-out.ts';
import { isLastWhole, rounds } from './rounds.ts';
import { scaled, scaledAnd, steppedBeyond, timesOf } from './scaled.ts';
import { stayed } from './stayed.ts';

/** Another way is looked for where a match costs more than this a move, and taken where it costs so much less (own choice). */
const LOOKS_FROM = 0.35;
const BETTER_SHARE = 0.6;
const ENOUGH_SHARE = 0.75;
/** From so many steps on it is told that they are all too small, or too big, by so much as a rule (own choice). */
const LEAST_STEPS = 6;
/** Where only those of one foot, or of one way, are, it is a habit and not the size of all. */
const AS_A_RULE = 0.7;
const SMALL = 0.7;
const BIG = 1.4;

/** A way explains a recording where the match costs less than this a move, over at least such a part of the drill. */
const EXPLAINED = 0.55;
const LEAST_PART = 0.15;
function partOf({ moves }: Asked, { ways }: Tried): number {
  const cut = ways.find(({ is }) => is === 'ended early');
  return cut ? 1 - cut.moveNumbers.length / Math.max(1, moves.length) : 1;
}

/** Whether a way lies so near to a recording that this is what was done. */
const isClose = (asked: Asked, tried: Tried): boolean =>
  tried.match.costPerMove < EXPLAINED && partOf(asked, tried) >= LEAST_PART;

const cheapest = (tried: readonly Tried[], than: Tried): Tried =>
  tried.reduce((a, b) => (b.cost < a.cost ? b : a), than);

/** The way that explains a recording best: one, and two only where that explains it much better. */
function bestWay(asked: Asked, asIs: Match, plain: Tried): Tried {
  const sizes = scaled(asked, asIs);
  const whole = cheapest(rounds(asked, asIs), plain);
  // Of several whole rounds none is only the last beginning.
  const isWhole = whole !== plain && whole.cost < BETTER_SHARE * plain.cost && isLastWhole(whole);
  const again = isWhole ? [] : begunAgain(asked, asIs);
  const one = cheapest([...sizes, ...cuts(asked, asIs), ...again], whole);
  const taken = one.cost < BETTER_SHARE * plain.cost ? one : plain;
  if (taken.cost < LOOKS_FROM) return taken;
  const two = cheapest(
    scaledAnd(asked, sizes)((own) => cuts(own, asIs)),
    taken,
  );
  // Against the part that is there: what is not costs the same in both. Where one way leaves it another drill, and both
  // together do not, less is enough.
  const share = !isClose(asked, taken) && isClose(asked, two) ? ENOUGH_SHARE : BETTER_SHARE;
  return two.match.costPerMove < share * taken.match.costPerMove ? two : taken;
}

/** One way of matching a recording, with what is told of its ends. */
function asDone(asked: Asked, taken: Tried, isOther: boolean, stands: Balls): DoneMatch {
  const isExplained = (isOther && isClose(asked, taken)) || taken.ways.some(({ is }) => is === 'rounds');
  const { match, ways } = taken;
  return saidBegunAgain(asked, trimmed(asked, { match, ways, isExplained }, stands));
}

/** A recording against the ways in which people do a drill: the one that explains it best, before it is another drill. */
export function doneAs(asked: Asked, asIs: Match, stands: Balls): DoneMatch {
  const { events } = asked;
  const isShort = asIs.rows.some(
    ({ planned, expected, observed }) => planned && expected.length > observed.length,
  );
  const without = isShort || asIs.costPerMove > LOOKS_FROM ? leftOut(asked, asIs) : null;
  const stays = asIs.costPerMove > LOOKS_FROM ? stayed(asked, stands) : null;
  if (stays) return { match: asIs, ways: [stays], isExplained: true };
  const plain: Tried = { cost: asIs.costPerMove, match: asIs, ways: [] };
  const looks = asIs.costPerMove > LOOKS_FROM && events.length > 0;
  const found = looks ? bestWay(asked, asIs, plain) : plain;
  const best = without && without.cost < found.cost ? without : found;
  const again = asDone(asked, best, best !== plain, stands);
  const isNamed = best === plain || again.ways.length > 0;
  // Who is taken to have begun again, and has not, has done it as planned and something before it.
  const done = isNamed ? again : asDone(asked, plain, false, stands);
  if (done.ways.some(({ is }) => is === 'rounds' || is === 'scaled')) return done;
  const times = timesOf(done.match.rows);
  const steps = done.match.rows.filter(firstStep).length;
  const beyond = times === null ? [] : steppedBeyond(done.match.rows, times);
  const isRule = steps >= LEAST_STEPS && beyond.length >= AS_A_RULE * steps;
  if (times !== null && isRule && (times < SMALL || times > BIG))
    return { ...done, ways: [...done.ways, { is: 'scaled', times, moveNumbers: beyond }] };
  return { ...done, ways: [...done.ways, ...merged(done.match.rows), ...split(done.match.rows)] };
}
