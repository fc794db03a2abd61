import { otherFoot } from '../body/index.ts';
import { boundsOf, wrapDeg, type Point } from '../geometry/index.ts';
import { cropped } from './crop.ts';
import { exchangesIn, isExchangedAt } from './exchanged.ts';
import { movePlan } from '../drill/index.ts';
import { mirrorPattern, type FootEvent, type Plan, type PlannedDrill } from '../pattern/index.ts';
import { withStrikes, type FootSamples, type Samples, type SeenStrike, type Track } from '../track/index.ts';

/** How the axes of a recording lie to the floor's. */
export type Axes = 'exchanged' | 'x reversed' | 'y reversed' | 'turned round';

/** A capture that lies shifted and turned as a whole: about the middle of the planned landings. */
export interface FrameOffset {
  readonly shiftM: Point;
  readonly turnDeg: number;
  readonly about: Point;
}

/** How a recording is to be read where it is not what it seemed; empty for as it is. */
export interface Reading {
  /** The columns of the feet are exchanged. */
  readonly swapFeet?: true;
  readonly axes?: Axes;
  /** Metres in one unit of the file's places. */
  readonly unitM?: number;
  /** The plan begun on the other side, or the student's other foot in front. */
  readonly otherStart?: true;
  readonly otherLead?: true;
  /** The marks lie where the student's landings say. */
  readonly marks?: 'as seen';
  /** From where the feet change names on they are taken the other way round. */
  readonly exchanged?: true;
  /** Only what lies between two times of the recording. */
  readonly spanS?: readonly [number, number];
  /** Only one of several rounds of the drill, from 1. */
  readonly round?: number;
  /** The strikes that a coach counted, in place of the recording's own. */
  readonly strikes?: readonly SeenStrike[];
}

/** Readings by name, for whoever asks for one without a screen. */
export const READINGS = {
  swapped: { swapFeet: true },
  mirrored: { otherStart: true },
  'other-side': { otherLead: true },
  'mirrored-other-side': { otherStart: true, otherLead: true },
  'axes-exchanged': { axes: 'exchanged' },
  'x-reversed': { axes: 'x reversed' },
  'y-reversed': { axes: 'y reversed' },
  'turned-round': { axes: 'turned round' },
  millimetres: { unitM: 0.001 },
  centimetres: { unitM: 0.01 },
  inches: { unitM: 0.0254 },
  feet: { unitM: 0.3048 },
  'marks-as-seen': { marks: 'as seen' },
  exchanged: { exchanged: true },
  'round-1': { round: 1 },
  'round-2': { round: 2 },
  'round-3': { round: 3 },
  'round-4': { round: 4 },
  'round-5': { round: 5 },
} as const satisfies Readonly<Record<string, Reading>>;
/** A reading by its name; null where there is none of that name. */
export const readingNamed = (name: string): Reading | null =>
  Object.entries(READINGS).find(([own]) => own === name)?.[1] ?? null;

type MapPoint = (p: Point) => Point;
type MapHeading = (deg: number) => number;

/** Places and headings of a recording read with other axes or units, in the plan's floor. */
function mapsOf(reading: Reading, plan: Plan): { at: MapPoint; heading: MapHeading } {
  const { least, most } = boundsOf(plan.floor.outline);
  const unitM = reading.unitM ?? 1;
  const sized: MapPoint = ({ x, y }) => ({ x: unitM * x, y: unitM * y });
  const flipX = (x: number): number => least.x + most.x - x;
  const flipY = (y: number): number => least.y + most.y - y;
  const { axes } = reading;
  if (!axes) return { at: sized, heading: (deg) => deg };
  switch (axes) {
    case 'exchanged':
      return { at: (p) => ({ x: sized(p).y, y: sized(p).x }), heading: (deg) => wrapDeg(90 - deg) };
    case 'x reversed':
      return { at: (p) => ({ x: flipX(sized(p).x), y: sized(p).y }), heading: (deg) => wrapDeg(-deg) };
    case 'y reversed':
      return { at: (p) => ({ x: sized(p).x, y: flipY(sized(p).y) }), heading: (deg) => wrapDeg(180 - deg) };
    case 'turned round':
      return {
        at: (p) => ({ x: flipX(sized(p).x), y: flipY(sized(p).y) }),
        heading: (deg) => wrapDeg(deg + 180),
      };
  }
}

/** Events as they would have been seen with another reading of the recording. */
export function eventsRead(events: readonly FootEvent[], reading: Reading, plan: Plan): FootEvent[] {
  const { at, heading } = mapsOf(reading, plan);
  return events.map((event) => ({
    ...event,
    foot: reading.swapFeet ? otherFoot(event.foot) : event.foot,
    from: at(event.from),
    to: at(event.to),
    headingBeforeDeg: event.headingBeforeDeg === null ? null : heading(event.headingBeforeDeg),
    headingAfterDeg: event.headingAfterDeg === null ? null : heading(event.headingAfterDeg),
  }));
}

interface Places {
  readonly x: Samples;
  readonly y: Samples;
}

/** A track with its feet taken the other way round wherever they had changed names. */
function withFeetNamed(track: Track): Track {
  const exchangesS = exchangesIn(track);
  const isExchanged = track.timeS.map((atS) => (isExchangedAt(exchangesS, atS) ? 1 : 0));
  const of = (own: Samples, other: Samples): Samples =>
    own.map((value, i) => (isExchanged[i] === 1 ? (other[i] ?? NaN) : value));
  const maybe = (own: Samples | null, other: Samples | null): Samples | null =>
    own && other && of(own, other);
  const foot = (own: FootSamples, other: FootSamples): FootSamples => ({
    x: of(own.x, other.x),
    y: of(own.y, other.y),
    headingDeg: maybe(own.headingDeg, other.headingDeg),
    z: maybe(own.z, other.z),
  });
  return { ...track, left: foot(track.left, track.right), right: foot(track.right, track.left) };
}

/** A track read another way: a copy; the one given stays as it is. */
export function trackRead(whole: Track, reading: Reading, plan: Plan): Track {
  const counted = reading.strikes ? withStrikes(whole, reading.strikes) : whole;
  const named = reading.exchanged ? withFeetNamed(counted) : counted;
  const track = reading.spanS ? cropped(named, reading.spanS) : named;
  if (!reading.swapFeet && !reading.axes && reading.unitM === undefined) return track;
  const { at, heading } = mapsOf(reading, plan);
  const places = ({ x, y }: Places): Places => {
    const mapped = { x: new Float64Array(x.length), y: new Float64Array(x.length) };
    for (let i = 0; i < x.length; i++) {
      const p = at({ x: x[i]!, y: y[i]! });
      mapped.x[i] = p.x;
      mapped.y[i] = p.y;
    }
    return mapped;
  };
  const headings = (values: Samples | null): Samples | null => values?.map(heading) ?? null;
  const unitM = reading.unitM ?? 1;
  const foot = (samples: FootSamples): FootSamples => ({
    ...places(samples),
    headingDeg: headings(samples.headingDeg),
    z: samples.z?.map((z) => unitM * z) ?? null,
  });
  const [left, right] = [foot(track.left), foot(track.right)];
  return {
    ...track,
    left: reading.swapFeet ? right : left,
    right: reading.swapFeet ? left : right,
    target: track.target && { ...places(track.target), headingDeg: headings(track.target.headingDeg) },
    targetLeft: track.targetLeft && places(track.targetLeft),
    targetRight: track.targetRight && places(track.targetRight),
  };
}

/** The drill a reading means: begun on the other side, or with the other foot in front. */
export function drillRead(drill: PlannedDrill, reading: Reading): PlannedDrill {
  const { plan, student } = drill;
  return {
    ...drill,
    plan: reading.otherStart ? { ...plan, pattern: mirrorPattern(plan.pattern) } : plan,
    student: reading.otherLead ? { ...student, leadSide: otherFoot(student.leadSide) } : student,
  };
}

/** A drill with its marks and its target moved as one; the room stays. */
export const marksMoved = (drill: PlannedDrill, { shiftM, turnDeg, about }: FrameOffset): PlannedDrill => ({
  ...drill,
  plan: movePlan(drill.plan, { about, turnDeg, shift: shiftM }),
});
