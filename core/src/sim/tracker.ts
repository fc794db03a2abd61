import type { FootName } from '../body/index.ts';
import { between, rightOf, add, scale, headingDeg, wrapDeg, type Point } from '../geometry/index.ts';
import { expand, minimumJerk, type FootEvent, type PlannedDrill } from '../pattern/index.ts';
import type { Samples, Track } from '../track/index.ts';
import { chanceFrom, type Chance } from '../measure/index.ts';
import { walk, type Habits, type PlacedFault, type SimulatedFault, type TrueWalk } from './walk.ts';

/** Settings of the simulated tracker, a stand-in for a device few gyms own. */
export interface TrackerSettings {
  readonly seed: number;
  readonly rateHz: number;
  /** White noise of one sample and axis, 1 sigma. */
  readonly noiseM: number;
  /** What the device claims of its own systematic error, 1 sigma; written into the track's notes. */
  readonly positionUM: number;
  /** Amplitude of a slow wander of the whole capture. */
  readonly driftM: number;
  /** Share of samples lost, in bursts. */
  readonly dropShare: number;
  readonly faults: readonly PlacedFault[];
  readonly habits: Habits;
  /** Course of a foot in flight: share of the way at a share of the flight time. */
  readonly course: (share: number) => number;
  /** Sideways bulge of a step, metres. */
  readonly bulgeM: number;
}

export const GOOD_STUDENT: Habits = { placeM: 0.004, timingS: 0.02, recovers: true };

export const TRACKER_DEFAULTS: TrackerSettings = {
  seed: 1,
  rateHz: 100,
  noiseM: 0.005,
  positionUM: 0.002,
  driftM: 0.003,
  dropShare: 0.01,
  faults: [],
  habits: GOOD_STUDENT,
  course: minimumJerk,
  bulgeM: 0.012,
};

export interface Recording {
  readonly track: Track;
  readonly truth: TrueWalk;
}

const LIFT_HEIGHT_M = 0.03;
const BURST_SAMPLES = 6;
const HEADING_NOISE_DEG = 1.2;
const DRIFT_PERIOD_S = 37;

/** Records a plausible drill: smooth flights, double support, jitter, drift and lost samples. */
export function simulate(drill: PlannedDrill, settings: TrackerSettings): Recording {
  const chance = chanceFrom(settings.seed);
  const footwork = expand(drill);
  const truth = walk(drill, footwork, settings.faults, settings.habits, chance);
  return {
    track: sampleWalk(truth, settings, chance, footwork.stance.school.timing.travel === 'drag'),
    truth,
  };
}

/** Spreads faults evenly over the drill, away from its ends, in seeded order. */
export function spreadFaults(
  faults: readonly SimulatedFault[],
  moveCount: number,
  seed: number,
): PlacedFault[] {
  const chance = chanceFrom(seed + 7919);
  const slots = faults.map((_, i) =>
    Math.min(
      moveCount - 1,
      Math.max(2, Math.round(((i + 0.5 + 0.3 * (chance.uniform() - 0.5)) * moveCount) / faults.length)),
    ),
  );
  return faults.map((fault, i) => ({ fault, moveNumber: slots[i]! }));
}

/** A tracker that sees the walk: exact when noise, drift and drops are zero. */
export function sampleWalk(
  truth: TrueWalk,
  settings: TrackerSettings,
  chance: Chance,
  drags: boolean,
): Track {
  const n = Math.floor(truth.endS * settings.rateHz) + 1;
  const timeS = Float64Array.from({ length: n }, (_, i) => i / settings.rateHz);
  const lost = lostSamples(n, settings.dropShare, chance);
  const foot = (name: FootName) => {
    const columns = sampleFoot(
      timeS,
      { at: truth.start[name], headingDeg: truth.startHeadings[name] },
      truth.events.filter((event) => event.foot === name),
      settings,
      drags,
    );
    disturb(columns, timeS, lost, settings, chance);
    return columns;
  };
  return {
    timeS,
    left: foot('left'),
    right: foot('right'),
    target: null,
    targetLeft: null,
    targetRight: null,
    strikes: [],
    notes: {
      source: 'simulated tracker',
      seed: String(settings.seed),
      position_u_m: String(settings.positionUM),
    },
  };
}

interface FootColumns {
  readonly x: Samples;
  readonly y: Samples;
  readonly headingDeg: Samples;
  readonly z: Samples;
}

function sampleFoot(
  timeS: Samples,
  start: { readonly at: Point; readonly headingDeg: number },
  events: readonly FootEvent[],
  settings: TrackerSettings,
  drags: boolean,
): FootColumns {
  const n = timeS.length;
  const columns = {
    x: new Float64Array(n),
    y: new Float64Array(n),
    headingDeg: new Float64Array(n),
    z: new Float64Array(n),
  };
  let at = -1;
  for (let i = 0; i < n; i++) {
    const t = timeS[i]!;
    while (at + 1 < events.length && events[at + 1]!.liftS <= t) at++;
    const event = events[at];
    const share = event ? Math.min(1, (t - event.liftS) / (event.landS - event.liftS)) : 1;
    const way = share >= 1 ? 1 : settings.course(share);
    const bulge = share < 1 ? Math.sin(Math.PI * share) : 0;
    const ball = event
      ? add(
          between(event.from, event.to, way),
          scale(rightOf(headingDeg(event.from, event.to)), settings.bulgeM * bulge * bulge),
        )
      : start.at;
    columns.x[i] = ball.x;
    columns.y[i] = ball.y;
    columns.headingDeg[i] = event
      ? wrapDeg(event.headingBeforeDeg! + way * wrapDeg(event.headingAfterDeg! - event.headingBeforeDeg!))
      : start.headingDeg;
    columns.z[i] = drags ? 0 : LIFT_HEIGHT_M * bulge;
  }
  return columns;
}

function disturb(
  columns: FootColumns,
  timeS: Samples,
  lost: Uint8Array,
  settings: TrackerSettings,
  chance: Chance,
): void {
  const phase = 2 * Math.PI * chance.uniform();
  for (let i = 0; i < timeS.length; i++) {
    const wander = settings.driftM * Math.sin((2 * Math.PI * timeS[i]!) / DRIFT_PERIOD_S + phase);
    const noisy = settings.noiseM > 0;
    columns.x[i] = lost[i] ? NaN : columns.x[i]! + wander + settings.noiseM * (noisy ? chance.normal() : 0);
    columns.y[i] = lost[i] ? NaN : columns.y[i]! - wander + settings.noiseM * (noisy ? chance.normal() : 0);
    columns.z[i] = lost[i] ? NaN : columns.z[i]! + settings.noiseM * (noisy ? chance.normal() : 0);
    const turned = columns.headingDeg[i]! + (noisy ? HEADING_NOISE_DEG * chance.normal() : 0);
    columns.headingDeg[i] = lost[i] ? NaN : wrapDeg(turned);
  }
}

function lostSamples(n: number, share: number, chance: Chance): Uint8Array {
  const lost = new Uint8Array(n);
  const bursts = Math.round((share * n) / BURST_SAMPLES);
  for (let burst = 0; burst < bursts; burst++) {
    const from = chance.below(n);
    const length = 1 + chance.below(2 * BURST_SAMPLES - 1);
    for (let i = from; i < Math.min(n, from + length); i++) lost[i] = 1;
  }
  return lost;
}
