import fc from 'fast-check';
import { distanceM } from '@angled-chalk/core/geometry';
import type { Finding } from '@angled-chalk/core/rules';
import { groupFindings, spread } from './finding-groups.ts';

const found = (fault: Finding['fault'], x: number, verdict: Finding['verdict'] = 'not-met'): Finding => ({
  id: `${fault} ${x}`,
  fault,
  timeS: x,
  foot: 'left',
  moveNumber: 1,
  at: { x, y: 0 },
  measured: 1,
  limit: 0,
  unit: 'm',
  expandedU: 0,
  verdict,
});

test('findings of one kind and place are one row; another kind, place or sureness is another', () => {
  const list = [
    found('cone-touched', 1),
    found('step-too-long', 1),
    found('cone-touched', 1.2),
    found('cone-touched', 3),
    found('cone-touched', 1.1, 'cannot-tell'),
  ];
  expect(groupFindings(list).map(({ indices }) => indices)).toEqual([[0, 2], [1], [3], [4]]);
});

test('marks that would lie on each other are moved apart, the others stay', () => {
  const point = fc.record({ x: fc.integer({ min: 0, max: 20 }), y: fc.integer({ min: 0, max: 20 }) });
  fc.assert(
    fc.property(fc.array(point, { maxLength: 25 }), (points) => {
      const marks = spread(points, 0.3);
      marks.forEach((a, i) => {
        for (const b of marks.slice(i + 1)) expect(distanceM(a, b)).toBeGreaterThan(0.6);
      });
      expect(
        spread(
          [
            { x: 0, y: 0 },
            { x: 9, y: 0 },
          ],
          0.3,
        ),
      ).toEqual([
        { x: 0, y: 0 },
        { x: 9, y: 0 },
      ]);
    }),
  );
});

test('marks keep off what they must not hide, and the first asked is the nearest', () => {
  const point = fc.record({
    x: fc.double({ min: 0, max: 4, noNaN: true }),
    y: fc.double({ min: 0, max: 4, noNaN: true }),
  });
  fc.assert(
    fc.property(fc.array(point, { maxLength: 8 }), fc.array(point, { maxLength: 8 }), (points, feet) => {
      const discs = feet.map((at) => ({ at, radiusM: 0.15 }));
      const marks = spread(points, 0.1, discs);
      for (const mark of marks)
        for (const disc of discs) expect(distanceM(mark, disc.at)).toBeGreaterThanOrEqual(0.25);
      if (points.length > 0) expect(spread(points.slice(0, 1), 0.1, discs)).toEqual(marks.slice(0, 1));
    }),
  );
});
