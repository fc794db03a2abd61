import type { MoveKind } from '../kind.ts';
import { asItIs, choiceField, footOf, noOther, OWN_COURSE } from '../laying.ts';
import { choice, FEET } from '../phrase.ts';

const BEATS = 0.25;

/** A foot lifts a little and returns. */
export const feint: MoveKind<'feint'> = {
  name: 'Foot feint',
  phrase: ['feint', choice('foot', FEET)],
  usual: { do: 'feint', foot: 'lead' },
  next: (move, { at, beatS }) => {
    const foot = footOf(at.lead, move.foot);
    return [
      {
        after: at,
        beats: 1,
        events: [{ foot, how: 'raise', to: at.feet[foot], fromS: 0, toS: BEATS * beatS }],
      },
    ];
  },
  mirror: (move) => move,
  words: ({ foot }) => `Feint with the ${foot} foot`,
  fields: [choiceField('foot', 'Foot', ['lead', 'rear'])],
  judged: OWN_COURSE,
  flip: noOther,
  turn: asItIs,
};
