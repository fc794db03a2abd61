import { fromFacing } from '../../geometry/index.ts';
import type { MoveKind } from '../kind.ts';
import { asItIs, mirrorSide, numberField, oneFoot, OWN_COURSE, SIDE_FIELD } from '../laying.ts';
import { choice, number, SIDES } from '../phrase.ts';

/** The foot on one side goes out across the facing by a share of the separation; a later move restores the stance. */
export const widen: MoveKind<'widen'> = {
  name: 'Widen',
  phrase: ['widen', choice('side', SIDES), 'by', number('ratio'), 'of the stance'],
  usual: { do: 'widen', side: 'right', ratio: 0.4 },
  next: ({ side, ratio }, around) => {
    const { at, stance } = around;
    const outM = (side === 'left' ? -1 : 1) * ratio * stance.separation.valueM;
    return [oneFoot(around, side, fromFacing(at.feet[side].ball, at.facingDeg, outM, 0))];
  },
  mirror: (move) => ({ ...move, side: mirrorSide(move.side) }),
  words: ({ side, ratio }) => `Widen ${side} by ${Number(ratio.toFixed(2))} of the stance`,
  fields: [SIDE_FIELD, numberField('ratio', 'By', [0.1, 0.6], 'stances')],
  judged: OWN_COURSE,
  flip: (move) => ({ ...move, side: mirrorSide(move.side) }),
  turn: asItIs,
};
