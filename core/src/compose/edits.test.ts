import fc from 'fast-check';
import { the } from '../measure/index.ts';
import { MOVE_NAMES, MOVES } from '../moves/index.ts';
import { writtenOut, type Item } from '../pattern/index.ts';
import {
  groupAt,
  insertAfter,
  isInSpan,
  itemAt,
  itemsAt,
  mirrored,
  removeAt,
  replaceAt,
  scaled,
  shiftAt,
  shiftedPath,
  spanOf,
  turned,
  ungroupAt,
} from './index.ts';

const last = (path: readonly number[]): number => the(path.at(-1));

const cue = fc.constantFrom(...MOVE_NAMES).map((name): Item => ({ move: MOVES[name].usual }));
const { items: list } = fc.letrec<{ item: Item; items: Item[] }>((tie) => ({
  item: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    cue,
    fc.record({ repeat: fc.integer({ min: 1, max: 3 }), items: tie('items') }),
  ),
  items: fc.array(tie('item'), { minLength: 1, maxLength: 4 }),
}));
/** Some items and the path of one of them. */
const somewhere = list.chain((items) => {
  const paths = (own: readonly Item[], before: readonly number[] = []): number[][] =>
    own.flatMap((item, i) => [
      [...before, i],
      ...('repeat' in item ? paths(item.items, [...before, i]) : []),
    ]);
  return fc.record({ items: fc.constant(items), path: fc.constantFrom(...paths(items)) });
});
const flat = (items: readonly Item[]): unknown[] =>
  writtenOut(items).map((entry) => ('cue' in entry ? entry.cue : entry.weave));

test('what is put in after a place stands there, and taken out again leaves what was', () => {
  fc.assert(
    fc.property(somewhere, cue, ({ items, path }, more) => {
      const next = [...path.slice(0, -1), last(path) + 1];
      const put = insertAfter(items, path, [more]);
      expect(itemAt(put, next)).toEqual(more);
      expect(removeAt(put, next)).toEqual(items);
    }),
  );
});

test('an item replaced by itself changes nothing, one replaced by two is both in its place', () => {
  fc.assert(
    fc.property(somewhere, cue, ({ items, path }, more) => {
      const own = the(itemAt(items, path));
      expect(replaceAt(items, path, [own])).toEqual(items);
      expect(itemAt(replaceAt(items, path, [more, own]), path)).toEqual(more);
    }),
  );
});

test('shifted on and back again an item is where it was; nothing is lost at either end', () => {
  fc.assert(
    fc.property(somewhere, fc.integer({ min: -3, max: 3 }), ({ items, path }, by) => {
      const to = shiftedPath(items, path, by);
      const shifted = shiftAt(items, path, by);
      expect(itemAt(shifted, to)).toEqual(itemAt(items, path));
      const back = last(path) - last(to);
      expect(shiftAt(shifted, to, back)).toEqual(items);
      expect(flat(shifted)).toHaveLength(flat(items).length);
    }),
  );
});

test('a group taken apart is what it was made of; three times it is three times as many moves', () => {
  fc.assert(
    fc.property(somewhere, fc.integer({ min: 1, max: 3 }), ({ items, path }, count) => {
      const once = groupAt(items, path, count, { repeat: 1 });
      expect(flat(once)).toEqual(flat(items));
      expect(ungroupAt(once, path)).toEqual(items);
      const [own] = [the(itemAt(groupAt(items, path, count, { repeat: 3 }), path))];
      const grouped = the(itemAt(once, path));
      expect(flat([own])).toHaveLength(3 * flat([grouped]).length);
    }),
  );
});

test('mirrored twice is the item itself, turned all the way round too', () => {
  fc.assert(
    fc.property(somewhere, fc.integer({ min: -350, max: 350 }), ({ items, path }, deg) => {
      const own = the(itemAt(items, path));
      expect(mirrored(mirrored(own))).toEqual(own);
      expect(turned(turned(own, deg), 360 - deg)).toEqual(own);
    }),
  );
});

test('by hand: a step of 20 cm ahead, turned a quarter and halved, is 10 cm to the right', () => {
  const step: Item = {
    move: { do: 'step', bearingDeg: 0, length: { value: 0.2, unit: 'm' }, feet: 'both' },
  };
  expect(scaled(turned(step, 90), 0.5)).toEqual({
    move: { do: 'step', bearingDeg: 90, length: { value: 0.1, unit: 'm' }, feet: 'both' },
  });
  // A gap to the target is not how far anyone goes.
  const gap: Item = { move: { do: 'to-gap', gap: { value: 1.2, unit: 'm' } } };
  expect(scaled(gap, 0.5)).toEqual(gap);
});

test('a repeat whose last move is taken out goes with it', () => {
  const hold: Item = { move: { do: 'hold' } };
  expect(removeAt([hold, { repeat: 3, items: [hold] }], [1, 0])).toEqual([hold]);
});

/** Some items, and all from one of them to another. */
const spans = list.chain((items) => {
  const paths = (own: readonly Item[], before: readonly number[] = []): number[][] =>
    own.flatMap((item, i) => [
      [...before, i],
      ...('repeat' in item ? paths(item.items, [...before, i]) : []),
    ]);
  const one = fc.constantFrom(...paths(items));
  return fc.record({ items: fc.constant(items), one, other: one });
});

test('a span holds both its ends, begins at the first, and is the same from either end', () => {
  fc.assert(
    fc.property(spans, ({ items, one, other }) => {
      const span = spanOf(one, other);
      expect(span).toEqual(spanOf(other, one));
      expect(isInSpan(span, one)).toBe(true);
      expect(isInSpan(span, other)).toBe(true);
      expect(itemsAt(items, span.path, span.count)).toHaveLength(span.count);
      const after = [...span.path.slice(0, -1), last(span.path) + span.count];
      expect(isInSpan(span, after)).toBe(false);
    }),
  );
});

test('some items moved on and back again are where they were, and nothing is lost on the way', () => {
  fc.assert(
    fc.property(spans, fc.integer({ min: -3, max: 3 }), ({ items, one, other }, by) => {
      const { path, count } = spanOf(one, other);
      const moved = shiftAt(items, path, by, count);
      const there = shiftedPath(items, path, by, count);
      expect(itemsAt(moved, there, count)).toEqual(itemsAt(items, path, count));
      expect(shiftAt(moved, there, last(path) - last(there), count)).toEqual(items);
      expect([...flat(moved)].map((one) => JSON.stringify(one)).sort()).toEqual(
        [...flat(items)].map((one) => JSON.stringify(one)).sort(),
      );
    }),
  );
});

test('the choice reaches over the groups that its ends stand in: counted by hand', () => {
  // 0, 1 { 0, 1 { 0 } }, 2
  expect(spanOf([1, 0], [1, 1, 0])).toEqual({ path: [1, 0], count: 2 });
  expect(spanOf([1, 1, 0], [2])).toEqual({ path: [1], count: 2 });
  expect(spanOf([0], [0])).toEqual({ path: [0], count: 1 });
});
