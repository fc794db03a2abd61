import { Circle, Point as FlattenPoint } from '@flatten-js/core';
import fc from 'fast-check';
import { measureM, metres, shoulderRopeM, fitStance } from '../body/index.ts';
import { materialsOf, type Mark } from '../floor/index.ts';
import { distanceM, headingDeg, wrapDeg, type Point } from '../geometry/index.ts';
import { DEMO_STUDENTS } from '../sim/index.ts';
import { rulerFor } from '../range/index.ts';
import { commonSpacing, spacingMisfit } from './class-spacing.ts';
import { layoutMarks } from './layout-marks.ts';
import type { Layout } from './layouts.ts';

const stance = fitStance(DEMO_STUDENTS[0]!);
const HERE = { x: 2, y: 1 };
const marksOf = (layout: Layout, at: Point = HERE, turn = 0): Mark[] =>
  layoutMarks({ layout, at, headingDeg: turn }, rulerFor(DEMO_STUDENTS[0]!));

const LAYOUTS: readonly Layout[] = [
  { kind: 'zigzag-lane', cones: 5, spacing: metres(1), offset: metres(0.6) },
  { kind: 'straight-lane', length: metres(4), every: { value: 2, unit: 'half-steps' } },
  { kind: 'single-marker' },
  { kind: 'in-and-out', near: metres(0.9), far: metres(1.6), width: metres(1.2) },
  { kind: 'box', width: metres(2), depth: metres(3) },
  { kind: 'v', arm: metres(2), angleDeg: 90, conesPerArm: 2 },
  { kind: 'star', arms: 6, arm: { value: 3, unit: 'separations' } },
  { kind: 'circle', marks: 8, radius: metres(1.4) },
  { kind: 'quarter-turn-cross', arm: { value: 1, unit: 'separations' } },
  {
    kind: 'ladder',
    rungs: 9,
    every: { value: 1, unit: 'half-steps' },
    width: { value: 1.5, unit: 'shoulders' },
  },
  { kind: 'slip-line', length: metres(5) },
  { kind: 'mirror-lanes', cones: 4, spacing: metres(1), apart: metres(2) },
  { kind: 'scatter', marks: 7, width: metres(4), depth: metres(4), apart: metres(0.8), seed: 4 },
];

test.each(LAYOUTS.map((layout) => [layout.kind, layout] as const))(
  '%s is numbered, named, and turns as a whole',
  (_kind, layout) => {
    const plain = marksOf(layout);
    expect(plain.map(({ number }) => number)).toEqual(plain.map((_, i) => i + 1));
    for (const { name, purpose } of plain) expect(`${name} ${purpose}`.length).toBeGreaterThan(8);
    fc.assert(
      fc.property(fc.integer({ min: -179, max: 180 }), fc.integer({ min: -9, max: 9 }), (turn, shift) => {
        const at = { x: HERE.x + shift, y: HERE.y - shift };
        const moved = marksOf(layout, at, turn);
        moved.forEach((mark, i) => {
          const was = plain[i]!;
          expect(distanceM(mark.at, at)).toBeCloseTo(distanceM(was.at, HERE), 9);
          if (distanceM(was.at, HERE) > 1e-9) {
            expect(Math.abs(wrapDeg(headingDeg(at, mark.at) - headingDeg(HERE, was.at) - turn))).toBeLessThan(
              1e-6,
            );
          }
        });
      }),
      { numRuns: 12 },
    );
  },
);

test('a length in the student’s own measure grows with the student', () => {
  const tall = fitStance(DEMO_STUDENTS[1]!);
  for (const unit of ['half-steps', 'separations', 'shoulders'] as const) {
    expect(measureM({ value: 2, unit }, tall)).toBeGreaterThan(measureM({ value: 2, unit }, stance));
  }
  expect(measureM({ value: 2, unit: 'separations' }, stance)).toBeCloseTo(2 * stance.separation.valueM, 12);
  expect(measureM(metres(2), tall)).toBe(2);
});

// Source: Euclid, Elements IV.15: the side of a regular hexagon is the radius of its circle.
test('six marks on a circle are as far from each other as from the middle', () => {
  const marks = marksOf({ kind: 'circle', marks: 6, radius: metres(1.4) });
  marks.forEach((mark, i) => expect(distanceM(mark.at, marks[(i + 1) % 6]!.at)).toBeCloseTo(1.4, 9));
});

// Source: the general-purpose geometry library @flatten-js/core.
test('marks of a circle lie on the circle of the library', () => {
  const circle = new Circle(new FlattenPoint(HERE.x, HERE.y), 1.4);
  for (const { at } of marksOf({ kind: 'circle', marks: 7, radius: metres(1.4) })) {
    expect(new FlattenPoint(at.x, at.y).distanceTo(circle)[0]).toBeLessThan(1e-9);
  }
});

test('the arms of a V open by its angle', () => {
  const [point, left, right] = marksOf({ kind: 'v', arm: metres(2), angleDeg: 70, conesPerArm: 1 });
  expect(wrapDeg(headingDeg(point!.at, right!.at) - headingDeg(point!.at, left!.at))).toBeCloseTo(70, 9);
});

test('scattered marks keep apart, are the same from the same seed, and stop when no more fit', () => {
  const layout: Layout = {
    kind: 'scatter',
    marks: 9,
    width: metres(4),
    depth: metres(3),
    apart: metres(0.7),
    seed: 4,
  };
  const marks = marksOf(layout);
  expect(marks).toHaveLength(9);
  marks.forEach((a, i) =>
    marks.slice(i + 1).forEach((b) => expect(distanceM(a.at, b.at)).toBeGreaterThanOrEqual(0.7)),
  );
  expect(marksOf(layout)).toEqual(marks);
  const crowded = marksOf({ ...layout, marks: 50, apart: metres(1.5) });
  expect(crowded.length).toBeLessThan(50);
});

test('materials are counted: cones, chalk, rope at shoulder height', () => {
  const all = LAYOUTS.flatMap((layout) => marksOf(layout));
  const counted = materialsOf(all);
  expect(counted.flatCones).toBe(all.filter(({ kind }) => kind === 'cone').length);
  expect(counted.ropeM).toBeCloseTo(5, 9);
  expect(counted.ropeHeightsM).toEqual([shoulderRopeM(stance)]);
  const box = materialsOf(
    marksOf({ kind: 'in-and-out', near: metres(1), far: metres(2), width: metres(1.2) }),
  );
  expect(box.chalkM).toBeCloseTo(2.4, 9);
  expect(materialsOf(marksOf({ kind: 'quarter-turn-cross', arm: metres(0.5) })).chalkM).toBeCloseTo(2, 9);
});

describe('one spacing for the class', () => {
  const stances = DEMO_STUDENTS.map((student) => fitStance(student));

  test('a whole number of half steps does not misfit', () => {
    const halfStepM = measureM({ value: 1, unit: 'half-steps' }, stance);
    expect(spacingMisfit(3 * halfStepM, stance)).toBeCloseTo(0, 9);
    expect(spacingMisfit(3.4 * halfStepM, stance)).toBeCloseTo(0.4, 9);
  });

  // Source: brute force over the same grid.
  test('none on the grid suits the worst suited better', () => {
    const { spacingM, worst, misfits } = commonSpacing(stances, 0.7, 1.5, 1);
    expect(misfits).toHaveLength(stances.length);
    expect(Math.max(...misfits)).toBeCloseTo(worst, 12);
    for (let cm = 70; cm <= 150; cm++) {
      expect(Math.max(...stances.map((one) => spacingMisfit(cm / 100, one)))).toBeGreaterThanOrEqual(
        worst - 1e-12,
      );
    }
    expect(spacingM).toBeGreaterThanOrEqual(0.7);
    expect(() => commonSpacing(stances, 1.001, 1.002, 1)).toThrow(RangeError);
  });

  test('for one student alone it is a whole number of half steps, nearest to the wish', () => {
    const { worst, spacingM } = commonSpacing([stance], 0.7, 1.5, 1.1);
    expect(worst).toBeLessThan(0.02);
    expect(Math.abs(spacingM - 1.1)).toBeLessThan(2 * measureM({ value: 1, unit: 'half-steps' }, stance));
  });
});
