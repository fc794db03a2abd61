import { formatLength, type UnitSystem } from '@angled-chalk/core/measure';
import { moveWords } from '@angled-chalk/core/moves';
import {
  laneOf,
  writtenOut,
  type Cue,
  type Footwork,
  type Item,
  type Plan,
  type Weave,
} from '@angled-chalk/core/pattern';
import { strikeName } from '@angled-chalk/core/range';

const MOST_WORDS = 3;

const weaveWords = ({ cones, spacingM, sideOffsetM }: Weave, units: UnitSystem): string =>
  `${cones} cones, ${formatLength(spacingM, units)} apart, passed at ${formatLength(sideOffsetM, units)}`;

const strikesWords = ({ strikes = [] }: Cue): string =>
  strikes
    .map(
      ({ strike, when }) => `${strikeName(strike)} ${when === 'together' ? 'as the foot lands' : 'once set'}`,
    )
    .join(', ');

/** A move with what is thrown with it. */
function cueWords(cue: Cue, units: UnitSystem): string {
  const strikes = strikesWords(cue);
  return `${moveWords(cue.move, units)}${strikes === '' ? '' : `; ${strikes}`}`;
}

/** How much there is to walk. */
export function walkWords(plan: Plan, { moves }: Footwork, units: UnitSystem): string {
  if (!laneOf(plan)) return `${moves.length} ${moves.length === 1 ? 'move' : 'moves'}`;
  const steps = moves.map((move) => move.distanceM);
  return `${moves.length} half steps of ${formatLength(Math.min(...steps), units)} to ${formatLength(Math.max(...steps), units)}`;
}

/** How it begins. */
export const beginsWords = (plan: Plan, { moves, start }: Footwork): string =>
  laneOf(plan) && moves[0]
    ? `the ${moves[0].firstFoot} foot goes first.`
    : `the ${start.lead} foot is in front.`;

/** What is done at a moment; before the first move, where it begins. */
export function moveNowWords({ moves }: Footwork, timeS: number, units: UnitSystem): string {
  const move = moves.findLast(({ events, beatS }) => (events[0]?.liftS ?? beatS) <= timeS);
  if (!move) return 'In stance';
  return `${move.number}. ${move.cue ? cueWords(move.cue, units) : 'Step of the lane'}`;
}

/** One item of a pattern in a coach's words. */
export function itemWords(item: Item, units: UnitSystem): string {
  if ('weave' in item) return weaveWords(item.weave, units);
  if ('repeat' in item)
    return `${item.repeat} times${item.otherSide ? ', each time to the other side too' : ''}: ${item.items.map((one) => itemWords(one, units)).join('; ')}`;
  return cueWords(item, units);
}

/** A pattern in one line: its first moves, and how many there are more. */
export function patternWords({ pattern }: Plan, units: UnitSystem): string {
  const words = pattern.items.slice(0, MOST_WORDS).map((item) => itemWords(item, units));
  const more = writtenOut(pattern.items).length - MOST_WORDS;
  return `${words.join('; ')}${more > 0 ? `; and ${more} more` : ''}`;
}
