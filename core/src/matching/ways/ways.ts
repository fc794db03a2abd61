import type { Balls } from '../../pattern/index.ts';
import type { Match } from '../match.ts';
import { firstStep, type Asked, type Tried } from './asked.ts';
import { cuts, trimmed } from './cut.ts';
import type { DoneMatch } from './done-as.ts';
import { merged, split } from './joined.ts';
import { rounds } from './rounds.ts';
import { scaled, steppedBeyond, timesOf } from './scaled.ts';
import { stayed } from './stayed.ts';

/** Another way is looked for where a match costs more than this a move, and taken where it costs so much less (own choice). */
const LOOKS_FROM = 0.35;
const BETTER_SHARE = 0.6;
/** From so many steps on it is told that they are all too small, or too big, by so much as a rule (own choice). */
const LEAST_STEPS = 6;
/** Where only those of one foot, or of one way, are, it is a habit and not the size of all. */
const AS_A_RULE = 0.7;
const SMALL = 0.7;
const BIG = 1.4;

/** A way explains a recording where the match costs less than this a move, over at least such a part of the drill. */
const EXPLAINED = 0.55;
const LEAST_PART = 0.15;
const partOf = ({ moves }: Asked, { way }: Tried): number =>
  way?.is === 'ended early' ? 1 - way.moveNumbers.length / Math.max(1, moves.length) : 1;

/** A recording against the ways in which people do a drill: the one that explains it best, before it is another drill. */
export function doneAs(asked: Asked, asIs: Match, stands: Balls): DoneMatch {
  const { events } = asked;
  const stays = asIs.costPerMove > LOOKS_FROM ? stayed(asked, stands) : null;
  if (stays) return { match: asIs, ways: [stays], isExplained: true };
  const plain: Tried = { cost: asIs.costPerMove, match: asIs, way: null };
  const looks = asIs.costPerMove > LOOKS_FROM && events.length > 0;
  const tried = looks ? [...scaled(asked, asIs), ...rounds(asked, asIs), ...cuts(asked, asIs)] : [];
  const best = tried.reduce((a, b) => (b.cost < a.cost ? b : a), plain);
  const taken = best.cost < BETTER_SHARE * plain.cost ? best : plain;
  const isExplained =
    taken !== plain && taken.match.costPerMove < EXPLAINED && partOf(asked, taken) >= LEAST_PART;
  const done = trimmed(asked, {
    match: taken.match,
    ways: taken.way ? [taken.way] : [],
    isExplained: isExplained || taken.way?.is === 'rounds',
  });
  if (done.ways.some(({ is }) => is === 'rounds' || is === 'scaled')) return done;
  const times = timesOf(done.match.rows);
  const steps = done.match.rows.filter(firstStep).length;
  const beyond = times === null ? [] : steppedBeyond(done.match.rows, times);
  const isRule = steps >= LEAST_STEPS && beyond.length >= AS_A_RULE * steps;
  if (times !== null && isRule && (times < SMALL || times > BIG))
    return { ...done, ways: [...done.ways, { is: 'scaled', times, moveNumbers: beyond }] };
  return { ...done, ways: [...done.ways, ...merged(done.match.rows), ...split(done.match.rows)] };
}
