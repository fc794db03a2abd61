import fc from 'fast-check';
import { crossingSides, signedAreaM2 } from './polygon.ts';
import { outlineOfSides, sidesOfOutline, type Side } from './sides.ts';
import { distanceM, type Point } from './vector.ts';

function outlineOf(sides: readonly Side[]) {
  const read = outlineOfSides(sides);
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
}

test('a room of five by four closes by itself', () => {
  const { outline, misclosureM, angleOffDeg } = outlineOf(
    [5, 4, 5, 4].map((lengthM) => ({ lengthM, cornerDeg: 90 })),
  );
  expect(misclosureM).toBeLessThan(1e-12);
  expect(angleOffDeg).toBe(0);
  expect(outline).toEqual([
    { x: 0, y: 0 },
    { x: 5, y: 0 },
    { x: 5, y: 4 },
    { x: 0, y: 4 },
  ]);
});

test('an L juts in where its angle is 270 degrees', () => {
  const { outline } = outlineOf([
    { lengthM: 6, cornerDeg: 90 },
    { lengthM: 3, cornerDeg: 90 },
    { lengthM: 2, cornerDeg: 270 },
    { lengthM: 4, cornerDeg: 90 },
    { lengthM: 4, cornerDeg: 90 },
    { lengthM: 7, cornerDeg: 90 },
  ]);
  expect(outline).toHaveLength(6);
  expect(signedAreaM2(outline)).toBeCloseTo(6 * 3 + 4 * 4, 9);
});

// Source: the compass rule worked by hand: a square of 10 m with one side taped 4 cm long misses its start by
// 4 cm; each corner takes the share of it that has been walked: 10, 20.04 and 30.04 of 40.04 m.
test('what the sides miss by is spread by the length walked', () => {
  const { outline, misclosureM } = outlineOf(
    [10, 10.04, 10, 10].map((lengthM) => ({ lengthM, cornerDeg: 90 })),
  );
  expect(misclosureM).toBeCloseTo(0.04, 9);
  const [a, b, c, d] = outline as [Point, Point, Point, Point];
  const part = (walked: number): number => (-0.04 * walked) / 40.04;
  expect(b.y - a.y).toBeCloseTo(part(10), 3);
  expect(c.y - a.y).toBeCloseTo(10.04 + part(20.04), 3);
  expect(d.y - a.y).toBeCloseTo(10.04 + part(30.04), 3);
  expect(distanceM(d, a)).toBeCloseTo(10.01, 3);
});

test('angles that do not sum to what they must are balanced equally, and the rest is told', () => {
  const { angleOffDeg, outline } = outlineOf(
    [91, 91, 91, 91].map((cornerDeg) => ({ lengthM: 5, cornerDeg })),
  );
  expect(angleOffDeg).toBe(4);
  expect(sidesOfOutline(outline).map(({ cornerDeg }) => Math.round(cornerDeg))).toEqual([90, 90, 90, 90]);
});

test('sides read off an outline and walked again give the outline, at its own origin', () => {
  const radius = fc.integer({ min: 200, max: 900 }).map((cm) => cm / 100);
  fc.assert(
    fc.property(fc.array(radius, { minLength: 3, maxLength: 9 }), (radii) => {
      const corners = radii.map((r, i) => {
        const angle = (2 * Math.PI * i) / radii.length;
        return { x: r * Math.cos(angle), y: r * Math.sin(angle) };
      });
      fc.pre(crossingSides(corners) === null);
      const again = outlineOf(sidesOfOutline(corners)).outline;
      expect(Math.abs(signedAreaM2(again))).toBeCloseTo(Math.abs(signedAreaM2(corners)), 1);
      again.forEach((corner, i) =>
        expect(distanceM(corner, again[(i + 1) % again.length]!)).toBeCloseTo(
          distanceM(corners[i]!, corners[(i + 1) % corners.length]!),
          3,
        ),
      );
    }),
  );
});

test.each([
  [[{ lengthM: 5, cornerDeg: 90 }], 'three sides'],
  [[5, 0, 5].map((lengthM) => ({ lengthM, cornerDeg: 60 })), 'Side 2'],
  [[5, NaN, 5].map((lengthM) => ({ lengthM, cornerDeg: 60 })), 'Side 2'],
  [[90, 400, 90].map((cornerDeg) => ({ lengthM: 5, cornerDeg })), 'after side 2'],
  [[6, 3, 6, 6].map((lengthM) => ({ lengthM, cornerDeg: 90 })), 'misses the start by 3.00 m'],
  [[91, 80, 91, 120].map((cornerDeg) => ({ lengthM: 5, cornerDeg })), 'the angles by 22°'],
])('%j is told', (sides, says) => {
  const read = outlineOfSides(sides);
  expect(read.ok ? '' : read.problem.message).toContain(says);
});

test('sides that cross or fold back are found', () => {
  const corners = (...xy: [number, number][]): Point[] => xy.map(([x, y]) => ({ x, y }));
  expect(crossingSides(corners([0, 0], [4, 4], [4, 0], [0, 4]))).toEqual([1, 3]);
  expect(crossingSides(corners([0, 0], [4, 0], [2, 0], [2, 3]))).toEqual([1, 2]);
  expect(crossingSides(corners([0, 0], [4, 0], [4, 4], [0, 4]))).toBeNull();
});
