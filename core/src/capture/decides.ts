import { expand, type Footwork, type PlannedDrill } from '../pattern/index.ts';
import { FAULT_NAMES, faultRow, type FaultName, type Need } from '../rules/index.ts';
import { canHave, MADE_FAULTS, type MadeFault } from '../sim/index.ts';
import { tellsOfStrikes, type Track } from '../track/index.ts';

/** What a gym may have at hand. */
export const CAPTURE_WAYS = ['phone', 'tape', 'eyes', 'tracker'] as const;
export type CaptureWay = (typeof CAPTURE_WAYS)[number];

const OF_LANDINGS: readonly Need[] = ['stands', 'every landing', 'steps', 'landing times'];

/** What an eye at the side of the mat sees happen, and can count. */
export const SEEN_BY_EYE: readonly FaultName[] = FAULT_NAMES.filter((fault) => faultRow(fault).byEye);

/** What a way of recording shows when it is done well: a phone with the toes marked, a tracker with all of its columns. */
const SHOWS: Readonly<Record<Exclude<CaptureWay, 'eyes'>, ReadonlySet<Need>>> = {
  phone: new Set([...OF_LANDINGS, 'headings', 'lift times']),
  tape: new Set<Need>(['stands', 'steps']),
  tracker: new Set([...OF_LANDINGS, 'lift times', 'flight', 'headings', 'heights', 'the target', 'strikes']),
};

/** What a track that was recorded shows. */
export function shownBy(track: Track): ReadonlySet<Need> {
  const has = (is: boolean, need: Need): Need[] => (is ? [need] : []);
  const { landings, left, right, target, targetLeft } = track;
  return new Set([
    ...OF_LANDINGS,
    ...has(!landings || landings.every(({ liftS }, i) => liftS !== null || i < 2), 'lift times'),
    ...has(!landings, 'flight'),
    ...has(left.headingDeg !== null && right.headingDeg !== null, 'headings'),
    ...has(left.z !== null && right.z !== null, 'heights'),
    ...has(target !== null || targetLeft !== null, 'the target'),
    ...has(tellsOfStrikes(track), 'strikes'),
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
    const { isNote, needs } = faultRow(fault);
    if (isNote) return false;
    if (needs.includes('strikes')) return hasStrikes;
    return isMade(fault) ? moves.some((move) => canHave(fault, move)) : true;
  });
}

function decidedBy(faults: readonly FaultName[], shows: ReadonlySet<Need>): Decisions {
  const lacking = (fault: FaultName): Need | undefined =>
    faultRow(fault).needs.find((need) => !shows.has(need));
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
