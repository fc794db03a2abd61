import { formatLength, type UnitSystem } from '../measure/index.ts';
import { strikeName, type StrikeId } from '../range/index.ts';
import { hitsOf, exchanged, furthest, halfStepM, type PairContact, type Two } from './contacts.ts';
import { freeWindow, type Span } from './window.ts';

const HANDS: readonly StrikeId[] = ['jab', 'cross', 'overhand'];
const isHand = ({ contact }: PairContact): boolean => HANDS.some((id) => id === contact.strike.id);

/** Lengths that tell two bodies apart: less than this is no difference that anybody sees. */
const TELLS_M = 0.02;

/** The two and what lies between them, in sentences. */
export function pairWords(two: Two, units: UnitSystem): string[] {
  const { mine, theirs } = two;
  const [me, them] = [mine.student.name, theirs.student.name];
  const gap = (m: number): string => formatLength(m, units);
  const between = ({ fromM, toM }: Span): string => `between ${gap(fromM)} and ${gap(toM)}`;
  const differs = (what: string, ownM: number, otherM: number): string[] =>
    Math.abs(ownM - otherM) < TELLS_M
      ? []
      : [`${gap(Math.abs(ownM - otherM))} ${ownM > otherM ? 'more' : 'less'} ${what}`];
  const differences = [
    ...differs('height', mine.lengths.stature.valueM, theirs.lengths.stature.valueM),
    ...differs('arm', mine.lengths.arm.valueM, theirs.lengths.arm.valueM),
    ...differs('leg', mine.lengths.hipHeight.valueM, theirs.lengths.hipHeight.valueM),
    ...differs('stance', mine.stance.separation.valueM, theirs.stance.separation.valueM),
  ];
  const window = freeWindow(two);
  return [
    differences.length === 0
      ? `${me} and ${them} differ by nothing that a tape would tell.`
      : `${me} has ${differences.join(', ')} than ${them}.`,
    ...(window
      ? [
          window.sure
            ? `${me} can hit ${them} with a half step and cannot be hit with one ${between(window.sure)}, by the ${strikeName(window.mine.contact.strike.id)}.`
            : `${me} has no gap that is surely free${window.possible ? `; ${between(window.possible)} it may be` : ''}. The least bad is ${gap(window.leastBadGapM)}, as far out as ${me} can still hit from, and it is not a safe one.`,
        ]
      : [`One of the two cannot touch the other at all.`]),
    handWords(two, units),
    ...kickWords(two, units),
  ];
}

const isKick = ({ contact }: PairContact): boolean => /kick/.test(contact.strike.id);

/** Where one of the two is outside the other's hands and inside their own kicks, as they stand; sure edges. */
function kickWords(two: Two, units: UnitSystem): string[] {
  return [two, exchanged(two)].flatMap((one): string[] => {
    const kick = furthest(hitsOf(one).filter(isKick));
    const hand = furthest(hitsOf(exchanged(one)).filter(isHand));
    if (!kick || !hand) return [];
    const fromM = hand.contact.gapM + 2 * hand.contact.uM;
    const toM = kick.contact.gapM - 2 * kick.contact.uM;
    const [me, them] = [one.mine.student.name, one.theirs.student.name];
    return fromM < toM
      ? [
          `Between ${formatLength(fromM, units)} and ${formatLength(toM, units)} ${me} is outside the hands of ${them} and inside the own ${strikeName(kick.contact.strike.id)}.`,
        ]
      : [];
  });
}

/** Where hands alone leave either of them free. */
function handWords(two: Two, units: UnitSystem): string {
  const edge = (one: Two): number => {
    const best = furthest(hitsOf(one).filter(isHand));
    return best ? best.contact.gapM + halfStepM(one.mine) : 0;
  };
  const [own, other] = [edge(two), edge(exchanged(two))];
  const uM =
    2 *
    Math.max(
      ...hitsOf(two)
        .filter(isHand)
        .map(({ contact }) => contact.uM),
    );
  const { mine, theirs } = two;
  if (Math.abs(own - other) <= uM) return 'With hands alone nobody has a range that is surely safe.';
  const [longer, shorter] = own > other ? [mine, theirs] : [theirs, mine];
  return `With hands alone ${longer.student.name} reaches ${formatLength(Math.abs(own - other), units)} further than ${shorter.student.name}, a half step counted.`;
}
