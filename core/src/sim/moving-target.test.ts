import type { StudentFit } from '../body/index.ts';
import { targetAt, type Target } from '../floor/index.ts';
import type { Move } from '../moves/index.ts';
import { expand } from '../pattern/index.ts';
import { checkPlan, checkTrack } from '../check/index.ts';
import { flatFindings } from '../judging/index.ts';
import { items, metres, PERFECT, planOf } from '../../test/drills.ts';
import { simulate } from './tracker.ts';

describe('a target that moves', () => {
  const student: StudentFit = {
    name: 'Anyone',
    leadSide: 'left',
    schoolId: 'shoulder-width',
    lengths: { statureM: 1.72 },
  };
  const step: Move = { do: 'step', bearingDeg: 0, length: metres(0.1), feet: 'both' };
  const from = { at: { x: 3, y: 3 }, headingDeg: 0 };
  const plan = planOf([step, step, step, step], {
    facing: { on: 'target' },
    pattern: { start: from, items: items([step, step, step, step]) },
    target: {
      kind: 'partner',
      at: { x: 3, y: 5 },
      radiusM: 0,
      path: [
        { timeS: 0, at: { x: 3, y: 5 } },
        { timeS: 4, at: { x: 5, y: 5 } },
      ],
    },
  });

  // By hand: half way in time is half way, and it stands before the first and after the last place.
  test('is where its way says', () => {
    expect(targetAt(plan.target, -1)).toEqual({ x: 3, y: 5 });
    expect(targetAt(plan.target, 1)).toEqual({ x: 3.5, y: 5 });
    expect(targetAt(plan.target, 9)).toEqual({ x: 5, y: 5 });
  });

  // By hand: a cosine of 20 cm over 2 s to the right: out, through, and out on the other side.
  test('swings to and fro about its place', () => {
    const swing = { headingDeg: 90, amplitudeM: 0.2, periodS: 2 };
    const bag: Target = { kind: 'bag', at: { x: 1, y: 1 }, radiusM: 0.18, swing };
    expect(targetAt(bag, 0).x).toBeCloseTo(1.2, 12);
    expect(targetAt(bag, 0.5).x).toBeCloseTo(1, 12);
    expect(targetAt(bag, 1).x).toBeCloseTo(0.8, 12);
    expect(targetAt(bag, 1).y).toBeCloseTo(1, 12);
  });

  test('is faced where it is when each move has landed', () => {
    const { moves } = expand({ plan, student });
    for (const { after, events } of moves) {
      const landS = Math.max(...events.map((event) => event.landS));
      const [x, y] = [(after.left.x + after.right.x) / 2, (after.left.y + after.right.y) / 2];
      const to = targetAt(plan.target, landS);
      const bearing = (Math.atan2(to.x - x, to.y - y) * 180) / Math.PI;
      // The plan looks at it about when the second foot has landed.
      expect(Math.abs(after.facingDeg - bearing)).toBeLessThan(1.5);
    }
    expect(moves.at(-1)?.after.facingDeg).toBeGreaterThan(30);
  });

  test('takes the gap out of the band, and the plan says so', () => {
    const drill = { plan: { ...plan, band: { kind: 'fixed', nearM: 1.75, farM: 2.2 } as const }, student };
    // It goes 2 m to the side: by hand the gap grows from 2 m to hypot(2, 1.6) = 2.56 m.
    expect(checkPlan(drill).findings.map(({ fault }) => fault)).toContain('out-of-band');
  });
});

test('a bag that swings and was not recorded is not known well enough to fail anybody for the gap', () => {
  const hold: Move = { do: 'hold' };
  const student: StudentFit = {
    name: 'Anyone',
    leadSide: 'left',
    schoolId: 'shoulder-width',
    lengths: { statureM: 1.72 },
  };
  const step = (bearingDeg: number): Move => ({ do: 'step', bearingDeg, length: metres(0.1), feet: 'both' });
  const plan = planOf([step(0), hold, hold, hold, step(180)], {
    target: {
      kind: 'bag',
      at: { x: 3, y: 5 },
      radiusM: 0.18,
      swing: { headingDeg: 0, amplitudeM: 0.3, periodS: 2 },
    },
    band: { kind: 'around-plan', toleranceM: 0.1 },
  });
  const drill = { plan, student };
  // Half a period later than the plan has it: the planned bag is out when the student is in.
  const { track } = simulate(drill, { ...PERFECT, seed: 3 });
  const early = { ...track, timeS: track.timeS.map((t) => t + 1) };
  const { report } = checkTrack(drill, early);
  expect(report.faults).toEqual([]);
  // Recorded, it is known: ten centimetres further than planned all the while are not met.
  const target = {
    x: Float64Array.from(track.timeS, () => 3),
    y: Float64Array.from(track.timeS, (t) => 5.3 + 0.3 * Math.cos(Math.PI * t)),
    headingDeg: null,
  };
  const seen = checkTrack(drill, { ...track, target }).report;
  expect(flatFindings(seen.faults).map(({ fault }) => fault)).toContain('out-of-band');
});

// By hand: the surface of the bag is 1.82 m away at first and 1.62 m after two steps of 10 cm.
test('a move may ask for a gap of its own, from then on', () => {
  const student: StudentFit = {
    name: 'Anyone',
    leadSide: 'left',
    schoolId: 'shoulder-width',
    lengths: { statureM: 1.72 },
  };
  const step: Move = { do: 'step', bearingDeg: 0, length: metres(0.1), feet: 'both' };
  const found = (nearM: number, farM: number) => {
    const plan = planOf([], {
      target: { kind: 'bag', at: { x: 3, y: 5 }, radiusM: 0.18 },
      pattern: {
        start: { at: { x: 3, y: 3 }, headingDeg: 0 },
        items: [
          { move: step },
          { move: step },
          { move: { do: 'hold' }, band: { kind: 'fixed', nearM, farM } },
          { move: { do: 'hold' } },
        ],
      },
      band: { kind: 'fixed', nearM: 1.5, farM: 2 },
    });
    return checkPlan({ plan, student }).findings;
  };
  expect(found(1.5, 1.7)).toEqual([]);
  const [out] = found(1, 1.5);
  expect(out).toMatchObject({ fault: 'out-of-band', limit: 1.5 });
  expect(out?.measured).toBeCloseTo(1.62, 6);
  // Before that move the drill's own band held: nothing is told of the steps.
  expect(out?.timeS).toBeGreaterThan(2.9);
});
