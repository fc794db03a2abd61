interface Limit {
  readonly value: number;
  readonly unit: 'm' | 's' | 'deg' | 'share';
  readonly standing: 'common practice' | 'own choice';
  readonly why: string;
}

/** Limits that no school sets, each with its reason. */
export const OWN_LIMITS = {
  turnDeg: {
    value: 10,
    unit: 'deg',
    standing: 'own choice',
    why: 'A turn that is this far off puts the target in front of the other shoulder.',
  },
  radiusShare: {
    value: 0.15,
    unit: 'share',
    standing: 'own choice',
    why: 'The swinging foot comes back to the stance it left.',
  },
  ballDriftM: {
    value: 0.04,
    unit: 'm',
    standing: 'own choice',
    why: 'A coin under the ball of the foot is still under it.',
  },
  centreDriftM: {
    value: 0.06,
    unit: 'm',
    standing: 'own choice',
    why: 'A mark between the feet stays between them.',
  },
  turnedShare: {
    value: 0.5,
    unit: 'share',
    standing: 'own choice',
    why: 'A foot that turned less than half of it stood flat.',
  },
  theirLineM: {
    value: 0.14,
    unit: 'm',
    standing: 'own choice',
    why: 'Half a head and half a glove outside of where the rear hand goes: 8 and 6 cm, from memory.',
  },
  resetS: {
    value: 0.1,
    unit: 's',
    standing: 'own choice',
    why: 'The stance stands before the hand goes, where it is restored first.',
  },
  togetherS: {
    value: 0.06,
    unit: 's',
    standing: 'common practice',
    why: 'Foot and glove make one sound.',
  },
  lateFollowShare: {
    value: 1 / 3,
    unit: 'share',
    standing: 'own choice',
    why: 'A third of a beat after its time the second foot is heard apart from the first.',
  },
  pauseShare: {
    value: 1 / 3,
    unit: 'share',
    standing: 'own choice',
    why: 'A third of a beat is heard by everyone in the room.',
  },
  driftM: {
    value: 0.15,
    unit: 'm',
    standing: 'own choice',
    why: 'Over a whole drill: a range that is about a foot breadth and a half another one.',
  },
  bounceM: {
    value: 0.02,
    unit: 'm',
    standing: 'own choice',
    why: 'A bounce works in heel and knee; higher than this the ball has left the floor.',
  },
} as const satisfies Readonly<Record<string, Limit>>;

export type OwnLimit = keyof typeof OWN_LIMITS;
