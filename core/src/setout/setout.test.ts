import fc from 'fast-check';
import Papa from 'papaparse';
import { checkDiagonals } from './check-diagonals.ts';
import { type Floor, rectangularFloor } from '../floor/index.ts';
import { chanceFrom } from '../measure/index.ts';
import { setOut } from './setout.ts';
import { setOutCsv } from './setout-csv.ts';
import { isClear, SQUARE_U_DEG, USUAL_TAPE, type HowTo, type SetOutPoint } from './setout-fix.ts';
import { twoTapePoint } from './two-tapes.ts';
import { distanceM, fromFacing, headingDeg, radians, type Point } from '../geometry/index.ts';

const mat = rectangularFloor('mat', 6, 8);
const mark = (id: string, x: number, y: number): SetOutPoint => ({ id, at: { x, y } });
const twoTapes = (how: HowTo) => {
  if (how.kind !== 'two-tapes') throw new Error(`expected two tapes, got ${how.kind}`);
  return how;
};
/** Follows the words of a row on the floor. */
function follow(how: HowTo, outline: readonly Point[]): Point {
  if (how.kind === 'two-tapes') {
    const [a, b] = how.from;
    return twoTapePoint(a.at, how.distancesM[0], b.at, how.distancesM[1], how.side)!;
  }
  const along = headingDeg(how.from.at, how.towards);
  const foot = fromFacing(how.from.at, along, 0, how.alongM);
  return [1, -1]
    .map((side) => fromFacing(foot, along, side * how.offsetM, 0))
    .find((p) => isClear({ name: '', outline, datums: [] }, foot, p))!;
}

test('following the row on the floor leads to the mark', () => {
  const coordinate = fc.double({ min: 0.2, max: 5.8, noNaN: true });
  fc.assert(
    fc.property(coordinate, coordinate, (x, y) => {
      const { rows } = setOut(mat, [mark('cone 1', x, y)]);
      const row = rows[0]!;
      expect(distanceM(follow(row.how, mat.outline), { x, y })).toBeLessThan(1e-6);
      expect(distanceM(row.check!.from.at, { x, y })).toBeCloseTo(row.check!.distanceM, 12);
    }),
  );
});

test('a mark on the line between two datums is taken from other datums', () => {
  const { rows } = setOut(mat, [mark('cone 1', 3, 0.05), mark('cone 2', 3, 4)]);
  for (const { how } of rows) if (how.kind === 'two-tapes') expect(how.weak).toBe(false);
});

test('no pair of datums with free, long enough tapes has a smaller error ellipse by a quarter', () => {
  const points = [mark('a', 1, 1), mark('b', 3, 5), mark('c', 5, 7), mark('d', 2.2, 3.1)];
  for (const { point, majorM } of setOut(mat, points).rows) {
    for (const { majorM: alone } of setOut(mat, [point]).rows)
      expect(majorM).toBeLessThanOrEqual(1.25 * alone + 1e-12);
  }
});

test('a tape is never longer than the tape, nor through a post', () => {
  const long = rectangularFloor('hall', 18, 24);
  const floor: Floor = {
    ...long,
    fixtures: [{ id: 'p', name: 'post', kind: 'post', at: { x: 2, y: 2 }, radiusM: 0.3 }],
  };
  const points = [mark('a', 4, 4), mark('b', 9, 12), mark('c', 9, 3), mark('d', 5, 6)];
  const { rows, unreachable } = setOut(floor, points, { lengthM: 10, readingUM: 0.005 });
  expect(rows.length + unreachable.length).toBe(4);
  expect(rows.length).toBeGreaterThan(2);
  for (const { how, point } of rows) {
    if (how.kind === 'wall-offset') expect(Math.max(how.alongM, how.offsetM)).toBeLessThanOrEqual(10);
    else
      how.from.forEach(({ at }, i) => {
        expect(how.distancesM[i]).toBeLessThanOrEqual(10);
        expect(isClear(floor, at, point.at)).toBe(true);
      });
  }
  expect(isClear(floor, { x: 0, y: 0 }, { x: 4, y: 4 })).toBe(false);
});

test('where only one wall can be reached the mark is offset from it, and its error says so', () => {
  const hall = rectangularFloor('hall', 30, 30);
  const { rows } = setOut(hall, [mark('a', 6, 2)], { lengthM: 8, readingUM: 0.005 });
  const { how, majorM } = rows[0]!;
  expect(how).toMatchObject({ kind: 'wall-offset', alongM: 6, offsetM: 2 });
  expect(majorM).toBeCloseTo(Math.hypot(0.005, 2 * Math.tan(radians(SQUARE_U_DEG))), 9);
});

test('a wall offset goes into the CSV with its two lengths and how it is measured', () => {
  const along: Floor = { ...mat, datums: [mat.datums[0]!] };
  const out = setOut(along, [mark('cone 1', 2, 1)]);
  expect(out.rows[0]!.how.kind).toBe('wall-offset');
  const { data } = Papa.parse<Record<string, string>>(setOutCsv(out, []), { header: true });
  expect(data[0]).toMatchObject({
    mark: 'cone 1',
    method: 'along the wall, then square into the room',
    weak_fix: 'no',
    second_from: '',
    check_from: '',
  });
  expect(
    [data[0]!['first_tape_m'], data[0]!['second_tape_m']].toSorted((a, b) => Number(a) - Number(b)),
  ).toEqual(['1.000', '2.000']);
});

test('a mark no datum serves is taken from marks that stand, which come first and pass their error on', () => {
  const hall = rectangularFloor('hall', 40, 40);
  const points = [mark('far', 9, 9), mark('a', 5, 4), mark('b', 4, 6), mark('lost', 30, 21)];
  const { rows, unreachable } = setOut(hall, points, { lengthM: 7, readingUM: 0.005 });
  const far = rows.find(({ point }) => point.id === 'far')!;
  expect(twoTapes(far.how).from.map(({ kind }) => kind)).toEqual(['mark', 'mark']);
  for (const { id } of twoTapes(far.how).from) {
    expect(rows.findIndex(({ point }) => point.id === id)).toBeLessThan(rows.indexOf(far));
  }
  expect(far.majorM).toBeGreaterThan(
    Math.max(...rows.filter((row) => row !== far).map(({ majorM }) => majorM)),
  );
  expect(unreachable.map(({ id }) => id)).toEqual(['lost']);
});

// Source: simulation: every tape read with the stated error, all rows followed in order.
test('a mark taken from marks scatters as far as its carried error says', () => {
  const hall = rectangularFloor('hall', 40, 40);
  const points = [mark('a', 5, 4), mark('b', 4, 6), mark('far', 9, 9)];
  const { rows } = setOut(hall, points, { lengthM: 7, readingUM: 0.005 });
  const chance = chanceFrom(11);
  const last = rows.find(({ point }) => point.id === 'far')!;
  const squares = Array.from({ length: 3000 }, () => {
    const stands = new Map<string, Point>();
    for (const { how, point } of rows) {
      if (how.kind === 'wall-offset') {
        const askew = radians(SQUARE_U_DEG) * chance.normal();
        const along = how.alongM + 0.005 * chance.normal() + how.offsetM * Math.tan(askew);
        const offset = how.offsetM + 0.005 * chance.normal();
        const heading = headingDeg(how.from.at, how.towards);
        const side = follow(how, hall.outline);
        const foot = fromFacing(how.from.at, heading, 0, how.alongM);
        const right = distanceM(fromFacing(foot, heading, how.offsetM, 0), side) < 1e-6 ? 1 : -1;
        stands.set(point.id, fromFacing(how.from.at, heading, right * offset, along));
        continue;
      }
      const [a, b] = how.from.map(({ id, at }) => stands.get(id) ?? at) as [Point, Point];
      const [r1, r2] = how.distancesM.map((r) => r + 0.005 * chance.normal()) as [number, number];
      stands.set(point.id, twoTapePoint(a, r1, b, r2, how.side)!);
    }
    return distanceM(stands.get('far')!, last.point.at) ** 2;
  });
  const rms = Math.sqrt(squares.reduce((a, b) => a + b) / squares.length);
  expect(rms / Math.hypot(last.majorM, last.minorM)).toBeGreaterThan(0.8);
  expect(rms / Math.hypot(last.majorM, last.minorM)).toBeLessThan(1.2);
});

test('the check diagonals of six by eight are ten, and every box has its two', () => {
  const square = [mark('1', 0, 0), mark('2', 3, 0), mark('3', 3, 4), mark('4', 0, 4)];
  const checks = checkDiagonals(mat, [square]);
  expect(checks.map(({ from, to }) => `${from}${to}`)).toEqual(['AC', 'BD', '13', '24']);
  expect(checks.map((check) => check.distanceM)).toEqual([10, 10, 5, 5]);
});

test('the CSV holds a row a mark in the order of placing and the diagonals, to the millimetre', () => {
  const table = setOut(mat, [mark('cone 1', 3, 4), mark('cone 2', 2, 2)], USUAL_TAPE);
  const parsed = Papa.parse<Record<string, string>>(setOutCsv(table, checkDiagonals(mat, [])), {
    header: true,
    skipEmptyLines: true,
  });
  expect(parsed.data.map((row) => row['mark']!).toSorted((a, b) => a.localeCompare(b))).toEqual([
    'check diagonal',
    'check diagonal',
    'cone 1',
    'cone 2',
  ]);
  const one = parsed.data.find((row) => row['mark'] === 'cone 1')!;
  expect(one['first_tape_m']).toBe('5.000');
  expect(parsed.data.at(-1)!['check_tape_m']).toBe('10.000');
});
