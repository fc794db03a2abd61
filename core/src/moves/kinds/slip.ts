import { otherFoot } from '../../body/index.ts';
import type { MoveKind } from '../kind.ts';
import {
  asItIs,
  choiceField,
  countField,
  LENGTH_FIELD,
  lengthWords,
  metresOf,
  mirrorSide,
  oneAfterAnother,
  SIDE_FIELD,
  STEPS,
  travel,
} from '../laying.ts';
import { choice, length, number, SIDES } from '../phrase.ts';

const BEARING = { forward: 45, back: 135 } as const;

/** Small steps under a line, one pass a beat, each to the other side (common practice, no published source). */
export const slip: MoveKind<'slip'> = {
  name: 'Slip under the line',
  phrase: [
    'slip',
    choice('side', SIDES),
    choice('way', { forward: 'forward', back: 'back' }),
    length('length'),
    number('passes'),
    'passes',
  ],
  usual: { do: 'slip', side: 'left', way: 'forward', length: { value: 0.13, unit: 'm' }, passes: 2 },
  next: ({ side, way, length, passes }, around) =>
    oneAfterAnother(around, passes, (now, i) => {
      const foot = i % 2 === 0 ? side : otherFoot(side);
      return travel(now, (foot === 'left' ? -1 : 1) * BEARING[way], metresOf(length, now), foot);
    }),
  mirror: (move) => ({ ...move, side: mirrorSide(move.side) }),
  words: ({ side, way, length, passes }, units) =>
    `Slip ${way} under the line, ${passes === 1 ? 'one pass' : `${passes} passes`}, ${side} first, ${lengthWords(length, units)}`,
  fields: [
    SIDE_FIELD,
    choiceField('way', 'Way', ['forward', 'back']),
    LENGTH_FIELD,
    countField('passes', 'Passes', [1, 40]),
  ],
  judged: STEPS,
  flip: (move) => ({ ...move, side: mirrorSide(move.side) }),
  turn: asItIs,
};
