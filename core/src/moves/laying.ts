import {
  firstFoot,
  longestStepM,
  measureM,
  otherFoot,
  placeStance,
  type FittedStance,
  type Foot,
  type FootName,
  type Measure,
} from '../body/index.ts';
import {
  add,
  fromFacing,
  midpoint,
  scale,
  forward,
  subtract,
  wrapDeg,
  type Point,
} from '../geometry/index.ts';
import { formatSmall, type UnitSystem } from '../measure/index.ts';
import type { Around, EventPlan, Laid, Position } from './kind.ts';
import type { FootInStance } from './move.ts';

/** The same body with a foot in front: the mirrored stance, where that is the other one. */
export const withLead = (stance: FittedStance, lead: FootName): FittedStance =>
  stance.leadSide === lead ? stance : { ...stance, leadSide: lead };

export const centreOf = ({ feet }: Position): Point => midpoint(feet.left.ball, feet.right.ball);

export const footOf = (lead: FootName, which: FootInStance): FootName =>
  which === 'lead' ? lead : otherFoot(lead);

/** The fitted stance at a centre. */
export function standAt(stance: FittedStance, centre: Point, facingDeg: number): Position {
  return { feet: placeStance(stance, centre, facingDeg), lead: stance.leadSide, facingDeg };
}

/** The fitted stance with one ball where it is. */
export function standOn(stance: FittedStance, foot: FootName, ball: Point, facingDeg: number): Position {
  const feet = placeStance(stance, { x: 0, y: 0 }, facingDeg);
  return standAt(stance, subtract(ball, feet[foot].ball), facingDeg);
}

/** When the two feet of a move leave and reach the floor; seconds from its beginning. */
export function slots({ stance, beatS }: Around): readonly [first: Slot, second: Slot] {
  const { flightShare, longestFlightS, betweenShare } = stance.school.timing;
  const flightS = Math.min(flightShare * beatS, longestFlightS);
  const secondS = flightS + betweenShare * beatS;
  return [
    { fromS: 0, toS: flightS },
    { fromS: secondS, toS: secondS + flightS },
  ];
}
interface Slot {
  readonly fromS: number;
  readonly toS: number;
}

/** Whether feet slide or leave the floor. */
export const howTheyGo = ({ school }: FittedStance): 'step' | 'drag' =>
  school.timing.travel === 'drag' ? 'drag' : 'step';

/** Both feet go to a stance, one after the other. */
export function bothTo(around: Around, after: Position, first: FootName, beats = 1): Laid {
  const how = howTheyGo(around.stance);
  const [one, two] = slots(around);
  const second = otherFoot(first);
  return {
    after,
    beats,
    events: [
      { foot: first, how, to: after.feet[first], ...one },
      { foot: second, how, to: after.feet[second], ...two },
    ],
  };
}

/** Both feet the same way and distance, by the side rule unless a foot is named. */
export function travel(around: Around, bearingDeg: number, lengthM: number, first?: FootName): Laid {
  const { at, stance, faces } = around;
  const centre = fromFacing(centreOf(at), wrapDeg(at.facingDeg + bearingDeg), 0, lengthM);
  return bothTo(
    around,
    standAt(stance, centre, faces(centre)),
    first ?? firstFoot(wrapDeg(bearingDeg), at.lead),
  );
}

/** The same move several times, each from where the one before it ended. */
export function oneAfterAnother(
  around: Around,
  times: number,
  next: (now: Around, i: number) => Laid,
): Laid[] {
  const laid: Laid[] = [];
  let now = around;
  for (let i = 0; i < times; i++) {
    const one = next(now, i);
    laid.push(one);
    now = goneOn(now, one);
  }
  return laid;
}

/** What is around a body after a move: it stands where that ended, and the target has gone on. */
export const goneOn = (now: Around, { after, beats }: Laid): Around => ({
  ...now.later(beats),
  at: after,
  stance: withLead(now.stance, after.lead),
});

/** Equal half steps over a distance on one line of the floor: as few as are clean. */
export function halfSteps(around: Around, floorDeg: number, distance: number): Laid[] {
  const { at, stance } = around;
  const bearing = (facingDeg: number): number => wrapDeg(floorDeg - facingDeg);
  const longest = longestStepM(stance, bearing(at.facingDeg));
  const times = Math.max(1, Math.ceil(distance / longest - 1e-9));
  const from = centreOf(at);
  return oneAfterAnother(around, times, (now, i) => {
    const centre = add(from, scale(forward(floorDeg), (distance * (i + 1)) / times));
    const first = firstFoot(bearing(now.at.facingDeg), now.at.lead);
    return bothTo(now, standAt(stance, centre, now.faces(centre)), first);
  });
}

/** One foot goes, the other stays where it is. */
export function oneFoot(
  around: Around,
  foot: FootName,
  ball: Point,
  more: Partial<Pick<EventPlan, 'how' | 'about' | 'fromS' | 'toS'>> = {},
): Laid {
  const { at, stance } = around;
  const [slot] = slots(around);
  const to: Foot = { ...at.feet[foot], ball };
  return {
    after: { ...at, feet: { ...at.feet, [foot]: to } },
    beats: 1,
    events: [{ foot, how: howTheyGo(stance), to, ...slot, ...more }],
  };
}

/** A foot turns on its ball to the heading it has in a stand; nothing where it has it already. */
export function turnsTo(now: Foot, then: Foot, foot: FootName, slot: Slot): EventPlan[] {
  return Math.abs(wrapDeg(then.headingDeg - now.headingDeg)) < 1e-6
    ? []
    : [{ foot, how: 'pivot', to: { ...then, ball: now.ball }, ...slot }];
}

export const metresOf = (measure: Measure, { stance }: Around): number => measureM(measure, stance);

const UNIT_WORDS: Readonly<Record<string, string>> = {
  'half-steps': 'half steps',
  separations: 'stance widths',
  shoulders: 'shoulder widths',
};
/** A length as a coach reads it. */
export const lengthWords = ({ value, unit }: Measure, units: UnitSystem): string =>
  unit === 'm' ? formatSmall(value, units) : `${Number(value.toFixed(2))} ${UNIT_WORDS[unit] ?? unit}`;

/** A bearing as a coach reads it. */
export function bearingWords(deg: number): string {
  const size = Math.abs(wrapDeg(deg));
  if (size === 0) return 'forward';
  if (size === 180) return 'back';
  const side = wrapDeg(deg) < 0 ? 'left' : 'right';
  if (size === 90) return side;
  return `${Math.round(size)}° ${side}`;
}

export const mirrorSide = otherFoot;
export const mirrorDeg = (deg: number): number => (deg === 0 ? 0 : wrapDeg(-deg));

const STEP_LIMITS = { leastM: 0.03, mostM: 1 } as const;
export const LENGTH_FIELD = {
  key: 'length',
  label: 'Length',
  as: 'length',
  ...STEP_LIMITS,
  isTravel: true,
} as const;
export const SIDE_FIELD = { key: 'side', label: 'Side', as: 'choice', choices: ['left', 'right'] } as const;
export const numberField = (
  key: string,
  label: string,
  [least, most]: readonly [number, number],
  unit: string,
) => ({ key, label, as: 'number', least, most, unit }) as const;
/** How many times. */
export const countField = (key: string, label: string, [least, most]: readonly [number, number]) =>
  ({ key, label, as: 'number', least, most, unit: '', whole: true }) as const;
export const choiceField = (key: string, label: string, choices: readonly string[]) =>
  ({ key, label, as: 'choice', choices }) as const;

/** Steps that are judged as half steps, in their order. */
export const STEPS = {
  order: true,
  halfStep: true,
  ownCourse: false,
  leaves: 'stance',
  outOfTheWay: false,
} as const;
/** Moves whose own course closes, opens or crosses the feet. */
export const OWN_COURSE = {
  order: false,
  halfStep: false,
  ownCourse: true,
  leaves: 'stance',
  outOfTheWay: false,
} as const;
/** Half steps whose own course closes, opens or crosses the feet. */
export const OWN_STEPS = { ...STEPS, ownCourse: true } as const;
/** Moves that take no step. */
export const NO_STEP = { ...STEPS, order: false, halfStep: false } as const;
/** A move with neither another foot nor another side, and one that says no bearing. */
export const noOther = (): null => null;
export const asItIs = <M>(move: M): M => move;
