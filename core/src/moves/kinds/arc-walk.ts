import { firstFoot, type Foot } from '../../body/index.ts';
import { headingDeg, turnAbout, wrapDeg } from '../../geometry/index.ts';
import type { Around, Laid, MoveKind, Position } from '../kind.ts';
import {
  asItIs,
  bothTo,
  centreOf,
  countField,
  mirrorDeg,
  noOther,
  numberField,
  oneAfterAnother,
  STEPS,
} from '../laying.ts';
import { number, spin } from '../phrase.ts';

/** Both feet turn about the target by one angle, and so does the facing. */
function turned({ at, target }: Around, byDeg: number): Position {
  const foot = (one: Foot): Foot => ({
    ...one,
    ball: turnAbout(one.ball, target.at, byDeg),
    headingDeg: wrapDeg(one.headingDeg + byDeg),
  });
  return {
    feet: { left: foot(at.feet.left), right: foot(at.feet.right) },
    lead: at.lead,
    facingDeg: wrapDeg(at.facingDeg + byDeg),
  };
}

function arcStep(around: Around, byDeg: number): Laid {
  const after = turned(around, byDeg);
  const way = headingDeg(centreOf(around.at), centreOf(after));
  return {
    ...bothTo(around, after, firstFoot(wrapDeg(way - around.at.facingDeg), around.at.lead)),
    turns: true,
  };
}

/** Round the target, facing it; 7 degrees a step at 1 m is clean for every body. */
export const arcWalk: MoveKind<'arc-walk'> = {
  name: 'Arc walk',
  phrase: ['arc walk', number('steps'), 'steps of', spin('byDeg')],
  usual: { do: 'arc-walk', byDeg: 7, steps: 4 },
  next: ({ byDeg, steps }, around) => oneAfterAnother(around, steps, (now) => arcStep(now, byDeg)),
  mirror: (move) => ({ ...move, byDeg: mirrorDeg(move.byDeg) }),
  words: ({ byDeg, steps }) =>
    `Arc walk round the target, ${steps} steps of ${Number(Math.abs(byDeg).toFixed(1))}° ${byDeg < 0 ? 'anticlockwise' : 'clockwise'}`,
  fields: [numberField('byDeg', 'A step', [-30, 30], '°'), countField('steps', 'Steps', [1, 100])],
  judged: STEPS,
  flip: noOther,
  turn: asItIs,
};
