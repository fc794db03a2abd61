import { radians } from '../geometry/index.ts';
import { bentM, type Striker } from './reach-body.ts';
import type { Strike, TargetPart } from './strikes.ts';

/** What is struck: a part of a partner, a bag of some height, or a pad at some height. */
export interface TargetKind {
  readonly kind: 'partner' | 'bag' | 'pad';
  readonly partner?: Striker | undefined;
  readonly part?: TargetPart | undefined;
  /** Height of the pad above the floor; a bag is struck at the striker's own level. */
  readonly heightM?: number | undefined;
  /** Uncertainty of where the target part stands. */
  readonly ahead?: { readonly uM: number } | undefined;
}

/**
 * How far a part stands ahead of its owner's stance centre, and how high, in stature or as joints
 * say. The angles of the guard and the depths of head and trunk are own choice; depths of about
 * 0.11 and 0.13 of stature for head and trunk are from memory.
 */
const HEAD_DEPTH = 0.11;
const HEAD_AHEAD = 0.02;
const TRUNK_DEPTH = 0.125;
const THIGH_DEPTH = 0.09;
const GUARD_UPPER_ARM_DEG = 25;
const GUARD_FOREARM_DEG = 20;
/** From where to where each part reaches, upright: chin to crown, ribs, the middle of the thigh (from memory). */
const SPANS: Readonly<Record<TargetPart, readonly [number, number]>> = {
  guard: [0.82, 0.92],
  head: [0.87, 1],
  body: [0.6, 0.78],
  thigh: [0.32, 0.48],
};
/** A thigh comes down by half of what the knees let the body down. */
const THIGH_DROPS = 0.5;
/** Height at which a bag is struck when the caller says nothing: shoulders for hands, hips for legs. */
const BAG_HEIGHTS: Readonly<Record<TargetPart, number>> = {
  guard: 0.818,
  head: 0.818,
  body: 0.68,
  thigh: 0.4,
};
const PARTNER_U = 0.02;

export interface TargetPlace {
  readonly aheadM: number;
  readonly heightM: number;
}

/** A strike that comes to a target: with what, and how high its joint is. */
export interface Arriving {
  readonly limb: Strike['limb'];
  readonly usual: TargetPart;
  readonly jointHeightM: number;
}

/** Where a strike meets a target: of the heights of a part the nearest, and of a trunk its side where it comes round. */
export function targetAhead(target: TargetKind, { limb, usual, jointHeightM }: Arriving): TargetPlace {
  const { kind, partner, part = usual, heightM } = target;
  if (kind !== 'partner' || !partner)
    return { aheadM: 0, heightM: heightM ?? (limb === 'hand' || limb === 'elbow' ? 1.4 : 1.15) };
  const { aheadM, fromM, toM } = partPlace(partner, part, limb === 'round-kick');
  return { aheadM, heightM: Math.min(toM, Math.max(fromM, jointHeightM)) };
}

/** Where a part of a partner stands: ahead of the stance centre, and from which height to which. */
export interface PartPlace {
  readonly aheadM: number;
  readonly fromM: number;
  readonly toM: number;
}

/** @param fromTheSide met at its side: its own depth is not in the way */
export function partPlace(partner: Striker, part: TargetPart, fromTheSide = false): PartPlace {
  const statureM = partner.lengths.stature.valueM;
  const downM = (part === 'thigh' ? THIGH_DROPS : 1) * bentM(partner);
  const [from, to] = SPANS[part];
  return {
    aheadM: aheadOf(partner, part, fromTheSide),
    fromM: from * statureM - downM,
    toM: to * statureM - downM,
  };
}

function aheadOf({ stance, lengths }: Striker, part: TargetPart, fromTheSide: boolean): number {
  const statureM = lengths.stature.valueM;
  const hipM = (stance.school.weightOnLead - 0.5) * stance.lengthM;
  const front = fromTheSide ? 0 : 0.5;
  switch (part) {
    case 'head':
      return hipM + (HEAD_AHEAD + HEAD_DEPTH * front) * statureM;
    case 'body':
      return hipM + TRUNK_DEPTH * front * statureM;
    case 'thigh':
      return hipM + 0.3 * stance.lengthM + THIGH_DEPTH * front * statureM;
    case 'guard': {
      const shoulderM = 0.5 * lengths.shoulderJoints.valueM * Math.cos(radians(stance.stanceAngleDeg));
      const forearmM = lengths.arm.valueM - lengths.upperArm.valueM;
      const armM =
        lengths.upperArm.valueM * Math.sin(radians(GUARD_UPPER_ARM_DEG)) +
        forearmM * Math.sin(radians(GUARD_FOREARM_DEG));
      return hipM + shoulderM + armM;
    }
  }
}

/** A partner's part as a target, with what its place may be off by. */
export const partnerTarget = (partner: Striker, part: TargetPart): TargetKind => ({
  kind: 'partner',
  partner,
  part,
  ahead: { uM: PARTNER_U },
});

/** A bag struck where this striker strikes that part: at shoulder, trunk or thigh height of their own. */
export const bagTarget = (striker: Striker, part: TargetPart): TargetKind => ({
  kind: 'bag',
  heightM:
    BAG_HEIGHTS[part] * striker.lengths.stature.valueM -
    (part === 'thigh' ? THIGH_DROPS : 1) * bentM(striker),
});
