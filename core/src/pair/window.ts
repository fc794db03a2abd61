import { hitsOf, exchanged, furthest, halfStepM, type PairContact, type Two } from './contacts.ts';

/** From one gap to another, metres. */
export interface Span {
  readonly fromM: number;
  readonly toM: number;
}

/** Where the one can hit with at most a half step, and the other needs a longer one. */
export interface FreeWindow {
  /** What reaches furthest on either side. */
  readonly mine: PairContact;
  readonly theirs: PairContact;
  /** By the numbers as they are: from their furthest and a half step, to mine. Empty where it runs backward. */
  readonly edges: Span;
  /** Free whatever the numbers may be off by, 19 times of 20; null where no gap is. */
  readonly sure: Span | null;
  /** Free by some of what the numbers may be; null where no gap is, and for bodies that are equal. */
  readonly possible: Span | null;
  /** Without a sure window: as far out as I can still hit from. With one: its middle. */
  readonly leastBadGapM: number;
}

/** How alike the model is off for the two, as a correlation (own choice). */
const ALIKE = 0.5;

const span = (fromM: number, toM: number): Span | null => (fromM < toM ? { fromM, toM } : null);

/**
 * The free window of two people who face each other. Both edges are moved by their share of the expanded uncertainty
 * of the width; the model is off for both alike in part, which cancels (JCGM 100, 5.2.2). Null where one of the two
 * cannot touch the other at all.
 */
export function freeWindow(two: Two): FreeWindow | null {
  const other = exchanged(two);
  const [mine, theirs] = [furthest(hitsOf(two)), furthest(hitsOf(other))];
  if (!mine || !theirs) return null;
  const fromM = theirs.contact.gapM + halfStepM(two.theirs);
  const toM = mine.contact.gapM + halfStepM(two.mine);
  const [u1, u2] = [theirs.contact.uM, mine.contact.uM];
  const widthU = 2 * Math.sqrt(u1 * u1 + u2 * u2 - 2 * ALIKE * u1 * u2);
  const [own1, own2] = [(widthU * u1) / (u1 + u2), (widthU * u2) / (u1 + u2)];
  const sure = span(fromM + own1, toM - own2);
  return {
    mine,
    theirs,
    edges: { fromM, toM },
    sure,
    possible: isEqual(two) ? null : span(fromM - own1, toM + own2),
    leastBadGapM: sure ? (sure.fromM + sure.toM) / 2 : toM,
  };
}

/** Bodies of the same lengths in the same stance: nothing in the numbers tells them apart. */
const isEqual = ({ mine, theirs }: Two): boolean =>
  JSON.stringify([mine.lengths, mine.stance.school, mine.gloves]) ===
  JSON.stringify([theirs.lengths, theirs.stance.school, theirs.gloves]);
