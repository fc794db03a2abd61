import { the } from '../measure/index.ts';
import { DEMO_STUDENTS } from '../sim/index.ts';
import { metres, planOf } from '../../test/drills.ts';
import { judgePlan } from '../check/index.ts';
import { MOVE_NAMES, MOVES, type Move } from '../moves/index.ts';
import { expand, type Item, type Plan, type PlannedDrill } from '../pattern/index.ts';
import { LIBRARY, libraryDrill } from '../library/index.ts';
import {
  callOf,
  forWhom,
  inspectMove,
  mendsFor,
  beatNumbers,
  scoreOf,
  soundsOf,
  suitsMost,
  WALK_KEYS,
  walkMoveOf,
} from './index.ts';

const step = (bearingDeg: number, lengthM: number): Move => ({
  do: 'step',
  bearingDeg,
  length: metres(lengthM),
  feet: 'both',
});
const plan = (items: readonly Item[], more: Partial<Plan> = {}): Plan =>
  planOf([], {
    pattern: { start: { at: { x: 3, y: 3 }, headingDeg: 0 }, items },
    tempoPerMin: 60,
    ...more,
  });
const STUDENT = the(DEMO_STUDENTS[0]);
const drillOf = (own: Plan): PlannedDrill => ({ plan: own, student: STUDENT });
const findingsOf = (drill: PlannedDrill) => the(judgePlan(drill).findings);

describe('mends', () => {
  const mended = (own: Plan) => {
    const drill = drillOf(own);
    const findings = findingsOf(drill);
    return findings.slice(0, 1).flatMap((finding) => mendsFor(drill, findings, finding));
  };

  test('a step that is too long is split into half steps, or made shorter', () => {
    const mends = mended(plan([{ move: step(0, 0.3) }]));
    expect(mends.map(({ words }) => words)).toContain('Split it into half steps');
    expect(mends.some(({ words }) => words.startsWith('Shorten it'))).toBe(true);
  });

  test('a step off the mat begins further in, or is shorter', () => {
    const own = plan([{ move: step(90, 0.15) }], {
      floor: {
        name: 'Small',
        outline: [
          { x: 0, y: 0 },
          { x: 3.2, y: 0 },
          { x: 3.2, y: 6 },
          { x: 0, y: 6 },
        ],
        datums: [],
      },
    });
    expect(mended(own).map(({ words }) => words)).toContain('Begin further in');
  });

  test('a strike from out of reach: one steps in first', () => {
    const own = plan([{ move: step(0, 0.13), strikes: [{ strike: 'jab', when: 'reset-first' }] }], {
      facing: { on: 'target' },
      target: { kind: 'bag', at: { x: 3, y: 4.8 }, radiusM: 0.18 },
    });
    expect(mended(own).map(({ words }) => words)).toContain('Step in until it reaches first');
  });

  test('every mend that is offered leaves less than there was, and its plan is judged as it says', () => {
    for (const own of [
      plan([{ move: step(0, 0.35) }, { move: step(90, 0.4) }]),
      plan([{ move: step(-90, 0.5) }]),
    ]) {
      const drill = drillOf(own);
      const findings = findingsOf(drill);
      for (const finding of findings)
        for (const mend of mendsFor(drill, findings, finding)) {
          expect(findingsOf({ ...drill, plan: mend.plan })).toHaveLength(mend.left);
          expect(mend.left).toBeLessThan(findings.length);
        }
    }
  });
});

describe('for whom', () => {
  test('a step that is a half step for the tall is one too long for the short; one scale suits them all', () => {
    const students = [1.5, 1.7, 1.95].map((statureM, i) => ({
      name: `S${i}`,
      leadSide: 'left' as const,
      schoolId: 'shoulder-width',
      lengths: { statureM },
    }));
    const own = plan([{ move: step(0, 0.19) }]);
    const rows = the(forWhom(own, students));
    expect(rows.map(({ count }) => count > 0)).toEqual([true, false, false]);
    expect(rows[0]?.first?.fault).toBe('step-too-long');
    const suits = the(suitsMost(own, students));
    expect(suits).toMatchObject({ what: 'scale', not: [] });
    expect(the(forWhom(suits.plan, students)).every(({ count }) => count === 0)).toBe(true);
    // What suits everybody needs no change.
    expect(suitsMost(suits.plan, students)).toBeNull();
  });
});

describe('the score', () => {
  // By hand at 60 a minute: a step begins on its beat, its first foot takes 0.30 of it and the second 0.38 to 0.68.
  test('each foot stands and goes as the shares of the beat say', () => {
    const drill = drillOf(
      plan([{ move: step(0, 0.13) }, { move: { do: 'hold' } }, { move: step(180, 0.13) }]),
    );
    const { lanes, moves } = scoreOf(drill, expand(drill));
    const went = (foot: 'left' | 'right') =>
      lanes[foot]
        .filter(({ state }) => state === 'moving')
        .map(({ fromBeat, toBeat, move }) => [fromBeat, toBeat, move]);
    const lead = STUDENT.leadSide;
    const rear = lead === 'left' ? 'right' : 'left';
    const near = (value: number): unknown => expect.closeTo(value, 6);
    expect(went(lead)).toEqual([
      [near(0), near(0.3), 1],
      [near(2.38), near(2.68), 3],
    ]);
    expect(went(rear)).toEqual([
      [near(0.38), near(0.68), 1],
      [near(2), near(2.3), 3],
    ]);
    expect(moves.map(({ number }) => number)).toEqual([1, 2, 3]);
  });

  test('lanes have no holes and no overlaps, for every drill of the library', () => {
    for (const entry of LIBRARY) {
      const drill = libraryDrill(entry, STUDENT);
      const { lanes, beats } = scoreOf(drill, expand(drill));
      for (const lane of Object.values(lanes)) {
        expect(lane[0]?.fromBeat).toBeCloseTo(0, 6);
        lane.slice(1).forEach(({ fromBeat }, i) => expect(fromBeat).toBeCloseTo(the(lane[i]).toBeat, 6));
        expect(the(lane.at(-1)).toBeat).toBeGreaterThan(beats - 2);
      }
    }
  });
});

test('a move in numbers: by hand 13 cm ahead of a bag 1.5 m off leaves 1.37 m less its radius', () => {
  const drill = drillOf(
    plan([{ move: step(0, 0.13) }], {
      facing: { on: 'target' },
      target: { kind: 'bag', at: { x: 3, y: 4.5 }, radiusM: 0.18 },
    }),
  );
  const numbers = the(inspectMove(drill, expand(drill), findingsOf(drill), 1));
  expect(numbers).toMatchObject({
    bearingDeg: expect.closeTo(0, 9),
    distanceM: expect.closeTo(0.13, 9),
    gapM: expect.closeTo(1.19, 9),
    offDeg: expect.closeTo(0, 9),
    turnDeg: 0,
    beat: 1,
    findings: [],
  });
  expect(numbers.order).toEqual([STUDENT.leadSide, STUDENT.leadSide === 'left' ? 'right' : 'left']);
});

test('a foot that swings goes no half step, a step does', () => {
  const drill = drillOf(plan([{ move: { do: 'pivot', on: 'lead', byDeg: 45 } }, { move: step(0, 0.13) }]));
  const of = (number: number) => the(inspectMove(drill, expand(drill), [], number)).halfSteps;
  expect(of(1)).toBeNull();
  expect(of(2)).toBeGreaterThan(0.4);
});

test('every key that walks has one move, and no two keys are one', () => {
  expect(new Set(WALK_KEYS.map(({ key }) => key.toLowerCase())).size).toBe(WALK_KEYS.length);
  for (const { key, move } of WALK_KEYS) expect(walkMoveOf(key.toUpperCase())).toEqual(move);
  expect(walkMoveOf('ü')).toBeNull();
});

test('calls are a few words without numbers, for every kind of move', () => {
  const called = (move: Move): string => callOf(the(expand(drillOf(plan([{ move }]))).moves[0]));
  expect(called({ do: 'pivot', on: 'lead', byDeg: -45 })).toBe('pivot left');
  expect(called({ do: 'pivot', on: 'rear', byDeg: 90 })).toBe('quarter turn right');
  expect(called(step(90, 0.13))).toBe('step right');
  for (const name of MOVE_NAMES) {
    const words = called(MOVES[name].usual);
    expect([name, words]).toEqual([name, expect.stringMatching(/^[a-z][a-z -]{2,40}$/)]);
  }
});

// By hand at 60 a minute: first feet land 0.30 of a beat into each second; the call comes 0.35 s before its move.
test('beats sound on their beat, calls a little before their move', () => {
  const drill = drillOf(plan([{ move: step(0, 0.13) }, { move: step(180, 0.13), accent: true }]));
  const sounds = soundsOf(expand(drill), 60);
  expect(sounds.filter(({ kind }) => kind !== 'call').map(({ timeS, kind }) => [kind, timeS])).toEqual([
    ['beat', expect.closeTo(1.3, 6)],
    ['accent', expect.closeTo(2.3, 6)],
  ]);
  expect(sounds.filter(({ kind }) => kind === 'call').map(({ timeS, words }) => [words, timeS])).toEqual([
    ['step forward', expect.closeTo(0.65, 6)],
    ['step back', expect.closeTo(1.65, 6)],
  ]);
});

// By hand: 1/2 + 1/3 + 1/6 + 2 are three beats, so the fifth move begins on the fourth; exact in fractions.
test('beats add up as fractions do: the move after a half, a third, a sixth and two begins on the fourth beat', () => {
  const beats = [1 / 2, 1 / 3, 1 / 6, 2, 1].map((one) => ({ beats: one }));
  expect(beatNumbers(beats)).toEqual([1, 1.5, 1.833333, 2, 4]);
});
