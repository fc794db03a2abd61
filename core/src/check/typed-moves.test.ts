import { fitStance } from '../body/index.ts';
import { the } from '../measure/index.ts';
import { detectFootfalls } from '../detection/index.ts';
import type { Move } from '../moves/index.ts';
import type { FaultName } from '../rules/index.ts';
import { metres, planOf } from '../../test/drills.ts';
import {
  BEATS_PER_MIN,
  foot,
  FOUR,
  L,
  ONE,
  R,
  START,
  step,
  STUDENT,
  THREE,
  TWO,
} from '../../test/typed-stance.ts';
import { recorded, type TypedStep } from '../../test/typed-walk.ts';
import { flatFindings } from '../judging/causes.ts';
import { checkPlan, checkTrack } from './check.ts';

test('the typed stance is the fitted one', () => {
  const { separation, stanceAngleDeg } = fitStance(STUDENT);
  expect(separation.valueM).toBeCloseTo(0.46, 9);
  expect(stanceAngleDeg).toBe(45);
});

const TURN = [1, 1.6] as const;

const CLEAN: readonly (readonly [string, readonly Move[], readonly TypedStep[]])[] = [
  [
    'a step forward',
    [step(0, 13)],
    [foot('left', ONE, [2.8374, 3.2926], 0), foot('right', TWO, [3.1626, 2.9674], 45)],
  ],
  [
    'a step back',
    [step(180, 13)],
    [foot('right', ONE, [3.1626, 2.7074], 45), foot('left', TWO, [2.8374, 3.0326], 0)],
  ],
  [
    'a step to the left',
    [step(-90, 15)],
    [foot('left', ONE, [2.6874, 3.1626], 0), foot('right', TWO, [3.0126, 2.8374], 45)],
  ],
  [
    'a step to the right',
    [step(90, 15)],
    [foot('right', ONE, [3.3126, 2.8374], 45), foot('left', TWO, [2.9874, 3.1626], 0)],
  ],
  [
    'in and out',
    [{ do: 'in-out', length: metres(0.13) }],
    [
      foot('left', ONE, [2.8374, 3.2926], 0),
      foot('right', TWO, [3.1626, 2.9674], 45),
      foot('right', THREE, R, 45),
      foot('left', FOUR, L, 0),
    ],
  ],
  [
    'a pivot of 45 on the lead ball',
    [{ do: 'pivot', on: 'lead', byDeg: 45 }],
    [
      foot('left', TURN, L, 45, { flat: true }),
      foot('right', TURN, [2.8374, 2.7026], 90, { round: [2.8374, 3.1626, 45] }),
    ],
  ],
  [
    'a quarter turn on the rear ball',
    [{ do: 'pivot', on: 'rear', byDeg: -90 }],
    [
      foot('right', TURN, R, -45, { flat: true }),
      foot('left', TURN, [2.8374, 2.5122], -90, { round: [3.1626, 2.8374, -90] }),
    ],
  ],
  [
    'a switch in place',
    [{ do: 'switch', how: 'in-place' }],
    [foot('left', [1, 1.29], [2.8374, 2.8374], -45), foot('right', [1.17, 1.46], [3.1626, 3.1626], 0)],
  ],
  [
    'a stepping switch',
    [{ do: 'switch', how: 'stepping' }],
    [foot('right', [1, 1.54], [3.1626, 3.4878], 0), foot('left', [1, 1.54], L, -45, { flat: true })],
  ],
  [
    'a turning switch to the left',
    [{ do: 'turning-switch', byDeg: -90 }],
    [
      foot('right', TURN, [2.5122, 3.4878], -90, { round: [2.8374, 3.1626, -180] }),
      foot('left', TURN, L, -135, { flat: true }),
    ],
  ],
  [
    'widen and restore',
    [
      { do: 'widen', side: 'right', ratio: 0.4 },
      { do: 'restore', foot: 'right' },
    ],
    [foot('right', ONE, [3.3466, 2.8374], 45), foot('right', THREE, R, 45)],
  ],
  [
    'two passes under the line',
    [{ do: 'slip', side: 'left', way: 'forward', length: metres(0.13), passes: 2 }],
    [
      foot('left', ONE, [2.7455, 3.2545], 0),
      foot('right', TWO, [3.0707, 2.9293], 45),
      foot('right', THREE, [3.1626, 3.0212], 45),
      foot('left', FOUR, [2.8374, 3.3464], 0),
    ],
  ],
  [
    'a roll out to the right',
    [{ do: 'roll-out', side: 'right', bearingDeg: 60, length: metres(0.138) }],
    [foot('right', ONE, [3.2821, 2.9064], 45), foot('left', TWO, [2.9569, 3.2316], 0)],
  ],
  [
    'a push kick that comes back',
    [{ do: 'push-kick', leg: 'rear', lands: 'behind' }, step(0, 13)],
    [
      foot('right', [1, 1.9], [3.05, 3.7], 45, { kickM: 0.9 }),
      foot('left', THREE, [2.8374, 3.2926], 0),
      foot('right', FOUR, [3.1626, 2.9674], 45),
    ],
  ],
  [
    'a round kick',
    [{ do: 'round-kick', leg: 'rear', lands: 'behind' }],
    [
      foot('left', [1, 1.3], [2.7846, 3.238], -60),
      foot('right', [1.32, 2.08], [3, 3.8], 45, { kickM: 1, down: [3.1098, 2.9128] }),
      foot('left', [1.75, 2.08], [2.7846, 3.238], 0, { flat: true }),
    ],
  ],
  [
    'a knee',
    [{ do: 'knee', lands: 'behind' }, step(0, 13)],
    [
      foot('right', [1, 1.8], [3.05, 3.3], 45, { kickM: 0.8 }),
      foot('left', THREE, [2.8374, 3.2926], 0),
      foot('right', FOUR, [3.1626, 2.9674], 45),
    ],
  ],
  [
    'a foot feint',
    [{ do: 'feint', foot: 'lead' }, step(0, 13)],
    [
      foot('left', [1, 1.3], [2.8374, 3.19], 0, { kickM: 0.045 }),
      foot('left', THREE, [2.8374, 3.2926], 0),
      foot('right', FOUR, [3.1626, 2.9674], 45),
    ],
  ],
];

const check = (moves: readonly Move[], steps: readonly TypedStep[], noiseM = 0.003) => {
  const plan = planOf(moves, {
    pattern: { start: { at: { x: 3, y: 3 }, headingDeg: 0 }, items: moves.map((move) => ({ move })) },
    tempoPerMin: BEATS_PER_MIN,
  });
  const track = recorded({ start: START, steps }, { height: true, noiseM });
  return checkTrack({ plan, student: STUDENT }, track).report;
};
const told = (moves: readonly Move[], steps: readonly TypedStep[], noiseM?: number) => {
  const report = check(moves, steps, noiseM);
  return {
    sure: flatFindings(report.faults).map(({ fault }) => fault),
    open: flatFindings(report.undecided).map(({ fault }) => fault),
    statuses: report.moves.map(({ status }) => status),
  };
};

describe('done as it was asked for', () => {
  test.each(CLEAN)('%s is seen whole, and clean', (_, moves, steps) => {
    const { sure, open, statuses } = told(moves, steps);
    expect([sure, open]).toEqual([[], []]);
    expect(new Set(statuses)).toEqual(new Set(['matched']));
  });
});

const cleanOf = (name: string) => {
  const found = CLEAN.find(([own]) => own === name);
  if (!found) throw new RangeError(name);
  return found;
};
/** A clean move, with some of its feet otherwise. */
const spoiled = (name: string, steps: readonly TypedStep[]) => [cleanOf(name)[1], steps] as const;

const FAULTY: readonly (readonly [FaultName, string, readonly [readonly Move[], readonly TypedStep[]]])[] = [
  [
    'step-short',
    '6 of 13 cm',
    spoiled('a step forward', [
      foot('left', ONE, [2.8374, 3.2226], 0),
      foot('right', TWO, [3.1626, 2.8974], 45),
    ]),
  ],
  [
    'step-over',
    '21 of 13 cm',
    spoiled('a step forward', [
      foot('left', ONE, [2.8374, 3.3726], 0),
      foot('right', TWO, [3.1626, 3.0474], 45),
    ]),
  ],
  [
    'foot-not-following',
    'the second foot goes 3 of 13 cm',
    spoiled('a step forward', [
      foot('left', ONE, [2.8374, 3.2926], 0),
      foot('right', TWO, [3.1626, 2.8674], 45),
    ]),
  ],
  [
    'wrong-foot-first',
    'to the left the right foot goes first',
    spoiled('a step to the left', [
      foot('right', ONE, [3.0126, 2.8374], 45),
      foot('left', TWO, [2.6874, 3.1626], 0),
    ]),
  ],
  [
    'wrong-direction',
    'forward to the right instead of to the left',
    [
      [step(0, 13), step(-90, 15), step(0, 13)],
      [
        foot('left', ONE, [2.8374, 3.2926], 0),
        foot('right', TWO, [3.1626, 2.9674], 45),
        foot('left', THREE, [2.8374, 3.4426], 0),
        foot('right', FOUR, [3.1626, 3.1174], 45),
        foot('left', [3.4, 3.72], [2.8374, 3.5726], 0),
        foot('right', [3.82, 4.14], [3.1626, 3.2474], 45),
      ],
    ],
  ],
  [
    'not-facing',
    'both toes end 30 degrees too far to the right',
    spoiled('a step to the right', [
      foot('right', ONE, [3.3126, 2.8374], 75),
      foot('left', TWO, [2.9874, 3.1626], 30),
    ]),
  ],
  [
    'half-exit',
    'out with the rear foot only',
    spoiled('in and out', [
      foot('left', ONE, [2.8374, 3.2926], 0),
      foot('right', TWO, [3.1626, 2.9674], 45),
      foot('right', THREE, R, 45),
    ]),
  ],
  [
    'pivot-short',
    '20 of 45 degrees',
    spoiled('a pivot of 45 on the lead ball', [
      foot('left', TURN, L, 20, { flat: true }),
      foot('right', TURN, [3.0318, 2.7457], 65, { round: [2.8374, 3.1626, 20] }),
    ]),
  ],
  [
    'pivot-over',
    '65 of 45 degrees',
    spoiled('a pivot of 45 on the lead ball', [
      foot('left', TURN, L, 65, { flat: true }),
      foot('right', TURN, [2.6801, 2.7303], 110, { round: [2.8374, 3.1626, 65] }),
    ]),
  ],
  [
    'pivot-radius',
    'the swinging foot ends 60 cm away',
    spoiled('a pivot of 45 on the lead ball', [
      foot('left', TURN, L, 45, { flat: true }),
      foot('right', TURN, [2.8374, 2.5626], 90),
    ]),
  ],
  [
    'ball-drift',
    'the ball that should stay goes 9 cm',
    spoiled('a pivot of 45 on the lead ball', [
      foot('left', TURN, [2.9274, 3.1626], 45),
      foot('right', TURN, [2.9274, 2.7026], 90),
    ]),
  ],
  [
    'centre-drift',
    'the switch ends 12 cm to the right',
    spoiled('a switch in place', [
      foot('left', [1, 1.29], [2.9574, 2.8374], -45),
      foot('right', [1.17, 1.46], [3.2826, 3.1626], 0),
    ]),
  ],
  [
    'not-mirrored',
    'the new lead foot lands 10 cm too far in front',
    spoiled('a switch in place', [
      foot('left', [1, 1.29], [2.8374, 2.8374], -45),
      foot('right', [1.17, 1.46], [3.1626, 3.2626], 0),
    ]),
  ],
  [
    'wrong-return',
    'the kicking foot comes down 20 cm behind its place',
    spoiled('a round kick', [
      foot('left', [1, 1.3], [2.7846, 3.238], -60),
      foot('right', [1.32, 2.08], [3, 3.8], 45, { kickM: 1, down: [3.1098, 2.7128] }),
      foot('left', [1.75, 2.08], [2.7846, 3.238], 0, { flat: true }),
    ]),
  ],
  [
    'ball-drift',
    'the standing foot slides 10 cm back under a knee',
    spoiled('a knee', [
      foot('right', [1, 1.8], [3.05, 3.3], 45, { kickM: 0.8, down: [3.1626, 2.7374] }),
      foot('left', [1.2, 1.6], [2.8374, 3.0626], 0, { flat: true }),
      foot('left', THREE, [2.8374, 3.1926], 0),
      foot('right', FOUR, [3.1626, 2.8674], 45),
    ]),
  ],
  [
    'no-pivot',
    'the standing foot stays flat and points forward',
    spoiled('a round kick', [
      foot('left', [1, 1.3], [2.7846, 3.238], 0),
      foot('right', [1.32, 2.08], [3, 3.8], 45, { kickM: 1, down: [3.1098, 2.9128] }),
    ]),
  ],
  [
    'missed-move',
    'the second of two steps is left out',
    [
      [step(0, 13), step(-90, 15), step(0, 13)],
      [
        foot('left', ONE, [2.8374, 3.2926], 0),
        foot('right', TWO, [3.1626, 2.9674], 45),
        foot('left', [3.4, 3.72], [2.8374, 3.4226], 0),
        foot('right', [3.82, 4.14], [3.1626, 3.0974], 45),
      ],
    ],
  ],
  [
    'extra-move',
    'a shuffle between two steps',
    [
      [step(0, 13), step(0, 13)],
      [
        foot('left', ONE, [2.8374, 3.2926], 0),
        foot('right', TWO, [3.1626, 2.9674], 45),
        foot('right', [2.2, 2.5], [3.2626, 2.9674], 45),
        foot('left', [2.6, 2.9], [2.9374, 3.2926], 0),
        foot('left', [3.4, 3.72], [2.9374, 3.4226], 0),
        foot('right', [3.82, 4.14], [3.2626, 3.0974], 45),
      ],
    ],
  ],
];

describe('what went wrong is told by its name', () => {
  test.each(FAULTY)('%s: %s', (fault, _, [moves, steps]) => {
    const { sure } = told(moves, steps);
    expect(sure).toContain(fault);
  });

  test('and by no other name of the same thing', () => {
    for (const [fault, , [moves, steps]] of FAULTY) {
      const causes = check(moves, steps).faults.map((cause) => cause.fault);
      expect([fault, causes.length]).toEqual([fault, 1]);
    }
  });
});

test('without headings a turn of a planted foot cannot be told, and is not missed', () => {
  const [, moves, steps] = cleanOf('a pivot of 45 on the lead ball');
  const plan = planOf(moves, {
    pattern: { start: { at: { x: 3, y: 3 }, headingDeg: 0 }, items: moves.map((move) => ({ move })) },
    tempoPerMin: BEATS_PER_MIN,
  });
  const track = recorded({ start: START, steps }, { headings: false });
  const { report } = checkTrack({ plan, student: STUDENT }, track);
  // The foot that swings shows the turn by its place.
  expect(report.faults).toEqual([]);
  expect(report.moves.map(({ status }) => status)).toEqual(['matched']);
});

describe('strikes of the recording', () => {
  const BAG_M = 0.18;
  /** A jab on a step that comes to stand so far from the surface of the bag. */
  const jabbed = (gapM: number, when: 'reset-first' | 'together', atS: number) => {
    const plan = planOf([], {
      target: { kind: 'bag', at: { x: 3, y: 3.13 + gapM + BAG_M }, radiusM: BAG_M },
      pattern: {
        start: { at: { x: 3, y: 3 }, headingDeg: 0 },
        items: [{ move: step(0, 13), strikes: [{ strike: 'jab', when }] }, { move: step(180, 13) }],
      },
      tempoPerMin: BEATS_PER_MIN,
    });
    const steps = [
      foot('left', ONE, [2.8374, 3.2926], 0),
      foot('right', TWO, [3.1626, 2.9674], 45),
      foot('right', [3.4, 3.72], R, 45),
      foot('left', [3.82, 4.14], L, 0),
    ];
    const track = recorded({ start: START, steps }, {});
    const strikes = [{ index: Math.round(100 * atS), name: 'jab' }];
    const { report } = checkTrack({ plan, student: STUDENT }, { ...track, strikes });
    return flatFindings([...report.faults, ...report.undecided]).map(({ fault, verdict }) => [
      fault,
      verdict,
    ]);
  };

  // The rear foot lands at 1.74 s; a jab takes 0.3 s and starts 0.1 s after that at the earliest: 2.14 s.
  test('one that starts before the stance stands is too early', () => {
    expect(jabbed(0.6, 'reset-first', 2.3)).toEqual([]);
    expect(jabbed(0.6, 'reset-first', 1.85)).toEqual([['strike-early', 'not-met']]);
    expect(jabbed(0.6, 'reset-first', 2.14)).toEqual([['strike-early', 'cannot-tell']]);
  });

  // The lead foot lands at 1.32 s, and the jab is its hand.
  test('one that goes with its foot touches with the landing', () => {
    expect(jabbed(0.6, 'together', 1.33)).toEqual([]);
    expect(jabbed(0.6, 'together', 1.2)).toEqual([['strike-early', 'not-met']]);
    expect(jabbed(0.6, 'together', 1.5)).toEqual([['strike-late', 'not-met']]);
  });

  // A beat is 1.2 s, so the hold's is at 2.52 s. The step before it stands at 1.74 s: a jab touches at 2.14 s at the earliest.
  test('one that is thrown while the feet stand waits for the stance too', () => {
    const standing = (atS: number): string[] => {
      const plan = planOf([], {
        target: { kind: 'bag', at: { x: 3, y: 3.13 + 0.6 + BAG_M }, radiusM: BAG_M },
        pattern: {
          start: { at: { x: 3, y: 3 }, headingDeg: 0 },
          items: [
            { move: step(0, 13) },
            { move: { do: 'hold' }, strikes: [{ strike: 'jab', when: 'reset-first' }] },
            { move: step(180, 13) },
          ],
        },
        tempoPerMin: BEATS_PER_MIN,
      });
      const steps = [
        foot('left', ONE, [2.8374, 3.2926], 0),
        foot('right', TWO, [3.1626, 2.9674], 45),
        foot('right', [3.4, 3.72], R, 45),
        foot('left', [3.82, 4.14], L, 0),
      ];
      const strikes = [{ index: Math.round(100 * atS), name: 'jab' }];
      const { report } = checkTrack(
        { plan, student: STUDENT },
        { ...recorded({ start: START, steps }, {}), strikes },
      );
      return flatFindings(report.faults).map(({ fault, moveNumber }) => `${fault} ${moveNumber}`);
    };
    expect(standing(2.52)).toEqual([]);
    expect(standing(1.95)).toEqual(['strike-early 2']);
  });

  // Arm 0.386 of 1.75 m, shoulder and weight some centimetres more: nobody of this size touches 1.4 m away.
  test('one that cannot touch is out of reach, one that surely does is not', () => {
    const planned = jabbed(1.4, 'reset-first', 2.3);
    // The plan itself throws it there: that is the plan's own fault, and not the student's.
    expect(planned).toEqual([]);
  });
});

test('feet that stand and strike where nothing is in reach are told of as well', () => {
  const plan = planOf([], {
    facing: { on: 'target' },
    target: { kind: 'bag', at: { x: 3, y: 5 }, radiusM: 0.18 },
    pattern: {
      start: { at: { x: 3, y: 3 }, headingDeg: 0 },
      items: [
        { move: { do: 'hold' }, strikes: [{ strike: 'cross', when: 'reset-first' }] },
        { move: step(0, 13) },
      ],
    },
  });
  const { findings } = checkPlan({ plan, student: STUDENT });
  expect(findings.map(({ fault, moveNumber }) => [fault, moveNumber])).toEqual([['strike-out-of-reach', 1]]);
  expect(findings[0]?.measured).toBeCloseTo(1.82, 9);
});

test('a plan that strikes where nothing is in reach says so before anyone walks it', () => {
  const plan = planOf([], {
    facing: { on: 'target' },
    target: { kind: 'bag', at: { x: 3, y: 5 }, radiusM: 0.18 },
    pattern: {
      start: { at: { x: 3, y: 3 }, headingDeg: 0 },
      items: [{ move: step(0, 13), strikes: [{ strike: 'jab', when: 'reset-first' }] }],
    },
  });
  const { findings } = checkPlan({ plan, student: STUDENT });
  expect(findings.map(({ fault, verdict }) => [fault, verdict])).toEqual([
    ['strike-out-of-reach', 'not-met'],
  ]);
  // 2 m less 13 cm of step and the bag's 18 cm.
  expect(findings[0]?.measured).toBeCloseTo(1.69, 9);
  // Down a lane nothing is thrown at the bag.
  expect(checkPlan({ plan: { ...plan, facing: { on: 'lane' } }, student: STUDENT }).findings).toEqual([]);
});

test('a lunge of the width of three stances leaves the body behind its feet: off balance by the model', () => {
  const lunge = [
    foot('left', [1, 1.25], [2.8374, 4.3626], 0),
    foot('right', [1.3, 1.55], [3.1626, 4.0374], 45),
  ];
  const rows = told([step(0, 100)], lunge);
  expect(rows.sure).toContain('off-balance');
});

// By hand: out 13 cm and back 10.6, ten times: 24 cm from home at the end, no step off by more than a quarter.
test('one who comes back a little short every time drifts, and no single move is to blame', () => {
  const moves = Array.from({ length: 10 }, () => [step(0, 13), step(180, 13)]).flat();
  const steps = Array.from({ length: 10 }, (_, i): TypedStep[] => {
    const [homeM, beatS] = [0.024 * i, 2.4 * i];
    const at = ([a, b]: readonly [number, number]) => [a + beatS, b + beatS] as const;
    return [
      foot('left', at(ONE), [2.8374, 3.2926 + homeM], 0),
      foot('right', at(TWO), [3.1626, 2.9674 + homeM], 45),
      foot('right', at(THREE), [3.1626, 2.8614 + homeM], 45),
      foot('left', at(FOUR), [2.8374, 3.1866 + homeM], 0),
    ];
  }).flat();
  const { sure } = told(moves, steps);
  expect(sure).toEqual(['drift']);
});

/** A step, bounces of so much height from 2.3 s on, two a beat of 1.2 s, and a step. */
const bounced = (riseM: number, times = 2, noiseM?: number) =>
  told(
    [step(0, 13), { do: 'bounce', times: 2 }, step(0, 13)],
    [
      foot('left', ONE, [2.8374, 3.2926], 0),
      foot('right', TWO, [3.1626, 2.9674], 45),
      ...Array.from({ length: times }, (_, i): TypedStep[] => {
        const at = [2.0 + (1.2 / times) * i, 2.4 + (1.2 / times) * i] as const;
        return [
          foot('left', at, [2.8374, 3.2926], 0, { kickM: riseM }),
          foot('right', at, [3.1626, 2.9674], 45, { kickM: riseM }),
        ];
      }).flat(),
      foot('left', [3.4, 3.72], [2.8374, 3.4226], 0),
      foot('right', [3.82, 4.14], [3.1626, 3.0974], 45),
    ],
    noiseM,
  );

test('a bounce that leaves the floor is told, one that does not is not', () => {
  expect(bounced(0.05).sure).toEqual(['off-the-ground']);
  expect(bounced(0.05, 2, 0.01).sure).toContain('off-the-ground');
  expect(bounced(0.012).sure).toEqual([]);
});

test('bounces are counted by their height; where nothing rises nothing is counted', () => {
  expect(bounced(0.012, 3).sure).toEqual(['wrong-count']);
  expect(bounced(0.012, 1).sure).toEqual(['wrong-count']);
  expect(bounced(0.001, 3)).toMatchObject({ sure: [], open: [] });
  // Half a centimetre of noise in every height hides no bounce of 12 mm.
  for (const times of [1, 3]) expect(bounced(0.012, times, 0.005).sure).toEqual(['wrong-count']);
  expect(bounced(0.012, 2, 0.005)).toMatchObject({ sure: [], open: [] });
});

test('bounces with a hold between them are counted together: nothing that is seen parts them', () => {
  const bounce = (fromS: number): TypedStep[] => [
    foot('left', [fromS, fromS + 0.4], [2.8374, 3.1626], 0, { kickM: 0.012 }),
    foot('right', [fromS, fromS + 0.4], [3.1626, 2.8374], 45, { kickM: 0.012 }),
  ];
  const hopping = (startsS: readonly number[]): string[] =>
    told(
      [{ do: 'bounce', times: 2 }, { do: 'hold' }, { do: 'bounce', times: 2 }, step(0, 13)],
      [
        ...startsS.flatMap(bounce),
        foot('left', [4.8, 5.12], [2.8374, 3.2926], 0),
        foot('right', [5.22, 5.54], [3.1626, 2.9674], 45),
      ],
    ).sure;
  expect(hopping([1.2, 1.8, 3.6, 4.2])).toEqual([]);
  expect(hopping([1.2, 1.8, 3.6])).toEqual(['wrong-count']);
});

test('a round too few or too many is one thing, told as a count', () => {
  const plan = planOf([], {
    pattern: {
      start: { at: { x: 3, y: 3 }, headingDeg: 0 },
      items: [{ repeat: 4, items: [{ move: step(0, 13) }, { move: step(180, 13) }] }, { move: step(90, 15) }],
    },
    tempoPerMin: BEATS_PER_MIN,
  });
  const walked = (rounds: number) => {
    const steps = Array.from({ length: rounds }, (_, i): TypedStep[] => {
      const at = ([a, b]: readonly [number, number]) => [a + 2.4 * i, b + 2.4 * i] as const;
      return [
        foot('left', at(ONE), [2.8374, 3.2926], 0),
        foot('right', at(TWO), [3.1626, 2.9674], 45),
        foot('right', at(THREE), R, 45),
        foot('left', at(FOUR), L, 0),
      ];
    }).flat();
    const lastS = 2.4 * rounds;
    const aside = [
      foot('right', [1 + lastS, 1.32 + lastS], [3.3126, 2.8374], 45),
      foot('left', [1.42 + lastS, 1.74 + lastS], [2.9874, 3.1626], 0),
    ];
    const track = recorded({ start: START, steps: [...steps, ...aside] }, {});
    const { faults } = checkTrack({ plan, student: STUDENT }, track).report;
    return faults.map(({ fault, measured, limit, consequences }) => ({
      told: [fault, measured, limit],
      of: new Set(consequences.map((one) => one.fault)),
    }));
  };
  expect(walked(4)).toEqual([]);
  expect(walked(3)).toEqual([{ told: ['wrong-count', 3, 4], of: new Set(['missed-move']) }]);
  expect(walked(5)).toEqual([{ told: ['wrong-count', 5, 4], of: new Set() }]);
});

// By hand: a partner 1 m ahead faces down the floor, left foot in front; their right hand is 15 cm to their right, so
// at x = 2.85. After the step across the student's middle is at 2.91 (in the line) or, further out, at 2.50 (beside it).
test('one who steps out and stays before their rear hand is in their line, where their feet were recorded', () => {
  const stepped = (outM: number) => {
    const dx = -outM;
    const steps = [
      foot('left', ONE, [2.8374 + dx, 3.2545], 0),
      foot('right', TWO, [3.1626 + dx, 2.9293], 45),
    ];
    const moves: Move[] = [
      { do: 'step-across', side: 'left', bearingDeg: 45, length: metres(outM * Math.SQRT2) },
    ];
    const plan = planOf(moves, {
      target: { kind: 'partner', at: { x: 3, y: 4.09 }, radiusM: 0 },
      pattern: { start: { at: { x: 3, y: 3 }, headingDeg: 0 }, items: moves.map((move) => ({ move })) },
      tempoPerMin: BEATS_PER_MIN,
    });
    const track = recorded({ start: START, steps }, {});
    const still = (value: number) => Float64Array.from(track.timeS, () => value);
    const partner = {
      target: { x: still(3), y: still(4.09), headingDeg: still(180) },
      targetLeft: { x: still(3.16), y: still(3.93) },
      targetRight: { x: still(2.84), y: still(4.25) },
    };
    const faults = (of: typeof track) =>
      flatFindings(checkTrack({ plan, student: STUDENT }, of).report.faults).map(({ fault }) => fault);
    return { seen: faults({ ...track, ...partner }), unseen: faults(track) };
  };
  expect(stepped(0.09).seen).toContain('in-their-line');
  expect(stepped(0.09).unseen).not.toContain('in-their-line');
  expect(stepped(0.5).seen).not.toContain('in-their-line');
});

test('a leg that is raised twice before its first step is known where it stood at first', () => {
  const steps = [
    foot('right', [2.47, 3.24], [3.1626, 3.3], 45, { kickM: 0.8, down: [3.2226, 2.7374] }),
    foot('right', [3.35, 4.41], [3.2226, 3.3], 45, { kickM: 0.8, down: [3.2826, 2.6374] }),
    foot('left', [6, 6.32], [2.8374, 3.2926], 0),
    foot('right', [6.5, 6.82], [3.1626, 2.9674], 45),
    foot('left', [8, 8.32], [2.8374, 3.4226], 0),
    foot('right', [8.5, 8.82], [3.1626, 3.0974], 45),
  ];
  const track = recorded({ start: START, steps }, { noiseM: 0.005, height: true });
  const { start, events } = detectFootfalls(track).right;
  expect(Math.hypot(start.x - 3.1626, start.y - 2.8374)).toBeLessThan(0.01);
  const due = [R, [3.2226, 2.7374], [3.2826, 2.6374], [3.1626, 2.9674]] as const;
  due.forEach(([x, y], i) => {
    const { from } = the(events[i]);
    expect(Math.hypot(from.x - x, from.y - y)).toBeLessThan(0.01);
  });
  expect(events.map(({ how }) => how)).toEqual(['raise', 'raise', 'step', 'step']);
});

test('a foot feint that is left out is missed where heights show that the foot stayed down', () => {
  const [, moves] = cleanOf('a foot feint');
  const stepped = [foot('left', THREE, [2.8374, 3.2926], 0), foot('right', FOUR, [3.1626, 2.9674], 45)];
  expect(told(moves, stepped).sure).toEqual(['missed-move']);
  // Heights that are known to some centimetres show no lift of 2.5.
  const coarse = told(moves, stepped, 0.02);
  expect(coarse.sure).toEqual([]);
});
