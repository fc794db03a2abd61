import type { FootName } from '../body/index.ts';
import { forward, rightOf, add, scale, headingDeg, wrapDeg, type Point } from '../geometry/index.ts';
import {
  ballOnWay,
  expand,
  minimumJerk,
  partnersDrill,
  settled,
  type FootEvent,
  type PlannedDrill,
  type PlannedMove,
} from '../pattern/index.ts';
import type { Samples, Track } from '../track/index.ts';
import { chanceFrom, type Chance } from '../measure/index.ts';
import { canHave, type SimulatedFault } from './makings.ts';
import { walk, type Habits, type PlacedFault, type TrueWalk } from './walk.ts';

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
const BOUNCE_HEIGHT_M = 0.01;
/** A leg that kicks: how high its ball goes, and how far out towards where it faces. */
const KICK_HEIGHT_M = 0.8;
const KICK_OUT_M = 0.6;
/** A foot that is raised no longer than this only feints. */
const FEINT_LONGEST_S = 0.3;
const BURST_SAMPLES = 6;
const HEADING_NOISE_DEG = 1.2;
const DRIFT_PERIOD_S = 37;

/** Records a plausible drill: smooth flights, double support, jitter, drift and lost samples. */
export function simulate(given: PlannedDrill, settings: TrackerSettings): Recording {
  const drill = settled(given);
  const chance = chanceFrom(settings.seed);
  const footwork = expand(drill);
  const truth = walk(drill, footwork, settings.faults, settings.habits, chance);
  const track = sampleWalk(truth, settings, chance);
  return { track: { ...track, ...partnerColumns(drill, track, settings) }, truth };
}

/** The feet of a partner who does a pattern of their own, who makes no faults; nothing where there is none. */
function partnerColumns(
  drill: PlannedDrill,
  { timeS }: Track,
  settings: TrackerSettings,
): Partial<Pick<Track, 'targetLeft' | 'targetRight'>> {
  const theirs = partnersDrill(drill);
  if (!theirs) return {};
  const chance = chanceFrom(settings.seed + 104_729);
  const truth = walk(settled(theirs), expand(theirs), [], settings.habits, chance);
  const { left, right } = sampleWalk(
    { ...truth, endS: Math.max(truth.endS, timeS.at(-1) ?? 0) },
    settings,
    chance,
  );
  const column = ({ x, y }: { x: Samples; y: Samples }) => ({
    x: x.slice(0, timeS.length),
    y: y.slice(0, timeS.length),
  });
  return { targetLeft: column(left), targetRight: column(right) };
}

/**
 * Spreads faults evenly over the drill, away from its ends, in seeded order: each at the move nearest to its
 * place that can have it. One that no move of the drill can have is left out.
 */
export function spreadFaults(
  faults: readonly SimulatedFault[],
  moves: readonly PlannedMove[],
  seed: number,
): PlacedFault[] {
  const chance = chanceFrom(seed + 7919);
  const taken = new Set<number>();
  return faults.flatMap((fault, i) => {
    const wanted = ((i + 0.5 + 0.3 * (chance.uniform() - 0.5)) * moves.length) / faults.length;
    const slot = Math.min(moves.length - 1, Math.max(2, Math.round(wanted)));
    const [move] = moves
      .filter((one) => canHave(fault, one) && !taken.has(one.number))
      .toSorted((a, b) => Math.abs(a.number - slot) - Math.abs(b.number - slot));
    if (!move) return [];
    taken.add(move.number);
    return [{ fault, moveNumber: move.number }];
  });
}

/** A tracker that sees the walk: exact when noise, drift and drops are zero. */
export function sampleWalk(truth: TrueWalk, settings: TrackerSettings, chance: Chance): Track {
  const n = Math.floor(truth.endS * settings.rateHz) + 1;
  const timeS = Float64Array.from({ length: n }, (_, i) => i / settings.rateHz);
  const lost = lostSamples(n, settings.dropShare, chance);
  const foot = (name: FootName) => {
    const columns = sampleFoot(
      timeS,
      { at: truth.start[name], headingDeg: truth.startHeadings[name] },
      truth.events.filter((event) => event.foot === name),
      settings,
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
    strikes: truth.strikes
      .map(({ timeS: atS, name }) => ({ index: Math.round(atS * settings.rateHz), name }))
      .filter(({ index }) => index < n),
    ...(truth.hasStrikes ? { seesStrikes: true as const } : {}),
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
    const bulge = share < 1 ? Math.sin(Math.PI * share) ** 2 : 0;
    const ball = event ? ballIn(event, way, bulge, settings) : start.at;
    columns.x[i] = ball.x;
    columns.y[i] = ball.y;
    const [before, after] = [event?.headingBeforeDeg ?? null, event?.headingAfterDeg ?? null];
    columns.headingDeg[i] =
      before === null || after === null ? start.headingDeg : wrapDeg(before + way * wrapDeg(after - before));
    columns.z[i] = event && share < 1 ? heightIn(event) * Math.sin(Math.PI * share) : 0;
  }
  return columns;
}

/** Where a ball is: on its straight way with a bulge, on its arc, or out on a kick and back. */
function ballIn(event: FootEvent, way: number, bulge: number, settings: TrackerSettings): Point {
  const on = ballOnWay(event, way);
  switch (event.how) {
    case 'pivot':
      // A ball that should stay may slide.
      return on;
    case 'bounce':
      return event.to;
    case 'raise':
      return isFeint(event) ? on : add(on, scale(forward(event.headingBeforeDeg ?? 0), KICK_OUT_M * bulge));
    case 'step':
    case 'drag':
    case 'hop':
      return event.about
        ? on
        : add(on, scale(rightOf(headingDeg(event.from, event.to)), settings.bulgeM * bulge));
  }
}

const isFeint = ({ liftS, landS }: FootEvent): boolean => landS - liftS <= FEINT_LONGEST_S;

/** How high the ball of a foot goes. */
function heightIn(event: FootEvent): number {
  switch (event.how) {
    case 'pivot':
    case 'drag':
      return 0;
    case 'bounce':
      return BOUNCE_HEIGHT_M;
    case 'raise':
      return isFeint(event) ? LIFT_HEIGHT_M : KICK_HEIGHT_M;
    case 'step':
    case 'hop':
      return LIFT_HEIGHT_M;
  }
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
