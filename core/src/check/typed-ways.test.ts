import { the } from '../measure/index.ts';
import type { Track } from '../track/index.ts';
import { cropped, exchangesIn } from '../matching/index.ts';
import { planOf } from '../../test/drills.ts';
import { BEATS_PER_MIN, foot, START, step, STUDENT } from '../../test/typed-stance.ts';
import { recorded, type TypedStep } from '../../test/typed-walk.ts';
import { flatFindings } from '../judging/causes.ts';
import { checkTrack, type CheckSteps } from './check.ts';
import { sayings } from '../report/coach-words.ts';

const BEAT = 1.2;
/** Twelve steps: three on and three back, twice. The lead foot, the left one, goes first on, the right one back. */
const WAYS = [1, 1, 1, -1, -1, -1, 1, 1, 1, -1, -1, -1];
const plan = planOf([], {
  pattern: {
    start: { at: { x: 3, y: 3 }, headingDeg: 0 },
    items: WAYS.map((way) => ({ move: step(way > 0 ? 0 : 180, 13) })),
  },
  tempoPerMin: BEATS_PER_MIN,
});
const LEFT = [2.8374, 3.1626] as const;
const RIGHT = [3.1626, 2.8374] as const;

/** Steps of both feet, each so far along the lane, from a place and a time on; where they end is the last. */
function walks(ways: readonly number[], fromS = 1, fromM = 0, metres = 0.13): TypedStep[] {
  let along = fromM;
  return ways.flatMap((way, i) => {
    const s = fromS + BEAT * i;
    along += way * metres;
    const left = [LEFT[0], LEFT[1] + along] as const;
    const right = [RIGHT[0], RIGHT[1] + along] as const;
    const first = [s, s + 0.32] as const;
    const second = [s + 0.42, s + 0.74] as const;
    return way > 0
      ? [foot('left', [...first], [...left], 0), foot('right', [...second], [...right], 45)]
      : [foot('right', [...first], [...right], 45), foot('left', [...second], [...left], 0)];
  });
}

const checked = (track: Track, steps: CheckSteps = {}) => {
  const { report } = checkTrack({ plan, student: STUDENT }, track, steps);
  return {
    outcome: report.verdict.outcome,
    ways: report.ways ?? [],
    asked: report.questions,
    faults: flatFindings(report.faults).map(({ fault }) => fault),
    said: sayings(report, 'metric').map(({ words }) => words),
    share: report.judgement?.share,
  };
};
const typed = (steps: readonly TypedStep[]): Track => recorded({ start: START, steps });

test('walked as typed it is met and done in no other way', () => {
  expect(checked(typed(walks(WAYS)))).toMatchObject({ outcome: 'met', ways: [], asked: [], faults: [] });
});

test('stopped on the way: what is there is judged, and nothing of it is met', () => {
  const { outcome, ways, faults, share } = checked(typed(walks(WAYS.slice(0, 7))));
  expect(outcome).toBe('cannot-tell');
  expect(ways).toMatchObject([{ is: 'ended early', afterMove: 7, moves: 12 }]);
  expect(faults).toEqual([]);
  expect(share).toMatchObject({ clean: 7, moves: 7 });
});

test('stopped, and walked off: strides in which the feet pass each other are no moves', () => {
  const part = walks(WAYS.slice(0, 9));
  // 39 cm on; from there the feet pass each other, 60 cm at a time.
  const off = [1, 2, 3, 4, 5, 6].map((k) => {
    const s = 1 + BEAT * 9 + 0.6 * k;
    const name = k % 2 === 0 ? 'left' : 'right';
    return foot(name, [s, s + 0.4], [name === 'left' ? 2.9 : 3.1, 3.4 + 0.3 * k], 0);
  });
  const { ways, faults } = checked(typed([...part, ...off]));
  expect(ways).toMatchObject([{ is: 'ended early', afterMove: 9, moves: 12 }]);
  expect(faults).toEqual([]);
});

test('who walks off the way the last moves go has not done them with strides', () => {
  const part = walks(WAYS.slice(0, 9));
  // 39 cm on; six strides of about 60 cm straight back, where three steps back were asked, on the beat.
  const off = [1, 2, 3, 4, 5, 6].map((k) => {
    const s = 1 + BEAT * 9 + 0.6 * (k - 1);
    const name = k % 2 === 0 ? 'left' : 'right';
    return foot(name, [s, s + 0.4], [name === 'left' ? 2.84 : 3.16, 3.3 - 0.3 * k], 0);
  });
  const { ways, faults } = checked(typed([...part, ...off]));
  expect(ways).toMatchObject([{ is: 'ended early', afterMove: 9, moves: 12 }]);
  expect(faults).toEqual([]);
});

test('begun again: the last beginning counts, and what came before it is told', () => {
  const given = walks(WAYS.slice(0, 5));
  // Five moves leave the feet 13 cm on; they step back in no order of the drill.
  const s = 1 + BEAT * 5 + 1;
  const back = [foot('left', [s, s + 0.4], [...LEFT], 0), foot('right', [s + 0.6, s + 1], [...RIGHT], 45)];
  const { outcome, ways, faults, said } = checked(typed([...given, ...back, ...walks(WAYS, s + 2.5)]));
  expect({ outcome, faults }).toEqual({ outcome: 'met', faults: [] });
  expect(ways).toMatchObject([{ is: 'begun again', afterMove: 5 }]);
  expect(said[0]).toBe('Begun again after 5 moves.');
});

test('begun again after more than half, at another place of the beat', () => {
  const s = 1 + BEAT * 8 + 0.7;
  const back = [foot('right', [s, s + 0.4], [...RIGHT], 45), foot('left', [s + 0.5, s + 0.9], [...LEFT], 0)];
  const { outcome, ways } = checked(typed([...walks(WAYS.slice(0, 8)), ...back, ...walks(WAYS, s + 1.7)]));
  expect(ways).toMatchObject([{ is: 'begun again', afterMove: 8 }]);
  expect(outcome).toBe('met');
});

test('several rounds are asked about, and each can be judged apart', () => {
  const s = 1 + BEAT * 12 + 1;
  // The second one is done with steps of 9 cm.
  const track = typed([...walks(WAYS), ...walks(WAYS, s, 0, 0.06)]);
  expect(checked(track)).toMatchObject({ outcome: 'cannot-tell', asked: [{ about: 'rounds' }] });
  expect(checked(track, { reading: { round: 1 } })).toMatchObject({ outcome: 'met', asked: [], ways: [] });
  const second = checked(track, { reading: { round: 2 } });
  expect(second).toMatchObject({ outcome: 'not-met', asked: [] });
  expect(second.ways.map(({ is }) => is)).toEqual(['scaled']);
  // There is no third.
  expect(checked(track, { reading: { round: 3 } }).asked).toMatchObject([{ about: 'rounds' }]);
});

test('half as long and stopped are two ways, and no third', () => {
  const { ways, outcome } = checked(typed(walks(WAYS.slice(0, 8), 1, 0, 0.065)));
  expect(ways).toMatchObject([{ is: 'scaled' }, { is: 'ended early', afterMove: 8 }]);
  expect(the(ways.find((way) => way.is === 'scaled'))).toHaveProperty('times', expect.closeTo(0.5, 1));
  expect(outcome).not.toBe('met');
});

/** A recording in which the feet have each other's names between two times. */
function exchanged(track: Track, spans: readonly (readonly [number, number])[]): Track {
  const is = (i: number): boolean =>
    spans.some(([fromS, toS]) => the(track.timeS[i]) >= fromS && the(track.timeS[i]) < toS);
  const pick = (own: Float64Array, other: Float64Array): Float64Array =>
    own.map((value, i) => (is(i) ? the(other[i]) : value));
  const maybe = (own: Float64Array | null, other: Float64Array | null): Float64Array | null =>
    own && other && pick(own, other);
  const of = (own: Track['left'], other: Track['left']): Track['left'] => ({
    x: pick(own.x, other.x),
    y: pick(own.y, other.y),
    z: maybe(own.z, other.z),
    headingDeg: maybe(own.headingDeg, other.headingDeg),
  });
  return { ...track, left: of(track.left, track.right), right: of(track.right, track.left) };
}

/** Centimetres that landings lie off where they should be, along and across, one after the other. */
const OFF_CM = [
  [2.2, 1.0],
  [-1.5, 1.9],
  [-2.0, -2.2],
  [1.2, -1.4],
  [1.9, 2.0],
  [-2.2, 1.2],
  [1.4, -1.9],
  [2.0, 1.5],
  [-1.0, -2.0],
  [-1.9, 2.2],
] as const;

test('half as long, unsteadily, and stopped is this drill: two ways explain what one does not', () => {
  const steps = walks(WAYS.slice(0, 5), 1, 0, 0.07).map((one, i) => {
    const [along, across] = the(OFF_CM[i % OFF_CM.length]);
    return { ...one, to: { x: one.to.x + across / 100, y: one.to.y + along / 100 } };
  });
  const { ways, asked } = checked(typed(steps));
  expect(asked).toEqual([]);
  expect(ways.map(({ is }) => is)).toEqual(['scaled', 'ended early']);
});

test('feet that change names on the way are asked about, and taken the other way round from there', () => {
  const track = exchanged(typed(walks(WAYS)), [
    [5.013, 9.118],
    [12.2, 99],
  ]);
  expect([...exchangesIn(track)]).toEqual([5.02, 9.12, 12.2]);
  expect(checked(track)).toMatchObject({
    outcome: 'cannot-tell',
    asked: [{ about: 'exchanged', times: 3, reading: { exchanged: true } }],
  });
  expect(checked(track, { reading: { exchanged: true } })).toMatchObject({ outcome: 'met', asked: [] });
});

test('a foot that is fast, or both that jump beside each other, are not exchanged', () => {
  // A switch: both feet go where the other was within a quarter of a second.
  const hop = [foot('left', [2, 2.25], [...RIGHT], 0), foot('right', [2, 2.25], [...LEFT], 45)];
  expect(exchangesIn(typed(hop))).toEqual([]);
  // The same unseen for 0.35 s: 46 cm in that time is 1.3 m/s, which feet do.
  const lost = (timeS: number): boolean => timeS > 1.95 && timeS < 2.3;
  expect(exchangesIn(recorded({ start: START, steps: hop }, { lost }))).toEqual([]);
});

test('a drill of strikes on the spot is judged by the hands', () => {
  const items = Array.from({ length: 6 }, () => ({
    move: { do: 'hold' as const },
    strikes: [
      { strike: 'jab', when: 'reset-first' as const },
      { strike: 'cross', when: 'reset-first' as const },
    ],
  }));
  const spot = { plan: { ...plan, pattern: { ...plan.pattern, items } }, student: STUDENT };
  const stands = typed([foot('left', [20, 20.3], [...LEFT], 0)]);
  const thrown = (leave: readonly number[], offS: number) =>
    Array.from({ length: 6 }, (_, i) => [
      { name: 'jab', timeS: offS + BEAT * i },
      { name: 'cross', timeS: offS + BEAT * i + 0.35 },
    ])
      .flat()
      .filter((__, i) => !leave.includes(i))
      .map(({ name, timeS }) => ({ name, index: Math.round(timeS * 100) }));
  const still = cropped(stands, [0, 15]);
  const check = (strikes: Track['strikes'], sees = true) => {
    const { report } = checkTrack(spot, { ...still, ...(sees ? { seesStrikes: true } : {}), strikes });
    return {
      outcome: report.verdict.outcome,
      asked: report.questions,
      faults: report.faults.map(({ fault, moveNumber }) => `${fault} ${moveNumber}`),
    };
  };
  expect(check(thrown([], 3))).toEqual({ outcome: 'met', asked: [], faults: [] });
  expect(check(thrown([2, 3, 7], 3))).toEqual({
    outcome: 'not-met',
    asked: [],
    faults: ['missed-strike 2', 'missed-strike 4'],
  });
  // A fifth slower, each a little early or late: the clock is that of the hands.
  const slow = thrown([9], 0).map(({ name, index }, i) => ({
    name,
    index: 300 + Math.round(1.31 * index) + (i % 3) * 9,
  }));
  expect(check(slow).faults).toContain('missed-strike 5');
  expect(check(slow).faults.filter((one) => one.startsWith('missed'))).toHaveLength(1);
  // Nobody looked for them: nothing can be said of a drill that is nothing else.
  expect(check([], false)).toMatchObject({ outcome: 'cannot-tell', faults: [] });
});

test('the third of a combination thrown as another one is that one', () => {
  const cues = ['jab', 'cross', 'hook'].map((strike) => ({ strike, when: 'reset-first' as const }));
  const items = WAYS.map((way, i) => ({
    move: step(way > 0 ? 0 : 180, 13),
    strikes: i < 11 ? cues : [],
  }));
  const drill = { plan: { ...plan, tempoPerMin: 25, pattern: { ...plan.pattern, items } }, student: STUDENT };
  // A beat of 2.4 s: the second foot lands 0.74 s after the first one left, the hands follow half a second later.
  const slowly = walks(WAYS).map((one, i) => {
    const laterS = BEAT * Math.floor(i / 2);
    return { ...one, liftS: one.liftS + laterS, landS: one.landS + laterS };
  });
  const strikes = WAYS.slice(0, 11).flatMap((_, i) =>
    ['jab', 'cross', i === 2 ? 'uppercut' : 'hook'].map((name, k) => ({
      name,
      index: Math.round(100 * (1 + 2 * BEAT * i + 0.74 + 0.56 + 0.36 * k)),
    })),
  );
  const { report } = checkTrack(drill, { ...typed(slowly), seesStrikes: true, strikes });
  expect(flatFindings(report.faults).map(({ fault, moveNumber }) => `${fault} ${moveNumber}`)).toEqual([
    'wrong-strike 3',
  ]);
});

describe('a pivot that is left out is one cause', () => {
  // On 13 cm, a quarter to the right on the lead foot, and four times on 13 cm the new way.
  const moves = [
    step(0, 13),
    { do: 'pivot', on: 'lead', byDeg: 90 } as const,
    ...[0, 1, 2, 3].map(() => step(0, 13)),
  ];
  const turned = planOf([], {
    pattern: { start: { at: { x: 3, y: 3 }, headingDeg: 0 }, items: moves.map((move) => ({ move })) },
    tempoPerMin: BEATS_PER_MIN,
  });
  const times = (move: number) => {
    const s = 1 + BEAT * (move - 1);
    return [[s, s + 0.32] as const, [s + 0.42, s + 0.74] as const] as const;
  };
  const found = (steps: readonly TypedStep[]) => {
    const { report } = checkTrack(
      { plan: turned, student: STUDENT },
      recorded({ start: START, steps }, { height: true, noiseM: 0.003 }),
    );
    const { faults, judgement, ways = [] } = report;
    return {
      ways,
      faults: faults.map(({ fault, moveNumber }) => [fault, moveNumber]),
      open: report.undecided.map(({ fault }) => fault),
      clean: judgement?.share.clean,
      said: sayings(report, 'metric')[0]?.words,
    };
  };
  const first = walks([1]);

  test('whoever goes on the old way is judged from there', () => {
    const on = [3, 4, 5, 6].flatMap((move, k) => walks([1], times(move)[0][0], 0.13 * (k + 1)));
    expect(found([...first, ...on])).toMatchObject({
      ways: [{ is: 'left out', left: [{ moveNumber: 2, goesOn: 'from there' }] }],
      faults: [['missed-move', 2]],
      open: [],
      clean: 5,
      said: 'The pivot was left out, at move 2.',
    });
  });

  test('whoever goes to where it would have led has made one long step for it', () => {
    // The lead foot is at 2.8374, 3.2926; turned about it the rear one would be 32.52 cm to its right and behind it.
    const on = [3, 4, 5, 6].flatMap((move, k) => {
      const x = 2.8374 + 0.13 * (k + 1);
      const [one, two] = times(move);
      return [foot('left', one, [x, 3.2926], 90), foot('right', two, [x - 0.3252, 3.2926 - 0.3252], 135)];
    });
    expect(found([...first, ...on])).toMatchObject({
      ways: [{ is: 'left out', left: [{ moveNumber: 2, goesOn: 'as planned' }] }],
      faults: [['missed-move', 2]],
      open: [],
    });
  });

  test('one that was done is not left out, though it was short', () => {
    // 60 of 90 degrees about 2.8374, 3.2926: the rear foot, 46 cm away at 135, comes to 195.
    const s = times(2)[0][0];
    const about = [2.8374, 3.2926] as const;
    const rear = [2.8374 + 0.46 * -0.2588, 3.2926 + 0.46 * -0.9659] as const;
    const pivot = [
      foot('right', [s, s + 0.5], rear, 105, { round: [...about, 60] }),
      foot('left', [s, s + 0.5], about, 60, { flat: true }),
    ];
    expect(found([...first, ...pivot]).ways.map(({ is }) => is)).not.toContain('left out');
  });
});
