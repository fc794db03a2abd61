import { otherFoot, type FootName } from '../body/index.ts';
import type { Around, Laid, Position } from './kind.ts';
import { OWN_COURSE, standOn, turnsTo, withLead } from './laying.ts';

/** How a kicking leg may land. */
export type Landing = 'behind' | 'in-front';

/** The stance after a leg has come down: behind where it was in the stance, or in front as a new lead. */
export function afterKick(around: Around, leg: FootName, lands: Landing, at: Position = around.at): Position {
  const stands = otherFoot(leg);
  const lead = lands === 'in-front' ? leg : stands;
  // A lead leg that kicks and comes back in front is the lead again.
  return standOn(withLead(around.stance, lead), stands, at.feet[stands].ball, at.facingDeg);
}

interface Kick {
  readonly leg: FootName;
  readonly lands: Landing;
  readonly beats: number;
}

/** A leg goes up and comes down; the foot that stands turns with it where the stance has it so. */
export function kicked(around: Around, { leg, lands, beats }: Kick): Laid {
  const { at, beatS } = around;
  const stands = otherFoot(leg);
  const after = afterKick(around, leg, lands);
  const slot = { fromS: 0, toS: beats * beatS };
  return {
    after,
    beats: 1,
    events: [
      { foot: leg, how: 'raise', to: after.feet[leg], ...slot },
      ...turnsTo(at.feet[stands], after.feet[stands], stands, { fromS: slot.toS / 2, toS: slot.toS }),
    ],
  };
}

export const KICKS = { ...OWN_COURSE, leaves: 'after a kick' } as const;
