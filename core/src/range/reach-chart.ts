import { contactOf, toeGapM, type Contact } from './reach.ts';
import type { Striker } from './reach-body.ts';
import { STRIKES } from './strikes.ts';
import { bagTarget, partnerTarget, type TargetKind } from './target-parts.ts';

/** One strike on the gap axis. Metres. */
export interface ReachRow {
  readonly contact: Contact;
  /** What a tape on the floor reads: lead toe to lead toe, or to the bag. */
  readonly toeGapM: number;
}

/** All strikes of a student on one gap axis, furthest first: against a partner's parts, or a bag. */
export function reachRows(striker: Striker, partner: Striker | null): ReachRow[] {
  return STRIKES.map((strike): ReachRow => {
    const target: TargetKind = partner
      ? partnerTarget(partner, strike.usual)
      : bagTarget(striker, strike.usual);
    const contact = contactOf(striker, strike.id, target);
    return { contact, toeGapM: toeGapM(contact.gapM, striker, partner) };
  }).sort((a, b) => b.contact.gapM - a.contact.gapM);
}

/** Everything the fitting room knows of one student: every strike in the student's school. */
export interface FullFit {
  readonly id: string;
  readonly schools: readonly {
    readonly schoolId: string;
    readonly reach: readonly { readonly id: string; readonly gapM: number; readonly uM: number }[];
  }[];
}
