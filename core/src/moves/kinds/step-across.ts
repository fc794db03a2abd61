import type { MoveKind } from '../kind.ts';
import {
  asItIs,
  LENGTH_FIELD,
  lengthWords,
  metresOf,
  mirrorSide,
  numberField,
  OWN_STEPS,
  SIDE_FIELD,
  travel,
} from '../laying.ts';
import { choice, length, number, SIDES } from '../phrase.ts';

/** The near-side foot diagonally outside the other one's lead foot, the other follows. */
export const stepAcross: MoveKind<'step-across'> = {
  name: 'Step across',
  phrase: ['step across', choice('side', SIDES), 'at', number('bearingDeg'), length('length')],
  usual: { do: 'step-across', side: 'left', bearingDeg: 45, length: { value: 0.34, unit: 'separations' } },
  next: ({ side, bearingDeg, length }, around) => [
    travel(around, side === 'left' ? -bearingDeg : bearingDeg, metresOf(length, around), side),
  ],
  mirror: (move) => ({ ...move, side: mirrorSide(move.side) }),
  words: ({ side, bearingDeg, length }, units) =>
    `Step across, ${Math.round(bearingDeg)}° ${side}, ${lengthWords(length, units)}`,
  fields: [SIDE_FIELD, numberField('bearingDeg', 'At', [20, 70], '°'), LENGTH_FIELD],
  judged: { ...OWN_STEPS, outOfTheWay: true },
  flip: (move) => ({ ...move, side: mirrorSide(move.side) }),
  turn: asItIs,
};
