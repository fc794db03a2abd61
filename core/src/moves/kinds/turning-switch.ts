import { otherFoot, type Feet } from '../../body/index.ts';
import { headingDeg, wrapDeg } from '../../geometry/index.ts';
import type { MoveKind } from '../kind.ts';
import {
  asItIs,
  howTheyGo,
  mirrorDeg,
  noOther,
  numberField,
  OWN_COURSE,
  standOn,
  turnsTo,
  withLead,
} from '../laying.ts';
import { turn } from '../phrase.ts';

const BEATS = 0.6;
const SLOWEST_S = 0.6;
const IN_LINE_DEG = 179;

/** The rear foot steps through while the facing turns. */
export const turningSwitch: MoveKind<'turning-switch'> = {
  name: 'Turning switch',
  phrase: ['switch turning', turn('byDeg')],
  usual: { do: 'turning-switch', byDeg: 90 },
  next: ({ byDeg }, { at, stance, beatS }) => {
    const rear = otherFoot(at.lead);
    const facingDeg = wrapDeg(at.facingDeg + byDeg);
    const { ball } = at.feet[at.lead];
    const after = standOn(withLead(stance, rear), at.lead, ball, facingDeg);
    const rearAt = (feet: Feet): number => headingDeg(ball, feet[rear].ball);
    const passes = wrapDeg(rearAt(after.feet) - facingDeg - rearAt(at.feet) + at.facingDeg);
    // Seen from the body the foot passes on its own side, also where the feet stand in line.
    const swingDeg = byDeg + (Math.abs(passes) > IN_LINE_DEG ? (rear === 'left' ? 1 : -1) * 180 : passes);
    const slot = { fromS: 0, toS: Math.min(SLOWEST_S, BEATS * beatS) };
    return [
      {
        after,
        beats: 1,
        turns: true,
        events: [
          { foot: rear, how: howTheyGo(stance), to: after.feet[rear], about: ball, swingDeg, ...slot },
          ...turnsTo(at.feet[at.lead], after.feet[at.lead], at.lead, slot),
        ],
      },
    ];
  },
  mirror: (move) => ({ ...move, byDeg: mirrorDeg(move.byDeg) }),
  words: ({ byDeg }) => `Turning switch, ${Math.abs(Math.round(byDeg))}° ${byDeg < 0 ? 'left' : 'right'}`,
  fields: [numberField('byDeg', 'Turn', [-180, 180], '°')],
  judged: { ...OWN_COURSE, leaves: 'mirrored' },
  flip: noOther,
  turn: asItIs,
};
