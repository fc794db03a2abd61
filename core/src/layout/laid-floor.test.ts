import fc from 'fast-check';
import { metres } from '../body/index.ts';
import { placingFindings } from '../placing/index.ts';
import { rectangularFloor, type Floor } from '../floor/index.ts';
import { distanceM, type Point } from '../geometry/index.ts';
import { rulerFor } from '../range/index.ts';
import { DEMO_STUDENTS, DEMO_FLOORS } from '../sim/index.ts';
import { fillWithLayout, roundsFor } from '../filling/index.ts';
import {
  addPiece,
  breakChosen,
  duplicateChosen,
  fillWithCopies,
  freeName,
  groupChosen,
  lockChosen,
  mirrorChosen,
  moveChosen,
  removeChosen,
  reshaped,
  withGroups,
} from './floor-edit.ts';
import {
  laidOut,
  marksOnFloor,
  newPiece,
  placementsOf,
  placesFor,
  setOutPoints,
  type LaidFloor,
  type Piece,
} from './laid-floor.ts';
import { laneCorners } from './lane-box.ts';
import { LAYOUT_KINDS } from './layout-kinds.ts';
import { floorJob } from '../pattern/index.ts';

const ruler = rulerFor(DEMO_STUDENTS[0]!);
const hall = DEMO_FLOORS[0]!.floor;
const ids = hall.pieces.map(({ id }) => id);
let made = 0;
const newId = (): string => `new-${++made}`;
const marksOf = (plan: LaidFloor) => marksOnFloor(plan, ruler);
const places = (plan: LaidFloor): string[] =>
  marksOf(plan).map(({ at }) => `${at.x.toFixed(6)} ${at.y.toFixed(6)}`);
const everyKind: LaidFloor = {
  ...hall,
  pieces: LAYOUT_KINDS.map((info, i): Piece => ({
    ...newPiece(info.kind, info.name, info.backward),
    kind: 'layout',
    layout: info.start,
    at: { x: i, y: 2 },
    headingDeg: 20 * i - 120,
  })),
};

test('every number is on the floor once, and loose marks keep theirs', () => {
  const numbers = marksOf(DEMO_FLOORS[1]!.floor).map(({ number }) => number);
  expect(new Set(numbers).size).toBe(numbers.length);
  expect(marksOf(DEMO_FLOORS[1]!.floor).find(({ kind }) => kind === 'partner')!.number).toBe(1);
  expect(new Set(setOutPoints(marksOf(everyKind)).map(({ id }) => id)).size).toBe(
    setOutPoints(marksOf(everyKind)).length,
  );
});

test('a number changed changes the whole layout: it stays what it was made from', () => {
  const lane = hall.pieces[0]!;
  if (lane.kind !== 'layout') throw new Error('the demo begins with a lane');
  const wider = { ...lane, layout: { ...lane.layout, spacing: metres(1.2) } as typeof lane.layout };
  const [before, after] = [lane, wider].map((piece) => marksOf({ ...hall, pieces: [piece] }));
  after!.forEach((mark, i) =>
    expect(mark.at.y - lane.at.y).toBeCloseTo(1.2 * (before![i]!.at.y - lane.at.y), 9),
  );
});

test('the ground of every layout holds all its marks', () => {
  for (const { piece, marks } of laidOut(everyKind.pieces, ruler)) {
    if (piece.kind !== 'layout') continue;
    const corners = laneCorners(piece, ruler);
    const holds = placingFindings(
      { name: '', outline: corners, datums: [], margins: { edgeM: 0, betweenM: 0, fixtureM: 0 } },
      [{ id: piece.id, name: piece.name, marks, lane: null, backward: false, worksOn: null }],
    );
    expect(holds.map(({ subject }) => `${piece.name} ${subject}`)).toEqual([]);
  }
});

test('mirroring twice, turning back and moving back leave every mark where it was', () => {
  for (const plan of [hall, everyKind, DEMO_FLOORS[1]!.floor]) {
    const all = plan.pieces.map(({ id }) => id);
    expect(places(mirrorChosen(mirrorChosen(plan, all), all))).toEqual(places(plan));
    expect(places(mirrorChosen(plan, all))).not.toEqual(places(plan));
    fc.assert(
      fc.property(fc.integer({ min: -170, max: 170 }), fc.integer({ min: -300, max: 300 }), (turnDeg, cm) => {
        const about: Point = { x: 2, y: 3 };
        const shift = { x: cm / 100, y: -cm / 200 };
        const there = moveChosen(moveChosen(plan, all, { about, turnDeg, shift: { x: 0, y: 0 } }), all, {
          about,
          turnDeg: 0,
          shift,
        });
        const back = moveChosen(
          moveChosen(there, all, { about, turnDeg: 0, shift: { x: -shift.x, y: -shift.y } }),
          all,
          { about, turnDeg: -turnDeg, shift: { x: 0, y: 0 } },
        );
        marksOf(back).forEach((mark, i) =>
          expect(distanceM(mark.at, marksOf(plan)[i]!.at)).toBeLessThan(1e-6),
        );
      }),
      { numRuns: 10 },
    );
  }
});

test('a mirrored zigzag is passed on the other side', () => {
  const [first] = marksOf(mirrorChosen({ ...hall, pieces: [hall.pieces[0]!] }, [ids[0]!]));
  expect(first!.purpose).toBe('pass on the right');
});

test('a layout broken up leaves the same marks, loose and in one group', () => {
  const { plan, chosen } = breakChosen(hall, [ids[0]!], ruler, newId);
  expect(places(plan)).toEqual(places(hall));
  expect(chosen).toHaveLength(5);
  expect(withGroups(plan, [chosen[0]!])).toEqual([...chosen]);
  expect(plan.pieces.filter(({ kind }) => kind === 'mark')).toHaveLength(5);
});

test('copies have names, numbers and groups of their own, and are chosen', () => {
  const grouped = groupChosen(hall, ids, 'g');
  const { plan, chosen } = duplicateChosen(grouped, ids, { x: 0.5, y: 0 }, newId);
  expect(chosen).toHaveLength(3);
  expect(new Set(plan.pieces.map(({ id }) => id)).size).toBe(6);
  expect(new Set(plan.pieces.map(({ name }) => name)).size).toBe(6);
  expect(withGroups(plan, [chosen[0]!])).toEqual([...chosen]);
  expect(freeName(hall.pieces, 'Lane 1')).toBe('Lane 3');
});

test('what is locked stays where it is, and is not taken away', () => {
  const locked = lockChosen(hall, [ids[0]!], true);
  const shift = { about: { x: 0, y: 0 }, turnDeg: 0, shift: { x: 1, y: 1 } };
  expect(moveChosen(locked, ids, shift).pieces[0]).toEqual(locked.pieces[0]);
  expect(moveChosen(locked, ids, shift).pieces[1]).not.toEqual(locked.pieces[1]);
  expect(removeChosen(locked, ids).pieces.map(({ id }) => id)).toEqual([ids[0]]);
});

test('a reshaped room has its corners as datums, and keeps the nail', () => {
  const outline = rectangularFloor('', 9, 9).outline;
  const { datums } = reshaped(hall.floor, outline);
  expect(datums.slice(0, 4).map(({ at }) => at)).toEqual(outline);
  expect(datums.map(({ name }) => name)).toContain('nail in the left skirting');
  expect(new Set(datums.map(({ id }) => id)).size).toBe(datums.length);
});

describe('filling a floor with a layout', () => {
  const floor: Floor = { ...rectangularFloor('room', 12, 15), edge: 'wall' };
  test.each(LAYOUT_KINDS.map((info) => [info.name, info] as const))(
    'every copy of %s fits',
    (_name, info) => {
      const piece = {
        ...newPiece('one', 'Lane 1', false),
        kind: 'layout',
        layout: info.start,
        at: { x: 1, y: 1 },
        headingDeg: 0,
      } as const;
      const empty: LaidFloor = { ...hall, floor, pieces: [piece] };
      const filled = fillWithLayout(floor, piece, ruler);
      expect(filled.guarantee).toBe('exact');
      expect(filled.people).toBe(filled.places.length * info.people);
      const { plan } = fillWithCopies(empty, piece, filled.places, newId);
      const laid = laidOut(plan.pieces, ruler);
      expect(placingFindings(floor, placementsOf(laid, ruler))).toEqual([]);
      expect(plan.pieces).toHaveLength(filled.places.length);
      expect(placesFor(plan.pieces)).toBe(filled.people);
    },
  );

  test('a class of eleven on four places takes three turns', () => {
    expect(roundsFor(11, 4)).toBe(3);
    expect(roundsFor(4, 4)).toBe(1);
    expect(roundsFor(3, 0)).toBe(Infinity);
  });
});

test('a job holds every point once, the diagonals of its boxes, and what to bring', () => {
  const box: Piece = {
    ...newPiece('box', 'Box', true),
    kind: 'layout',
    layout: { kind: 'box', width: metres(3), depth: metres(4) },
    at: { x: 3, y: 3 },
    headingDeg: 0,
  };
  const job = floorJob(addPiece(hall, box), ruler);
  expect(job.table.rows.length + job.table.unreachable.length).toBe(job.points.length);
  expect(job.checks.map((check) => check.distanceM)).toEqual([expect.closeTo(5, 9), expect.closeTo(5, 9)]);
  expect(job.materials.flatCones).toBe(14);
  expect(job.square!.sidesM[2]).toBeLessThanOrEqual(hall.tape.lengthM);
});

test('marks of one name are told apart on the sheet', () => {
  const cone = (name: string, number: number) => ({
    number,
    name,
    purpose: '',
    at: { x: number, y: 1 },
    kind: 'cone' as const,
    tall: false,
  });
  const points = setOutPoints(['a', 'a', 'a (2)', 'a'].map((name, i) => cone(name, i + 1)));
  expect(points.map(({ id }) => id)).toEqual(['a', 'a (2)', 'a (2) (2)', 'a (3)']);
});

test('a line is set out by its ends, a cross by its middle and an arm, an arc by its middle and ends', () => {
  const base = { number: 1, purpose: '', at: { x: 2, y: 3 } };
  const points = setOutPoints([
    { ...base, name: 'line 1', kind: 'line', to: { x: 4, y: 3 } },
    { ...base, name: 'cross 2', kind: 'cross', sizeM: 1, headingDeg: 90 },
    { ...base, name: 'arc 3', kind: 'arc', radiusM: 2, fromDeg: 0, toDeg: 90 },
    { ...base, name: 'cone', kind: 'cone', tall: false },
    { ...base, name: 'cone', kind: 'cone', tall: false },
  ]);
  expect(points.map(({ id }) => id)).toEqual([
    'line 1, start',
    'line 1, end',
    'cross 2, middle',
    'cross 2, arm',
    'arc 3, middle',
    'arc 3, start',
    'arc 3, end',
    'cone',
    'cone (2)',
  ]);
  const at = (id: string): Point => points.find((point) => point.id === id)!.at;
  expect(distanceM(at('cross 2, arm'), { x: 2.5, y: 3 })).toBeLessThan(1e-9);
  expect(distanceM(at('arc 3, start'), { x: 2, y: 5 })).toBeLessThan(1e-9);
  expect(distanceM(at('arc 3, end'), { x: 4, y: 3 })).toBeLessThan(1e-9);
});
