import type { MoveKind } from '../kind.ts';
import {
  asItIs,
  LENGTH_FIELD,
  lengthWords,
  metresOf,
  mirrorSide,
  numberField,
  SIDE_FIELD,
  STEPS,
  travel,
} from '../laying.ts';
import { choice, length, number, SIDES } from '../phrase.ts';

/** The foot on that side out, the other follows. */
export const rollOut: MoveKind<'roll-out'> = {
  name: 'Roll out',
  phrase: ['roll out', choice('side', SIDES), 'at', number('bearingDeg'), length('length')],
  usual: { do: 'roll-out', side: 'right', bearingDeg: 60, length: { value: 0.3, unit: 'separations' } },
  next: ({ side, bearingDeg, length }, around) => [
    travel(around, side === 'left' ? -bearingDeg : bearingDeg, metresOf(length, around), side),
  ],
  mirror: (move) => ({ ...move, side: mirrorSide(move.side) }),
  words: ({ side, bearingDeg, length }, units) =>
    `Roll out ${Math.round(bearingDeg)}° ${side}, ${lengthWords(length, units)}`,
  fields: [SIDE_FIELD, numberField('bearingDeg', 'At', [45, 90], '°'), LENGTH_FIELD],
  judged: { ...STEPS, outOfTheWay: true },
  flip: (move) => ({ ...move, side: mirrorSide(move.side) }),
  turn: asItIs,
};
