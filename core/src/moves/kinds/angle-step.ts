import { firstFoot, otherFoot } from '../../body/index.ts';
import { fromFacing, headingDeg, midpoint, wrapDeg } from '../../geometry/index.ts';
import type { MoveKind } from '../kind.ts';
import {
  asItIs,
  bearingWords,
  howTheyGo,
  LENGTH_FIELD,
  lengthWords,
  metresOf,
  mirrorDeg,
  noOther,
  numberField,
  OWN_STEPS,
  slots,
  standOn,
  turnsTo,
} from '../laying.ts';
import { length, turn } from '../phrase.ts';

const ROUNDS = 40;

/** Off the line at an angle, then the facing back on the target: the second foot comes round the first. */
export const angleStep: MoveKind<'angle-step'> = {
  name: 'Angle step',
  phrase: ['angle step', turn('bearingDeg'), length('length')],
  usual: { do: 'angle-step', bearingDeg: 45, length: { value: 0.34, unit: 'separations' } },
  next: (move, around) => {
    const { at, stance, target } = around;
    const first = firstFoot(wrapDeg(move.bearingDeg), at.lead);
    const second = otherFoot(first);
    const lengthM = metresOf(move.length, around);
    const ball = fromFacing(at.feet[first].ball, at.facingDeg + move.bearingDeg, 0, lengthM);
    // Where the stance comes to stand decides where the target is seen, and that where the stance stands.
    let after = standOn(stance, first, ball, at.facingDeg);
    for (let i = 0; i < ROUNDS; i++) {
      const centre = midpoint(after.feet.left.ball, after.feet.right.ball);
      after = standOn(stance, first, ball, headingDeg(centre, target.at));
    }
    const [one, two] = slots(around);
    const how = howTheyGo(stance);
    return [
      {
        after,
        beats: 1,
        turns: true,
        events: [
          { foot: first, how, to: { ...at.feet[first], ball }, ...one },
          { foot: second, how, to: after.feet[second], about: ball, ...two },
          ...turnsTo({ ...at.feet[first], ball }, after.feet[first], first, two),
        ],
      },
    ];
  },
  mirror: (move) => ({ ...move, bearingDeg: mirrorDeg(move.bearingDeg) }),
  words: ({ bearingDeg, length }, units) =>
    `Angle step ${bearingWords(bearingDeg)}, ${lengthWords(length, units)}, back on the target`,
  fields: [numberField('bearingDeg', 'Off', [-60, 60], '°'), LENGTH_FIELD],
  judged: { ...OWN_STEPS, outOfTheWay: true },
  flip: noOther,
  turn: asItIs,
};
