import type { FittedStance, FootName } from '../body/index.ts';
import type { Cone, Floor } from '../floor/index.ts';
import { distanceM, radians, type Point } from '../geometry/index.ts';
import type { GapSeries } from '../range/index.ts';
import type { FaultName } from './fault-names.ts';
import { shownBy, type Channel } from '../moves/index.ts';
import type { Balls, FootEvent, PlannedMove, Stand, Weave } from '../pattern/index.ts';
import type { Verdict } from '../measure/index.ts';
import type { Tolerances } from './slips.ts';

/** How a body was seen to stand: with the toes where the capture has them, and how sure each ball is. */
export interface SeenStand extends Stand {
  /** Headings of the feet; null where the capture has none. */
  readonly toesDeg: Readonly<Record<FootName, number | null>>;
  /** Standard uncertainty of each ball, each axis, metres. */
  readonly uM: Readonly<Record<FootName, number>>;
}

/** A move as it was done: its events in the order in which they began; none where the feet stand and strike. */
export interface PerformedMove {
  /** Number of the planned move, null for a move the plan does not hold. */
  readonly moveNumber: number | null;
  /** The move it was meant to be. */
  readonly planned: PlannedMove | null;
  readonly events: readonly FootEvent[];
  /** When its beat fell. */
  readonly beatS: number;
  readonly before: SeenStand;
  readonly after: SeenStand;
  /** What the facing follows. */
  readonly faces: PlannedMove['faces'];
}

/** A foot that goes elsewhere: not one that turns on its ball, nor heels that work. */
export const isTravel = ({ how }: FootEvent): boolean => how !== 'pivot' && how !== 'bounce';

/** Whether a capture with some channels shows an event. */
export const canShow =
  (sees: ReadonlySet<Channel>) =>
  (event: FootEvent): boolean =>
    sees.has(shownBy(event));

/** Standard uncertainties (1 sigma) of one event: its places each axis, its times, its headings. */
export interface EventUncertainty {
  readonly fromM: number;
  readonly toM: number;
  readonly liftS: number;
  readonly landS: number;
  readonly headingDeg: number;
}

/** What a capture can usually say (1 sigma), and what is common to all of it; all zero for a plan. */
export interface CaptureUncertainty {
  /** Ball of a planted foot, each axis, metres. */
  readonly positionM: number;
  /** Ball of a moving foot, each axis, metres. */
  readonly movingM: number;
  readonly timeS: number;
  /** Heading of a planted foot, degrees. */
  readonly headingDeg: number;
  /** What it may be off by alike in every landing, and in every heading: a mean of many does not lose it. */
  readonly alikeM: number;
  readonly alikeDeg: number;
  /** How far the whole capture may be shifted, each axis, and turned: no step and no stance carries it. */
  readonly frameShiftM: number;
  readonly frameTurnDeg: number;
}

export const EXACT: CaptureUncertainty = {
  positionM: 0,
  movingM: 0,
  timeS: 0,
  headingDeg: 0,
  alikeM: 0,
  alikeDeg: 0,
  frameShiftM: 0,
  frameTurnDeg: 0,
};
export const EXACT_EVENT: EventUncertainty = { fromM: 0, toM: 0, liftS: 0, landS: 0, headingDeg: 0 };

/** Where a partner faces, and which foot is in front. */
export interface PartnerStand {
  readonly facingDeg: number;
  readonly lead: FootName;
}

/** A strike and when it touched; its standard uncertainty, seconds. */
export interface ThrownStrike {
  readonly timeS: number;
  readonly name: string;
  readonly uS: number;
}

/** Something that a foot cannot be in: its middle at a time of the drill, or its corners where it is no circle. */
export type Obstacle =
  | { readonly at: (timeS: number) => Point; readonly radiusM: number }
  | { readonly outline: readonly Point[] };

/**
 * Footwork as the rule engine sees it. A plan and a track both become this, so a plan is judged
 * before anyone walks it by the very rules that judge the student.
 */
export interface Performance {
  readonly stance: FittedStance;
  readonly floor: Floor;
  readonly cones: readonly Cone[];
  readonly lanes: readonly Weave[];
  readonly coneHeight: 'flat' | 'tall';
  /** What stands where feet may be put: of a plan. Of a recording none: no foot was inside of what stood there. */
  readonly obstacles: readonly Obstacle[];
  readonly start: Balls;
  readonly moves: readonly PerformedMove[];
  /** Ball of a foot at a time. */
  readonly ballAt: (foot: FootName, timeS: number) => Point;
  readonly targetAt: (timeS: number) => Point;
  /** How a partner stands, where that was recorded; null where it was not, and for bags and pads. */
  readonly partnerAt: (timeS: number) => PartnerStand | null;
  /** Whether the target was captured too: then a shift of the capture moves it as well. */
  readonly targetSeen: boolean;
  /** Standard uncertainty of where the target is, each axis, beyond the capture's: of one that moves unseen. */
  readonly targetUM: number;
  readonly gap: GapSeries;
  /** Times between which the drill was done; nothing before or after is judged. */
  readonly spanS: readonly [number, number];
  /** Strikes that were thrown; of a plan, all as planned. */
  readonly strikes: readonly ThrownStrike[] | 'as planned' | 'not seen';
  /** Furthest gap at which a strike of this body touches the target, with its standard uncertainty; null if not known. */
  readonly reachOf: (strike: string) => { readonly gapM: number; readonly uM: number } | null;
  /** Seconds of a beat, as asked. */
  readonly beatS: number;
  readonly uncertainty: CaptureUncertainty;
  /** What is let pass beside the limits of the school: of people more than of plans. */
  readonly tolerances: Tolerances;
  readonly uOf: (event: FootEvent) => EventUncertainty;
}

/** Standard uncertainty of a place against what stands on the floor: with what the whole capture is off by. */
export function onFloorM({ uncertainty, floor }: Performance, at: Point, relativeM: number): number {
  const { frameShiftM, frameTurnDeg } = uncertainty;
  if (frameShiftM === 0 && frameTurnDeg === 0) return relativeM;
  const n = floor.outline.length;
  const middle = floor.outline.reduce((sum, p) => ({ x: sum.x + p.x / n, y: sum.y + p.y / n }), {
    x: 0,
    y: 0,
  });
  return Math.hypot(relativeM, frameShiftM, radians(frameTurnDeg) * distanceM(at, middle));
}

/** A rule that is not met, or that the capture cannot decide. */
export interface Finding {
  /** The same whenever the same thing is found: its fault, its move, its foot, and which of these it is. */
  readonly id: string;
  readonly fault: FaultName;
  readonly timeS: number;
  readonly foot: FootName | null;
  readonly moveNumber: number | null;
  readonly at: Point | null;
  readonly measured: number;
  readonly limit: number;
  readonly unit: 'm' | 'deg' | 's' | 'count' | 'per min';
  /** Expanded uncertainty U = 2u of the measured value, in its unit. */
  readonly expandedU: number;
  readonly verdict: Exclude<Verdict, 'met'>;
}

/** A finding before it has its identity. */
export type Found = Omit<Finding, 'id'>;

/** A finding unless the rule is met; what it says is only put together then. */
export const finding = (verdict: Verdict, parts: () => Omit<Found, 'verdict'>): Found[] =>
  verdict === 'met' ? [] : [{ ...parts(), verdict }];

/** Findings in the order of time, each with its identity. */
export function identified(found: readonly Found[]): Finding[] {
  const times = new Map<string, number>();
  return [...found]
    .sort((a, b) => a.timeS - b.timeS)
    .map((one) => {
      const name = [one.fault, one.moveNumber ?? 'beside', one.foot ?? 'both'].join(' ');
      const count = (times.get(name) ?? 0) + 1;
      times.set(name, count);
      return { id: count === 1 ? name : `${name} ${count}`, ...one };
    });
}
