import fc from 'fast-check';
import { EigenvalueDecomposition, inverse, Matrix } from 'ml-matrix';
import Papa from 'papaparse';
import { chanceFrom } from '../sim/random.ts';
import { rectangularFloor, type Cone } from './floor.ts';
import { setOut, sideOf, twoTapeFix, twoTapePoint } from './setout.ts';
import { setOutCsv } from './setout-csv.ts';
import { distanceM } from './vector.ts';

const mat = rectangularFloor('mat', 6, 8);
const cone = (number: number, x: number, y: number): Cone => ({ number, at: { x, y }, radiusM: 0.08 });
const A = { x: 0, y: 0 };
const B = { x: 5, y: 0 };

// Source: worked by hand from the 3-4-5 triangle (Euclid, Elements I.48): the foot of its height
// divides the hypotenuse 5 into 9/5 and 16/5, and the height is 12/5.
test('tapes of three and four metres from datums five metres apart meet 1.8 m along and 2.4 m out', () => {
  const left = twoTapePoint(A, 3, B, 4, 'left')!;
  expect(left.x).toBeCloseTo(1.8, 12);
  expect(left.y).toBeCloseTo(2.4, 12);
  expect(twoTapePoint(A, 3, B, 4, 'right')!.y).toBeCloseTo(-2.4, 12);
  expect(twoTapeFix(left, A, B).angleDeg).toBeCloseTo(90, 9);
});

test('tapes that are too short do not meet, and say so', () => {
  expect(twoTapePoint(A, 2, B, 2.5, 'left')).toBeNull();
  expect(twoTapePoint(A, 2, A, 2, 'left')).toBeNull();
});

test('setting out the distances of a mark on its side gives the mark back', () => {
  const coordinate = fc.double({ min: 0.2, max: 5.8, noNaN: true });
  fc.assert(
    fc.property(coordinate, coordinate, (x, y) => {
      const { rows } = setOut(mat, [cone(1, x, y)]);
      const row = rows[0]!;
      const [a, b] = row.datums;
      const again = twoTapePoint(a.at, row.fix.distancesM[0], b.at, row.fix.distancesM[1], row.side)!;
      expect(distanceM(again, { x, y })).toBeLessThan(1e-6);
      expect(distanceM(row.check.from.at, { x, y })).toBeCloseTo(row.check.distanceM, 12);
    }),
  );
});

// Source: least squares, cov = u^2 (J^T J)^-1 with J the unit directions, eigenvalues by ml-matrix.
test('the error ellipse is the eigen-decomposition of the covariance of two readings', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 5, noNaN: true }),
      fc.double({ min: 0.5, max: 6, noNaN: true }),
      (x, y) => {
        const mark = { x, y };
        const fix = twoTapeFix(mark, A, B, 0.005);
        const unit = (d: typeof A) => [(x - d.x) / distanceM(mark, d), (y - d.y) / distanceM(mark, d)];
        const J = new Matrix([unit(A), unit(B)]);
        const covariance = inverse(J.transpose().mmul(J)).mul(0.005 ** 2);
        const axes = new EigenvalueDecomposition(covariance).realEigenvalues
          .map(Math.sqrt)
          .sort((p, q) => q - p);
        expect(fix.majorM).toBeCloseTo(axes[0]!, 9);
        expect(fix.minorM).toBeCloseTo(axes[1]!, 9);
      },
    ),
  );
});

// Source: simulation; the ellipse is a first-order statement, so a tenth of slack.
test('readings with that error scatter as far as the ellipse says', () => {
  const chance = chanceFrom(5);
  const mark = { x: 1.2, y: 3.1 };
  const fix = twoTapeFix(mark, A, B, 0.005);
  const off = Array.from({ length: 4000 }, () => {
    const [r1, r2] = fix.distancesM.map((r) => r + 0.005 * chance.normal()) as [number, number];
    return distanceM(twoTapePoint(A, r1, B, r2, sideOf(mark, A, B))!, mark) ** 2;
  });
  const rms = Math.sqrt(off.reduce((a, b) => a + b) / off.length);
  const expected = Math.hypot(fix.majorM, fix.minorM);
  expect(rms / expected).toBeGreaterThan(0.9);
  expect(rms / expected).toBeLessThan(1.1);
});

// Source: rule of well-conditioned triangles, 30 to 150 degrees (surveying texts, from memory).
test('tapes that meet flatter than 30 degrees make a weak fix', () => {
  expect(twoTapeFix({ x: 2.5, y: 0.3 }, A, B).weak).toBe(true);
  expect(twoTapeFix({ x: 2.5, y: 12 }, A, B).weak).toBe(true);
  expect(twoTapeFix({ x: 2.5, y: 2.5 }, A, B).weak).toBe(false);
});

test('a mark on the line between two datums is taken from other datums', () => {
  const { rows } = setOut(mat, [cone(1, 3, 0.05), cone(2, 3, 4)]);
  expect(rows.every((row) => !row.fix.weak)).toBe(true);
});

test('the check diagonal of six by eight is ten', () => {
  expect(setOut(mat, []).diagonal!.distanceM).toBeCloseTo(10, 12);
});

test('the CSV holds a row a cone and the diagonal, to the millimetre', () => {
  const parsed = Papa.parse<Record<string, string>>(setOutCsv(setOut(mat, [cone(1, 3, 4), cone(2, 2, 2)])), {
    header: true,
    skipEmptyLines: true,
  });
  expect(parsed.data.map((row) => row['mark'])).toEqual(['cone 1', 'cone 2', 'check diagonal']);
  expect(parsed.data[0]!['first_tape_m']).toBe('5.000');
  expect(parsed.data[2]!['check_tape_m']).toBe('10.000');
});
