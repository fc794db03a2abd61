import { radians } from '../geometry/index.ts';
import type { Striker } from './reach-body.ts';
import type { TargetPart } from './strikes.ts';

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
const HEIGHTS: Readonly<Record<TargetPart, number>> = { guard: 0.87, head: 0.9, body: 0.68, thigh: 0.4 };
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

export function targetAhead(target: TargetKind, limb: 'hand' | 'leg', usual: TargetPart): TargetPlace {
  const { kind, partner, part = usual, heightM } = target;
  if (kind === 'partner' && partner) return partPlace(partner, part);
  return { aheadM: 0, heightM: heightM ?? (limb === 'hand' ? 1.4 : 1.15) };
}

/** Where a part of a partner stands: ahead of the stance centre, and above the floor. */
export function partPlace({ stance, lengths }: Striker, part: TargetPart): TargetPlace {
  const statureM = lengths.stature.valueM;
  const hipM = (stance.school.weightOnLead - 0.5) * stance.lengthM;
  const heightM = HEIGHTS[part] * statureM * stance.school.heightShare;
  switch (part) {
    case 'head':
      return { aheadM: hipM + (HEAD_AHEAD + HEAD_DEPTH / 2) * statureM, heightM };
    case 'body':
      return { aheadM: hipM + (TRUNK_DEPTH / 2) * statureM, heightM };
    case 'thigh':
      return { aheadM: hipM + 0.3 * stance.lengthM + (THIGH_DEPTH / 2) * statureM, heightM };
    case 'guard': {
      const shoulderM = 0.5 * lengths.shoulderWidth.valueM * Math.cos(radians(stance.stanceAngleDeg));
      const forearmM = lengths.arm.valueM - lengths.upperArm.valueM;
      const armM =
        lengths.upperArm.valueM * Math.sin(radians(GUARD_UPPER_ARM_DEG)) +
        forearmM * Math.sin(radians(GUARD_FOREARM_DEG));
      return { aheadM: hipM + shoulderM + armM, heightM };
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
  heightM: BAG_HEIGHTS[part] * striker.lengths.stature.valueM * striker.stance.school.heightShare,
});
