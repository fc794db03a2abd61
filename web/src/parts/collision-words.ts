import { linesBetween } from '@angled-chalk/core/drill';
import { itemsText } from '@angled-chalk/core/notation';
import type { Item } from '@angled-chalk/core/pattern';
import { valueWords, type Collision } from './merge.ts';

/** So many lines of moves are told of either side. */
const MOST_LINES = 4;

const isItem = (value: unknown): value is Item =>
  typeof value === 'object' && value !== null && ('move' in value || 'repeat' in value || 'weave' in value);
const isItems = (value: unknown): value is Item[] => Array.isArray(value) && value.every(isItem);

const some = (lines: readonly string[]): string =>
  lines.length === 0
    ? 'nothing'
    : `${lines.slice(0, MOST_LINES).join('; ')}${lines.length > MOST_LINES ? ` and ${lines.length - MOST_LINES} more` : ''}`;

/** What either side of a conflict says, in words; of moves the lines that the other has not. */
export function collisionWords({ mine, theirs }: Collision): string {
  if (!isItems(mine) || !isItems(theirs))
    return `yours is ${valueWords(mine)}, theirs is ${valueWords(theirs)}`;
  const lines = linesBetween(itemsText(mine).split('\n'), itemsText(theirs).split('\n'));
  const only = (side: 'out' | 'in'): string =>
    some(lines.filter(({ how }) => how === side).map(({ line }) => line.trim()));
  return `only in yours: ${only('out')}. Only in theirs: ${only('in')}`;
}
