import fc from 'fast-check';
import { SCHOOLS, readStance, type StudentFit, longestStepM, fitStance } from '../body/index.ts';
import { distanceM, headingDeg, midpoint } from '../geometry/index.ts';
import { checkPlan } from '../check/index.ts';
import { drillOf, laneIn, ROOMY_PLAN } from '../../test/drills.ts';
import { expand } from './actors.ts';
import { ballsAfter, MOVE_NAMES, MOVES, type Balls } from '../moves/index.ts';
import { the } from '../measure/index.ts';
import { DEMO_PLANS, DEMO_STUDENTS } from '../sim/index.ts';
import type { Item } from './plan.ts';
import { footfallsCsv, planSvg } from '../formats/index.ts';
import { weaveCones, weaveWaypoints } from './weave.ts';

const someone = fc.record({
  name: fc.constant('Someone'),
  leadSide: fc.constantFrom('left' as const, 'right' as const),
  schoolId: fc.constantFrom(...SCHOOLS.map(({ id }) => id)),
  lengths: fc.record({ statureM: fc.double({ min: 1.4, max: 2, noNaN: true }) }),
});

test('cones stand in a row at the spacing, numbered from the near end', () => {
  const cones = weaveCones(laneIn(ROOMY_PLAN));
  expect(cones.map(({ number }) => number)).toEqual([1, 2, 3, 4, 5]);
  for (let i = 1; i < cones.length; i++) {
    expect(distanceM(cones[i - 1]!.at, cones[i]!.at)).toBeCloseTo(laneIn(ROOMY_PLAN).spacingM, 12);
  }
});

test('the walk passes every cone at the offset, on alternating sides', () => {
  const lane = laneIn(ROOMY_PLAN);
  const passed = weaveWaypoints(lane).slice(1, -1);
  passed.forEach((waypoint, i) => {
    const side = i % 2 === 0 ? -1 : 1;
    expect(waypoint.x - lane.firstCone.x).toBeCloseTo(side * lane.sideOffsetM, 12);
  });
});

test('after every move the fitted stance stands, facing the target', () => {
  fc.assert(
    fc.property(someone, (student: StudentFit) => {
      const footwork = expand({ plan: ROOMY_PLAN, student });
      const { stance } = footwork;
      for (const move of footwork.moves) {
        const ball = { left: move.before.left, right: move.before.right };
        for (const footfall of move.events) ball[footfall.foot] = footfall.to;
        const centre = midpoint(ball.left, ball.right);
        const read = readStance(
          ball.left,
          ball.right,
          headingDeg(centre, ROOMY_PLAN.target.at),
          student.leadSide,
        );
        expect(read.separationM).toBeCloseTo(stance.separation.valueM, 6);
        expect(read.stanceAngleDeg).toBeCloseTo(stance.stanceAngleDeg, 5);
      }
    }),
    { numRuns: 25 },
  );
});

test('no planned move breaks a rule of the stance, for any body, side and school', () => {
  fc.assert(
    fc.property(someone, (student: StudentFit) => {
      const found = checkPlan({ plan: ROOMY_PLAN, student }).findings;
      const ofTheFeet = found.filter(({ fault }) => fault !== 'cone-touched' && fault !== 'off-floor');
      expect(ofTheFeet).toEqual([]);
    }),
    {
      numRuns: 40,
      // Turning to the target carried this student's right foot further than a half step.
      examples: [
        [
          {
            name: 'Someone',
            leadSide: 'left',
            schoolId: 'shoulder-width',
            lengths: { statureM: 1.9534873355814728 },
          },
        ],
      ],
    },
  );
});

test('a footfall starts where the same foot last landed, after it landed', () => {
  const { moves } = expand(drillOf(0));
  const last = new Map<string, { to: { x: number; y: number }; landS: number }>();
  for (const footfall of moves.flatMap((move) => move.events)) {
    const before = last.get(footfall.foot);
    if (before) {
      expect(footfall.from).toEqual(before.to);
      expect(footfall.liftS).toBeGreaterThanOrEqual(before.landS);
    }
    expect(footfall.landS).toBeGreaterThan(footfall.liftS);
    last.set(footfall.foot, footfall);
  }
});

// Common practice, no published source: a half step is four tenths of the stance, 18 to 23 cm for bodies of
// 1.55 to 1.95 m in the shoulder-width school and 25 to 31 in the wide one.
test.each([
  ['shoulder-width', 1.55, 0.18],
  ['shoulder-width', 1.95, 0.23],
  ['wide-base', 1.55, 0.25],
  ['wide-base', 1.95, 0.31],
])('a half step in the school %s at %d m is %d m, to a centimetre', (schoolId, statureM, halfStepM) => {
  const stance = fitStance({ name: '', leadSide: 'left', schoolId, lengths: { statureM } });
  const { halfStepRatio } = stance.school.limits;
  expect(Math.abs(halfStepRatio * stance.separation.valueM - halfStepM)).toBeLessThan(0.01);
});

// Common practice, no published source: the small steps that are taught are about 13 cm, 13 to 20.
test('the longest planned step of an average adult is what is taught: never below 13 cm, never beyond 20', () => {
  const stance = fitStance({
    name: '',
    leadSide: 'left',
    schoolId: 'shoulder-width',
    lengths: { statureM: 1.75 },
  });
  for (let deg = -180; deg < 180; deg += 15) {
    expect(longestStepM(stance, deg)).toBeGreaterThanOrEqual(0.13);
    expect(longestStepM(stance, deg)).toBeLessThanOrEqual(0.2);
  }
});

test('no planned foot travels beyond 0.34 of the stance, and no stance opens beyond 1.34', () => {
  fc.assert(
    fc.property(someone, (student: StudentFit) => {
      const { stance, moves } = expand({ plan: ROOMY_PLAN, student });
      const S = stance.separation.valueM;
      for (const move of moves) {
        let balls: Balls = move.before;
        for (const event of move.events) {
          expect(distanceM(event.from, event.to)).toBeLessThanOrEqual(0.34 * S + 1e-9);
          balls = ballsAfter(balls, [event]);
          expect(distanceM(balls.left, balls.right)).toBeLessThanOrEqual(1.345 * S);
        }
      }
    }),
    { numRuns: 25 },
  );
});

test('tempo changes the clock and nothing else', () => {
  const slow = expand(drillOf(0, { ...ROOMY_PLAN, tempoPerMin: 40 }));
  const fast = expand(drillOf(0, { ...ROOMY_PLAN, tempoPerMin: 80 }));
  expect(fast.moves.map((move) => move.events.map(({ to }) => to))).toEqual(
    slow.moves.map((move) => move.events.map(({ to }) => to)),
  );
  const beat = (footwork: typeof slow) => footwork.moves[5]!.beatS - footwork.moves[4]!.beatS;
  expect(beat(slow)).toBeCloseTo(1.5, 9);
  expect(beat(fast)).toBeCloseTo(0.75, 9);
});

test('the CSV has a row a footfall; the SVG is in true scale', () => {
  const drill = drillOf(0);
  const footwork = expand(drill);
  expect(footfallsCsv(footwork).trim().split('\n')).toHaveLength(2 * footwork.moves.length + 1);
  const svg = planSvg(drill.plan, footwork, 20);
  expect(svg).toContain('width="300mm" height="400mm" viewBox="0 0 6 8"');
});

// A pattern that is edited keeps what was laid out before the edit: it must be the same as laid out from nothing.
test('an edited pattern is laid out as if nobody had laid out the one before it', () => {
  const names = MOVE_NAMES.filter((name) => name !== 'to-gap');
  const cue = fc.constantFrom(...names).map((name): Item => ({ move: MOVES[name].usual }));
  fc.assert(
    fc.property(
      fc.array(cue, { minLength: 1, maxLength: 8 }),
      fc.nat(8),
      fc.array(cue, { maxLength: 3 }),
      (items, at, more) => {
        const start = { at: { x: 3, y: 3 }, headingDeg: 0 };
        const student = the(DEMO_STUDENTS[0]);
        const of = (own: readonly Item[]) => ({ ...the(DEMO_PLANS[2]).plan, pattern: { start, items: own } });
        const first = of(items);
        const edited = { ...first, pattern: { start, items: items.toSpliced(at, 1, ...more) } };
        if (edited.pattern.items.length === 0) return;
        expand({ plan: first, student });
        const kept = expand({ plan: edited, student });
        expect(kept).toEqual(expand({ plan: structuredClone(edited), student: structuredClone(student) }));
      },
    ),
  );
});
