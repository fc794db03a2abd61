import fc from 'fast-check';
import { snap, type SnapRules } from './snap.ts';
import { distanceM } from '../geometry/index.ts';

const NONE: SnapRules = { gridM: null, datums: [], others: [], withinM: 0.1 };

test('nothing near leaves a thing where the hand put it', () => {
  expect(snap({ x: 1.234, y: 5.678 }, NONE)).toEqual({ at: { x: 1.234, y: 5.678 }, guides: [] });
});

test('the grid catches both ways, a datum catches before the grid', () => {
  expect(snap({ x: 1.23, y: 5.68 }, { ...NONE, gridM: 0.25 }).at).toEqual({ x: 1.25, y: 5.75 });
  const rules = { ...NONE, gridM: 0.25, datums: [{ x: 1.2, y: 5.7 }] };
  expect(snap({ x: 1.23, y: 5.68 }, rules).at).toEqual({ x: 1.2, y: 5.7 });
});

test('a thing comes in line with another, each way on its own', () => {
  const { at, guides } = snap({ x: 2.04, y: 7 }, { ...NONE, others: [{ x: 2, y: 1 }] });
  expect(at).toEqual({ x: 2, y: 7 });
  expect(guides).toEqual([{ kind: 'in-line', from: { x: 2, y: 1 }, to: at }]);
});

test('the third of a row keeps the spacing of the two, outside or between', () => {
  const others = [
    { x: 1, y: 3 },
    { x: 2.1, y: 3 },
  ];
  expect(snap({ x: 3.25, y: 3.02 }, { ...NONE, others }).at).toEqual({ x: 3.2, y: 3 });
  expect(snap({ x: -0.07, y: 3 }, { ...NONE, others }).at).toEqual({ x: -0.1, y: 3 });
  expect(snap({ x: 1.5, y: 3 }, { ...NONE, others }).at).toEqual({ x: 1.55, y: 3 });
});

test('without a grid nothing is moved further than it may be caught', () => {
  const coordinate = fc.integer({ min: 0, max: 1000 }).map((cm) => cm / 100);
  const point = fc.record({ x: coordinate, y: coordinate });
  fc.assert(
    fc.property(
      point,
      fc.array(point, { maxLength: 8 }),
      fc.array(point, { maxLength: 4 }),
      (p, others, datums) => {
        const { at, guides } = snap(p, { ...NONE, others, datums });
        expect(distanceM(at, p)).toBeLessThan(0.1 * Math.SQRT2 + 1e-9);
        if (guides.length === 0) expect(at).toEqual(p);
      },
    ),
  );
});
