import {
  balanceOf,
  type Direction,
  SCHOOLS,
  type School,
  placeStance,
  type StudentFit,
} from '../body/index.ts';
import { contactOf } from './reach.ts';
import { strikerOf } from './reach-body.ts';
import { partnerTarget } from './target-parts.ts';

/** What one school gives one student, in numbers. Metres. */
export interface SchoolInNumbers {
  readonly school: School;
  readonly separationM: number;
  readonly stanceAngleDeg: number;
  /** Room of the projected mass to the edge of the base, each way. */
  readonly margins: Readonly<Record<Direction, number>>;
  readonly jabM: number;
  readonly crossM: number;
  /** Gap at which the rear hand of an equal partner reaches this head: the smaller, the safer. */
  readonly exposureM: number;
  /** Way of the rear foot from the floor to the partner's body in a rear round kick. */
  readonly kickWayM: number;
}

const HERE = { x: 0, y: 0 };

/** The schools side by side for the same student, the partner a copy in the usual stance. */
export function compareSchools(student: StudentFit, more: readonly School[] = []): SchoolInNumbers[] {
  const partner = strikerOf({ ...student, school: undefined, schoolId: 'shoulder-width' });
  return [...SCHOOLS, ...more].map((school): SchoolInNumbers => {
    const striker = strikerOf({ ...student, school });
    const { stance } = striker;
    const feet = placeStance(stance, HERE, 0);
    const balance = balanceOf(stance, feet, 0, { weightOnLead: school.weightOnLead, leanDeg: 0 });
    const head = partnerTarget(partner, 'head');
    const kick = contactOf(striker, 'rear-round-kick-body', partnerTarget(partner, 'body'));
    return {
      school,
      separationM: stance.separation.valueM,
      stanceAngleDeg: stance.stanceAngleDeg,
      margins: balance.margins,
      jabM: contactOf(striker, 'jab', head).gapM,
      crossM: contactOf(striker, 'cross', head).gapM,
      exposureM: contactOf(partner, 'cross', partnerTarget(striker, 'head')).gapM,
      kickWayM: Math.hypot(
        kick.gapM - kick.terms.targetAheadM + stance.lengthM / 2,
        stance.widthM / 2,
        kick.terms.targetHeightM,
      ),
    };
  });
}

export type Better = 'more' | 'less';

/** What each school gains and gives up against another, in words with numbers. */
export function gainsOf(
  one: SchoolInNumbers,
  other: SchoolInNumbers,
  length: (metres: number) => string,
): { readonly gains: readonly string[]; readonly gives: readonly string[] } {
  const rows: readonly (readonly [string, number, number, Better])[] = [
    ['room to the front', one.margins.front, other.margins.front, 'more'],
    ['room to the back', one.margins.back, other.margins.back, 'more'],
    [
      'room to the side',
      Math.min(one.margins.left, one.margins.right),
      Math.min(other.margins.left, other.margins.right),
      'more',
    ],
    ['reach of the jab', one.jabM, other.jabM, 'more'],
    ['reach of the cross', one.crossM, other.crossM, 'more'],
    ['exposure to the rear hand', one.exposureM, other.exposureM, 'less'],
    ['way of the kicking foot', one.kickWayM, other.kickWayM, 'less'],
  ];
  const gains: string[] = [];
  const gives: string[] = [];
  for (const [name, mine, theirs, better] of rows) {
    const change = mine - theirs;
    if (Math.abs(change) < 0.01) continue;
    const words = `${length(Math.abs(change))} ${change > 0 ? 'more' : 'less'} ${name}`;
    (change > 0 === (better === 'more') ? gains : gives).push(words);
  }
  return { gains, gives };
}
