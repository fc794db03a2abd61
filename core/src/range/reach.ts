import type { StudentFit } from '../body/index.ts';
import { radians } from '../geometry/index.ts';
import { strikerOf, valuesOf, type LengthValues, type ReachLength, type Striker } from './reach-body.ts';
import { STRIKES, strikeOf, type Strike, type StrikeId, type TargetPart } from './strikes.ts';
import { bagTarget, targetAhead, type TargetKind } from './target-parts.ts';

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

/** What the model itself may be off by, 1 sigma: shares of turn, weight and limb (own choice). */
const MODEL_U_M = 0.025;
/** What is left of it for hand strikes once the student's own touch has been taped (own choice). */
const CALIBRATED_MODEL_U_M = 0.012;
const TOUCH_TAPE_U_M = 0.01;

/** The extended lead hand that feels for the distance: a jab with no weight after it. */
export const TOUCH: Strike = {
  ...strikeOf('jab'),
  name: 'Lead-hand touch',
  weightOnLead: 0.5,
  turnShare: 0.7,
};

/** Contact distance of a strike of one student against a part of a target. Source: docs/reach.md. */
export function contactOf(striker: Striker, id: StrikeId, target: TargetKind): Contact {
  return contactWith(striker, strikeOf(id), target);
}

export function contactWith(striker: Striker, strike: Strike, target: TargetKind): Contact {
  const plain = evaluate(striker, strike, target, valuesOf(striker.lengths));
  const scale = strike.limb === 'hand' ? touchScale(striker) : null;
  const own = plain.gapM - plain.terms.targetAheadM;
  const gapM = scale === null ? plain.gapM : scale * own + plain.terms.targetAheadM;
  return {
    strike,
    gapM,
    uM: Math.hypot(
      scale === null ? bodyU(striker, strike, target) : (TOUCH_TAPE_U_M * own) / touchModelM(striker),
      scale === null ? MODEL_U_M : CALIBRATED_MODEL_U_M,
      target.ahead?.uM ?? 0,
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
  const hipM = (strike.weightOnLead - 0.5) * stance.lengthM;
  const turnM = strike.turnShare * (isHand ? lengths.shoulderWidth : lengths.hipWidth) * 0.5;
  const jointHeightM = stance.school.heightShare * (isHand ? lengths.shoulderHeight : lengths.hipHeight);
  const { aheadM, heightM } = targetAhead(target, isHand ? 'hand' : 'leg', strike.usual);
  const dropM = heightM - jointHeightM;
  const level = (lengthM: number): number => Math.sqrt(Math.max(0, lengthM * lengthM - dropM * dropM));
  const limbLengthM = strike.limbShare * limbOf(strike, lengths);
  const limbM = level(limbLengthM);
  const base = hipM + turnM + aheadM;
  const footEnd = strike.limbShare * (lengths.thigh + lengths.shank + 0.5 * lengths.foot);
  return {
    gapM: base + limbM,
    terms: {
      hipM,
      turnM,
      limbM,
      heightLossM: limbLengthM - limbM,
      targetAheadM: aheadM,
      jointHeightM,
      targetHeightM: heightM,
      limbLengthM,
    },
    window:
      strike.limb === 'round-kick'
        ? { kneeM: base + level(lengths.thigh), shinM: base + limbM, footM: base + level(footEnd) }
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
      return lengths.upperArm;
    case 'knee':
      return lengths.thigh;
    case 'leg':
      return lengths.hipHeight;
    case 'round-kick':
      return lengths.thigh + lengths.shank;
  }
}

/** The lengths that a strike depends on; the others would only be moved in vain. */
const DEPENDS_ON: Readonly<Record<Strike['limb'], readonly ReachLength[]>> = {
  hand: ['arm', 'shoulderWidth', 'shoulderHeight'],
  elbow: ['upperArm', 'shoulderWidth', 'shoulderHeight'],
  knee: ['thigh', 'hipWidth', 'hipHeight'],
  leg: ['hipHeight', 'hipWidth'],
  'round-kick': ['thigh', 'shank', 'hipWidth', 'hipHeight'],
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

/**
 * First-order propagation with uncorrelated inputs: each is moved by its own standard uncertainty and
 * half the difference of both sides is taken as c u (JCGM 100, 5.1.2 and 5.1.3 note 2).
 */
export function propagate(
  inputs: readonly { readonly valueM: number; readonly uM: number }[],
  of: (values: readonly number[]) => number,
): number {
  const values = inputs.map(({ valueM }) => valueM);
  let sum = 0;
  inputs.forEach(({ valueM, uM }, i) => {
    values[i] = valueM + uM;
    const up = of(values);
    values[i] = valueM - uM;
    const down = of(values);
    values[i] = valueM;
    sum += ((up - down) / 2) ** 2;
  });
  return Math.sqrt(sum);
}

/** What the model says of the lead-hand touch on a bag, before any calibration. */
export const touchModelM = (striker: Striker): number =>
  evaluate(striker, TOUCH, bagTarget(striker, 'head'), valuesOf(striker.lengths)).gapM;

/** How much further this student's hands reach than the model says; null when it was not taped. */
export function touchScale(striker: Striker): number | null {
  const taped = striker.student.lengths.leadTouchM;
  return taped === undefined ? null : taped / touchModelM(striker);
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

/** Furthest contact of each strike of a student against a bag at its usual height; null for one that is not known. */
export function reachAgainst(student: StudentFit): (strike: string) => Pick<Contact, 'gapM' | 'uM'> | null {
  let striker: Striker | null = null;
  return (name) => {
    const strike = STRIKES.find(({ id }) => id === name);
    if (!strike) return null;
    striker ??= strikerOf(student);
    return contactWith(striker, strike, bagTarget(striker, strike.usual));
  };
}
