import type { Move } from '@angled-chalk/core/moves';
import {
  groupAt,
  insertAfter,
  itemAt,
  mirrored,
  removeAt,
  replaceAt,
  scaled,
  shiftAt,
  shiftedPath,
  turned,
  ungroupAt,
  type ItemPath,
} from '@angled-chalk/core/compose';
import type { Footwork, Item, Pattern } from '@angled-chalk/core/pattern';
import { useState } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';

interface WithPattern {
  readonly pattern: Pattern;
}

/** The move that is chosen: where it stands in the list, and which of its rounds. */
interface Choice {
  readonly path: ItemPath;
  readonly number: number;
}

/** The moves of a pattern in a coach's hand: one is chosen, and everything is done to it or after it. */
export interface Composer {
  readonly items: readonly Item[];
  /** Number of the chosen move; null where none is. */
  readonly number: number | null;
  readonly path: ItemPath | null;
  readonly item: Item | null;
  readonly held: Item | null;
  readonly choose: (number: number) => void;
  readonly choosePath: (path: ItemPath) => void;
  readonly add: (move: Move) => void;
  readonly put: (item: Item) => void;
  readonly remove: () => void;
  readonly shift: (by: number) => void;
  readonly copy: () => void;
  readonly paste: () => void;
  readonly mirror: () => void;
  readonly turn: (deg: number) => void;
  readonly scale: (factor: number) => void;
  /** The chosen one, and so many in all from it on, as a group. */
  readonly group: (count: number, repeat: number, otherSide: boolean) => void;
  readonly ungroup: () => void;
}

const isSame = (a: ItemPath, b: ItemPath): boolean => a.length === b.length && a.every((n, i) => n === b[i]);
const nextTo = (path: ItemPath): ItemPath => [...path.slice(0, -1), (path.at(-1) ?? 0) + 1];

export function useComposer(footwork: Footwork): Composer {
  const { setValue } = useFormContext<WithPattern>();
  const { items, start } = useWatch<WithPattern, 'pattern'>({ name: 'pattern' });
  const [choice, setChoice] = useState<Choice | null>(null);
  const [held, setHeld] = useState<Item | null>(null);
  const { moves } = footwork;
  const item = choice && itemAt(items, choice.path);
  const isOwn = (move: Footwork['moves'][number] | undefined): boolean =>
    choice !== null && move !== undefined && isSame(move.path, choice.path);
  const number = !choice
    ? null
    : isOwn(moves[choice.number - 1])
      ? choice.number
      : (moves.find(isOwn)?.number ?? null);
  const write = (next: readonly Item[], path?: ItemPath): void => {
    if (next.length === 0) return;
    setValue('pattern', { start, items: next }, { shouldDirty: true });
    if (path) setChoice({ path, number: 0 });
  };
  const at = choice && item ? choice.path : null;
  const change = (to: (own: Item) => Item): void => {
    if (at && item) write(replaceAt(items, at, [to(item)]), at);
  };
  const insert = (more: Item): void =>
    write(insertAfter(items, at, [more]), at ? nextTo(at) : [items.length]);
  return {
    items,
    number,
    path: at,
    item,
    held,
    choose: (next) => {
      const move = moves[next - 1];
      if (move) setChoice({ path: move.path, number: next });
    },
    choosePath: (path) => setChoice({ path, number: 0 }),
    add: (move) => insert({ move }),
    put: (next) => change(() => next),
    remove: () => {
      if (!at) return;
      const left = removeAt(items, at);
      const before: ItemPath = [...at.slice(0, -1), Math.max(0, (at.at(-1) ?? 0) - 1)];
      write(left, itemAt(left, before) ? before : [0]);
    },
    shift: (by) => at && write(shiftAt(items, at, by), shiftedPath(items, at, by)),
    copy: () => setHeld(item),
    paste: () => held && insert(held),
    mirror: () => change(mirrored),
    turn: (deg) => change((own) => turned(own, deg)),
    scale: (factor) => change((own) => scaled(own, factor)),
    group: (count, repeat, otherSide) =>
      at &&
      write(groupAt(items, at, count, { repeat, ...(otherSide ? { otherSide: true } : {}) }), [...at, 0]),
    ungroup: () => {
      const around = at && at.length > 1 ? at.slice(0, -1) : at;
      if (around) write(ungroupAt(items, around), around);
    },
  };
}
