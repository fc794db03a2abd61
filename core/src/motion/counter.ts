import { longestStepM, type FootName } from '../body/index.ts';
import { atMost, type Verdict } from '../measure/index.ts';
import {
  contactsOf,
  exchanged,
  FIST_M,
  hitsOf,
  LEVEL_SHARE,
  PAST_M,
  SLIP_M,
  STEP_S,
  type PairContact,
  type Two,
} from '../pair/index.ts';
import { bentM, strikeTiming, type StrikeId, type Striker, type TargetPart } from '../range/index.ts';

/** What is done about a strike of theirs. */
export const ANSWERS = ['slip-left', 'slip-right', 'step-back', 'step-left', 'step-right', 'level'] as const;
export type AnswerWay = (typeof ANSWERS)[number];

/** One of mine that is thrown in the time that their strike leaves. */
export interface Reply {
  readonly strike: StrikeId;
  readonly part: TargetPart;
  /** Whether it reaches from where the answer leaves me. */
  readonly reaches: Verdict;
  /** Seconds left in the window when it lands; below nothing it is too late. */
  readonly spareS: number;
  /** The hip of its side is loaded by the answer: that side goes first. */
  readonly isLoaded: boolean;
}

export interface Counter {
  readonly way: AnswerWay;
  /** Whether their strike misses. */
  readonly out: Verdict;
  /** How far past it goes, or how far short it stays, less what it needs, metres; with its expanded uncertainty. */
  readonly marginM: number;
  readonly expandedU: number;
  readonly gapM: number;
  /** Seconds from their contact until their limb is home, and what that may be off by. */
  readonly windowS: number;
  readonly windowUS: number;
  readonly loaded: FootName | null;
  /** What lands in the window, the surest and soonest first. */
  readonly replies: readonly Reply[];
}

/** A limb takes as long home as out, give or take (own choice). */
const HOME_SHARE = 1;
const TIME_U_S = 0.1;
/** Where a head is in a slip is known to so much, 1 sigma (own choice). */
const SLIP_U_M = 0.04;

const sideOf = ({ student }: Striker, side: 'lead' | 'rear'): FootName =>
  (side === 'lead') === (student.leadSide === 'left') ? 'left' : 'right';

/** The same body with its knees bent by so much more: everything above them comes down. */
export function lowered(striker: Striker, share: number): Striker {
  const { stance } = striker;
  const school = { ...stance.school, heightShare: stance.school.heightShare - share };
  return { ...striker, stance: { ...stance, school } };
}

interface Left {
  readonly me: Striker;
  readonly gapM: number;
  readonly marginM: number;
  readonly uM: number;
  readonly loaded: FootName | null;
  readonly takesS: number;
}

/** Where an answer leaves me, and by how much their strike misses then. */
function after(two: Two, { contact, part }: PairContact, gapM: number, way: AnswerWay): Left {
  const { mine } = two;
  const still = { me: mine, gapM, loaded: null, takesS: 0, uM: contact.uM };
  switch (way) {
    case 'slip-left':
    case 'slip-right':
      // The trunk stays where it was: what comes at the body is not slipped.
      return {
        ...still,
        marginM: (part === 'head' ? SLIP_M : 0) - PAST_M,
        uM: SLIP_U_M,
        loaded: way === 'slip-left' ? 'left' : 'right',
      };
    case 'step-back': {
      const at = gapM + longestStepM(mine.stance, 180);
      return { ...still, gapM: at, marginM: at - contact.gapM, takesS: STEP_S };
    }
    case 'step-left':
    case 'step-right': {
      const asideM = longestStepM(mine.stance, way === 'step-left' ? -90 : 90);
      return {
        ...still,
        gapM: Math.hypot(gapM, asideM),
        marginM: asideM - PAST_M,
        uM: SLIP_U_M,
        loaded: way === 'step-left' ? 'left' : 'right',
        takesS: STEP_S,
      };
    }
    case 'level': {
      const me = lowered(mine, LEVEL_SHARE);
      const topM = mine.lengths.stature.valueM - bentM(me);
      const underM = contact.terms.targetHeightM - FIST_M;
      return { ...still, me, marginM: part === 'head' ? underM - topM : -FIST_M, uM: SLIP_U_M };
    }
  }
}

/**
 * A strike of theirs at a gap, and each way to answer it: whether it misses then, for how long they are open, and what
 * of mine reaches in that time. Null where their strike does not reach that part of me at this gap at all.
 */
export function countersTo(two: Two, strike: StrikeId, part: TargetPart, gapM: number): Counter[] | null {
  const one = contactsOf(exchanged(two)).find(
    ({ contact, part: own }) => contact.strike.id === strike && own === part,
  );
  if (!one?.contact.touches || one.contact.gapM + 2 * one.contact.uM < gapM) return null;
  const theirsS = strikeTiming(strike).contactS;
  return ANSWERS.map((way): Counter => {
    const left = after(two, one, gapM, way);
    const expandedU = 2 * left.uM;
    const windowS = HOME_SHARE * theirsS;
    const replies = hitsOf({ mine: left.me, theirs: two.theirs })
      .filter(({ contact, part: at }) => contact.touches && at === contact.strike.usual)
      .map(({ contact, part: at }): Reply => ({
        strike: contact.strike.id,
        part: at,
        reaches: atMost(left.gapM, contact.gapM, 2 * contact.uM),
        // A step is made while their strike is on its way; what is left of it comes off the window.
        spareS: windowS - Math.max(0, left.takesS - theirsS) - strikeTiming(contact.strike.id).contactS,
        isLoaded: left.loaded === null || sideOf(two.mine, contact.strike.side) === left.loaded,
      }))
      .filter(({ reaches, spareS }) => reaches !== 'not-met' && spareS > -TIME_U_S)
      .toSorted(
        (a, b) =>
          Number(b.reaches === 'met') - Number(a.reaches === 'met') ||
          Number(b.isLoaded) - Number(a.isLoaded) ||
          b.spareS - a.spareS,
      );
    return {
      way,
      out: atMost(-left.marginM, 0, expandedU),
      marginM: left.marginM,
      expandedU,
      gapM: left.gapM,
      windowS,
      windowUS: 2 * TIME_U_S,
      loaded: left.loaded,
      replies,
    };
  });
}
