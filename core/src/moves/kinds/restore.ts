import { otherFoot } from '../../body/index.ts';
import type { MoveKind } from '../kind.ts';
import { asItIs, choiceField, mirrorSide, oneFoot, OWN_COURSE, standOn } from '../laying.ts';
import { choice, SIDES } from '../phrase.ts';

/** One foot closes to the fitted stance; the other stays. */
export const restore: MoveKind<'restore'> = {
  name: 'Restore the stance',
  phrase: ['restore', choice('foot', SIDES)],
  usual: { do: 'restore', foot: 'right' },
  next: ({ foot }, around) => {
    const { at, stance } = around;
    const stays = otherFoot(foot);
    const due = standOn(stance, stays, at.feet[stays].ball, at.facingDeg);
    return [oneFoot(around, foot, due.feet[foot].ball)];
  },
  mirror: (move) => ({ ...move, foot: mirrorSide(move.foot) }),
  words: ({ foot }) => `The ${foot} foot closes to the stance`,
  fields: [choiceField('foot', 'Foot', ['left', 'right'])],
  judged: OWN_COURSE,
  flip: (move) => ({ ...move, foot: mirrorSide(move.foot) }),
  turn: asItIs,
};
