import type { StudentFit } from '../body/index.ts';
import { radians } from '../geometry/index.ts';
import {
  bentM,
  LEG_SHARE,
  strikerOf,
  THIGH_SHARE,
  UPPER_ARM_SHARE,
  valuesOf,
  type LengthValues,
  type ReachLength,
  type Striker,
} from './reach-body.ts';
import { STRIKES, strikeOf, type Strike, type StrikeId, type TargetPart } from './strikes.ts';
import { bagTarget, partnerTarget, targetAhead, type TargetKind } from './target-parts.ts';

/** What each part of the body gives to a contact distance, metres along the line to the target. */
export interface ReachTerms {
  /** Middle of the hips ahead of the stance centre when the strike lands. */
  readonly hipM: number;
  /** Shoulder (or hip joint) brought ahead of that by the turn. */
  readonly turnM: number;
  /** Limb, straightened as far as this strike straightens it, less what the height takes. */
  readonly limbM: number;
  /** What the difference of height costs: already taken off limbM. */
  readonly heightLossM: number;
  /** What a glove is thicker than a fist; 0 without gloves, and for everything but hands. */
  readonly gloveM: number;
  /** How far the target part stands ahead of the target's own centre (or the bag's surface: 0). */
  readonly targetAheadM: number;
  /** Heights of the joint and of the target part above the floor. */
  readonly jointHeightM: number;
  readonly targetHeightM: number;
  /** How far the limb could reach on the level. */
  readonly limbLengthM: number;
}

/** Largest gap at which a strike touches, without a step. */
export interface Contact {
  readonly strike: Strike;
  /** Stance centre to the target's centre, or to the surface of a bag or pad. */
  readonly gapM: number;
  /** Standard uncertainty, 1 sigma. */
  readonly uM: number;
  readonly terms: ReachTerms;
  /** A round kick lands with the shin between these gaps: the knee nearer, the foot further. */
  readonly window: { readonly kneeM: number; readonly shinM: number; readonly footM: number } | null;
  /** False when the target part is too high or too low to be touched at all. */
  readonly touches: boolean;
  readonly calibrated: boolean;
}

/** What the model itself may be off by, 1 sigma: turn, weight, thrust and limb (own choice). */
const MODEL_U_M = { hands: 0.04, kicks: 0.05 } as const;
/** What is left of it once the student's own touch, or own kick, has been taped (own choice). */
const CALIBRATED_MODEL_U_M = { hands: 0.012, kicks: 0.018 } as const;
const TOUCH_TAPE_U_M = 0.01;
/** Gloves add 3 to 5 cm to a hand, evenly spread (from memory). */
export const GLOVE = { valueM: 0.04, uM: 0.01 / Math.sqrt(3) } as const;

/** The extended lead hand that feels for the distance: a jab with no weight after it. */
export const TOUCH: Strike = {
  ...strikeOf('jab'),
  name: 'Lead-hand touch',
  weightOnLead: 0.5,
  turnDeg: 45,
};

/** Hands and elbows are calibrated by a touch of the lead hand, legs and knees by one of the lead push kick. */
const familyOf = ({ limb }: Strike): keyof typeof MODEL_U_M =>
  limb === 'hand' || limb === 'elbow' ? 'hands' : 'kicks';

/** The trunk turns so far from where the stance has it until the rear side is through (own choice). */
const TRUNK_TURNS_DEG = 90;

/** How far the side that strikes is ahead of square when it lands, degrees: from the stance angle. */
export function turnReachedDeg({ stance }: Striker, { side, turnDeg, keepsBlade }: Strike): number {
  const bladeDeg = 90 - stance.stanceAngleDeg;
  if (side === 'lead') return keepsBlade ? Math.max(turnDeg, bladeDeg) : turnDeg;
  return Math.min(turnDeg, TRUNK_TURNS_DEG - bladeDeg);
}

/** Contact distance of a strike of one student against a part of a target. Source: docs/reach.md. */
export function contactOf(striker: Striker, id: StrikeId, target: TargetKind): Contact {
  return contactWith(striker, strikeOf(id), target);
}

export function contactWith(striker: Striker, strike: Strike, target: TargetKind): Contact {
  const plain = evaluate(striker, strike, target, valuesOf(striker.lengths));
  const family = familyOf(strike);
  const taped = tapedOf(striker, family);
  const { targetAheadM, gloveM } = plain.terms;
  // A touch is taped with the bare hand.
  const own = plain.gapM - targetAheadM - gloveM;
  const scale = taped && taped.tapedM / taped.modelM;
  return {
    strike,
    gapM: scale === null ? plain.gapM : scale * own + targetAheadM + gloveM,
    uM: Math.hypot(
      taped ? (TOUCH_TAPE_U_M * own) / taped.modelM : bodyU(striker, strike, target),
      (taped ? CALIBRATED_MODEL_U_M : MODEL_U_M)[family],
      target.ahead?.uM ?? 0,
      gloveM > 0 ? GLOVE.uM : 0,
    ),
    terms: plain.terms,
    window: plain.window,
    touches: plain.touches,
    calibrated: scale !== null,
  };
}

interface Evaluated {
  readonly gapM: number;
  readonly terms: ReachTerms;
  readonly window: Contact['window'];
  readonly touches: boolean;
}

function evaluate(striker: Striker, strike: Strike, target: TargetKind, lengths: LengthValues): Evaluated {
  const { stance } = striker;
  const isHand = strike.limb === 'hand' || strike.limb === 'elbow';
  const hipM = (strike.weightOnLead - 0.5) * stance.lengthM + strike.thrust * lengths.stature;
  const halfM = (isHand ? lengths.shoulderJoints : lengths.hipJoints) / 2;
  const turnM = halfM * Math.sin(radians(turnReachedDeg(striker, strike)));
  const jointHeightM = (isHand ? lengths.shoulderHeight : lengths.hipHeight) - bentM(striker);
  const { limb, usual } = strike;
  const { aheadM, heightM } = targetAhead(target, { limb, usual, jointHeightM });
  const dropM = heightM - jointHeightM;
  const level = (lengthM: number): number => Math.sqrt(Math.max(0, lengthM * lengthM - dropM * dropM));
  const limbLengthM = strike.limbShare * limbOf(strike, lengths);
  const limbM = level(limbLengthM);
  const gloveM = striker.gloves && limb === 'hand' ? GLOVE.valueM : 0;
  const base = hipM + turnM + aheadM;
  const footEnd = strike.limbShare * (LEG_SHARE * lengths.hipHeight + 0.5 * lengths.foot);
  return {
    gapM: base + limbM + gloveM,
    terms: {
      hipM,
      turnM,
      limbM,
      heightLossM: limbLengthM - limbM,
      gloveM,
      targetAheadM: aheadM,
      jointHeightM,
      targetHeightM: heightM,
      limbLengthM,
    },
    window:
      strike.limb === 'round-kick'
        ? {
            kneeM: base + level(THIGH_SHARE * lengths.hipHeight),
            shinM: base + limbM,
            footM: base + level(footEnd),
          }
        : null,
    touches: Math.abs(dropM) < limbLengthM,
  };
}

/** Length of what reaches: knuckles, elbow, sole, knee, or the ankle end of the shin. */
function limbOf({ limb }: Strike, lengths: LengthValues): number {
  switch (limb) {
    case 'hand':
      return lengths.arm;
    case 'elbow':
      return UPPER_ARM_SHARE * lengths.arm;
    case 'knee':
      return THIGH_SHARE * lengths.hipHeight;
    case 'leg':
      return lengths.hipHeight;
    case 'round-kick':
      return LEG_SHARE * lengths.hipHeight;
  }
}

/**
 * The lengths that a strike depends on; the others would only be moved in vain. Thigh, shank and height of the
 * hip come from one length, and so do the arm and its upper part: they move together.
 */
const DEPENDS_ON: Readonly<Record<Strike['limb'], readonly ReachLength[]>> = {
  hand: ['arm', 'shoulderJoints', 'shoulderHeight'],
  elbow: ['arm', 'shoulderJoints', 'shoulderHeight'],
  knee: ['hipHeight', 'hipJoints'],
  leg: ['hipHeight', 'hipJoints'],
  'round-kick': ['hipHeight', 'hipJoints'],
};

/** Uncertainty of a contact distance from the body alone, metres, 1 sigma. */
function bodyU(striker: Striker, strike: Strike, target: TargetKind): number {
  const { lengths } = striker;
  const values = valuesOf(lengths);
  return propagate(
    DEPENDS_ON[strike.limb].map((name) => ({ valueM: lengths[name].valueM, uM: lengths[name].uM })),
    (moved) => {
      const changed = { ...values };
      DEPENDS_ON[strike.limb].forEach((name, i) => {
        changed[name] = moved[i]!;
      });
      return evaluate(striker, strike, target, changed).gapM;
    },
  );
}

/** Nodes of the three-point Gauss-Hermite rule in standard uncertainties, with their weights. */
const NODES = [
  [-Math.sqrt(3), 1 / 6],
  [0, 2 / 3],
  [Math.sqrt(3), 1 / 6],
] as const;

/**
 * Standard uncertainty of a model of independent normal inputs, by its values at three points an input and all
 * their pairs: exact where it is a polynomial of the second degree, as near as a hundredth where it bends more.
 * Where the model is straight it is the law of propagation (JCGM 100, 5.1.2).
 */
export function propagate(
  inputs: readonly { readonly valueM: number; readonly uM: number }[],
  of: (values: readonly number[]) => number,
): number {
  const values = inputs.map(({ valueM }) => valueM);
  const here = of(values);
  let [mean, square] = [0, 0];
  const visit = (i: number, weight: number): void => {
    const input = inputs[i];
    if (!input) {
      const off = of(values) - here;
      mean += weight * off;
      square += weight * off * off;
      return;
    }
    for (const [node, own] of NODES) {
      values[i] = input.valueM + node * input.uM;
      visit(i + 1, weight * own);
    }
    values[i] = input.valueM;
  };
  visit(0, 1);
  return Math.sqrt(Math.max(0, square - mean * mean));
}

/** What the model says of the lead-hand touch on a bag, before any calibration. */
export const touchModelM = (striker: Striker): number =>
  evaluate({ ...striker, gloves: false }, TOUCH, bagTarget(striker, 'head'), valuesOf(striker.lengths)).gapM;

/** What the model says of the lead push kick on a bag, before any calibration. */
export const kickModelM = (striker: Striker): number =>
  evaluate(striker, strikeOf('lead-push-kick'), bagTarget(striker, 'body'), valuesOf(striker.lengths)).gapM;

/** The one distance that was taped for a family of strikes, with what the model says of it; null when none was. */
function tapedOf(striker: Striker, family: keyof typeof MODEL_U_M) {
  const { leadTouchM, leadKickM } = striker.student.lengths;
  const tapedM = family === 'hands' ? leadTouchM : leadKickM;
  if (tapedM === undefined) return null;
  return { tapedM, modelM: family === 'hands' ? touchModelM(striker) : kickModelM(striker) };
}

/** How much further this student's hands reach than the model says; null when it was not taped. */
export function touchScale(striker: Striker): number | null {
  const taped = tapedOf(striker, 'hands');
  return taped && taped.tapedM / taped.modelM;
}

/** Distance a tape measures on the floor: lead toe to lead toe, or lead toe to the surface. */
export function toeGapM(gapM: number, striker: Striker, partner: Striker | null): number {
  const ahead = (one: Striker): number => {
    const { stance, lengths } = one;
    const toe = (1 - 0.73) * lengths.foot.valueM * Math.cos(radians(stance.school.leadToeOutDeg));
    return stance.lengthM / 2 + toe;
  };
  return gapM - ahead(striker) - (partner ? ahead(partner) : 0);
}

/** The target part that a strike is told against when it is not named. */
export const usualPart = (id: StrikeId): TargetPart => strikeOf(id).usual;

/** Where the body of a partner is whom nobody measured, beside one as big as the student, 1 sigma, metres (own choice). */
const UNKNOWN_PARTNER_U_M = 0.05;

/**
 * Furthest contact of each strike of a student against its usual part: of a bag at its height, or of a partner's body,
 * that one's feet being where the gap is measured to; null for a strike that is not known.
 */
export function reachAgainst(
  student: StudentFit,
  partner: StudentFit | 'as big' | null = null,
): (strike: string) => Pick<Contact, 'gapM' | 'uM'> | null {
  let striker: Striker | null = null;
  let other: Striker | null = null;
  return (name) => {
    const strike = STRIKES.find(({ id }) => id === name);
    if (!strike) return null;
    striker ??= strikerOf(student);
    if (partner === null) return contactWith(striker, strike, bagTarget(striker, strike.usual));
    other ??= partner === 'as big' ? striker : strikerOf(partner);
    const { gapM, uM } = contactWith(striker, strike, partnerTarget(other, strike.usual));
    return { gapM, uM: partner === 'as big' ? Math.hypot(uM, UNKNOWN_PARTNER_U_M) : uM };
  };
}
