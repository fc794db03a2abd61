import { DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { KINDS } from '@angled-chalk/core/pair';
import { goodPlaces, packedGround } from './ground-map.ts';

// Three by three cells of a metre: the middle one lies on the partner, the ones about it a metre away.
const ground = (kinds: readonly number[]) => ({
  kinds: Uint8Array.from(kinds),
  columns: 3,
  stepM: 1,
  areasM2: { nothing: 0, 'theirs alone': 0, both: 0, 'mine first': 0, 'mine alone': 0 },
  shapes: [],
});
const [NOTHING, FIRST] = [KINDS.indexOf('nothing'), KINDS.indexOf('mine first')];

test('good places are the middles of cells beside others; without one there is none', () => {
  const kinds = [FIRST, NOTHING, NOTHING, NOTHING, NOTHING, NOTHING, NOTHING, NOTHING, FIRST];
  expect(goodPlaces(ground(kinds))).toEqual([
    { x: -1, y: -1 },
    { x: 1, y: 1 },
  ]);
  expect(goodPlaces(ground(kinds.map(() => NOTHING)))).toEqual([]);
});

test('a ground is packed a byte a cell, with the areas of its kinds', () => {
  const [mine, theirs] = DEMO_STUDENTS;
  if (!mine || !theirs) throw new RangeError('The demo has no two students.');
  const packed = packedGround({ mine, theirs, stepM: 0.2 });
  expect(packed.kinds).toHaveLength(30 * 30);
  const count = packed.kinds.filter((kind) => kind === FIRST).length;
  expect(packed.areasM2['mine first']).toBeCloseTo(count * 0.04, 9);
  const first = packed.shapes.find(({ kind }) => kind === 'mine first');
  expect(first?.rings.length).toBeGreaterThan(0);
});
