import type { MoveKind } from '../kind.ts';
import {
  asItIs,
  choiceField,
  footOf,
  LENGTH_FIELD,
  lengthWords,
  metresOf,
  OWN_STEPS,
  travel,
} from '../laying.ts';
import { choice, FEET, length } from '../phrase.ts';

/** The freed foot steps forward a little, the other follows the same; the head goes on a V under the line. */
export const weaveStep: MoveKind<'weave-step'> = {
  name: 'Weave and step',
  phrase: ['weave and step', choice('first', FEET), 'first', length('length')],
  usual: { do: 'weave-step', first: 'lead', length: { value: 0.1, unit: 'm' } },
  next: ({ first, length }, around) => [
    travel(around, 0, metresOf(length, around), footOf(around.at.lead, first)),
  ],
  mirror: (move) => move,
  words: ({ first, length }, units) => `Weave and step, ${first} foot first, ${lengthWords(length, units)}`,
  fields: [choiceField('first', 'First', ['lead', 'rear']), LENGTH_FIELD],
  judged: OWN_STEPS,
  flip: (move) => ({ ...move, first: move.first === 'lead' ? 'rear' : 'lead' }),
  turn: asItIs,
};
