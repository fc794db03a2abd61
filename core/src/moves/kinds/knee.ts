import type { MoveKind } from '../kind.ts';
import { kicked, KICKS } from '../kicking.ts';
import { asItIs, choiceField, footOf, noOther } from '../laying.ts';
import { choice, DOWN } from '../phrase.ts';

const BEATS = 0.8;

/** The rear leg raised; it goes back, or comes down in front. */
export const knee: MoveKind<'knee'> = {
  name: 'Knee',
  phrase: ['knee', choice('lands', DOWN)],
  usual: { do: 'knee', lands: 'behind' },
  next: ({ lands }, around) => [kicked(around, { leg: footOf(around.at.lead, 'rear'), lands, beats: BEATS })],
  mirror: (move) => move,
  words: ({ lands }) => `Knee, down ${lands === 'behind' ? 'behind' : 'in front'}`,
  fields: [choiceField('lands', 'Comes down', ['behind', 'in-front'])],
  judged: KICKS,
  flip: noOther,
  turn: asItIs,
};
