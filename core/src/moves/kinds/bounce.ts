import { otherFoot } from '../../body/index.ts';
import type { EventPlan, MoveKind } from '../kind.ts';
import { asItIs, countField, NO_STEP, noOther } from '../laying.ts';
import { number } from '../phrase.ts';

/** Two a beat (common practice, no published source); the heel works in this share of each. */
const A_BEAT = 2;
const WORKS = 0.8;

/** Both balls stay, heels and knees work. */
export const bounce: MoveKind<'bounce'> = {
  name: 'Bounce',
  phrase: ['bounce', number('times'), 'times'],
  usual: { do: 'bounce', times: 2 },
  next: ({ times }, { at, beatS }) => {
    const eachS = beatS / A_BEAT;
    const events = Array.from({ length: times }, (_, i) =>
      [at.lead, otherFoot(at.lead)].map((foot): EventPlan => ({
        foot,
        how: 'bounce',
        to: at.feet[foot],
        fromS: i * eachS,
        toS: (i + WORKS) * eachS,
      })),
    ).flat();
    return [{ after: at, beats: times / A_BEAT, events }];
  },
  mirror: (move) => move,
  words: ({ times }) => (times === 1 ? 'Bounce once' : `Bounce ${times} times`),
  fields: [countField('times', 'Times', [1, 32])],
  judged: NO_STEP,
  flip: noOther,
  turn: asItIs,
};
