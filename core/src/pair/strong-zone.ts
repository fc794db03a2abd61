import { radians, type Point } from '../geometry/index.ts';
import { bentM, type StrikeId } from '../range/index.ts';
import { contactsOf, exchanged, halfStepM, type PairContact, type Two } from './contacts.ts';
import type { Span } from './window.ts';

/** A straight punch carries from this share of the arm's extension on (own choice). */
const STRONG_FROM = 0.75;
/** So far to either side of where they face a straight punch still goes, degrees (own choice). */
export const STRAIGHT_CONE_DEG = 25;
/** A head goes so far aside in a slip, and the knees so far down in a change of level, as a share of stature (own choice). */
export const SLIP_M = 0.2;
export const LEVEL_SHARE = 0.1;
/** A fist and half a head: so far beside its line a straight punch goes past (own choice). */
export const PAST_M = 0.14;
/** A fist is so high to either side of its middle. */
export const FIST_M = 0.05;

const STRAIGHT: readonly StrikeId[] = ['jab', 'cross'];

/** Where a straight punch of theirs carries its weight, against one part of me: gaps, and as wide as its cone. */
export interface StrongZone extends Span {
  readonly strike: StrikeId;
  readonly part: 'head' | 'body';
  readonly depthM: number;
  /** Expanded uncertainty of its far edge. */
  readonly expandedU: number;
  readonly heightM: number;
  /** Whether each of these leaves it, from its middle: to be sure, not, or not to be told. */
  readonly leaves: {
    /** One clean half step straight back, or to the side; in, to where it is smothered. */
    readonly back: boolean;
    readonly aside: boolean;
    readonly inside: boolean;
    /** The head goes aside, or under it. A body cannot be slipped. */
    readonly slip: boolean;
    readonly level: boolean;
  };
}

const levelM = (lengthM: number, dropM: number): number =>
  Math.sqrt(Math.max(0, lengthM * lengthM - dropM * dropM));

function zoneOf({ mine }: Two, { contact, part }: PairContact, part_: 'head' | 'body'): StrongZone {
  const { terms, gapM, uM, strike } = contact;
  const dropM = terms.targetHeightM - terms.jointHeightM;
  const fromM = gapM - (terms.limbM - levelM(STRONG_FROM * terms.limbLengthM, dropM));
  const expandedU = 2 * uM;
  const middleM = (fromM + gapM) / 2;
  const stepM = halfStepM(mine);
  const asideDeg = (Math.atan2(stepM, middleM) * 180) / Math.PI;
  // The top of the part after the knees bend, against the under side of the fist.
  const crownM = mine.lengths.stature.valueM - bentM(mine) - LEVEL_SHARE * mine.lengths.stature.valueM;
  return {
    strike: strike.id,
    part: part_,
    fromM,
    toM: gapM,
    depthM: gapM - fromM,
    expandedU,
    heightM: terms.targetHeightM,
    leaves: {
      back: middleM + stepM > gapM + expandedU,
      aside: asideDeg > STRAIGHT_CONE_DEG || Math.hypot(middleM, stepM) > gapM + expandedU,
      inside: middleM - stepM < fromM - expandedU,
      slip: part === 'head' && SLIP_M > PAST_M,
      level: part === 'head' && crownM < terms.targetHeightM - FIST_M,
    },
  };
}

/** The strips in front of the partner in which their straight punches are strong, at head and at body height. */
export function strongZones(two: Two): StrongZone[] {
  return contactsOf(exchanged(two)).flatMap((one): StrongZone[] => {
    const { contact, part } = one;
    const isStraight = STRAIGHT.some((id) => id === contact.strike.id);
    return isStraight && contact.touches && (part === 'head' || part === 'body')
      ? [zoneOf(two, one, part)]
      : [];
  });
}

/** The strip as an outline about the partner, who stands at the origin and faces up. */
export function zoneOutline({ fromM, toM }: Span, pieces = 12): Point[] {
  const at = (m: number, share: number): Point => {
    const a = radians(STRAIGHT_CONE_DEG) * (2 * share - 1);
    return { x: m * Math.sin(a), y: m * Math.cos(a) };
  };
  const shares = Array.from({ length: pieces + 1 }, (_, i) => i / pieces);
  return [...shares.map((share) => at(toM, share)), ...shares.toReversed().map((share) => at(fromM, share))];
}
