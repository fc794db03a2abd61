import { formatLength, type UnitSystem } from '@angled-chalk/core/measure';
import { moveWords } from '@angled-chalk/core/moves';
import { writtenOut, type Item, type Plan, type Weave } from '@angled-chalk/core/pattern';

const MOST_WORDS = 3;

const weaveWords = ({ cones, spacingM, sideOffsetM }: Weave, units: UnitSystem): string =>
  `${cones} cones, ${formatLength(spacingM, units)} apart, passed at ${formatLength(sideOffsetM, units)}`;

/** One item of a pattern in a coach's words. */
export function itemWords(item: Item, units: UnitSystem): string {
  if ('weave' in item) return weaveWords(item.weave, units);
  if ('repeat' in item)
    return `${item.repeat} times${item.otherSide ? ', each time to the other side too' : ''}: ${item.items.map((one) => itemWords(one, units)).join('; ')}`;
  return moveWords(item.move, units);
}

/** A pattern in one line: its first moves, and how many there are more. */
export function patternWords({ pattern }: Plan, units: UnitSystem): string {
  const words = pattern.items.slice(0, MOST_WORDS).map((item) => itemWords(item, units));
  const more = writtenOut(pattern.items).length - MOST_WORDS;
  return `${words.join('; ')}${more > 0 ? `; and ${more} more` : ''}`;
}
