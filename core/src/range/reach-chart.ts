import { contactOf, toeGapM, type Contact } from './reach.ts';
import type { Striker } from './reach-body.ts';
import { STRIKES, type StrikeId, type TargetPart } from './strikes.ts';
import { bagTarget, partnerTarget, type TargetKind } from './target-parts.ts';

/** What all strikes are told against. */
export type ReachTarget =
  | { readonly kind: 'partner'; readonly partner: Striker; readonly part: TargetPart | null }
  | { readonly kind: 'bag'; readonly radiusM: number; readonly heightM: number | null }
  | { readonly kind: 'pad'; readonly heightM: number | null };

/** The usual bag: 36 cm thick, struck where the striker strikes. */
export const USUAL_BAG: ReachTarget = { kind: 'bag', radiusM: 0.18, heightM: null };

/** One strike on the gap axis. Metres. */
export interface ReachRow {
  readonly contact: Contact;
  /** What a tape on the floor reads: lead toe to lead toe, or to the surface of bag or pad. */
  readonly toeGapM: number;
}

function targetOf(striker: Striker, target: ReachTarget, usual: TargetPart): TargetKind {
  if (target.kind === 'partner') return partnerTarget(target.partner, target.part ?? usual);
  const own = bagTarget(striker, usual);
  return { ...own, kind: target.kind, ...(target.heightM === null ? {} : { heightM: target.heightM }) };
}

/** One strike against a target. */
export function reachRow(striker: Striker, id: StrikeId, usual: TargetPart, target: ReachTarget): ReachRow {
  const contact = contactOf(striker, id, targetOf(striker, target, usual));
  return {
    contact,
    toeGapM: toeGapM(contact.gapM, striker, target.kind === 'partner' ? target.partner : null),
  };
}

/** All strikes of a student on one gap axis, furthest first; those that cannot touch come last. */
export function reachRows(striker: Striker, target: ReachTarget = USUAL_BAG): ReachRow[] {
  return STRIKES.map((strike) => reachRow(striker, strike.id, strike.usual, target)).sort(
    (a, b) => Number(b.contact.touches) - Number(a.contact.touches) || b.contact.gapM - a.contact.gapM,
  );
}

/** Everything the fitting room knows of one student: every strike in every school. */
export interface FullFit {
  readonly id: string;
  readonly name: string;
  readonly schools: readonly {
    readonly schoolId: string;
    readonly separationM: number;
    readonly smallestMarginM: number;
    readonly reach: readonly { readonly id: StrikeId; readonly gapM: number; readonly uM: number }[];
  }[];
}
