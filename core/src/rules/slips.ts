import type { FittedStance } from '../body/index.ts';

interface Reasoned {
  readonly value: number;
  readonly unit: 'm' | 's' | 'deg' | 'share';
  readonly standing: 'own choice';
  readonly why: string;
}

/**
 * From where one move of a person is a slip: what a coach sees by eye, "a few inches". Plans are held to the limits of the
 * school, people to these where they are wider.
 */
export const SLIPS = {
  lengthM: {
    value: 0.06,
    unit: 'm',
    standing: 'own choice',
    why: 'A few inches: less is not seen from the side of the mat.',
  },
  lengthShare: {
    value: 0.4,
    unit: 'share',
    standing: 'own choice',
    why: 'Of a long step, less than this share is still the step that was asked for.',
  },
  stanceM: {
    value: 0.06,
    unit: 'm',
    standing: 'own choice',
    why: 'Half the breadth of a foot: a stance that is off by less still works.',
  },
  beyondM: {
    value: 0.06,
    unit: 'm',
    standing: 'own choice',
    why: 'What no plan may pass, a person passes by a few inches before it shows.',
  },
  turnDeg: {
    value: 15,
    unit: 'deg',
    standing: 'own choice',
    why: 'Half an hour on the clock: less is not told apart by eye.',
  },
  beatShare: {
    value: 1 / 3,
    unit: 'share',
    standing: 'own choice',
    why: 'A third of a beat is heard by everyone in the room.',
  },
} as const satisfies Readonly<Record<string, Reasoned>>;

/** From where the mean of a kind of move is a habit, beyond the uncertainty of that mean. */
export const HABITS = {
  lengthM: {
    value: 0.02,
    unit: 'm',
    standing: 'own choice',
    why: 'An inch every time is worth a cue, though no single one of them shows.',
  },
  turnDeg: {
    value: 5,
    unit: 'deg',
    standing: 'own choice',
    why: 'Five degrees every time: the lead toe points past the shoulder.',
  },
  timeS: {
    value: 0.06,
    unit: 's',
    standing: 'own choice',
    why: 'Beyond it two sounds are heard and not one.',
  },
} as const satisfies Readonly<Record<string, Reasoned>>;

/** What a rule lets pass beside the limits of the school. */
export interface Tolerances {
  /** A step may always miss its length by so much, metres. */
  readonly leastStepM: number;
  /** A turn its angle, degrees. */
  readonly turnDeg: number;
}

/** A plan can be as exact as it is written. */
export const OF_A_PLAN: Tolerances = { leastStepM: 0.025, turnDeg: 10 };
export const OF_PEOPLE: Tolerances = { leastStepM: SLIPS.lengthM.value, turnDeg: SLIPS.turnDeg.value };

/** A stance whose school lets pass what is no slip yet of this body; where the school allows more, it stays. */
export function asPeopleAreJudged(stance: FittedStance): FittedStance {
  const { school, separation } = stance;
  const { limits } = school;
  const beyond = SLIPS.beyondM.value / separation.valueM;
  return {
    ...stance,
    school: {
      ...school,
      limits: {
        ...limits,
        stepShare: Math.max(limits.stepShare, SLIPS.lengthShare.value),
        restoreRatio: Math.max(limits.restoreRatio, SLIPS.stanceM.value / separation.valueM),
        halfStepRatio: limits.halfStepRatio + beyond,
        overstretchRatio: limits.overstretchRatio + beyond,
        facingDeg: Math.max(limits.facingDeg, SLIPS.turnDeg.value),
        beatShare: Math.max(limits.beatShare, SLIPS.beatShare.value),
      },
    },
  };
}
