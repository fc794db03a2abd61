import { distanceM, turnAbout, type Point } from '../geometry/index.ts';
import { expand, withLane } from '../pattern/index.ts';
import { detectFootfalls } from '../detection/index.ts';
import { drillOf, laneIn, ROOMY_PLAN } from '../../test/drills.ts';
import { later, mapped, recorded, walkOf, type TypedStep, type TypedWalk } from '../../test/typed-walk.ts';
import { the } from '../measure/index.ts';
import { flatFindings } from '../judging/causes.ts';
import { checkTrack } from './check.ts';
import { trackUncertainty } from '../judging/observe.ts';
import { trackRead } from '../matching/index.ts';
import type { CheckReport } from '../report/report.ts';
import { verdictWords } from '../report/words.ts';

const drill = drillOf(0);
const walk = walkOf(drill);
const { stance, moves } = expand(drill);
const S = stance.separation.valueM;
const of = (typed: TypedWalk, how: Parameters<typeof recorded>[1] = {}): CheckReport =>
  checkTrack(drill, recorded(typed, how)).report;
const all = (report: CheckReport) => flatFindings([...report.faults, ...report.undecided]);
const about = (report: CheckReport) => report.questions.map((question) => question.about);
const withSteps = (change: (step: TypedStep, i: number) => TypedStep | TypedStep[]): TypedWalk => ({
  ...walk,
  steps: walk.steps.flatMap(change),
});

test('the plan walked as typed is met', () => {
  expect(of(walk)).toMatchObject({ faults: [], verdict: { outcome: 'met', matched: moves.length } });
});

test('a recording at 30 Hz with 20 mm of noise does not fail a clean student, and knows its noise', () => {
  for (const seed of [1, 2, 3]) {
    const report = of(walk, { rateHz: 30, noiseM: 0.02, seed });
    expect(report.faults).toEqual([]);
    expect(report.capture.noiseM).toBeGreaterThan(0.012);
    expect(report.capture.noiseM).toBeLessThan(0.04);
  }
});

describe('walking up and off', () => {
  /** Three steps of each foot from two metres behind the start, and three away at the end. */
  const beside = (when: 'up' | 'off'): TypedStep[] => {
    const feet = {
      left: walk.steps.findLast((s) => s.foot === 'left')!,
      right: walk.steps.findLast((s) => s.foot === 'right')!,
    };
    return Array.from({ length: 6 }, (_, i): TypedStep => {
      const foot = i % 2 ? 'right' : 'left';
      const home = when === 'up' ? walk.start[foot].at : feet[foot].to;
      const toGo = when === 'up' ? 2 - Math.floor(i / 2) : -(1 + Math.floor(i / 2));
      const liftS = (when === 'up' ? 0.5 : walk.steps.at(-1)!.landS + 8.6) + 0.55 * i;
      return {
        foot,
        liftS,
        landS: liftS + 0.35,
        to: { x: home.x, y: home.y - 0.5 * toGo },
        heading: walk.start[foot].heading,
        move: 0,
      };
    });
  };
  const whole: TypedWalk = {
    start: {
      left: { ...walk.start.left, at: { ...walk.start.left.at, y: walk.start.left.at.y - 1.5 } },
      right: { ...walk.start.right, at: { ...walk.start.right.at, y: walk.start.right.at.y - 1.5 } },
    },
    steps: [...beside('up'), ...walk.steps.map((step) => later(step, 6)), ...beside('off')],
  };

  test('is shown and named, and not blamed', () => {
    const report = of(whole);
    expect(report.faults).toEqual([]);
    expect(report.verdict.outcome).toBe('met');
    expect(report.notes.map((note) => [note.about, note.measured])).toEqual([
      ['walked up', 6],
      ['walked off', 6],
    ]);
  });
});

test('the planned foot went first, ten centimetres beside the lane: no wrong foot', () => {
  for (const [dx, dy] of [
    [0.1, 0],
    [-0.1, 0],
    [0, 0.1],
    [0.07, -0.07],
  ] as const) {
    const report = of(mapped(walk, ({ x, y }) => ({ x: x + dx, y: y + dy })));
    expect(all(report).map(({ fault }) => fault)).not.toContain('wrong-foot-first');
  }
});

describe('what the recording did not see is not judged as if it had', () => {
  test('with four tenths of the samples lost in bursts nothing is sure but by what is left', () => {
    const lost = (t: number): boolean => (t * 1.7) % 1 < 0.4;
    const report = of(walk, { lost });
    expect(report.capture.missingShare).toBeCloseTo(0.4, 1);
    expect(report.faults).toEqual([]);
  });

  test('a move in a hole is perhaps missed', () => {
    const gone = moves[14]!;
    const hole = (t: number): boolean => t > gone.beatS - 0.8 && t < gone.beatS + 0.9;
    // Both feet of two moves go at once while nothing is seen.
    const report = of(walk, { lost: hole });
    expect(report.faults.map(({ fault }) => fault)).not.toContain('missed-move');
    expect(report.faults.map(({ fault }) => fault)).not.toContain('wrong-foot-first');
  });

  test('the uncertainty of an order is that of the two lifts', () => {
    const first = moves[20]!.events[0]!;
    const lost = (t: number): boolean => t > first.liftS - 0.12 && t < first.landS + 0.1;
    const track = recorded(walk, { lost });
    const detection = detectFootfalls(track);
    const { uOf, usual } = trackUncertainty(track, detection);
    const hidden = detection.events.find(
      (event) => Math.abs(event.landS - first.landS) < 0.25 && event.foot === first.foot,
    )!;
    expect(uOf(hidden).liftS).toBeGreaterThan(3 * usual.timeS);
  });
});

describe('a kick in the middle of a drill', () => {
  const at = 2 * 20;
  const stands = walk.steps.slice(0, at).findLast(({ foot }) => foot === 'right')!;
  const kick: TypedStep = {
    ...stands,
    liftS: walk.steps[at - 1]!.landS + 0.3,
    landS: walk.steps[at - 1]!.landS + 1.1,
    to: { x: stands.to.x + 0.1, y: stands.to.y + 0.7 },
    kickM: 0.6,
  };
  const kicked = withSteps((step, i) => (i < at ? step : i === at ? [kick, later(step, 1)] : later(step, 1)));

  test('is no step where the file has height', () => {
    const report = of(kicked, { height: true });
    expect(all(report).filter(({ fault }) => fault !== 'off-beat')).toEqual([]);
    expect(report.notes.map((note) => note.about)).toEqual(['raised']);
    expect(report.notes[0]!.measured).toBeCloseTo(0.6, 1);
    expect(report.verdict.matched).toBe(moves.length);
  });

  test('without height it is said to be one perhaps', () => {
    const report = of(kicked);
    expect(report.faults.filter(({ fault }) => fault !== 'off-beat')).toEqual([]);
    expect(report.verdict.matched).toBe(moves.length);
  });
});

describe('a capture that lies shifted or turned as a whole', () => {
  const about0: Point = { x: 3, y: 4 };
  test.each([
    ['shifted 5 cm', (p: Point) => ({ x: p.x + 0.05, y: p.y }), 0],
    ['turned 3 degrees', (p: Point) => turnAbout(p, about0, 3), 3],
    [
      'shifted 12 cm and turned 2 degrees',
      (p: Point) => {
        const t = turnAbout(p, about0, 2);
        return { x: t.x - 0.08, y: t.y + 0.09 };
      },
      2,
    ],
  ] as const)('%s is not blamed on the student, is said, and can be taken as seen', (_name, map, turnDeg) => {
    const track = recorded(mapped(walk, map, turnDeg));
    const { report } = checkTrack(drill, track);
    expect(report.faults).toEqual([]);
    expect(about(report)).toEqual(['frame']);
    expect(report.frame!.turnDeg).toBeCloseTo(turnDeg, 0);
    expect(verdictWords(report).headline).toMatch(/off the marks/);
    const taken = checkTrack(drill, track, { reading: report.questions[0]!.reading! });
    expect(taken.report.verdict.outcome).toBe('met');
    expect(taken.report.questions).toEqual([]);
  });

  test('a short step in it, and the long one that makes it good, are still one thing', () => {
    const short = withSteps((step) => {
      if (step.move !== 20 || step !== walk.steps.find(({ move }) => move === 20)) return step;
      const from = walk.steps
        .slice(0, walk.steps.indexOf(step))
        .findLast(({ foot }) => foot === step.foot)!.to;
      return { ...step, to: { x: (from.x + step.to.x) / 2, y: (from.y + step.to.y) / 2 } };
    });
    const shifted = mapped(short, ({ x, y }) => ({ x: x + 0.09, y: y - 0.06 }));
    const { faults } = of(shifted);
    expect(faults.map(({ fault, moveNumber }) => [fault, moveNumber])).toEqual([['step-short', 20]]);
  });

  test('where the file declares it, it is carried by what stands on the floor alone', () => {
    const track = recorded(walk);
    const declared = { ...track, notes: { ...track.notes, frame_shift_u_m: '0.05', frame_turn_u_deg: '2' } };
    const { undecided } = checkTrack(drill, declared).report;
    const onFloor = new Set(['cone-touched', 'off-floor', 'out-of-band']);
    for (const { fault } of undecided) expect(onFloor).toContain(fault);
  });

  test('one short step that is never made good is not the whole', () => {
    const short = 2 * 20;
    const step = walk.steps[short]!;
    const from = walk.steps.slice(0, short).findLast(({ foot }) => foot === step.foot)!.to;
    const [dx, dy] = [(step.to.x - from.x) / 2, (step.to.y - from.y) / 2];
    const report = of(
      withSteps((one, i) => (i < short ? one : { ...one, to: { x: one.to.x - dx, y: one.to.y - dy } })),
    );
    expect(report.faults.map(({ fault, moveNumber }) => [fault, moveNumber])).toEqual([['step-short', 21]]);
  });
});

test.each([1 / 3, 1.6])(
  'a drill walked at another tempo is not met, and that is what is said (%d)',
  (pace) => {
    const report = of(
      withSteps((step) => ({
        ...step,
        liftS: pace * step.liftS,
        landS: pace * step.liftS + Math.min(0.3, 0.3 * pace),
      })),
    );
    expect(report.tempo).toMatchObject({ verdict: 'not-met', askedPerMin: 60 });
    expect(report.tempo.walkedPerMin! / (60 / pace)).toBeCloseTo(1, 1);
    expect(report.faults[0]).toMatchObject({ fault: 'off-beat', moveNumber: null, unit: 'per min' });
    expect(report.verdict.matched).toBe(moves.length);
    const { headline, next } = verdictWords(report);
    expect(headline).toMatch(/Walked at \d+ a minute where 60 a minute was asked/);
    expect(next).not.toMatch(/faster/);
  },
);

test('a move that is late on its own is off the beat; a beat that is lost is lost once', () => {
  const late = of(withSteps((step) => (step.move === 20 ? later(step, 0.5) : step)));
  expect(late.faults.map(({ fault, moveNumber }) => [fault, moveNumber])).toEqual([['off-beat', 20]]);
  const lost = of(withSteps((step) => (step.move >= 20 ? later(step, 0.7) : step)));
  expect(lost.faults.map(({ fault, moveNumber }) => [fault, moveNumber])).toEqual([['off-beat', 20]]);
});

describe('a recording that is not what it seems is asked about before any fault is told', () => {
  const track = recorded(walk);
  const mirror = (p: Point): Point => ({ x: 6 - p.x, y: p.y });
  test.each([
    ['left and right swapped', { ...track, left: track.right, right: track.left }, 'swapped'],
    ['x and y exchanged', trackRead(track, { axes: 'exchanged' }, drill.plan), 'axes'],
    ['feet for metres', trackRead(track, { unitM: 1 / 0.3048 }, drill.plan), 'units'],
  ] as const)('%s: settled with one click', (_name, wrong, kind) => {
    const { report } = checkTrack(drill, wrong);
    expect(about(report)).toEqual([kind]);
    expect([...report.faults, ...report.undecided]).toEqual([]);
    expect(report.verdict.outcome).toBe('cannot-tell');
    expect(verdictWords(report).headline).toMatch(/^Not judged yet/);
    const { reading } = report.questions[0]!;
    const settled = checkTrack(drill, wrong, { reading: reading! }).report;
    expect(settled.verdict.outcome).toBe('met');
    expect(settled.reading).toEqual(reading);
  });

  test('the drill begun on the other side', () => {
    const other = drillOf(0, withLane(ROOMY_PLAN, { startSide: 'right' }));
    expect(about(of(walkOf(other)))).toEqual(['mirrored']);
  });

  test('a student who led with the other foot', () => {
    const other = { ...drill, student: { ...drill.student, leadSide: 'right' as const } };
    expect(about(of(walkOf(other)))).toEqual(['other side']);
  });

  test('a mirrored recording is no list of faults', () => {
    const report = of(mapped(walk, mirror));
    expect(report.faults).toEqual([]);
    expect(report.questions).toHaveLength(1);
  });

  test('a walk about the room is not this drill', () => {
    // Typed by hand: a square of six steps a side, feet side by side.
    const square = (i: number): Point => {
      const side = Math.floor(i / 6) % 4;
      const along = 0.35 * (i % 6);
      return [
        { x: 1.5 + along, y: 1.5 },
        { x: 3.6, y: 1.5 + along },
        { x: 3.6 - along, y: 3.6 },
        { x: 1.5, y: 3.6 - along },
      ][side]!;
    };
    const steps = walk.steps.map((step, i): TypedStep => {
      const to = square(Math.floor(i / 2));
      return { ...step, to: { x: to.x + (step.foot === 'left' ? -0.15 : 0.15), y: to.y } };
    });
    const report = of({ ...walk, steps });
    expect(about(report)).toEqual(['another drill']);
    expect(report.faults).toEqual([]);
  });
});

test('one short step, one crossing and one touched cone are three things', () => {
  const inwards = (step: TypedStep): TypedStep => {
    const from = walk.steps.slice(0, walk.steps.indexOf(step)).findLast(({ foot }) => foot === step.foot)!.to;
    return { ...step, to: { x: (from.x + step.to.x) / 2, y: (from.y + step.to.y) / 2 } };
  };
  const cones = Array.from({ length: 5 }, (_, i): Point => ({
    x: laneIn(ROOMY_PLAN).firstCone.x,
    y: laneIn(ROOMY_PLAN).firstCone.y + i * laneIn(ROOMY_PLAN).spacingM,
  }));
  const first = (number: number): TypedStep => walk.steps.find(({ move }) => move === number)!;
  const second = (number: number): TypedStep => walk.steps.findLast(({ move }) => move === number)!;
  const report = of(
    withSteps((step) => {
      if (step === first(10)) return inwards(step);
      if (step === second(24)) {
        const other = first(24).to;
        const past = step.foot === 'left' ? 0.14 : -0.14;
        return { ...step, to: { x: other.x + past, y: other.y - 0.7 * S } };
      }
      if (step === first(40)) {
        const cone = cones.reduce((a, b) => (distanceM(b, step.to) < distanceM(a, step.to) ? b : a));
        return { ...step, to: cone };
      }
      return step;
    }),
  );
  expect(report.faults.map(({ fault, moveNumber }) => [fault, moveNumber])).toEqual([
    ['step-short', 10],
    ['feet-crossed', 24],
    ['cone-touched', 40],
  ]);
  expect(report.verdict.faultCount).toBe(3);
  expect(verdictWords(report).headline).toMatch(/^Feet crossed once, at move 24/);
  const words = report.moves.flatMap(({ faults }) => faults);
  for (const { faults } of report.moves) expect(new Set(faults).size).toBe(faults.length);
  expect(words.length).toBeGreaterThanOrEqual(3);
});

test('what the plan breaks for this body is the plan’s: said apart, once, and not the student’s', () => {
  // Cones so wide that some of this body's own landings lie on them.
  const wide = drillOf(0, withLane(ROOMY_PLAN, { coneRadiusM: 0.4 }));
  const { report } = checkTrack(wide, recorded(walkOf(wide)));
  expect(report.planFindings.length).toBeGreaterThan(0);
  expect(report.faults).toEqual([]);
  expect(report.verdict.outcome).not.toBe('not-met');
});

test('a verdict, its counts and its lists agree', () => {
  for (const noiseM of [0.002, 0.01, 0.03]) {
    for (const shorter of [1, 0.5]) {
      const report = of(
        withSteps((step, i) => {
          if (i !== 30) return step;
          const from = walk.steps.slice(0, i).findLast(({ foot }) => foot === step.foot)!.to;
          return {
            ...step,
            to: { x: from.x + shorter * (step.to.x - from.x), y: from.y + shorter * (step.to.y - from.y) },
          };
        }),
        { noiseM },
      );
      const { outcome, faultCount, undecidedCount } = report.verdict;
      expect(faultCount).toBe(report.faults.length);
      expect(undecidedCount).toBe(report.undecided.length);
      const { share, failing, habits } = the(report.judgement);
      const fails = failing.length > 0 || habits.some((habit) => habit.fails);
      expect(outcome).toBe(
        fails || share.chance <= 0.05 ? 'not-met' : share.chance >= 0.95 ? 'met' : 'cannot-tell',
      );
      if (faultCount + undecidedCount === 0) expect(outcome).toBe('met');
      for (const { verdict } of report.faults) expect(verdict).toBe('not-met');
      for (const { verdict, consequences } of report.undecided)
        for (const one of [verdict, ...consequences.map((c) => c.verdict)]) expect(one).toBe('cannot-tell');
    }
  }
});

test('what a capture cannot resolve is said, with the reason', () => {
  const said = (how: Parameters<typeof recorded>[1]) =>
    of(walk, how).capture.notices.map((notice) => notice.about);
  expect(said({})).toEqual([]);
  expect(said({ headings: false })).toEqual(['no headings']);
  expect(said({ rateHz: 15, noiseM: 0.015 })).toEqual(['short steps', 'landings']);
  expect(said({ lost: (t) => (t * 1.7) % 1 < 0.3 })).toContain('missing samples');
});

test('a place is as sure as the samples it rests on: fewer of them, less sure', () => {
  const at = (rateHz: number): number => {
    const track = recorded(walk, { rateHz, noiseM: 0.008 });
    return trackUncertainty(track, detectFootfalls(track)).usual.positionM;
  };
  const [slow, usual, fast] = [at(15), at(60), at(200)];
  expect(slow).toBeGreaterThan(1.3 * usual);
  expect(usual).toBeGreaterThan(fast);
});
