import { itemSchema, MOST_IN_LIST } from '@angled-chalk/contract';
import {
  groupAt,
  insertAfter,
  isInSpan,
  itemAt,
  itemsAt,
  removeAt,
  replaceAt,
  scaled,
  shiftAt,
  shiftedPath,
  spanOf,
  turned,
  ungroupAt,
  type ItemPath,
  type Span,
} from '@angled-chalk/core/compose';
import type { Move } from '@angled-chalk/core/moves';
import {
  MOST_ITEMS,
  mirrorItems,
  writtenOut,
  type Footwork,
  type Item,
  type Pattern,
} from '@angled-chalk/core/pattern';
import { useMemo, useState } from 'react';
import { useNow } from '../parts/useNow.ts';

/** What is chosen: all from one item to another, and which round of the other is meant. */
interface Choice {
  readonly from: ItemPath;
  readonly to: ItemPath;
  readonly number: number;
}

/** What a hand does to the moves of a pattern. These stay the same while the pattern changes. */
export interface ComposerActions {
  readonly choose: (number: number) => void;
  /** The choice goes from where it began to this move. */
  readonly extend: (number: number) => void;
  /** The choice is the group that it stands in. */
  readonly widen: () => void;
  readonly add: (move: Move) => void;
  /** The chosen one as it is now; while a foot is dragged it comes many times, and is one step back. */
  readonly put: (change: (item: Item) => Item) => void;
  readonly remove: () => void;
  readonly shift: (by: number) => void;
  /** The chosen ones to where another move stands, before it or after it by where they come from. */
  readonly shiftTo: (number: number) => void;
  readonly copy: () => void;
  readonly paste: () => void;
  readonly mirror: () => void;
  readonly turn: (deg: number) => void;
  readonly scale: (factor: number) => void;
  /** The chosen ones as a group. */
  readonly group: (repeat: number, otherSide: boolean) => void;
  readonly ungroup: () => void;
}

/** The moves of a pattern in a coach's hand: some are chosen, and everything is done to them or after them. */
export interface Composer {
  /** Number of the chosen move, the last one of several; null where none is. */
  readonly number: number | null;
  /** Numbers of the first and the last move that are chosen. */
  readonly numbers: readonly [number, number] | null;
  /** What is chosen, where it is one. */
  readonly item: Item | null;
  /** How many are chosen. */
  readonly count: number;
  readonly isInGroup: boolean;
  readonly holds: boolean;
  /** Why the last thing was not done. */
  readonly refused: string | null;
  readonly actions: ComposerActions;
}

interface ComposerOptions {
  readonly pattern: Pattern;
  readonly footwork: Footwork;
  /** `joins`: with changes just before it this is one step back. */
  readonly onPattern: (pattern: Pattern, joins: boolean) => void;
}

const isSame = (a: ItemPath, b: ItemPath): boolean => a.length === b.length && a.every((n, i) => n === b[i]);
const nextTo = (path: ItemPath, by = 1): ItemPath => [...path.slice(0, -1), (path.at(-1) ?? 0) + by];

/** Why a pattern cannot be as it would be then; null where it can. */
function refusal(items: readonly Item[], changed: readonly Item[]): string | null {
  if (items.length === 0) return 'A pattern has at least one move.';
  if (items.length > MOST_IN_LIST)
    return `A pattern holds ${MOST_IN_LIST} moves in a row; put some of them into a group that comes again.`;
  if (changed.some((item) => 'repeat' in item) && writtenOut(items).length > MOST_ITEMS)
    return `With its groups written out a pattern holds ${MOST_ITEMS} moves.`;
  return changed.every((item) => itemSchema.safeParse(item).success)
    ? null
    : 'That is further, or more, than a move can be.';
}

/** Numbers of the first and last move of what is chosen, in the round that a move is of. */
function numbersOf(
  moves: Footwork['moves'],
  span: Span,
  number: number,
  item: Item | null,
): readonly [number, number] {
  if (item && !('repeat' in item)) return [number, number];
  const isIn = (place: number): boolean => {
    const move = moves[place];
    return move !== undefined && isInSpan(span, move.path);
  };
  let [first, last] = [number - 1, number - 1];
  while (isIn(first - 1)) first -= 1;
  while (isIn(last + 1)) last += 1;
  return [first + 1, last + 1];
}

export function useComposer(options: ComposerOptions): Composer {
  const {
    pattern: { items },
    footwork: { moves },
  } = options;
  const [choice, setChoice] = useState<Choice | null>(null);
  const [held, setHeld] = useState<readonly Item[]>([]);
  const [refused, setRefused] = useState<string | null>(null);
  const known = choice && itemAt(items, choice.from) && itemAt(items, choice.to) ? choice : null;
  const span = useMemo(() => known && spanOf(known.from, known.to), [known]);
  const number = useMemo(() => {
    if (!known || !span) return null;
    const isOwn = (move: Footwork['moves'][number] | undefined): boolean =>
      move !== undefined && (isSame(move.path, known.to) || isInSpan(span, move.path));
    return isOwn(moves[known.number - 1]) ? known.number : (moves.findLast(isOwn)?.number ?? null);
  }, [known, span, moves]);
  const item = span?.count === 1 ? itemAt(items, span.path) : null;
  const numbers = useMemo(
    () => (span && number !== null ? numbersOf(moves, span, number, item) : null),
    [span, number, moves, item],
  );
  const now = useNow({ ...options, known, span, held });
  const actions = useMemo(() => actionsOver(now, { setChoice, setHeld, setRefused }), [now]);
  return {
    number,
    numbers,
    item,
    count: span?.count ?? 0,
    isInGroup: (span?.path.length ?? 0) > 1,
    holds: held.length > 0,
    refused,
    actions,
  };
}

interface Now extends ComposerOptions {
  readonly known: Choice | null;
  readonly span: Span | null;
  readonly held: readonly Item[];
}

interface Setters {
  readonly setChoice: (choice: Choice | null) => void;
  readonly setHeld: (held: readonly Item[]) => void;
  readonly setRefused: (why: string | null) => void;
}

/** Adds a move and takes it out again where nobody sees it: what a key needs has run once before the first is pressed. */
export function rehearse(options: ComposerOptions): void {
  const last = [options.pattern.items.length - 1];
  const now: Now = { ...options, known: null, span: spanOf(last, last), held: [] };
  const { add, remove } = actionsOver(() => now, UNSEEN);
  add({ do: 'step', bearingDeg: 0, length: { value: 0.1, unit: 'm' }, feet: 'both' });
  remove();
}

const UNSEEN: Setters = {
  setChoice: () => undefined,
  setHeld: () => undefined,
  setRefused: () => undefined,
};

function actionsOver(now: () => Now, { setChoice, setHeld, setRefused }: Setters): ComposerActions {
  const itemsNow = (): readonly Item[] => now().pattern.items;
  const select = ({ path, count }: Span): void =>
    setChoice({ from: path, to: nextTo(path, count - 1), number: 0 });
  const write = (
    next: readonly Item[],
    changed: readonly Item[],
    chosen: Span | null,
    joins = false,
  ): void => {
    const why = refusal(next, changed);
    setRefused(why);
    if (why !== null) return;
    now().onPattern({ ...now().pattern, items: next }, joins);
    if (chosen) select(chosen);
  };
  /** Does something to what is chosen, where something is. */
  const withSpan = (run: (span: Span) => void) => () => {
    const { span } = now();
    if (span) run(span);
  };
  const change = (to: (own: readonly Item[]) => readonly Item[], joins = false): void =>
    withSpan((span) => {
      const next = to(itemsAt(itemsNow(), span.path, span.count));
      write(replaceAt(itemsNow(), span.path, next, span.count), next, span, joins);
    })();
  const insert = (more: readonly Item[]): void => {
    const { span } = now();
    const after = span ? nextTo(span.path, span.count - 1) : null;
    const path = after ? nextTo(after) : [itemsNow().length];
    write(insertAfter(itemsNow(), after, more), more, { path, count: more.length });
  };
  const moveAt = (number: number): Footwork['moves'][number] | undefined => now().footwork.moves[number - 1];
  const shift = (by: number): void =>
    withSpan(({ path, count }) =>
      write(shiftAt(itemsNow(), path, by, count), [], {
        path: shiftedPath(itemsNow(), path, by, count),
        count,
      }),
    )();
  return {
    choose: (number) => {
      const move = moveAt(number);
      if (move) setChoice({ from: move.path, to: move.path, number });
    },
    extend: (number) => {
      const move = moveAt(number);
      const { known } = now();
      if (move) setChoice({ from: known?.from ?? move.path, to: move.path, number });
    },
    widen: withSpan(({ path }) => {
      if (path.length > 1) select({ path: path.slice(0, -1), count: 1 });
    }),
    add: (move) => insert([{ move }]),
    put: (to) => change((own) => own.map(to), true),
    remove: withSpan(({ path, count }) => {
      const left = removeAt(itemsNow(), path, count);
      const before = nextTo(path, (path.at(-1) ?? 0) > 0 ? -1 : 0);
      write(left, [], { path: itemAt(left, before) ? before : [0], count: 1 });
    }),
    shift,
    shiftTo: (number) =>
      withSpan((span) => {
        const to = moveAt(number)?.path;
        const depth = span.path.length - 1;
        const isBeside = to && span.path.slice(0, -1).every((one, i) => one === to[i]);
        if (!to || !isBeside || isInSpan(span, to)) return;
        const [own, place] = [span.path[depth] ?? 0, to[depth] ?? 0];
        shift(place < own ? place - own : place - own - span.count + 1);
      })(),
    copy: withSpan(({ path, count }) => setHeld(itemsAt(itemsNow(), path, count))),
    paste: () => {
      if (now().held.length > 0) insert(now().held);
    },
    mirror: () => change(mirrorItems),
    turn: (deg) => change((own) => own.map((item) => turned(item, deg))),
    scale: (factor) => change((own) => own.map((item) => scaled(item, factor))),
    group: (repeat, otherSide) =>
      withSpan(({ path, count }) => {
        const next = groupAt(itemsNow(), path, count, { repeat, ...(otherSide ? { otherSide: true } : {}) });
        const made = itemAt(next, path);
        write(next, made ? [made] : [], { path: [...path, 0], count });
      })(),
    ungroup: withSpan(({ path }) => {
      const around = path.length > 1 ? path.slice(0, -1) : path;
      write(ungroupAt(itemsNow(), around), [], { path: around, count: 1 });
    }),
  };
}
