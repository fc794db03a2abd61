import { DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { KINDS } from '@angled-chalk/core/pair';
import { goodPlaces, packedGround } from './ground-map.ts';

// Three by three cells of a metre: the middle one lies on the partner, the ones about it a metre away.
const ground = (kinds: readonly number[]) => ({
  kinds: Uint8Array.from(kinds),
  columns: 3,
  stepM: 1,
  layers: { sooner: [], reached: [], beside: [] },
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
  const first = packed.layers.sooner.find(({ kind }) => kind === 'mine first');
  expect(first?.areaM2).toBeCloseTo(count * 0.04, 9);
  expect(first?.rings.length).toBeGreaterThan(0);
  const reachedM2 = packed.layers.reached.reduce((sum, { areaM2 }) => sum + areaM2, 0);
  const theirsM2 = packed.layers.sooner
    .filter(({ kind }) => kind !== 'mine alone')
    .reduce((sum, { areaM2 }) => sum + areaM2, 0);
  // Wherever they reach at all they reach in one of the four ways; shapes of a speck are left out of either.
  expect(Math.abs(reachedM2 - theirsM2)).toBeLessThan(1);
});
