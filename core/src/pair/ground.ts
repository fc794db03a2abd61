import { longestStepM, otherFoot, type FootName } from '../body/index.ts';
import { radians } from '../geometry/index.ts';
import { partPlace, strikeTiming, turnReachedDeg, type Strike, type Striker } from '../range/index.ts';
import { hitsOf, exchanged, type PairContact, type Two } from './contacts.ts';
import { STEP_S } from './times.ts';

/**
 * The ground about a partner who stands at the origin and faces up (heading 0); whoever is at a place faces them.
 * Metres, x to the right and y ahead of the partner, degrees clockwise.
 */

/** Off its own facing a strike still goes so far to either side, degrees (own choice). */
const CONE_DEG: Readonly<Record<Strike['limb'], number>> = {
  hand: 25,
  elbow: 60,
  leg: 40,
  knee: 40,
  'round-kick': 40,
};
const BENT_CONE_DEG = 60;
const TURNS_DEG_A_S = 180;
/** Directions of a half step that are tried. */
export const STEP_WAYS = 24;

/** One strike against one part, ready to be asked from anywhere. */
export interface Reacher {
  /** Joint ahead of the stance centre, and to the right of its facing. */
  readonly aheadM: number;
  readonly asideM: number;
  /** How far the limb goes on the level from there, and no nearer than. */
  readonly limbM: number;
  readonly nearM: number;
  readonly coneCos: number;
  /** The part: a disc so far ahead of its owner's stance centre. */
  readonly partAheadM: number;
  readonly partRadiusM: number;
  readonly contactS: number;
}

/** Where somebody stands and faces; sine and cosine of the facing. */
export interface Standing {
  readonly x: number;
  readonly y: number;
  readonly sin: number;
  readonly cos: number;
}

const isBent = ({ id }: Strike): boolean => /hook|uppercut|elbow|overhand/.test(id);

const sideOf = (striker: Striker, side: Strike['side']): FootName =>
  side === 'lead' ? striker.student.leadSide : otherFoot(striker.student.leadSide);

function reacherOf(striker: Striker, owner: Striker, { part, contact }: PairContact): Reacher {
  const { strike, terms, gapM, window } = contact;
  const isHand = strike.limb === 'hand' || strike.limb === 'elbow';
  const { shoulderJoints, hipJoints } = striker.lengths;
  const halfM = (isHand ? shoulderJoints : hipJoints).valueM / 2;
  const asideM =
    halfM *
    Math.cos(radians(turnReachedDeg(striker, strike))) *
    (sideOf(striker, strike.side) === 'left' ? -1 : 1);
  const middleM = partPlace(owner, part, true).aheadM;
  const partRadiusM = Math.max(0, terms.targetAheadM - middleM);
  // In line it reaches as far as the contact distance says, calibration and glove with it.
  const straightM = gapM - terms.targetAheadM - terms.hipM - terms.turnM;
  const kneeM = window ? window.kneeM - terms.targetAheadM - terms.hipM - terms.turnM : 0;
  return {
    aheadM: terms.hipM + terms.turnM,
    asideM,
    limbM: Math.hypot(straightM + partRadiusM, asideM) - partRadiusM,
    nearM: kneeM > 0 ? Math.hypot(kneeM, asideM) : 0,
    coneCos: Math.cos(radians(isBent(strike) ? BENT_CONE_DEG : CONE_DEG[strike.limb])),
    partAheadM: middleM,
    partRadiusM,
    contactS: strikeTiming(strike.id).contactS,
  };
}

/** All that one can do to the other, the quickest first. */
export const reachersOf = (two: Two): Reacher[] =>
  hitsOf(two)
    .filter(({ contact }) => contact.touches)
    .map((one) => reacherOf(two.mine, two.theirs, one))
    .toSorted((a, b) => a.contactS - b.contactS);

/** Whether a strike from one standing hits a part of another: within the limb, and within its cone. */
export function hits(reacher: Reacher, from: Standing, to: Standing): boolean {
  const { aheadM, asideM, limbM, nearM, coneCos, partAheadM, partRadiusM } = reacher;
  const partX = to.x + to.sin * partAheadM;
  const partY = to.y + to.cos * partAheadM;
  const dx = partX - (from.x + from.sin * aheadM + from.cos * asideM);
  const dy = partY - (from.y + from.cos * aheadM - from.sin * asideM);
  const d2 = dx * dx + dy * dy;
  const most = limbM + partRadiusM;
  if (d2 > most * most) return false;
  if (nearM > 0 && d2 < nearM * nearM) return false;
  // The bearing is that of the part from the middle of the stance: a joint beside it looks past it close in.
  const cx = partX - from.x;
  const cy = partY - from.y;
  const along = cx * from.sin + cy * from.cos;
  return along > 0 && along * along >= coneCos * coneCos * (cx * cx + cy * cy);
}

/** How soon one can hit the other, seconds, and what it takes. */
export interface Soonest {
  readonly timeS: number;
  readonly turn: boolean;
  readonly step: boolean;
}

/** Half steps that can be made from a stance, as shifts; the facing stays. */
export function stepsOf({ stance }: Striker): readonly (readonly [right: number, ahead: number])[] {
  return Array.from({ length: STEP_WAYS }, (_, i) => {
    const deg = (i * 360) / STEP_WAYS - 180;
    const m = longestStepM(stance, deg);
    return [m * Math.sin(radians(deg)), m * Math.cos(radians(deg))] as const;
  });
}

export const facing = (x: number, y: number, toX: number, toY: number): Standing => {
  const d = Math.hypot(toX - x, toY - y);
  return d === 0 ? { x, y, sin: 0, cos: 1 } : { x, y, sin: (toX - x) / d, cos: (toY - y) / d };
};

const shifted = ({ x, y, sin, cos }: Standing, [right, ahead]: readonly [number, number]): Standing => ({
  x: x + cos * right + sin * ahead,
  y: y - sin * right + cos * ahead,
  sin,
  cos,
});

/** What one of the two brings to the ground. */
export interface Armed {
  readonly reachers: readonly Reacher[];
  readonly steps: readonly (readonly [number, number])[];
  readonly longestStepM: number;
  /** From the middle of one stance to that of the other nothing reaches further, without a step. */
  readonly mostM: number;
}

export function armed(two: Two): Armed {
  const reachers = reachersOf(two);
  const steps = stepsOf(two.mine);
  return {
    reachers,
    steps,
    longestStepM: Math.max(...steps.map(([a, b]) => Math.hypot(a, b))),
    mostM: Math.max(
      0,
      ...reachers.map(
        (one) => Math.hypot(one.aheadM, one.asideM) + one.limbM + one.partRadiusM + Math.abs(one.partAheadM),
      ),
    ),
  };
}

/** The quickest that hits from a standing; null where none does. */
function quickest({ reachers }: Armed, from: Standing, to: Standing): number | null {
  for (const one of reachers) if (hits(one, from, to)) return one.contactS;
  return null;
}

/** The quickest after one half step in the best direction; strikes that no step brings near enough are passed by. */
function quickestStepping(
  { reachers, steps, longestStepM: longM }: Armed,
  from: Standing,
  to: Standing,
): number | null {
  for (const one of reachers) {
    const dx = to.x + to.sin * one.partAheadM - from.x;
    const dy = to.y + to.cos * one.partAheadM - from.y;
    const mostM = Math.hypot(one.aheadM, one.asideM) + one.limbM + one.partRadiusM + longM;
    if (dx * dx + dy * dy > mostM * mostM) continue;
    for (const step of steps) if (hits(one, shifted(from, step), to)) return one.contactS;
  }
  return null;
}

/** How soon somebody who faces one way hits somebody else: as they stand, turned to them, after a half step, or both. */
export function soonest(who: Armed, from: Standing, to: Standing): Soonest | null {
  const d = Math.hypot(to.x - from.x, to.y - from.y);
  if (d > who.mostM + who.longestStepM) return null;
  const turned = facing(from.x, from.y, to.x, to.y);
  const offDeg =
    (Math.acos(Math.max(-1, Math.min(1, turned.sin * from.sin + turned.cos * from.cos))) * 180) / Math.PI;
  const turnS = offDeg / TURNS_DEG_A_S;
  const isTurned = offDeg < 1e-9;
  const ways: Soonest[] = [];
  const add = (contactS: number | null, turn: boolean, step: boolean): void => {
    if (contactS !== null)
      ways.push({ timeS: contactS + (turn ? turnS : 0) + (step ? STEP_S : 0), turn, step });
  };
  if (d <= who.mostM) {
    add(quickest(who, from, to), false, false);
    if (!isTurned) add(quickest(who, turned, to), true, false);
  }
  // A step is only looked for where it could be sooner than what there is.
  const best = Math.min(...ways.map(({ timeS }) => timeS));
  if (best > STEP_S + (who.reachers[0]?.contactS ?? 0)) {
    add(quickestStepping(who, from, to), false, true);
    if (!isTurned) add(quickestStepping(who, turned, to), true, true);
  }
  return ways.reduce<Soonest | null>((a, b) => (!a || b.timeS < a.timeS ? b : a), null);
}

/** One place of the ground. */
export interface Cell {
  readonly x: number;
  readonly y: number;
  readonly mine: Soonest | null;
  readonly theirs: Soonest | null;
}

const PARTNER: Standing = { x: 0, y: 0, sin: 0, cos: 1 };

export function cellAt(me: Armed, them: Armed, x: number, y: number): Cell {
  const here = facing(x, y, 0, 0);
  return { x, y, mine: soonest(me, here, PARTNER), theirs: soonest(them, PARTNER, here) };
}

/** What a place is to the one who stands there. */
export const KINDS = ['nothing', 'theirs alone', 'both', 'mine first', 'mine alone'] as const;
export type Kind = (typeof KINDS)[number];

/** So much sooner is first, seconds (own choice: a tenth, what nobody reacts within). */
const FIRST_S = 0.1;

export function kindOf({ mine, theirs }: Pick<Cell, 'mine' | 'theirs'>): Kind {
  if (!mine) return theirs ? 'theirs alone' : 'nothing';
  if (!theirs) return 'mine alone';
  return theirs.timeS - mine.timeS > FIRST_S ? 'mine first' : 'both';
}

export interface Ground {
  readonly stepM: number;
  /** Cells a row; rows go up the floor. */
  readonly columns: number;
  readonly rows: number;
  readonly leftM: number;
  readonly bottomM: number;
  readonly cells: readonly Cell[];
  readonly areasM2: Readonly<Record<Kind, number>>;
}

/** The ground about a partner, cell by cell, each by its middle. */
export function groundOf(
  two: Two,
  sizeM: number,
  stepM: number,
  onProgress?: (share: number) => void,
): Ground {
  const [me, them] = [armed(two), armed(exchanged(two))];
  const columns = Math.max(1, Math.round(sizeM / stepM));
  const leftM = (-columns * stepM) / 2;
  const cells: Cell[] = [];
  for (let row = 0; row < columns; row++) {
    for (let column = 0; column < columns; column++)
      cells.push(cellAt(me, them, leftM + (column + 0.5) * stepM, leftM + (row + 0.5) * stepM));
    onProgress?.((row + 1) / columns);
  }
  const areas: Record<Kind, number> = {
    nothing: 0,
    'theirs alone': 0,
    both: 0,
    'mine first': 0,
    'mine alone': 0,
  };
  for (const cell of cells) areas[kindOf(cell)] += stepM * stepM;
  return { stepM, columns, rows: columns, leftM, bottomM: leftM, cells, areasM2: areas };
}

/** Whether a place is outside their lead foot, and in the lane of their rear hand. */
export function besideThem(
  { theirs }: Two,
  x: number,
  y: number,
): { readonly outside: boolean; readonly inLane: boolean } {
  const { stance, student } = theirs;
  const sign = student.leadSide === 'left' ? -1 : 1;
  const outside = y > 0 && sign * x > stance.widthM / 2;
  const handM = -sign * LANE_ASIDE_M;
  return { outside, inLane: y > 0 && y <= LANE_REACHES_M && Math.abs(x - handM) <= LANE_HALF_M };
}

/** The lane of a rear hand: so far beside the middle, so wide to either side, so long (own choice). */
const LANE_ASIDE_M = 0.15;
const LANE_HALF_M = 0.18;
const LANE_REACHES_M = 1.6;
