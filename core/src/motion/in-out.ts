import { partPlace, strikeTiming, type StrikeId, type TargetPart } from '../range/index.ts';
import {
  exchanged,
  furthest,
  halfStepM,
  hitsOf,
  REACT_S,
  STEP_S,
  usualHit,
  type PairContact,
  type Two,
} from '../pair/index.ts';

/** What has to be out: the parts of the body, and both feet. */
export const CLEAR_PARTS = ['head', 'body', 'thigh', 'feet'] as const;
export type ClearPart = (typeof CLEAR_PARTS)[number];

/** Where a part of me is out: further than their longest answer to it, their half step and what both may be off by. */
export interface Clear {
  readonly part: ClearPart;
  /** The gap from which on it is out, metres. */
  readonly fromM: number;
  /** What answers furthest. */
  readonly by: PairContact;
  readonly isOut: boolean;
}

/** A strike on the landing that it rides on: the so manieth half step in, counted from 1; 0 from where one stood. */
export interface Lands {
  readonly strike: StrikeId;
  readonly part: TargetPart;
  readonly landing: number;
  readonly gapM: number;
}

export interface InOut {
  /** Where it begins and ends: everything is out. */
  readonly outM: number;
  /** Where the last strike lands. */
  readonly inM: number;
  readonly stepM: number;
  readonly stepsIn: number;
  readonly lands: readonly Lands[];
  readonly stepsOut: number;
  readonly returns: number;
  readonly clear: readonly Clear[];
  /** Seconds from the first strike until everything is out, and what they need to answer. */
  readonly outS: number;
  readonly answerS: number;
  /** What still reaches, after how many more half steps, if they go back by one of theirs; null: none of it does. */
  readonly ifTheyBackUp: readonly { readonly strike: StrikeId; readonly steps: number }[];
}

/** Where each part of the first is out of everything the second has. */
export function clearFrom(two: Two): Omit<Clear, 'isOut'>[] {
  const against = hitsOf(exchanged(two)).filter(({ contact }) => contact.touches);
  const { mine, theirs } = two;
  return CLEAR_PARTS.flatMap((part) => {
    const own = against.filter((one) => one.part === (part === 'feet' ? 'thigh' : part));
    const by = furthest(own);
    if (!by) return [];
    // A foot is swept at the height of the leg, and stands ahead of the thigh.
    const aheadM = part === 'feet' ? mine.stance.lengthM / 2 - partPlace(mine, 'thigh').aheadM : 0;
    return [
      { part, by, fromM: by.contact.gapM + Math.max(0, aheadM) + halfStepM(theirs) + 2 * by.contact.uM },
    ];
  });
}

/**
 * In by half steps until each wanted strike reaches, on which landing each rides, and out until head, trunk, thigh and
 * both feet are beyond their longest answer. Null where a wanted strike touches nothing.
 */
export function inOut(two: Two, strikes: readonly StrikeId[], returns: number): InOut | null {
  const clear = clearFrom(two);
  const outM = Math.max(...clear.map(({ fromM }) => fromM));
  const stepM = halfStepM(two.mine);
  const wanted = strikes.map((id) => usualHit(two, id));
  if (wanted.length === 0 || !wanted.every((one) => one !== undefined)) return null;
  let landing = 0;
  const lands = wanted.map(({ part, contact }): Lands => {
    landing = Math.max(landing, Math.ceil((outM - contact.gapM) / stepM - 1e-9));
    return { strike: contact.strike.id, part, landing, gapM: outM - landing * stepM };
  });
  const inM = outM - landing * stepM;
  const stepsOut = Math.ceil((outM - inM) / stepM - 1e-9);
  const theirsM = halfStepM(two.theirs);
  const fastestS = Math.min(
    ...hitsOf(exchanged(two)).map(({ contact }) => strikeTiming(contact.strike.id).contactS),
  );
  return {
    outM,
    inM,
    stepM,
    stepsIn: landing,
    lands,
    stepsOut,
    returns,
    clear: clear.map((one) => ({ ...one, isOut: inM + stepsOut * stepM >= one.fromM - 1e-9 })),
    outS: lands.reduce((sum, { strike }) => sum + strikeTiming(strike).contactS, 0) + stepsOut * STEP_S,
    answerS: REACT_S + STEP_S + fastestS,
    ifTheyBackUp: wanted.map(({ contact }) => ({
      strike: contact.strike.id,
      steps: Math.max(0, Math.ceil((inM + theirsM - contact.gapM) / stepM - 1e-9)),
    })),
  };
}
