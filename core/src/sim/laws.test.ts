import { otherFoot, SCHOOLS, type FootName, type StudentFit } from '../body/index.ts';
import { chanceFrom } from '../measure/index.ts';
import { MOVE_NAMES, mirrorMove, MOVES, type Move } from '../moves/index.ts';
import {
  eventsOf,
  expand,
  mirrorPattern,
  type FootEvent,
  type Plan,
  type PlannedDrill,
} from '../pattern/index.ts';
import { checkPlan, checkTrack } from '../check/index.ts';
import { flatFindings } from '../judging/index.ts';
import { metres, PERFECT, planOf } from '../../test/drills.ts';
import { sampleWalk } from './tracker.ts';
import { walk } from './walk.ts';

/**
 * Laws that hold for every kind of move, every school, both sides and bodies from 1.45 to 2.00 m. They follow by
 * geometry; the numbers in the list of what must be clean are common practice, no published source.
 */
const STATURES_M = [1.45, 2];
const SIDES = ['left', 'right'] as const;
const BAG = { kind: 'bag', at: { x: 3, y: 5.5 }, radiusM: 0.18 } as const;

const student = (schoolId: string, leadSide: FootName, statureM: number): StudentFit => ({
  name: 'Anyone',
  leadSide,
  schoolId,
  lengths: { statureM },
});
const everyone = SCHOOLS.flatMap(({ id }) =>
  SIDES.flatMap((side) => STATURES_M.map((statureM) => student(id, side, statureM))),
);

const step: Move = { do: 'step', bearingDeg: 0, length: metres(0.1), feet: 'both' };
/** What comes before a kind of move, so that it is done where it belongs. */
const BEFORE: Partial<Record<Move['do'], Move>> = {
  'arc-walk': { do: 'to-gap', gap: metres(1) },
  restore: { do: 'widen', side: 'left', ratio: 0.4 },
};
const AFTER: Partial<Record<Move['do'], Move>> = { widen: { do: 'restore', foot: 'right' } };
const usual = (name: Move['do']): Move =>
  name === 'to-gap' ? { do: 'to-gap', gap: metres(1.6) } : MOVES[name].usual;
const around = (name: Move['do']): Move[] =>
  [step, BEFORE[name], usual(name), AFTER[name], step].filter((move) => move !== undefined);

const drillsOf = (plan: Plan): PlannedDrill[] => everyone.map((one) => ({ plan, student: one }));
const nameOf = ({ student: { schoolId, leadSide, lengths } }: PlannedDrill): string =>
  `${schoolId}, ${leadSide}, ${lengths.statureM} m`;

describe.each(MOVE_NAMES)('%s', (name) => {
  const plans = (['lane', 'target'] as const).map((on) =>
    planOf(around(name), { facing: { on }, target: BAG }),
  );

  test('mirrored twice is itself', () => {
    const move = usual(name);
    expect(mirrorMove(mirrorMove(move))).toEqual(move);
  });

  test('expanded, walked and sampled without noise, the plan comes back: clean, and all that can be seen is found', () => {
    for (const drill of plans.flatMap(drillsOf)) {
      const { footwork, findings } = checkPlan(drill);
      const truth = walk(drill, footwork, [], PERFECT.habits, chanceFrom(1));
      const { report } = checkTrack(drill, sampleWalk(truth, PERFECT, chanceFrom(2)));
      const wrong = [
        ...findings.map(({ fault }) => `plan: ${fault}`),
        ...flatFindings([...report.faults, ...report.undecided]).map(({ fault }) => fault),
        ...report.moves.flatMap(({ status }) =>
          status === 'matched' || status === 'unseen' ? [] : [status],
        ),
      ];
      expect([nameOf(drill), wrong]).toEqual([nameOf(drill), []]);
      // Only what leaves both balls where they are, and turns nothing, may go unseen.
      const unseen = report.moves.filter(({ status }) => status === 'unseen').length;
      expect(unseen > 0).toBe(name === 'hold' || name === 'bounce');
    }
  });

  test('mirrored, it has the mirrored events and findings', () => {
    for (const drill of plans.flatMap(drillsOf)) {
      const own = checkPlan(drill);
      const other = checkPlan({
        plan: { ...drill.plan, pattern: mirrorPattern(drill.plan.pattern) },
        student: { ...drill.student, leadSide: otherFoot(drill.student.leadSide) },
      });
      expectMirrored(eventsOf(other.footwork.moves), eventsOf(own.footwork.moves));
      const told = ({ fault, moveNumber }: (typeof own.findings)[number]) => [fault, moveNumber];
      expect(other.findings.map(told)).toEqual(own.findings.map(told));
    }
  });

  test('a rigid motion of floor and plan changes nothing', () => {
    for (const drill of plans.flatMap(drillsOf)) {
      const events = eventsOf(expand({ ...drill, plan: moved(drill.plan) }).moves);
      expectMoved(events, eventsOf(expand(drill).moves));
    }
  });
});

/** Seen in a mirror that stands along x = 3, where the lane of these plans lies. */
function expectMirrored(mirrored: readonly FootEvent[], own: readonly FootEvent[]): void {
  expect(mirrored.map(({ foot, how }) => [foot, how])).toEqual(
    own.map(({ foot, how }) => [otherFoot(foot), how]),
  );
  mirrored.forEach((event, i) => {
    const of = own[i];
    expect(event.to.x).toBeCloseTo(6 - (of?.to.x ?? NaN), 9);
    expect(event.to.y).toBeCloseTo(of?.to.y ?? NaN, 9);
    expectDeg(event.headingAfterDeg, -(of?.headingAfterDeg ?? NaN));
    expect(event.landS).toBeCloseTo(of?.landS ?? NaN, 9);
  });
}

const TURN_DEG = 37;
const turned = ({ x, y }: { x: number; y: number }) => {
  const [cos, sin] = [Math.cos((TURN_DEG * Math.PI) / 180), Math.sin((TURN_DEG * Math.PI) / 180)];
  // Headings grow clockwise.
  return { x: 11 + cos * x + sin * y, y: -4 - sin * x + cos * y };
};
function moved(plan: Plan): Plan {
  const { start } = plan.pattern;
  return {
    ...plan,
    floor: { ...plan.floor, outline: plan.floor.outline.map(turned) },
    target: { ...plan.target, at: turned(plan.target.at) },
    pattern: {
      ...plan.pattern,
      start: start && { at: turned(start.at), headingDeg: start.headingDeg + TURN_DEG },
    },
  };
}
function expectMoved(there: readonly FootEvent[], here: readonly FootEvent[]): void {
  expect(there).toHaveLength(here.length);
  there.forEach((event, i) => {
    const of = here[i];
    if (!of) throw new RangeError(`No event ${i}.`);
    const to = turned(of.to);
    expect(event.to.x).toBeCloseTo(to.x, 8);
    expect(event.to.y).toBeCloseTo(to.y, 8);
    expectDeg(event.headingAfterDeg, (of.headingAfterDeg ?? NaN) + TURN_DEG);
  });
}
const expectDeg = (deg: number | null, wanted: number): void => {
  const off = (((deg ?? NaN) - wanted) % 360) + 360;
  expect(Math.min(off % 360, 360 - (off % 360))).toBeCloseTo(0, 6);
};

describe('what is clean for every school, both sides and every body', () => {
  const march = (bearingDeg: number, length: Move & { do: 'step' }): Move[] =>
    Array.from({ length: 5 }, () => ({ ...length, bearingDeg }));
  const usualStep: Move & { do: 'step' } = { do: 'step', bearingDeg: 0, length: metres(0.13), feet: 'both' };
  const longest: Move & { do: 'step' } = { ...usualStep, length: { value: 1, unit: 'half-steps' } };
  const CLEAN: readonly (readonly [string, readonly Move[]])[] = [
    ...[0, 90, 180, -90].flatMap((deg): [string, Move[]][] => [
      [`five steps of 13 cm, ${deg} degrees off the facing`, march(deg, usualStep)],
      [`five longest planned half steps, ${deg} degrees off the facing`, march(deg, longest)],
    ]),
    ['a quarter turn on the lead ball', [{ do: 'pivot', on: 'lead', byDeg: 90 }]],
    ['a quarter turn on the rear ball', [{ do: 'pivot', on: 'rear', byDeg: -90 }]],
    ['a switch in place', [{ do: 'switch', how: 'in-place' }]],
    ['a stepping switch', [{ do: 'switch', how: 'stepping' }]],
    ['a turning switch of 90', [{ do: 'turning-switch', byDeg: 90 }]],
    ['a turning switch of 180', [{ do: 'turning-switch', byDeg: -180 }]],
    [
      'widen and restore with the same foot',
      [
        { do: 'widen', side: 'right', ratio: 0.5 },
        { do: 'restore', foot: 'right' },
      ],
    ],
    [
      'widen and restore with the other foot',
      [
        { do: 'widen', side: 'left', ratio: 0.3 },
        { do: 'restore', foot: 'right' },
      ],
    ],
    ['a slip line', [{ do: 'slip', side: 'right', way: 'forward', length: metres(0.13), passes: 6 }]],
    ['a slip line, back', [{ do: 'slip', side: 'left', way: 'back', length: metres(0.13), passes: 4 }]],
  ];
  test.each(CLEAN)('%s', (_, moves) => {
    for (const drill of drillsOf(planOf(moves)))
      expect([nameOf(drill), checkPlan(drill).findings]).toEqual([nameOf(drill), []]);
  });

  test('in and out of 15 cm, or of 0.34 of the stance where that is less', () => {
    for (const one of everyone) {
      const { stance } = expand({ plan: planOf([]), student: one });
      const length = metres(Math.min(0.15, 0.34 * stance.separation.valueM));
      const drill = { plan: planOf([{ do: 'in-out', length }]), student: one };
      expect([nameOf(drill), checkPlan(drill).findings]).toEqual([nameOf(drill), []]);
    }
  });
});

test('forward to the left and forward to the right differ only by which foot leads', () => {
  const line = (deg: number): Plan => planOf([{ ...step, bearingDeg: deg }]);
  for (const one of everyone) {
    const left = expand({ plan: line(-45), student: one });
    const right = expand({ plan: line(45), student: one });
    expect(left.moves[0]?.firstFoot).toBe('left');
    expect(right.moves[0]?.firstFoot).toBe('right');
    expect(left.moves[0]?.distanceM).toBeCloseTo(right.moves[0]?.distanceM ?? NaN, 12);
  }
});
