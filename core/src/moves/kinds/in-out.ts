import { otherFoot } from '../../body/index.ts';
import type { MoveKind } from '../kind.ts';
import {
  asItIs,
  LENGTH_FIELD,
  lengthWords,
  metresOf,
  noOther,
  oneAfterAnother,
  STEPS,
  travel,
} from '../laying.ts';
import { length } from '../phrase.ts';

/** In with the lead foot first, out with the rear foot first; 15 to 20 cm (common practice, no published source). */
export const inOut: MoveKind<'in-out'> = {
  name: 'In and out',
  phrase: ['in and out', length('length')],
  usual: { do: 'in-out', length: { value: 0.15, unit: 'm' } },
  next: (move, around) =>
    oneAfterAnother(around, 2, (now, i) => {
      const { lead } = now.at;
      return travel(now, i === 0 ? 0 : 180, metresOf(move.length, now), i === 0 ? lead : otherFoot(lead));
    }),
  mirror: (move) => move,
  words: ({ length }, units) => `In and out, ${lengthWords(length, units)}`,
  fields: [LENGTH_FIELD],
  judged: STEPS,
  // The strike goes with the landing on the way in.
  strikesWith: 'first',
  flip: noOther,
  turn: asItIs,
};
