import { placingWords, PLACING_WHY, type PlacingFinding } from '../placing/index.ts';
import type { PlacingCode } from '../placing/placing.ts';
import {
  cornerDatums,
  datumId,
  freeDatumId,
  rectangularFloor,
  materialsOf,
  MARGINS,
  marginsOf,
} from '../floor/index.ts';
import { setOut } from './setout.ts';
import { bringWords, checkWords, howWords, squareWords, stationWords } from './setout-words.ts';
import { squareCorner } from './two-tapes.ts';

const found = (code: PlacingCode, valueM: number, limitM = 1): PlacingFinding => ({
  code,
  placementId: 'a',
  otherId: 'b',
  subject: 'Lane 1',
  other: 'the door',
  from: { x: 0, y: 0 },
  to: { x: 1, y: 0 },
  valueM,
  limitM,
});

test.each<[PlacingFinding, string]>([
  [found('mark-off-floor', 0.4), 'Lane 1 lies 40 cm outside the floor.'],
  [found('lane-off-floor', 0.4), 'Lane 1 reaches 40 cm over the ropes.'],
  [found('near-edge', 0.4, 0.5), 'Lane 1 comes within 40 cm of the ropes; it wants 50 cm.'],
  [found('lanes-too-near', 0), 'Lane 1 overlaps the door; they want 1.00 m between them.'],
  [found('lanes-too-near', 0.3), 'Lane 1 and the door are 30 cm apart; they want 1.00 m.'],
  [found('near-fixture', 0), 'Lane 1 runs into the door.'],
  [found('near-fixture', 0.2, 0.5), 'Lane 1 passes the door at 20 cm; it wants 50 cm.'],
  [found('mark-in-fixture', 0, 0), 'Lane 1 stands in the door.'],
  [found('in-swing', 0.5), 'Lane 1 is 50 cm from the door; twice its swing is 1.00 m.'],
  [found('door-blocked', 0.5), 'Lane 1 stands in the way of the door: 50 cm, where 1.00 m stays free.'],
  [found('tall-cone-behind', 1, 0), 'Lane 1: 1 tall cone where somebody moves backward.'],
  [found('tall-cone-behind', 4, 0), 'Lane 1: 4 tall cones where somebody moves backward.'],
])('%#: a finding is one sentence with its measure', (finding, words) => {
  expect(placingWords(finding, 'rope', 'metric')).toBe(words);
  expect(PLACING_WHY[finding.code]).toMatch(/\.$/);
  expect(placingWords(finding, 'rope', 'imperial')).not.toMatch(/\d ?c?m\b/);
});

test('datums are lettered beyond the alphabet, and a free letter is found', () => {
  expect([0, 25, 26, 51, 52].map(datumId)).toEqual(['A', 'Z', 'A2', 'Z2', 'A3']);
  expect(freeDatumId(cornerDatums(rectangularFloor('', 4, 4).outline))).toBe('E');
  const hexagon = [0, 1, 2, 3, 4, 5].map((i) => ({ x: Math.cos(i), y: Math.sin(i) }));
  expect(new Set(cornerDatums(hexagon).map(({ name }) => name)).size).toBe(6);
});

test('margins follow the edge until a floor has its own', () => {
  const floor = rectangularFloor('', 4, 4);
  expect(marginsOf({ ...floor, edge: 'wall' }).edgeM).toBe(MARGINS.wall.edgeM);
  expect(marginsOf(floor).edgeM).toBe(MARGINS.open.edgeM);
  const margins = { edgeM: 2, betweenM: 3, fixtureM: 1 };
  expect(marginsOf({ ...floor, margins })).toBe(margins);
});

test('how to set a mark out is said for tapes, for a wall, and for want of a third reading', () => {
  const mat = rectangularFloor('', 6, 8);
  const [row] = setOut(mat, [{ id: 'cone 1', at: { x: 3, y: 4 } }]).rows;
  expect(howWords(row!.how, 'metric')).toMatchObject({
    first: { from: 'A', where: 'near-left corner (A)', tape: '5.000 m' },
    join: expect.stringMatching(
      /^both tight, where they meet, on the (left|right) of the way from A to [BCD]$/,
    ),
  });
  expect(checkWords(row!, 'metric')).toMatch(/^[A-D] 5\.000 m$/);
  const hall = rectangularFloor('', 30, 30);
  const [far] = setOut(hall, [{ id: 'cone 1', at: { x: 6, y: 2 } }], { lengthM: 8, readingUM: 0.005 }).rows;
  expect(howWords(far!.how, 'metric')).toMatchObject({
    first: { from: 'A along the wall', tape: '6.000 m' },
    second: { from: 'into the room', tape: '2.000 m' },
  });
  expect(checkWords(far!, 'metric')).toBe('no third tape reaches');
  expect(stationWords({ id: 'cone 3', name: 'cone 3', at: { x: 0, y: 0 }, kind: 'mark' })).toBe('cone 3');
  expect(squareWords(squareCorner(3, 10)!, 'metric')).toMatch(
    /^3\.000 m, 4\.000 m, 5\.000 m \(3-4-5\), square within 0\.2°$/,
  );
});

test('what to bring is counted in words, and nothing is nothing', () => {
  const base = { number: 1, name: '', purpose: '', at: { x: 0, y: 0 } };
  const cone = { ...base, kind: 'cone' as const, tall: false };
  expect(bringWords(materialsOf([]), 'metric')).toBe('');
  expect(bringWords(materialsOf([cone]), 'metric')).toBe('1 flat cone');
  expect(
    bringWords(
      materialsOf([
        cone,
        cone,
        { ...cone, tall: true },
        { ...base, kind: 'rope', to: { x: 3, y: 4 }, heightM: 1.4 },
        { ...base, kind: 'arc', radiusM: 1, fromDeg: 0, toDeg: 180 },
        { ...base, kind: 'bag', radiusM: 0.2 },
        { ...base, kind: 'partner', radiusM: 0 },
        { ...base, kind: 'pad', radiusM: 0.2 },
      ]),
      'metric',
    ),
  ).toBe('2 flat cones, 1 tall cone, 3.14 m of chalk or tape, 5.00 m of rope at 1.40 m, 1 bag, 2 helpers');
});
