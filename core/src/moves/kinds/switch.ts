import { otherFoot } from '../../body/index.ts';
import type { Around, Laid, MoveKind } from '../kind.ts';
import {
  asItIs,
  centreOf,
  choiceField,
  howTheyGo,
  noOther,
  OWN_COURSE,
  standAt,
  standOn,
  turnsTo,
  withLead,
} from '../laying.ts';
import { choice } from '../phrase.ts';

/** A foot's travel lasts at least this long, and both are off the floor together for at most so long (own choice). */
const LEAST_TRAVEL_S = 0.25;
const TOGETHER_S = 0.12;
const IN_PLACE_BEATS = 0.35;
const STEPPING_BEATS = 0.45;

/** Each foot goes the length of the stance along the facing, on its own side; centre and facing stay. */
function inPlace({ at, stance, beatS }: Around): Laid {
  const rear = otherFoot(at.lead);
  const after = standAt(withLead(stance, rear), centreOf(at), at.facingDeg);
  const travelS = Math.max(LEAST_TRAVEL_S, IN_PLACE_BEATS * beatS - LEAST_TRAVEL_S + TOGETHER_S);
  const secondS = travelS - TOGETHER_S;
  return {
    after,
    beats: 1,
    events: [
      { foot: at.lead, how: 'step', to: after.feet[at.lead], fromS: 0, toS: travelS },
      { foot: rear, how: 'step', to: after.feet[rear], fromS: secondS, toS: secondS + travelS },
    ],
  };
}

/** The rear foot passes to the front; the other turns on its ball. */
function stepping({ at, stance, beatS }: Around): Laid {
  const rear = otherFoot(at.lead);
  const after = standOn(withLead(stance, rear), at.lead, at.feet[at.lead].ball, at.facingDeg);
  const slot = { fromS: 0, toS: Math.max(LEAST_TRAVEL_S, STEPPING_BEATS * beatS) };
  return {
    after,
    beats: 1,
    events: [
      { foot: rear, how: howTheyGo(stance), to: after.feet[rear], ...slot },
      ...turnsTo(at.feet[at.lead], after.feet[at.lead], at.lead, slot),
    ],
  };
}

/** The other foot comes to the front: the stance is mirrored. */
export const switchFeet: MoveKind<'switch'> = {
  name: 'Switch',
  phrase: ['switch', choice('how', { 'in-place': 'in place', stepping: 'stepping' })],
  usual: { do: 'switch', how: 'in-place' },
  next: ({ how }, around) => [how === 'in-place' ? inPlace(around) : stepping(around)],
  mirror: (move) => move,
  words: ({ how }) =>
    how === 'in-place' ? 'Switch in place' : 'Stepping switch: the rear foot passes to the front',
  fields: [choiceField('how', 'How', ['in-place', 'stepping'])],
  judged: { ...OWN_COURSE, leaves: 'mirrored' },
  flip: noOther,
  turn: asItIs,
};
