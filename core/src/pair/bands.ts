import { FITS_FROM, type StrikeId } from '../range/index.ts';
import { contactsOf, furthest, halfStepM, hitsOf, type PairContact, type Two } from './contacts.ts';
import type { Span } from './window.ts';

/** Sets of strikes, from far to near; they may overlap, and are no division of the gap. */
export const BAND_SETS = [
  ['kicks', ['lead-push-kick', 'rear-push-kick', 'rear-round-kick-body', 'rear-round-kick-thigh']],
  ['long', ['jab', 'cross']],
  ['pocket', ['lead-hook', 'rear-hook', 'lead-uppercut', 'rear-uppercut']],
  ['close', ['lead-elbow', 'rear-elbow', 'lead-knee']],
  ['rear knee', ['rear-knee']],
] as const satisfies readonly (readonly [string, readonly StrikeId[]])[];
export type PairBandName = 'one step' | (typeof BAND_SETS)[number][0];

/** One band on the gap axis: from where the last of its strikes still fits, to the furthest contact of the set. */
export interface PairBand extends Span {
  readonly name: PairBandName;
  /** The contact that makes the far edge. */
  readonly by: PairContact;
}

/** The bands of the first against the second; a set of which nothing touches has none. */
export function bandsAgainst(two: Two): PairBand[] {
  const all = contactsOf(two).filter(({ contact }) => contact.touches);
  const bands = BAND_SETS.flatMap(([name, ids]): PairBand[] => {
    const own = all.filter(
      ({ contact, part }) => ids.some((id) => id === contact.strike.id) && part === contact.strike.usual,
    );
    const [first, ...others] = own;
    if (!first) return [];
    const by = others.reduce((a, b) => (b.contact.gapM > a.contact.gapM ? b : a), first);
    const near = Math.min(...own.map(({ contact: { gapM, terms } }) => gapM - (1 - FITS_FROM) * terms.limbM));
    return [{ name, by, fromM: Math.max(0, near), toM: by.contact.gapM }];
  });
  const longest = furthest(hitsOf(two));
  return longest
    ? [
        {
          name: 'one step',
          by: longest,
          fromM: longest.contact.gapM,
          toM: longest.contact.gapM + halfStepM(two.mine),
        },
        ...bands,
      ]
    : bands;
}
