import { otherFoot } from '../../body/index.ts';
import { fromFacing, wrapDeg } from '../../geometry/index.ts';
import type { MoveKind } from '../kind.ts';
import { afterKick, KICKS } from '../kicking.ts';
import { asItIs, choiceField, footOf, howTheyGo, turnsTo } from '../laying.ts';
import { choice, DOWN, LEGS } from '../phrase.ts';

/** The standing foot steps out this far at this angle, toe out, and turns on its ball (own choice). */
const OUT_SEPARATIONS = 0.2;
const OUT_DEG = 35;
const TOE_OUT_DEG = 60;
/** Shares of the beat: out, the kick, and the foot turning back. */
const OUT_BEATS = 0.25;
const DOWN_BEATS = 0.9;

/** The standing foot steps out and turns, so that the knee does not; the leg comes down behind, or in front. */
export const roundKick: MoveKind<'round-kick'> = {
  name: 'Round kick',
  phrase: ['round kick', choice('leg', LEGS), choice('lands', DOWN)],
  usual: { do: 'round-kick', leg: 'rear', lands: 'behind' },
  next: ({ leg: which, lands }, around) => {
    const { at, stance, beatS } = around;
    const leg = footOf(at.lead, which);
    const stands = otherFoot(leg);
    const out = stands === 'left' ? -1 : 1;
    const lengthM = OUT_SEPARATIONS * stance.separation.valueM;
    const stepped = {
      ...at.feet[stands],
      ball: fromFacing(at.feet[stands].ball, at.facingDeg + out * OUT_DEG, 0, lengthM),
      headingDeg: wrapDeg(at.facingDeg + out * TOE_OUT_DEG),
    };
    const during = { ...at, feet: { ...at.feet, [stands]: stepped } };
    const after = afterKick(around, leg, lands, during);
    const [outS, downS] = [OUT_BEATS * beatS, DOWN_BEATS * beatS];
    return [
      {
        after,
        beats: 1,
        events: [
          { foot: stands, how: howTheyGo(stance), to: stepped, fromS: 0, toS: outS },
          { foot: leg, how: 'raise', to: after.feet[leg], fromS: outS, toS: downS },
          ...turnsTo(stepped, after.feet[stands], stands, { fromS: (outS + downS) / 2, toS: downS }),
        ],
      },
    ];
  },
  mirror: (move) => move,
  words: ({ leg, lands }) =>
    `Round kick with the ${leg} leg, down ${lands === 'behind' ? 'behind' : 'in front'}`,
  fields: [
    choiceField('leg', 'Leg', ['lead', 'rear']),
    choiceField('lands', 'Comes down', ['behind', 'in-front']),
  ],
  judged: KICKS,
  flip: (move) => ({ ...move, leg: move.leg === 'lead' ? 'rear' : 'lead' }),
  turn: asItIs,
};
