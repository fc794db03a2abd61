import fc from 'fast-check';
import { SCHOOLS, readStance, type StudentFit, longestStepM, fitStance } from '../body/index.ts';
import { distanceM, headingDeg, midpoint } from '../geometry/index.ts';
import { checkPlan } from '../check/index.ts';
import { drillOf, ROOMY_PLAN } from '../../test/drills.ts';
import { expand } from './expand.ts';
import { footfallsCsv, planSvg } from '../formats/index.ts';
import { zigzagCones, zigzagWaypoints } from './zigzag.ts';

const someone = fc.record({
  name: fc.constant('Someone'),
  leadSide: fc.constantFrom('left' as const, 'right' as const),
  schoolId: fc.constantFrom(...SCHOOLS.map(({ id }) => id)),
  lengths: fc.record({ statureM: fc.double({ min: 1.4, max: 2, noNaN: true }) }),
});

test('cones stand in a row at the spacing, numbered from the near end', () => {
  const cones = zigzagCones(ROOMY_PLAN.pattern);
  expect(cones.map(({ number }) => number)).toEqual([1, 2, 3, 4, 5]);
  for (let i = 1; i < cones.length; i++) {
    expect(distanceM(cones[i - 1]!.at, cones[i]!.at)).toBeCloseTo(ROOMY_PLAN.pattern.spacingM, 12);
  }
});

test('the walk passes every cone at the offset, on alternating sides', () => {
  const { pattern } = ROOMY_PLAN;
  const passed = zigzagWaypoints(pattern).slice(1, -1);
  passed.forEach((waypoint, i) => {
    const side = i % 2 === 0 ? -1 : 1;
    expect(waypoint.x - pattern.firstCone.x).toBeCloseTo(side * pattern.sideOffsetM, 12);
  });
});

test('after every move the fitted stance stands, facing the target', () => {
  fc.assert(
    fc.property(someone, (student: StudentFit) => {
      const footwork = expand({ plan: ROOMY_PLAN, student });
      const { stance } = footwork;
      for (const move of footwork.moves) {
        const ball = { left: move.events[0]!.to, right: move.events[0]!.to };
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

// Common practice, no published source: small steps of about 13 cm.
test('a diagonal half step of an average adult is a hand long, not a stride', () => {
  const stance = fitStance({
    name: '',
    leadSide: 'left',
    schoolId: 'shoulder-width',
    lengths: { statureM: 1.75 },
  });
  const steps = [-45, 45].map((deg) => longestStepM(stance, deg));
  expect(Math.min(...steps)).toBeGreaterThan(0.1);
  expect(Math.max(...steps)).toBeLessThan(0.3);
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
