import type { RuleLimits, StudentFit } from '../body/index.ts';
import type { Floor, Target } from '../floor/index.ts';
import type { Point } from '../geometry/index.ts';
import type { Move } from '../moves/index.ts';

/** Cones in a row, passed on alternating sides: the near leg first, the other pushes. */
export interface Weave {
  readonly cones: number;
  /** Cone to cone along the lane. */
  readonly spacingM: number;
  /** How far beside each cone the stance centre passes. */
  readonly sideOffsetM: number;
  /** The side on which the first cone is passed, seen along the lane. */
  readonly startSide: 'left' | 'right';
  readonly firstCone: Point;
  readonly laneHeadingDeg: number;
  readonly coneRadiusM: number;
  readonly coneHeight: 'flat' | 'tall';
  /** Walk the whole way back, the facing kept. */
  readonly wayBack: boolean;
  readonly laps: number;
  /** A coach's own longest step; without it the school's rules decide. */
  readonly stepM?: number | undefined;
  /** So many pushes from cone to cone, whatever their length; without it half steps. */
  readonly pushes?: number | undefined;
  /** Legs to the left take as many steps as legs to the right. Plans of version 1 count each leg alone. */
  readonly alike?: boolean | undefined;
}

/** What the facing follows; free is judged by nothing. */
export type Facing =
  { readonly on: 'target' | 'lane' | 'free' } | { readonly on: 'heading'; readonly deg: number };

/** A strike tied to a move: after the stance is restored, or with the landing of the foot of its side. */
export interface StrikeCue {
  readonly strike: string;
  readonly when: 'reset-first' | 'together';
}

/** A move with its beats, and what goes with it. */
export interface Cue {
  readonly move: Move;
  /** Beats of each of its steps; without it as the kind of move has it. */
  readonly beats?: number | undefined;
  readonly accent?: true | undefined;
  /** The facing from this move on. */
  readonly facing?: Facing | undefined;
  readonly strikes?: readonly StrikeCue[] | undefined;
  /** The gap that is asked for from this move on; without it as before. */
  readonly band?: GapBand | undefined;
}

/** Items that come again. */
export interface Repeat {
  readonly repeat: number;
  readonly name?: string | undefined;
  /** Each time the items, then the same to the other side. */
  readonly otherSide?: true | undefined;
  readonly items: readonly Item[];
}

export type Item = Cue | Repeat | { readonly weave: Weave };

/** Where a stance stands before the first move, and where the lane goes. */
export interface Pose {
  readonly at: Point;
  readonly headingDeg: number;
}

/** Moves on a beat. It has no body, and only its weaves and its start lie on a floor. */
export interface Pattern {
  /** Null: where its first weave begins. */
  readonly start: Pose | null;
  readonly items: readonly Item[];
}

/** The gap a drill asks for. `around-plan` follows the planned gap; `fixed` is two edges. */
export type GapBand =
  | { readonly kind: 'around-plan'; readonly toleranceM: number }
  | { readonly kind: 'fixed'; readonly nearM: number; readonly farM: number };

/** Limits of a drill's own, with the reason that is shown beside them. */
export interface OwnLimits {
  readonly halfStepRatio?: RuleLimits['halfStepRatio'] | undefined;
  readonly overstretchRatio?: RuleLimits['overstretchRatio'] | undefined;
  readonly reason: string;
}

/** What a partner does: a pattern of their own, on the beat of the drill. */
export interface PartnerPart {
  /** Its start is where they stand first; null: where the target is, facing the student. */
  readonly pattern: Pattern;
  /** `target` is the student. */
  readonly facing: Facing;
}

export interface Plan {
  readonly name: string;
  readonly floor: Floor;
  readonly target: Target;
  readonly pattern: Pattern;
  readonly facing: Facing;
  readonly band: GapBand;
  /** Beats a minute. */
  readonly tempoPerMin: number;
  readonly limits?: OwnLimits | undefined;
  /** Share of clean moves that this drill asks for, whoever does it. */
  readonly standard?: number | undefined;
  /** What it fails for however clean the rest is, by the names of faults; without it the usual ones. */
  readonly never?: readonly string[] | undefined;
  /** The target is a partner who does this; without it they stand, or go the way of the target. */
  readonly partner?: PartnerPart | undefined;
}

/** Everything a check needs to know about what was planned, for whom. */
export interface PlannedDrill {
  readonly plan: Plan;
  readonly student: StudentFit;
  /** The body of a partner who does a pattern of their own; as big as the student when not known. */
  readonly partner?: StudentFit | undefined;
}
