import {
  bagTarget,
  contactOf,
  FITS_FROM,
  STRIKES,
  type StrikeId,
  type Striker,
  type TargetPart,
} from '../range/index.ts';
import { contactsOf, furthest, halfStepM, type PairContact, type Two } from './contacts.ts';
import type { Span } from './window.ts';

/** Sets of strikes, from far to near; they may overlap, and are no division of the gap. */
export const BAND_SETS = [
  ['kicks', ['lead-push-kick', 'rear-push-kick', 'rear-round-kick-body', 'rear-round-kick-thigh']],
  ['long', ['jab', 'cross']],
  ['pocket', ['lead-hook', 'rear-hook', 'lead-uppercut', 'rear-uppercut']],
  ['close', ['lead-elbow', 'rear-elbow', 'lead-knee']],
  ['rear knee', ['rear-knee']],
] as const satisfies readonly (readonly [string, readonly StrikeId[]])[];
export type PairBandName = 'one step' | (typeof BAND_SETS)[number][0] | 'outside' | 'the pocket' | 'it lands';

/** One band on the gap axis: from where the last of its strikes still fits, to the furthest contact of the set. */
export interface PairBand extends Span {
  readonly name: PairBandName;
  /** The contact that makes the far edge. */
  readonly by: PairContact;
}

/** Every strike of a student against a bag, or a pad, at the height where each usually lands. */
export const contactsOn = (striker: Striker, kind: 'bag' | 'pad'): PairContact[] =>
  STRIKES.map(({ id, usual }) => ({
    part: usual,
    contact: contactOf(striker, id, kind === 'bag' ? bagTarget(striker, usual) : { kind }),
  }));

const isHit = ({ part }: { readonly part: TargetPart }): boolean => part !== 'guard';

/** The bands that some contacts make; a set of which nothing touches has none. */
export function bandsFrom(striker: Striker, contacts: readonly PairContact[]): PairBand[] {
  const all = contacts.filter(({ contact }) => contact.touches);
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
  const longest = furthest(all.filter(isHit));
  if (!longest) return bands;
  const { gapM } = longest.contact;
  return [{ name: 'one step', by: longest, fromM: gapM, toM: gapM + halfStepM(striker) }, ...bands];
}

/** The bands of the first against the second. */
export const bandsAgainst = (two: Two): PairBand[] => bandsFrom(two.mine, contactsOf(two));

/** How a school looks at the bands: all of them, outside - pocket - close, or only whether anything can land. */
export const BAND_VIEWS = ['all', 'three', 'one'] as const;
export type BandView = (typeof BAND_VIEWS)[number];

/** The same edges as another school counts them. */
export function bandsAs(view: BandView, bands: readonly PairBand[]): PairBand[] {
  if (view === 'all') return [...bands];
  const named = (...names: readonly PairBandName[]): PairBand[] =>
    bands.filter(({ name }) => names.includes(name));
  const whole = (name: PairBandName, own: readonly PairBand[], fromM?: number): PairBand[] => {
    const [first, ...others] = own;
    if (!first) return [];
    const far = others.reduce((a, b) => (b.toM > a.toM ? b : a), first);
    return [{ name, by: far.by, fromM: fromM ?? Math.min(...own.map((one) => one.fromM)), toM: far.toM }];
  };
  if (view === 'one')
    return named('one step').map(({ by, fromM }) => ({ name: 'it lands', by, fromM: 0, toM: fromM }));
  const pocket = whole('the pocket', named('long', 'pocket'));
  const outside = named('one step').map((one) => ({
    ...one,
    name: 'outside' as const,
    fromM: pocket[0]?.toM ?? one.fromM,
  }));
  return [...outside, ...pocket, ...whole('close', named('close', 'rear knee'), 0)];
}
