import fc from 'fast-check';
import { merge, pathWords, valueWords } from './merge.ts';

const base = {
  name: 'Ada',
  note: '',
  lengths: { statureM: 1.7, armM: 0.7 },
  pieces: [
    { id: 'a', x: 1 },
    { id: 'b', x: 2 },
  ],
};

test('what only one of two changed is taken from it, at any depth', () => {
  const mine = { ...base, note: 'left knee', lengths: { ...base.lengths, armM: 0.72 } };
  const theirs = { ...base, name: 'Ada Fell', lengths: { ...base.lengths, statureM: 1.71 } };
  const { withMine, withTheirs, collisions } = merge(base, mine, theirs);
  expect(collisions).toEqual([]);
  expect(withMine).toEqual(withTheirs);
  expect(withMine).toMatchObject({
    name: 'Ada Fell',
    note: 'left knee',
    lengths: { statureM: 1.71, armM: 0.72 },
  });
});

test('what both changed is named, and is the only thing that differs between keeping and taking', () => {
  const mine = { ...base, note: 'mine', name: 'Mine only' };
  const theirs = { ...base, note: 'theirs' };
  const { withMine, withTheirs, collisions } = merge(base, mine, theirs);
  expect(collisions).toEqual([{ path: ['note'], mine: 'mine', theirs: 'theirs' }]);
  expect(withMine).toEqual({ ...base, note: 'mine', name: 'Mine only' });
  expect(withTheirs).toEqual({ ...base, note: 'theirs', name: 'Mine only' });
});

test('things in a list are known by their id: added, moved and taken away by either', () => {
  const mine = {
    ...base,
    pieces: [
      { id: 'a', x: 9 },
      { id: 'b', x: 2 },
      { id: 'mine', x: 0 },
    ],
  };
  const theirs = {
    ...base,
    pieces: [
      { id: 'theirs', x: 5 },
      { id: 'a', x: 1 },
    ],
  };
  const { withMine, collisions } = merge(base, mine, theirs);
  expect(collisions).toEqual([]);
  expect(withMine.pieces).toEqual([
    { id: 'a', x: 9 },
    { id: 'mine', x: 0 },
    { id: 'theirs', x: 5 },
  ]);
});

test('one took away what the other changed: that is a collision', () => {
  const mine = { ...base, pieces: [{ id: 'a', x: 1 }] };
  const theirs = {
    ...base,
    pieces: [
      { id: 'a', x: 1 },
      { id: 'b', x: 7 },
    ],
  };
  const { collisions } = merge(base, mine, theirs);
  expect(collisions).toEqual([{ path: ['pieces', 'b'], mine: undefined, theirs: { id: 'b', x: 7 } }]);
});

test('an edit that only one made is that edit; two equal edits are one', () => {
  const value = fc.jsonValue();
  fc.assert(
    fc.property(fc.dictionary(fc.string(), value), fc.dictionary(fc.string(), value), (a, b) => {
      expect(merge(a, b, a).withMine).toEqual(b);
      expect(merge(a, a, b).withMine).toEqual(b);
      expect(merge(a, b, b)).toMatchObject({ withMine: b, collisions: [] });
    }),
  );
});

test('places and values are told in words', () => {
  expect(pathWords(['lengths', 'shoulderWidthM'])).toBe('lengths, shoulder width');
  expect([undefined, '', null, 1.7, 'x'.repeat(80)].map(valueWords)).toEqual([
    'gone',
    'nothing',
    'nothing',
    '1.7',
    `${'x'.repeat(57)} …`,
  ]);
});
