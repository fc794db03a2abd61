import { metres } from '../body/index.ts';
import { cornerDatums } from '../floor/index.ts';
import { moveChosen, type LaidFloor, type Piece } from '../layout/index.ts';
import { the } from '../measure/index.ts';
import { eventsOf, expand, laneOf, type Plan } from '../pattern/index.ts';
import { rulerFor } from '../range/index.ts';
import { DEMO_FLOORS, DEMO_PATTERNS, DEMO_PLAN, DEMO_PLANS, DEMO_STUDENTS } from '../sim/index.ts';
import {
  inOwnFrame,
  laidOn,
  onPiece,
  patternAt,
  poseOf,
  remembered,
  resolveDrill,
  targetsOn,
  type Drill,
  type World,
} from './index.ts';

const student = the(DEMO_STUDENTS[0]);
const ruler = rulerFor(student);
const hall = the(DEMO_FLOORS[0]);
const kept = the(DEMO_PATTERNS[0]);
const atTheBag = the(DEMO_PLANS[3]).plan;

/** A world with one floor and one pattern, each possibly gone. */
const worldOf = (
  floor: LaidFloor | null,
  pattern: (typeof kept)['pattern'] | null = kept.pattern,
): World => ({
  floor: (id) => (id === hall.id ? floor : null),
  pattern: (id) => (id === kept.id ? pattern : null),
  student: () => true,
});
const plain = (drill: Drill, world: World): Plan => resolveDrill(drill, world, ruler).plan;
const pieceOf = (id: string): Piece => the(hall.floor.pieces.find((one) => one.id === id));
const withPiece = (piece: Piece): LaidFloor => ({
  ...hall.floor,
  pieces: hall.floor.pieces.map((one) => (one.id === piece.id ? piece : one)),
});
const landings = (plan: Plan) => eventsOf(expand({ plan, student }).moves).map(({ to }) => to);

/** A quarter turn clockwise about (10, 4), then 1 m to the right: written out by hand. */
const turned = ({ x, y }: { x: number; y: number }) => ({ x: 10 + (y - 4) + 1, y: 4 - (x - 10) });
const QUARTER = { about: { x: 10, y: 4 }, turnDeg: 90, shift: { x: 1, y: 0 } };

test('a bag that is moved on its floor takes every drill at it along', () => {
  const before = plain(atTheBag, worldOf(hall.floor));
  expect(before.target).toMatchObject({ kind: 'bag', at: { x: 10.2, y: 4.3 }, radiusM: 0.18 });
  const fixtures = the(hall.floor.floor.fixtures).map((one) =>
    one.id === 'bag-1' ? { ...one, at: { x: 9.4, y: 4.9 } } : one,
  );
  const moved = { ...hall.floor, floor: { ...hall.floor.floor, fixtures } };
  expect(plain(atTheBag, worldOf(moved)).target.at).toEqual({ x: 9.4, y: 4.9 });
});

test('a drill goes along rigidly with the piece it lies on', () => {
  const moved = moveChosen(hall.floor, ['in-out'], QUARTER);
  const [before, after] = [plain(atTheBag, worldOf(hall.floor)), plain(atTheBag, worldOf(moved))];
  const [was, is] = [the(before.pattern.start), the(after.pattern.start)];
  expect(is.at.x).toBeCloseTo(turned(was.at).x, 12);
  expect(is.at.y).toBeCloseTo(turned(was.at).y, 12);
  expect(is.headingDeg).toBeCloseTo(90, 12);
  // Facing along the lane every footprint goes along too.
  const lane = { facing: { on: 'lane' as const } };
  const [from, to] = [landings({ ...before, ...lane }), landings({ ...after, ...lane })];
  to.forEach((at, i) => {
    expect(at.x).toBeCloseTo(turned(the(from[i])).x, 9);
    expect(at.y).toBeCloseTo(turned(the(from[i])).y, 9);
  });
});

test('a zigzag on a lane of a floor has the numbers of that lane, in the measure of the student', () => {
  const lane = pieceOf('lane-2');
  const drill = laidOn({ ...DEMO_PLAN, follows: { floor: hall.id } }, lane, ruler);
  const changed = withPiece({
    ...lane,
    kind: 'layout',
    at: { x: 5, y: 2 },
    headingDeg: 10,
    mirrored: true,
    layout: {
      kind: 'zigzag-lane',
      cones: 4,
      spacing: { value: 3, unit: 'half-steps' },
      offset: metres(0.55),
    },
  });
  expect(laneOf(plain(drill, worldOf(changed)))).toMatchObject({
    cones: 4,
    spacingM: 3 * ruler.halfStepM,
    sideOffsetM: 0.55,
    firstCone: { x: 5, y: 2 },
    laneHeadingDeg: 10,
    startSide: 'right',
  });
  // Nobody is measured: what the spacing last was stays.
  const { plan } = resolveDrill(drill, worldOf(changed), null);
  expect(laneOf(plan)).toMatchObject({
    cones: 4,
    spacingM: the(laneOf(DEMO_PLAN)).spacingM,
    sideOffsetM: 0.55,
  });
});

test('moves that are kept reach the drill where it lies', () => {
  const { pattern } = kept.pattern;
  const longer = { ...kept.pattern, pattern: { ...pattern, items: [...pattern.items, ...pattern.items] } };
  const [before, after] = [
    plain(atTheBag, worldOf(hall.floor)),
    plain(atTheBag, worldOf(hall.floor, longer)),
  ];
  expect(landings(after)).toHaveLength(2 * landings(before).length);
  expect(after.pattern.start).toEqual(before.pattern.start);
});

test('a pattern in its own frame and laid again where it was is the same pattern', () => {
  for (const { plan } of DEMO_PLANS) {
    const again = patternAt(inOwnFrame(plan.pattern), the(poseOf(plan.pattern)));
    const [own, there] = [landings(plan), landings({ ...plan, pattern: again })];
    there.forEach((at, i) => {
      expect(at.x).toBeCloseTo(the(own[i]).x, 9);
      expect(at.y).toBeCloseTo(the(own[i]).y, 9);
    });
  }
});

test('what is remembered gives the same values, and they stay when everything that was followed is gone', () => {
  const moved = moveChosen(hall.floor, ['in-out'], QUARTER);
  const world = worldOf(moved);
  const memory = remembered(atTheBag, world, ruler);
  expect(resolveDrill(memory, world, ruler)).toEqual(resolveDrill(atTheBag, world, ruler));
  expect(remembered(memory, world, ruler)).toEqual(memory);
  const gone = resolveDrill(memory, { ...worldOf(null, null), student: () => false }, ruler);
  expect(gone.lost).toEqual(['pattern', 'floor']);
  expect(gone.plan).toEqual(resolveDrill(memory, world, ruler).plan);
});

test('each reference that leads nowhere is named', () => {
  const bare: LaidFloor = {
    ...hall.floor,
    pieces: [],
    floor: { ...hall.floor.floor, fixtures: [], datums: cornerDatums(hall.floor.floor.outline) },
  };
  const drill: Drill = {
    ...atTheBag,
    follows: { ...atTheBag.follows, students: ['00000000-0000-4000-8000-000000000000'] },
  };
  const { lost, plan } = resolveDrill(drill, { ...worldOf(bare), student: () => false }, ruler);
  expect(lost).toEqual(['piece', 'target', 'student']);
  expect(plan.target).toEqual(atTheBag.target);
});

test('a drill that follows nothing is its own plain values', () => {
  for (const { plan } of DEMO_PLANS.slice(0, 3))
    expect(resolveDrill(plan, worldOf(null), ruler)).toEqual({ plan, lost: [] });
});

test('bags and whoever stands on a floor may be a target; cones may not', () => {
  expect(targetsOn(hall.floor).map(({ name }) => name)).toEqual(['the heavy bag']);
  expect(targetsOn(the(DEMO_FLOORS[1]).floor).map(({ of }) => of)).toEqual([{ on: 'piece', id: 'target' }]);
  const place = onPiece(the(the(DEMO_FLOORS[1]).floor.pieces[1]));
  expect(place).toEqual({ id: 'target', at: { x: 3.05, y: 3.05 }, headingDeg: 0 });
});
