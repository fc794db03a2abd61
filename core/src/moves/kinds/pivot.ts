import { otherFoot } from '../../body/index.ts';
import { turnAbout, wrapDeg } from '../../geometry/index.ts';
import type { MoveKind } from '../kind.ts';
import { asItIs, choiceField, footOf, howTheyGo, mirrorDeg, numberField, OWN_COURSE } from '../laying.ts';
import { choice, FEET, turn } from '../phrase.ts';

/** A swing takes half a beat, and no longer than this. */
const SWING_BEATS = 0.5;
const SLOWEST_S = 0.6;
/** A quarter turn takes this share of a beat (common practice, no published source). */
const QUARTER_BEATS = 0.6;

/** One ball stays and turns, the other foot swings about it. */
export const pivot: MoveKind<'pivot'> = {
  name: 'Pivot',
  phrase: ['pivot', turn('byDeg'), 'on the', choice('on', FEET)],
  usual: { do: 'pivot', on: 'lead', byDeg: 45 },
  next: ({ on, byDeg }, { at, stance, beatS }) => {
    const stays = footOf(at.lead, on);
    const swings = otherFoot(stays);
    const about = at.feet[stays].ball;
    const beats = Math.abs(byDeg) >= 90 ? QUARTER_BEATS : SWING_BEATS;
    const slot = { fromS: 0, toS: Math.min(beats * beatS, SLOWEST_S) };
    const turned = {
      [stays]: { ...at.feet[stays], headingDeg: wrapDeg(at.feet[stays].headingDeg + byDeg) },
      [swings]: {
        ...at.feet[swings],
        ball: turnAbout(at.feet[swings].ball, about, byDeg),
        headingDeg: wrapDeg(at.feet[swings].headingDeg + byDeg),
      },
    };
    const feet = { ...at.feet, ...turned };
    return [
      {
        after: { feet, lead: at.lead, facingDeg: wrapDeg(at.facingDeg + byDeg) },
        beats: 1,
        turns: true,
        events: [
          { foot: stays, how: 'pivot', to: feet[stays], ...slot },
          { foot: swings, how: howTheyGo(stance), to: feet[swings], about, swingDeg: byDeg, ...slot },
        ],
      },
    ];
  },
  mirror: (move) => ({ ...move, byDeg: mirrorDeg(move.byDeg) }),
  words: ({ on, byDeg }) =>
    Math.abs(byDeg) === 90
      ? `Quarter turn ${byDeg < 0 ? 'left' : 'right'} on the ${on} ball`
      : `Pivot ${Math.abs(Math.round(byDeg))}° ${byDeg < 0 ? 'left' : 'right'} on the ${on} ball`,
  fields: [
    choiceField('on', 'On the ball of', ['lead', 'rear']),
    numberField('byDeg', 'By', [-180, 180], '°'),
  ],
  judged: { ...OWN_COURSE, leaves: 'turned', outOfTheWay: true },
  flip: (move) => ({ ...move, on: move.on === 'lead' ? 'rear' : 'lead' }),
  turn: asItIs,
};
