import { atLeastOf, neededOf, outcomeBy } from './share.ts';
import { meanOf, normalCdf, spreadOf } from './normal.ts';
import { standardOf } from './standard.ts';
import { statesOf } from './states.ts';
import { habitsOf, type HabitOrder } from './habits.ts';
import type { MoveReading, Way } from './readings.ts';
import { drillOf } from '../../test/drills.ts';

test('the normal distribution function is that of the tables', () => {
  // Abramowitz and Stegun, Handbook of Mathematical Functions, table 26.1, from memory.
  for (const [z, p] of [
    [0, 0.5],
    [1, 0.8413447],
    [1.96, 0.9750021],
    [-1.2815516, 0.1],
    [3, 0.9986501],
  ] as const)
    expect(normalCdf(z)).toBeCloseTo(p, 5);
});

test('a share of moves that are each as likely is the binomial distribution', () => {
  // Binomial tables, n = 20, p = 0.9: at least 17 of 20 is 0.8670 (from memory); n = 4, p = 0.5 by hand: 5 of 16.
  expect(atLeastOf(Array<number>(20).fill(0.9), 17)).toBeCloseTo(0.867, 3);
  expect(atLeastOf(Array<number>(4).fill(0.5), 3)).toBeCloseTo(5 / 16, 12);
  expect(atLeastOf([1, 0, 0.25], 2)).toBeCloseTo(0.25, 12);
  expect(atLeastOf([], 0)).toBe(1);
});

test('moves needed are the standard of them, rounded down, and of a short drill one', () => {
  expect([20, 12, 54, 3, 1, 0].map((moves) => neededOf(0.85, moves))).toEqual([17, 10, 45, 2, 1, 0]);
  // 0.95 of 20 is 19, whatever arithmetic makes of it.
  expect(neededOf(0.95, 20)).toBe(19);
});

test('a standard is reached, or not, where that is as sure as nineteen times of twenty', () => {
  expect([1, 0.96, 0.94, 0.5, 0.06, 0.04, 0].map(outcomeBy)).toEqual([
    'met',
    'met',
    'cannot-tell',
    'cannot-tell',
    'cannot-tell',
    'not-met',
    'not-met',
  ]);
});

test('the standard is the one of who comes first: the call, the drill, the student, the level, the usual', () => {
  const drill = drillOf(0);
  const bare = { ...drill, student: { ...drill.student, level: undefined } };
  expect(standardOf(bare, null)).toEqual({ share: 0.85, by: 'nobody' });
  const grown = { ...bare, student: { ...bare.student, level: 'advanced' as const } };
  expect(standardOf(grown, null)).toEqual({ share: 0.95, by: 'the level' });
  const own = { ...grown, student: { ...grown.student, standard: 0.9 } };
  expect(standardOf(own, null)).toEqual({ share: 0.9, by: 'the student' });
  const asked = { ...own, plan: { ...own.plan, standard: 0.7 } };
  expect(standardOf(asked, null)).toEqual({ share: 0.7, by: 'the drill' });
  expect(standardOf(asked, 0.6)).toEqual({ share: 0.6, by: 'this check' });
});

const NOTHING = { value: 0, u: 0.003 };
const reading = (number: number, more: Partial<MoveReading> = {}, way: Way = 'forward'): MoveReading => ({
  number,
  timeS: number,
  way,
  lead: 'left',
  second: 'right',
  lengthM: NOTHING,
  directionDeg: NOTHING,
  rearAlongM: NOTHING,
  longM: NOTHING,
  wideM: NOTHING,
  off: { x: 0, y: 0 },
  pastMarkM: { lead: 0, rear: 0 },
  followS: { value: 0, u: 0.01 },
  facingDeg: { value: 0, u: 1 },
  ...more,
});
const order = (readings: readonly MoveReading[]): HabitOrder => ({
  readings,
  late: new Map(),
  faults: [],
  ofTheirMoves: [],
  standard: 0.85,
  systematic: { apartM: 0.003, headingDeg: 1 },
  beatS: 1,
});

/** Typed by hand: a scatter whose mean is nothing and whose spread is 2.1 cm. */
const SCATTER = [0.02, -0.02, 0.025, -0.025, 0.01, -0.01, 0.03, -0.03, 0.005, -0.005];

describe('habits', () => {
  test('scatter without tendency is none, however wide', () => {
    expect(meanOf(SCATTER)).toBeCloseTo(0, 12);
    expect(spreadOf(SCATTER)).toBeCloseTo(0.0213, 3);
    expect(habitsOf(order(SCATTER.map((m, i) => reading(i + 1, { longM: { value: m, u: 0.003 } }))))).toEqual(
      [],
    );
  });

  test('a mean of 4 cm beyond the habit limit by its U is one; the same of three moves is none', () => {
    const long = SCATTER.map((m, i) => reading(i + 1, { longM: { value: m + 0.04, u: 0.003 } }));
    const [habit] = habitsOf(order(long));
    expect(habit).toMatchObject({ of: 'stance length', fails: true, moves: 10, unit: 'm', limit: 0.02 });
    expect(habit?.value).toBeCloseTo(0.04, 9);
    // U is twice the spread of 2.13 cm over the root of ten, with what the capture may be off by alike.
    expect(habit?.expandedU).toBeCloseTo(2 * Math.hypot(0.0213 / Math.sqrt(10), 0.003), 3);
    // Beyond the limit of 2 cm in seven of them.
    expect(habit?.moveNumbers).toEqual([1, 3, 5, 6, 7, 9, 10]);
    expect(habitsOf(order(long.slice(0, 3)))).toEqual([]);
  });

  test('3 cm over ten such moves is within U of the limit', () => {
    // 3 - 2 x 0.67 = 1.7 cm: not beyond 2.
    const long = SCATTER.map((m, i) => reading(i + 1, { longM: { value: m + 0.03, u: 0.003 } }));
    expect(habitsOf(order(long))).toEqual([]);
  });

  test('what is only done on the way back is told of the way back', () => {
    const readings = SCATTER.flatMap((m, i) => [
      reading(2 * i + 1, { rearAlongM: { value: m, u: 0.003 } }),
      reading(
        2 * i + 2,
        { rearAlongM: { value: m - 0.05, u: 0.003 }, pastMarkM: { lead: 0, rear: -0.05 } },
        'back',
      ),
    ]);
    const [habit] = habitsOf(order(readings));
    expect(habit).toMatchObject({ of: 'rear foot', way: 'back', foot: 'right', moves: 10 });
    expect(habit?.value).toBeCloseTo(-0.05, 9);
  });

  test('the foot that leaves its marks is the one that is named', () => {
    const readings = SCATTER.map((m, i) =>
      reading(i + 1, { rearAlongM: { value: m + 0.05, u: 0.003 }, pastMarkM: { lead: -0.05, rear: 0 } }),
    );
    const [habit] = habitsOf(order(readings));
    expect(habit).toMatchObject({ of: 'lead foot', foot: 'left' });
    expect(habit?.value).toBeCloseTo(-0.05, 9);
  });

  test('a second foot that is soon enough is no habit; one that is late as a rule is', () => {
    const by = (value: number) =>
      habitsOf(order(SCATTER.map((m, i) => reading(i + 1, { followS: { value: value + m, u: 0.01 } }))));
    expect(by(-0.3)).toEqual([]);
    expect(by(0.15)).toEqual([]);
    expect(by(0.25)[0]).toMatchObject({ of: 'second foot late', fault: 'late-follow', fails: true });
  });
});

describe('states', () => {
  const walk = (long: (number: number) => number): MoveReading[] =>
    Array.from({ length: 20 }, (_, i) =>
      reading(i + 1, { longM: { value: long(i + 1) + 0.2 * (SCATTER[i % 10] ?? 0), u: 0.003 } }),
    );

  test('a stance that stays long from move 4 to 9 is one state, from there to there', () => {
    const [state, ...more] = statesOf(
      walk((n) => (n >= 4 && n <= 9 ? 0.05 : 0)),
      { x: 0, y: 0 },
      0.003,
    );
    expect(more).toEqual([]);
    expect(state).toMatchObject({ fromMove: 4, toMove: 9 });
    expect(state?.longM).toBeCloseTo(0.05, 2);
  });

  test('one move alone is no state, nor is what scatters', () => {
    expect(
      statesOf(
        walk((n) => (n === 7 ? 0.08 : 0)),
        { x: 0, y: 0 },
        0.003,
      ),
    ).toEqual([]);
    expect(
      statesOf(
        walk(() => 0),
        { x: 0, y: 0 },
        0.003,
      ),
    ).toEqual([]);
  });
});
