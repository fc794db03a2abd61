import type { Ruler } from '../body/measure.ts';
import { checkDiagonals, type CheckDistance } from '../floor/check-diagonals.ts';
import type { Floor } from '../floor/floor.ts';
import { materialsOf, type Mark, type Materials } from '../floor/marks.ts';
import { sidesOf } from '../floor/polygon.ts';
import { setOut, type SetOut } from '../floor/setout.ts';
import { USUAL_TAPE, type SetOutPoint, type Tape } from '../floor/setout-fix.ts';
import { squareCorner, type SquareCorner } from '../floor/two-tapes.ts';
import { distanceM } from '../floor/vector.ts';
import { boxCorners, laidOut, setOutPoints, type FloorPlan } from './floor-plan.ts';
import type { Plan } from './plan.ts';
import { zigzagCones } from './zigzag.ts';

/** Everything needed to set marks out on a floor, on screen, on paper and in files. */
export interface SetOutJob {
  readonly name: string;
  readonly floor: Floor;
  readonly marks: readonly Mark[];
  readonly points: readonly SetOutPoint[];
  readonly table: SetOut;
  readonly checks: readonly CheckDistance[];
  /** To square a corner where the datums are not trusted; null on a floor too small for it. */
  readonly square: SquareCorner | null;
  readonly materials: Materials;
}

function jobOf(
  name: string,
  floor: Floor,
  marks: readonly Mark[],
  rectangles: readonly (readonly SetOutPoint[])[],
  tape: Tape,
): SetOutJob {
  const points = setOutPoints(marks);
  const longest = Math.max(...sidesOf(floor.outline).map(([a, b]) => distanceM(a, b)));
  return {
    name,
    floor,
    marks,
    points,
    table: setOut(floor, points, tape),
    checks: checkDiagonals(floor, rectangles),
    square: squareCorner(longest, tape.lengthM, tape.readingUM),
    materials: materialsOf(marks),
  };
}

/** Marks of a laid-out floor for one student. */
export function floorJob(plan: FloorPlan, ruler: Ruler): SetOutJob {
  const laid = laidOut(plan.pieces, ruler);
  const marks = laid.flatMap((one) => one.marks);
  return jobOf(plan.name, plan.floor, marks, boxCorners(laid), plan.tape);
}

/** Cones of a pattern as marks. */
export const planMarks = ({ pattern }: Plan): Mark[] =>
  zigzagCones(pattern).map(({ number, at }) => ({
    number,
    name: `cone ${number}`,
    purpose: 'pass it',
    at,
    kind: 'cone',
    tall: pattern.coneHeight === 'tall',
  }));

/** The cones of a pattern on its own floor. */
export const planJob = (plan: Plan, tape: Tape = USUAL_TAPE): SetOutJob =>
  jobOf(plan.name, plan.floor, planMarks(plan), [], tape);
