import { planOf } from '../../test/drills.ts';
import { BEATS_PER_MIN, foot, START, step, STUDENT } from '../../test/typed-stance.ts';
import { recorded, type TypedStep } from '../../test/typed-walk.ts';
import type { Plan } from '../pattern/index.ts';
import { flatFindings } from '../judging/causes.ts';
import { checkTrack } from './check.ts';

/** Both feet a step on from where they stand: the beat it falls on, which foot first, and how far right and ahead. */
type Pace = readonly [beat: number, first: 'left' | 'right', right: number, ahead: number];

/** Feet typed as paces of the typed stance: every place is the one before it and the two numbers of the pace. */
function paces(list: readonly Pace[]): TypedStep[] {
  let [x, y] = [0, 0];
  return list.flatMap(([beat, first, right, ahead]) => {
    [x, y] = [x + right, y + ahead];
    const at = { left: [2.8374 + x, 3.1626 + y], right: [3.1626 + x, 2.8374 + y] } as const;
    const startS = 1 + 1.2 * beat;
    const second = first === 'left' ? 'right' : 'left';
    const heading = { left: 0, right: 45 };
    return [
      foot(first, [startS, startS + 0.32], at[first], heading[first]),
      foot(second, [startS + 0.42, startS + 0.74], at[second], heading[second]),
    ];
  });
}

const told = (plan: Plan, list: readonly Pace[], noise: Parameters<typeof recorded>[1] = {}) =>
  checkTrack({ plan, student: STUDENT }, recorded({ start: START, steps: paces(list) }, noise)).report.faults;

// Three cones a metre apart, the first 50 cm ahead, passed 60 cm to the left, the right and the left, in six pushes
// from corner to corner. By hand: 10 cm aside and 8.3 ahead to the first, 20 and 16.7 from one to the next.
const LANE: Plan = planOf([], {
  facing: { on: 'lane' },
  tempoPerMin: BEATS_PER_MIN,
  pattern: {
    start: { at: { x: 3, y: 3 }, headingDeg: 0 },
    items: [
      {
        weave: {
          cones: 3,
          spacingM: 1,
          sideOffsetM: 0.6,
          startSide: 'left',
          firstCone: { x: 3, y: 3.5 },
          laneHeadingDeg: 0,
          coneRadiusM: 0.1,
          coneHeight: 'flat',
          wayBack: false,
          laps: 1,
          pushes: 6,
          alike: true,
        },
      },
    ],
  },
  limits: { halfStepRatio: 0.7, overstretchRatio: 2.2, reason: 'Pushes' },
});
const leg = (from: number, first: 'left' | 'right', right: number, ahead: number): Pace[] =>
  [0, 1, 2, 3, 4, 5].map((i) => from + i).map((beat): Pace => [beat, first, right, ahead]);
const WELL = [
  ...leg(0, 'left', -0.1, 0.5 / 6),
  ...leg(6, 'right', 0.2, 1 / 6),
  ...leg(12, 'left', -0.2, 1 / 6),
  ...leg(18, 'right', 0.1, 0.5 / 6),
];
/** To the right of the first cone, straight on along the second, and as planned from there. */
const WRONG_WAY = [...leg(0, 'right', 0.1, 0.5 / 6), ...leg(6, 'left', 0, 1 / 6), ...WELL.slice(12)];

test('cones that are passed on their sides are clean, also where the capture is rough', () => {
  expect(told(LANE, WELL)).toEqual([]);
  expect(told(LANE, WELL, { noiseM: 0.01, rateHz: 60 })).toEqual([]);
});

test.each([{}, { noiseM: 0.01, rateHz: 60 }])(
  'one who goes to the right of the first cone passes it on the wrong side: %j',
  (noise) => {
    const faults = told(LANE, WRONG_WAY, noise);
    expect(flatFindings(faults).map(({ fault }) => fault)).toContain('wrong-side-of-cone');
    // Nobody crept: they went another way.
    expect(faults.map(({ fault }) => fault)).not.toContain('drift');
  },
);

test('a round too many is a round too many, though the last planned step is like one of it', () => {
  const plan = planOf([], {
    facing: { on: 'lane' },
    tempoPerMin: BEATS_PER_MIN,
    pattern: {
      start: { at: { x: 3, y: 3 }, headingDeg: 0 },
      items: [
        { repeat: 4, items: [{ move: step(-90, 15) }, { move: step(90, 15) }] },
        { move: step(90, 15) },
      ],
    },
  });
  const walked = (rounds: number): Pace[] => [
    ...Array.from({ length: rounds }, (_, i): Pace[] => [
      [2 * i, 'left', -0.15, 0],
      [2 * i + 1, 'right', 0.15, 0],
    ]).flat(),
    [2 * rounds, 'right', 0.15, 0],
  ];
  expect(told(plan, walked(4))).toEqual([]);
  for (const rounds of [3, 5])
    expect(told(plan, walked(rounds)).map(({ fault, measured }) => [fault, measured])).toEqual([
      ['wrong-count', rounds],
    ]);
});
