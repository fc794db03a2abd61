import { isMeasure } from '../body/index.ts';
import { wrapDeg } from '../geometry/index.ts';
import { MOVES, turnMove, type Move } from '../moves/index.ts';
import { mirrorItems, PATTERN_RANGES, type Item, type Repeat } from '../pattern/index.ts';

/** Where an item stands: its place, and the places of the repeats it stands in before that. */
export type ItemPath = readonly number[];

const isRepeat = (item: Item | undefined): item is Repeat => item !== undefined && 'repeat' in item;
/** Lengths are kept to the millimetre, shares of the body to a thousandth. */
const rounded = (value: number): number => Math.round(value * 1000) / 1000;

export function itemAt(items: readonly Item[], [first, ...rest]: ItemPath): Item | null {
  const item = first === undefined ? undefined : items[first];
  if (!item) return null;
  if (rest.length === 0) return item;
  return isRepeat(item) ? itemAt(item.items, rest) : null;
}

/** What a repeat at a path holds; without a path the items themselves. */
function listAt(items: readonly Item[], path: ItemPath): readonly Item[] {
  const held = path.length === 0 ? null : itemAt(items, path);
  return held && isRepeat(held) ? held.items : items;
}

/** Items with the list that holds a path changed; as they were where there is no such list. */
function inList(
  items: readonly Item[],
  [first, ...rest]: ItemPath,
  change: (list: readonly Item[], place: number) => readonly Item[],
): Item[] {
  if (first === undefined) return [...items];
  if (rest.length === 0) return [...change(items, first)];
  const own = items[first];
  return isRepeat(own) ? items.with(first, { ...own, items: inList(own.items, rest, change) }) : [...items];
}

/** Items with others after the one at a path; without a path at the end. */
export const insertAfter = (items: readonly Item[], path: ItemPath | null, more: readonly Item[]): Item[] =>
  path ? inList(items, path, (list, place) => list.toSpliced(place + 1, 0, ...more)) : [...items, ...more];

/** Items with some of one list, from a path on, replaced by others, by as many as they are. */
export const replaceAt = (items: readonly Item[], path: ItemPath, by: readonly Item[], count = 1): Item[] =>
  inList(items, path, (list, place) => list.toSpliced(place, count, ...by));

/** Some of one list, from a path on. */
export const itemsAt = (items: readonly Item[], path: ItemPath, count: number): readonly Item[] => {
  const place = path.at(-1) ?? 0;
  return listAt(items, path.slice(0, -1)).slice(place, place + count);
};

/** Items without some of one list, from a path on; a repeat that holds nothing any more goes too. */
export function removeAt(items: readonly Item[], path: ItemPath, count = 1): Item[] {
  const left = replaceAt(items, path, [], count);
  const around = path.slice(0, -1);
  return around.length > 0 && listAt(left, around).length === 0 ? removeAt(left, around) : left;
}

/** Items with some of one list, from a path on, so many places further on in it; they stop at either end. */
export const shiftAt = (items: readonly Item[], path: ItemPath, by: number, count = 1): Item[] =>
  inList(items, path, (list, place) =>
    list
      .toSpliced(place, count)
      .toSpliced(placeAfterShift(list, place, by, count), 0, ...list.slice(place, place + count)),
  );

const placeAfterShift = (list: readonly Item[], place: number, by: number, count: number): number =>
  Math.min(list.length - count, Math.max(0, place + by));

/** The path that the first of some shifted items has then. */
export function shiftedPath(items: readonly Item[], path: ItemPath, by: number, count = 1): ItemPath {
  const around = path.slice(0, -1);
  return [...around, placeAfterShift(listAt(items, around), path.at(-1) ?? 0, by, count)];
}

/** Some items of one list: the path of the first, and how many. */
export interface Span {
  readonly path: ItemPath;
  readonly count: number;
}

/** All from one item to another, in the list that holds both or what they stand in. */
export function spanOf(one: ItemPath, other: ItemPath): Span {
  const most = Math.min(one.length, other.length) - 1;
  const apart = Array.from({ length: most }, (_, i) => i).find((i) => one[i] !== other[i]) ?? most;
  const [a, b] = [one[apart] ?? 0, other[apart] ?? 0];
  return { path: [...one.slice(0, apart), Math.min(a, b)], count: Math.abs(a - b) + 1 };
}

/** Whether a path leads to something that is in a span, or stands within it. */
export function isInSpan({ path: first, count }: Span, path: ItemPath): boolean {
  const depth = first.length - 1;
  const place = path[depth];
  const from = first[depth] ?? 0;
  return (
    place !== undefined &&
    place >= from &&
    place < from + count &&
    first.slice(0, depth).every((one, i) => path[i] === one)
  );
}

/** Items with some of one list, from a path on, as a group that comes so often. */
export const groupAt = (
  items: readonly Item[],
  path: ItemPath,
  count: number,
  how: Pick<Repeat, 'repeat' | 'otherSide'>,
): Item[] =>
  inList(items, path, (list, place) => {
    const own = list.slice(place, place + count);
    return own.length === 0 ? list : list.toSpliced(place, own.length, { ...how, items: own });
  });

/** Items with the group at a path taken apart: what was in it once. */
export const ungroupAt = (items: readonly Item[], path: ItemPath): Item[] => {
  const held = itemAt(items, path);
  return held && isRepeat(held) ? replaceAt(items, path, held.items) : [...items];
};

/** The same to the other side; twice is the item itself. */
export const mirrored = (item: Item): Item => mirrorItems([item])[0] ?? item;

/** Every move of an item changed, also those that come again. */
function withMoves(item: Item, change: (move: Move) => Move): Item {
  if (isRepeat(item)) return { ...item, items: item.items.map((one) => withMoves(one, change)) };
  return 'move' in item ? { ...item, move: change(item.move) } : item;
}

/** Where it goes, turned clockwise: bearings of travel and headings to face; turns on the spot stay as they are. */
export function turned(item: Item, byDeg: number): Item {
  const round = (deg: number): number => {
    const own = wrapDeg(deg + byDeg);
    return Math.abs(own + 180) < 1e-9 ? 180 : rounded(own);
  };
  const moved = withMoves(item, (move) => turnMove(move, round));
  if ('move' in moved && moved.facing?.on === 'heading')
    return { ...moved, facing: { on: 'heading', deg: round(moved.facing.deg) } };
  if ('weave' in moved)
    return {
      weave: { ...moved.weave, laneHeadingDeg: round(moved.weave.laneHeadingDeg) },
    };
  return moved;
}

/** Every length of travel times a factor, within what a field may hold; a gap to the target is no travel. */
export const scaled = (item: Item, factor: number): Item =>
  'weave' in item
    ? {
        weave: {
          ...item.weave,
          spacingM: clamped(item.weave.spacingM * factor, PATTERN_RANGES.spacingM),
          sideOffsetM: clamped(item.weave.sideOffsetM * factor, PATTERN_RANGES.sideOffsetM),
        },
      }
    : withMoves(item, (move) => scaledMove(move, factor));

const clamped = (value: number, [least, most]: readonly [number, number]): number =>
  rounded(Math.min(most, Math.max(least, value)));

function scaledMove(move: Move, factor: number): Move {
  const lengths = MOVES[move.do].fields.filter((field) => field.as === 'length' && field.isTravel);
  return lengths.reduce<Move>((now, { key }) => {
    const own: unknown = Object.entries(now).find(([name]) => name === key)?.[1];
    // A field of a kind names a key of its own moves.
    return isMeasure(own) ? { ...now, [key]: { ...own, value: rounded(own.value * factor) } } : now;
  }, move);
}
