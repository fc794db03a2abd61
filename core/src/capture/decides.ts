import { expand, type Footwork, type PlannedDrill } from '../pattern/index.ts';
import { FAULT_NAMES, FAULTS, type FaultName } from '../rules/index.ts';
import { canHave, MADE_FAULTS, type MadeFault } from '../sim/index.ts';
import type { Track } from '../track/index.ts';

/** What a gym may have at hand. */
export const CAPTURE_WAYS = ['phone', 'tape', 'eyes', 'tracker'] as const;
export type CaptureWay = (typeof CAPTURE_WAYS)[number];

/** What a fault is seen in. */
export type Need =
  /** Where the feet stand, at some moves or at all of them. */
  | 'stands'
  | 'every landing'
  | 'steps'
  | 'landing times'
  | 'lift times'
  /** What a foot does between two landings. */
  | 'flight'
  | 'headings'
  | 'heights'
  | 'the target'
  | 'strikes'
  /** A number: an eye only sees that something happened. */
  | 'a measure';

/** How a need is called to a coach. */
export const NEED_WORDS: Readonly<Record<Need, string>> = {
  stands: 'where the feet stand',
  'every landing': 'every landing of the drill',
  steps: 'how far each foot went',
  'landing times': 'when the feet landed',
  'lift times': 'when the feet left the floor',
  flight: 'what the feet do between two landings',
  headings: 'which way the feet point',
  heights: 'how high the feet are',
  'the target': 'where the target was',
  strikes: 'when the strikes touched',
  'a measure': 'a measurement',
};

/** Every rule, by what has to be seen for it. */
const NEEDS: Readonly<Record<FaultName, readonly Need[]>> = {
  'wrong-count': ['every landing'],
  'missed-move': ['every landing'],
  'extra-move': ['every landing'],
  'cone-touched': ['stands'],
  'off-floor': ['stands'],
  'feet-crossed': ['flight'],
  'wrong-foot-first': ['lift times'],
  'wrong-direction': ['steps'],
  'feet-together': ['flight'],
  'foot-not-following': ['steps'],
  'step-too-long': ['steps'],
  'step-over': ['steps'],
  'step-short': ['steps'],
  overstretched: ['stands'],
  'stance-not-restored': ['stands'],
  'half-exit': ['stands'],
  'wrong-return': ['stands'],
  'not-mirrored': ['stands'],
  'centre-drift': ['stands'],
  'pivot-short': ['headings'],
  'pivot-over': ['headings'],
  'pivot-radius': ['steps'],
  'ball-drift': ['flight'],
  'no-pivot': ['headings'],
  'wrong-side-of-cone': ['every landing'],
  'in-their-line': ['the target'],
  'unplanned-switch': ['stands'],
  'not-facing': ['headings'],
  'strike-early': ['strikes'],
  'strike-late': ['strikes'],
  'strike-out-of-reach': ['strikes'],
  'off-balance': ['flight'],
  'off-beat': ['landing times'],
  'off-the-ground': ['heights'],
  'out-of-band': ['stands'],
  drift: ['every landing'],
  narrowed: ['flight'],
};

const OF_LANDINGS: readonly Need[] = ['stands', 'every landing', 'steps', 'landing times'];

/** What an eye at the side of the mat sees happen, and can count (common practice, no published source). */
export const SEEN_BY_EYE: readonly FaultName[] = [
  'feet-crossed',
  'feet-together',
  'wrong-foot-first',
  'step-too-long',
  'stance-not-restored',
  'overstretched',
  'half-exit',
  'in-their-line',
  'not-facing',
  'off-beat',
  'out-of-band',
];

/** What a way of recording shows when it is done well: a phone with the toes marked, a tracker with all of its columns. */
const SHOWS: Readonly<Record<Exclude<CaptureWay, 'eyes'>, ReadonlySet<Need>>> = {
  phone: new Set([...OF_LANDINGS, 'headings', 'lift times']),
  tape: new Set<Need>(['stands', 'steps']),
  tracker: new Set([...OF_LANDINGS, 'lift times', 'flight', 'headings', 'heights', 'the target', 'strikes']),
};

/** What a track that was recorded shows. */
export function shownBy(track: Track): ReadonlySet<Need> {
  const has = (is: boolean, need: Need): Need[] => (is ? [need] : []);
  const { landings, left, right, target, targetLeft, strikes } = track;
  return new Set([
    ...OF_LANDINGS,
    ...has(!landings || landings.every(({ liftS }, i) => liftS !== null || i < 2), 'lift times'),
    ...has(!landings, 'flight'),
    ...has(left.headingDeg !== null && right.headingDeg !== null, 'headings'),
    ...has(left.z !== null && right.z !== null, 'heights'),
    ...has(target !== null || targetLeft !== null, 'the target'),
    ...has(strikes.length > 0, 'strikes'),
  ]);
}

/** What can go wrong in a drill, told and not told, with what is missing for it. */
export interface Decisions {
  readonly can: readonly FaultName[];
  readonly cannot: readonly { readonly fault: FaultName; readonly lacks: Need }[];
}

const isMade = (fault: FaultName): fault is MadeFault => MADE_FAULTS.some((made) => made === fault);

/** Faults that can happen in a drill at all. Notes that nobody fails for are left out. */
function possible({ moves }: Footwork): FaultName[] {
  const hasStrikes = moves.some(({ strikes }) => strikes.length > 0);
  return FAULT_NAMES.filter((fault) => {
    if ('isNote' in FAULTS[fault]) return false;
    if (NEEDS[fault].includes('strikes')) return hasStrikes;
    return isMade(fault) ? moves.some((move) => canHave(fault, move)) : true;
  });
}

function decidedBy(faults: readonly FaultName[], shows: ReadonlySet<Need>): Decisions {
  const lacking = (fault: FaultName): Need | undefined => NEEDS[fault].find((need) => !shows.has(need));
  return {
    can: faults.filter((fault) => lacking(fault) === undefined),
    cannot: faults.flatMap((fault) => {
      const lacks = lacking(fault);
      return lacks === undefined ? [] : [{ fault, lacks }];
    }),
  };
}

/**
 * What a way of recording can decide of a drill, before anything is recorded. By eye it is decided how often a fault is
 * seen, four of them at a time, and nothing is measured.
 */
export function decisionsOf(drill: PlannedDrill, way: CaptureWay): Decisions {
  const faults = possible(expand(drill));
  if (way !== 'eyes') return decidedBy(faults, SHOWS[way]);
  const isSeen = (fault: FaultName): boolean => SEEN_BY_EYE.includes(fault);
  return {
    can: faults.filter(isSeen),
    cannot: faults.filter((fault) => !isSeen(fault)).map((fault) => ({ fault, lacks: 'a measure' })),
  };
}

/** What this recording can decide of a drill. */
export const decisionsFrom = (drill: PlannedDrill, track: Track): Decisions =>
  decidedBy(possible(expand(drill)), shownBy(track));
