import { mirrorMove } from '../moves/index.ts';
import type { Cue, Item, Pattern, Plan, Repeat, Weave } from './plan.ts';

/** One step of a pattern that is written out: a cue or a weave, and where it stands in the items. */
export type Entry = { readonly path: readonly number[] } & (
  { readonly cue: Cue } | { readonly weave: Weave }
);

const isRepeat = (item: Item): item is Repeat => 'repeat' in item;

/** The items in the order in which they are done, repeats written out. */
export function writtenOut(items: readonly Item[], path: readonly number[] = []): Entry[] {
  return items.flatMap((item, i): Entry[] => {
    const own = [...path, i];
    if (!isRepeat(item)) return [{ path: own, ...('weave' in item ? item : { cue: item }) }];
    const once = [
      ...writtenOut(item.items, own),
      ...(item.otherSide ? writtenOut(mirrorItems(item.items), own) : []),
    ];
    return Array.from({ length: item.repeat }, () => once).flat();
  });
}

/** The same items to the other side; twice is the items themselves. */
export const mirrorItems = (items: readonly Item[]): Item[] =>
  items.map((item): Item => {
    if (isRepeat(item)) return { ...item, items: mirrorItems(item.items) };
    if ('weave' in item) return { weave: mirrorWeave(item.weave) };
    return { ...item, move: mirrorMove(item.move) };
  });

const mirrorWeave = (weave: Weave): Weave => ({
  ...weave,
  startSide: weave.startSide === 'left' ? 'right' : 'left',
});

export const mirrorPattern = (pattern: Pattern): Pattern => ({
  ...pattern,
  items: mirrorItems(pattern.items),
});

function weavesIn(items: readonly Item[]): Weave[] {
  return items.flatMap((item) =>
    'weave' in item ? [item.weave] : isRepeat(item) ? weavesIn(item.items) : [],
  );
}

/** Every weave of a plan. */
export const weavesOf = ({ pattern }: Pick<Plan, 'pattern'>): Weave[] => weavesIn(pattern.items);

/** The lane of a plan that is one: its first weave; null where it has none. */
export const laneOf = (plan: Pick<Plan, 'pattern'>): Weave | null => weavesOf(plan)[0] ?? null;

/** Items with each cue and each weave of them changed, also those that come again. */
export const withItems = (items: readonly Item[], change: (item: Exclude<Item, Repeat>) => Item): Item[] =>
  items.map((item): Item =>
    isRepeat(item) ? { ...item, items: withItems(item.items, change) } : change(item),
  );

/** A plan with each of its weaves changed. */
export const withWeaves = (plan: Plan, change: (weave: Weave) => Weave): Plan => ({
  ...plan,
  pattern: {
    ...plan.pattern,
    items: withItems(plan.pattern.items, (item) => ('weave' in item ? { weave: change(item.weave) } : item)),
  },
});

/** A plan with some numbers of its weaves changed. */
export const withLane = (plan: Plan, change: Partial<Weave>): Plan =>
  withWeaves(plan, (weave) => ({ ...weave, ...change }));

/** Whether a drill looks at its target at all: what is thrown down a lane is thrown at nothing. */
export const looksAtTarget = ({ facing, pattern }: Pick<Plan, 'facing' | 'pattern'>): boolean =>
  facing.on === 'target' || isAnyAtTarget(pattern.items);

const isAnyAtTarget = (items: readonly Item[]): boolean =>
  items.some((item) =>
    isRepeat(item) ? isAnyAtTarget(item.items) : 'facing' in item && item.facing?.on === 'target',
  );
