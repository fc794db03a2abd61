import { longestStepM } from '../body/index.ts';
import { atMost, type Verdict } from '../measure/index.ts';
import {
  contactOf,
  partnerTarget,
  STRIKES,
  type Contact,
  type Strike,
  type StrikeId,
  type Striker,
  type TargetPart,
} from '../range/index.ts';

/** Two people who face each other. */
export interface Two {
  readonly mine: Striker;
  readonly theirs: Striker;
}

/** The same two, seen from the other side. */
export const exchanged = ({ mine, theirs }: Two): Two => ({ mine: theirs, theirs: mine });

/** What a limb is thrown at; a round kick has its own height in its name. */
const PARTS: Readonly<Record<Strike['limb'], readonly TargetPart[]>> = {
  hand: ['guard', 'head', 'body'],
  elbow: ['head'],
  leg: ['body', 'thigh'],
  knee: ['body', 'thigh'],
  'round-kick': [],
};
const partsOf = ({ limb, usual }: Strike): readonly TargetPart[] =>
  limb === 'round-kick' ? [usual] : PARTS[limb];

/** A strike of the one against a part of the other. */
export interface PairContact {
  readonly part: TargetPart;
  readonly contact: Contact;
}

/** Every strike of the first against every part of the second it is thrown at; what is too high or low too. */
export const contactsOf = ({ mine, theirs }: Two): PairContact[] =>
  STRIKES.flatMap((strike) =>
    partsOf(strike).map((part) => ({
      part,
      contact: contactOf(mine, strike.id, partnerTarget(theirs, part)),
    })),
  );

/** Those that hit somebody: a guard that is touched is no hit. */
export const hitsOf = (two: Two): PairContact[] => contactsOf(two).filter(({ part }) => part !== 'guard');

/** A strike against the part that it is usually thrown at, else against any that it touches; undefined where it touches nothing. */
export function usualHit(two: Two, id: StrikeId): PairContact | undefined {
  const own = hitsOf(two).filter(({ contact }) => contact.strike.id === id && contact.touches);
  return own.find(({ part, contact }) => part === contact.strike.usual) ?? own[0];
}

/** How far one clean half step carries straight ahead, metres. */
export const halfStepM = ({ stance }: Striker): number => longestStepM(stance, 0);

/** More half steps than this nobody counts. */
export const MOST_STEPS = 2;

/** Whether a strike reaches at a gap: now, after one clean half step, after two. */
export interface ReachAt {
  readonly steps: readonly Verdict[];
  /** Expanded uncertainty of the contact, metres. */
  readonly expandedU: number;
}

export function reachAt({ contact }: PairContact, striker: Striker, gapM: number): ReachAt {
  const expandedU = 2 * contact.uM;
  const stepM = halfStepM(striker);
  return {
    expandedU,
    steps: Array.from({ length: MOST_STEPS + 1 }, (_, steps) =>
      contact.touches ? atMost(gapM, contact.gapM + steps * stepM, expandedU) : 'not-met',
    ),
  };
}

/** The furthest of some contacts that can touch; null where none can. */
export function furthest(contacts: readonly PairContact[]): PairContact | null {
  const touching = contacts.filter(({ contact }) => contact.touches);
  return touching.reduce<PairContact | null>(
    (best, one) => (!best || one.contact.gapM > best.contact.gapM ? one : best),
    null,
  );
}
