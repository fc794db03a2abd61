import fc from 'fast-check';
import { add, radians, wrapDeg, type Point } from '../geometry/index.ts';
import { the } from '../measure/index.ts';
import type { FaultName, Finding } from '../rules/index.ts';
import { withWeaves, type PlannedDrill, type Plan } from '../pattern/index.ts';
import {
  DEMO_PLAN,
  DEMO_STUDENTS,
  simulate,
  TRACKER_DEFAULTS,
  type TrackerSettings,
  trueFindings,
  SIMULATED_FAULTS,
} from '../sim/index.ts';
import type { Track } from '../track/index.ts';
import { drillOf, perfectTrack, ROOMY_PLAN, whereMade } from '../../test/drills.ts';
import { NEVER_FAULTS } from '../verdict/index.ts';
import { flatFindings } from '../judging/causes.ts';

import { checkPlan, checkTrack } from './check.ts';

const recorded = (drill: PlannedDrill, settings: Partial<TrackerSettings> = {}) =>
  simulate(drill, { ...TRACKER_DEFAULTS, ...settings });

const names = (findings: readonly { readonly fault: FaultName }[]): FaultName[] =>
  findings.map(({ fault }) => fault);

describe('one engine judges plan and track', () => {
  test.each(DEMO_STUDENTS.map((student, i) => [student.name, i] as const))(
    'the plan of %s, sampled without noise and checked, has the plan’s own findings, no fault and no errors',
    (_name, i) => {
      const drill = drillOf(i, DEMO_PLAN);
      const { findings } = checkPlan(drill);
      const { report } = checkTrack(drill, perfectTrack(drill));
      expect(report.planFindings).toEqual(findings);
      expect(report.faults).toEqual([]);
      expect(report.verdict.matched).toBe(report.verdict.planned);
      for (const move of report.moves) {
        expect(move.status).toBe('matched');
        expect(Math.abs(move.distanceErrorM!)).toBeLessThan(0.004);
        expect(Math.abs(move.directionErrorDeg!)).toBeLessThan(1.5);
        expect(Math.abs(move.separationErrorM!)).toBeLessThan(0.004);
        expect(Math.abs(move.timingErrorS!)).toBeLessThan(0.01);
      }
      expect(Math.abs(report.range.error!.ce)).toBeLessThan(0.002);
      expect(report.range.error!.ae).toBeLessThan(0.004);
      expect(report.range.shareInBand).toBe(1);
    },
  );

  test('the findings of a plan come with no uncertainty', () => {
    const { findings } = checkPlan(drillOf(3, DEMO_PLAN));
    expect(findings.length).toBeGreaterThan(0);
    for (const found of findings) {
      expect(found.expandedU).toBe(0);
      expect(found.verdict).toBe('not-met');
    }
  });
});

/** What is of the whole drill, whatever its moves are. */
const OF_ALL: readonly FaultName[] = ['drift', 'wrong-count'];

describe('every fault a student makes is found, and a clean drill is met', () => {
  test.each(SIMULATED_FAULTS)('%s', (fault) => {
    const { drill, moveNumber } = whereMade(fault);
    const { track } = recorded(drill, { seed: 71, faults: [{ fault, moveNumber }] });
    const { report } = checkTrack(drill, track);
    // One fault was made: one cause is told, whatever followed from it.
    expect(report.faults).toHaveLength(1);
    const all = flatFindings(report.faults);
    expect(names(all)).toContain(fault);
    const found = all.find((one) => one.fault === fault);
    if (fault !== 'extra-move') expect(found?.moveNumber).toBe(moveNumber);
    // One move of many that is off fails no drill, but what must never happen.
    const { failing } = the(report.judgement);
    const outcome = failing.length > 0 ? 'not-met' : 'met';
    const fails = (one: FaultName): boolean => NEVER_FAULTS.includes(one) || OF_ALL.includes(one);
    expect(failing.length > 0).toBe(flatFindings(report.faults).some((one) => fails(one.fault)));
    expect(report.verdict).toMatchObject({ outcome, faultCount: 1 });
  });

  test('a clean drill of every demo student is met', () => {
    const clean = [...DEMO_STUDENTS.keys()].filter((i) => checkPlan(drillOf(i)).findings.length === 0);
    expect(clean.length).toBeGreaterThan(2);
    for (const i of clean) {
      const drill = drillOf(i);
      const { report } = checkTrack(drill, recorded(drill, { seed: 100 + i }).track);
      expect(report.faults).toEqual([]);
      expect(report.verdict.matched).toBe(report.verdict.planned);
    }
  });

  test('a step back that lands at the edge of what counts as a correction is not told as a fault', () => {
    const drill = drillOf(4);
    const { track } = recorded(drill, { seed: 3, faults: [{ fault: 'step-too-long', moveNumber: 12 }] });
    const { faults } = checkTrack(drill, track).report;
    expect(names(faults)).toEqual(['step-too-long']);
    expect(names(faults[0]!.consequences)).toContain('step-over');
  });

  test('what is found is what a perfect capture of the same walk finds, for any seed', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.constantFrom(...SIMULATED_FAULTS), (seed, fault) => {
        const { drill, moveNumber } = whereMade(fault, seed % 3 === 0 ? 4 : 0, 12);
        const { track, truth } = recorded(drill, { seed, faults: [{ fault, moveNumber }] });
        const made = trueFindings(drill, truth);
        // The two names of one thing are told once; which of them may be nearer to its limit than can be seen.
        const kind = (name: FaultName): FaultName =>
          name === 'stance-not-restored' ? 'foot-not-following' : name;
        const kinds = (all: readonly Finding[]): FaultName[] => names(all).map(kind);
        const real = new Set(kinds(made));
        const { report } = checkTrack(drill, track);
        const told = flatFindings([...report.faults, ...report.undecided]);
        const sure = told.filter(({ verdict }) => verdict === 'not-met');
        for (const found of kinds(sure)) expect(real).toContain(found);
        // What lies nearer to its limit than the recording can see is told as undecided.
        const seen = told.find((found) => kind(found.fault) === kind(fault))!;
        const own = made.find((found) => kind(found.fault) === kind(fault))!;
        const isClear = Math.abs(own.measured - own.limit) > 2 * seen.expandedU;
        if (isClear) expect(kinds(sure)).toContain(kind(fault));
      }),
      { numRuns: 25 },
    );
  });
});

test('an unsteady capture cannot tell, and does not fail a good student', () => {
  const drill = drillOf(0);
  const { track } = recorded(drill, { seed: 3, noiseM: 0.012, positionUM: 0.04 });
  const { report } = checkTrack(drill, track);
  expect(report.faults).toEqual([]);
  expect(report.undecided.length).toBeGreaterThan(0);
  expect(report.verdict.outcome).toBe('cannot-tell');
});

test('a recording of something else is told as such, not as a list of faults', () => {
  const drill = drillOf(0);
  const still = perfectTrack(drill);
  const frozen = { x: still.left.x.map(() => 1), y: still.left.y.map(() => 1), headingDeg: null, z: null };
  const { report } = checkTrack(drill, {
    ...still,
    left: frozen,
    right: { ...frozen, x: still.left.x.map(() => 1.5) },
  });
  expect(report.verdict.outcome).toBe('cannot-tell');
  expect(report.questions.map(({ about }) => about)).toEqual(['another drill']);
  expect([...report.faults, ...report.undecided]).toEqual([]);
});

test('without headings facing is not judged, and the report says so', () => {
  const drill = drillOf(0);
  const { track } = recorded(drill, { seed: 9, faults: [{ fault: 'not-facing', moveNumber: 10 }] });
  const bare: Track = {
    ...track,
    left: { ...track.left, headingDeg: null },
    right: { ...track.right, headingDeg: null },
  };
  const { report } = checkTrack(drill, bare);
  expect(names(report.faults)).not.toContain('not-facing');
  expect(report.capture.notices).toContainEqual({ about: 'no headings' });
});

describe('laws', () => {
  const turned = ({ x, y }: Point, deg: number): Point => {
    const [c, s] = [Math.cos(radians(-deg)), Math.sin(radians(-deg))];
    return { x: c * x - s * y, y: s * x + c * y };
  };

  test('turning and moving floor, plan and recording together changes no fault', () => {
    const drill = drillOf(0);
    const { track } = recorded(drill, {
      seed: 21,
      faults: [
        { fault: 'step-short', moveNumber: 8 },
        { fault: 'overstretched', moveNumber: 20 },
      ],
    });
    const before = checkTrack(drill, track).report;
    fc.assert(
      fc.property(fc.integer({ min: -170, max: 170 }), fc.integer({ min: -20, max: 20 }), (deg, shift) => {
        const move = (p: Point): Point => add(turned(p, deg), { x: shift, y: -shift });
        const { plan } = drill;
        const movedPlan: Plan = {
          ...withWeaves(plan, (weave) => ({
            ...weave,
            firstCone: move(weave.firstCone),
            laneHeadingDeg: wrapDeg(weave.laneHeadingDeg + deg),
          })),
          floor: { ...plan.floor, outline: plan.floor.outline.map(move) },
          target: { ...plan.target, at: move(plan.target.at) },
        };
        const foot = (samples: Track['left']): Track['left'] => {
          const points = Array.from(samples.x, (x, i) => move({ x, y: samples.y[i]! }));
          return {
            ...samples,
            x: Float64Array.from(points, (p) => p.x),
            y: Float64Array.from(points, (p) => p.y),
            headingDeg: samples.headingDeg!.map((heading) => wrapDeg(heading + deg)),
          };
        };
        const after = checkTrack(
          { ...drill, plan: movedPlan },
          { ...track, left: foot(track.left), right: foot(track.right) },
        ).report;
        expect(names(after.faults)).toEqual(names(before.faults));
        expect(after.range.error!.ae).toBeCloseTo(before.range.error!.ae, 2);
      }),
      { numRuns: 6 },
    );
  });

  test('the mirrored plan, student and recording have the mirrored faults', () => {
    const drill = drillOf(0);
    const { track } = recorded(drill, { seed: 22, faults: [{ fault: 'step-over', moveNumber: 9 }] });
    const mirror = (x: number): number => 6 - x;
    const { plan, student } = drill;
    const mirrored: PlannedDrill = {
      student: { ...student, leadSide: 'right' },
      plan: {
        ...withWeaves(plan, (weave) => ({
          ...weave,
          startSide: 'right',
          firstCone: { ...weave.firstCone, x: mirror(weave.firstCone.x) },
        })),
        target: { ...plan.target, at: { x: mirror(plan.target.at.x), y: plan.target.at.y } },
      },
    };
    const foot = (samples: Track['left']): Track['left'] => ({
      ...samples,
      x: samples.x.map(mirror),
      headingDeg: samples.headingDeg!.map((heading) => wrapDeg(-heading)),
    });
    const before = checkTrack(drill, track).report;
    const after = checkTrack(mirrored, { ...track, left: foot(track.right), right: foot(track.left) }).report;
    expect(names(after.faults)).toEqual(names(before.faults));
    expect(after.faults.map(({ foot: which }) => which)).toEqual(
      before.faults.map(({ foot: which }) =>
        which === 'left' ? 'right' : which === 'right' ? 'left' : null,
      ),
    );
  });

  test('a recording that starts later is the same drill, later', () => {
    const drill = drillOf(0);
    const { track } = recorded(drill, { seed: 5 });
    const late = { ...track, timeS: track.timeS.map((t) => t + 7) };
    const [a, b] = [checkTrack(drill, track).report, checkTrack(drill, late).report];
    expect(b.verdict).toEqual(a.verdict);
    expect(b.beat.offsetS! - a.beat.offsetS!).toBeCloseTo(7, 4);
  });
});

test('a fixed band is judged by its two edges', () => {
  const plan: Plan = { ...ROOMY_PLAN, band: { kind: 'fixed', nearM: 2, farM: 8 } };
  const drill = { plan, student: DEMO_STUDENTS[0]! };
  const { report } = checkTrack(drill, perfectTrack(drill));
  // The plan walks in nearer than its own band: that is the plan's, told once, and not the student's.
  expect(report.faults).toEqual([]);
  const out = report.planFindings.filter(({ fault }) => fault === 'out-of-band');
  expect(out).toHaveLength(1);
  expect(out[0]!.limit).toBe(2);
  expect(out[0]!.measured).toBeLessThan(2);
  expect(report.range.shareInBand).toBeLessThan(1);
  expect(report.range.longestExcursionS).toBeGreaterThan(1);
});

test('progress rises to one, and stopping from within stops', () => {
  const drill = drillOf(0);
  const track = perfectTrack(drill);
  const shares: number[] = [];
  checkTrack(drill, track, { onProgress: (share) => shares.push(share) });
  expect(shares.at(-1)).toBe(1);
  expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  const stop = (): void => {
    throw new Error('stopped');
  };
  expect(() => checkTrack(drill, track, { onProgress: stop })).toThrow('stopped');
});
