import type { MoveKind } from '../kind.ts';
import { kicked, KICKS } from '../kicking.ts';
import { asItIs, choiceField, footOf } from '../laying.ts';
import { choice, DOWN, LEGS } from '../phrase.ts';

const BEATS = 0.9;

/** A leg raised and pushed out; the foot comes down behind, or in front. */
export const pushKick: MoveKind<'push-kick'> = {
  name: 'Push kick',
  phrase: ['push kick', choice('leg', LEGS), choice('lands', DOWN)],
  usual: { do: 'push-kick', leg: 'rear', lands: 'behind' },
  next: ({ leg, lands }, around) => [
    kicked(around, { leg: footOf(around.at.lead, leg), lands, beats: BEATS }),
  ],
  mirror: (move) => move,
  words: ({ leg, lands }) =>
    `Push kick with the ${leg} leg, down ${lands === 'behind' ? 'behind' : 'in front'}`,
  fields: [
    choiceField('leg', 'Leg', ['lead', 'rear']),
    choiceField('lands', 'Comes down', ['behind', 'in-front']),
  ],
  judged: KICKS,
  flip: (move) => ({ ...move, leg: move.leg === 'lead' ? 'rear' : 'lead' }),
  turn: asItIs,
};
