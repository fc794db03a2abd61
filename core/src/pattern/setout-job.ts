import type { Ruler } from '../body/index.ts';
import {
  checkDiagonals,
  type CheckDistance,
  setOut,
  type SetOut,
  USUAL_TAPE,
  type SetOutPoint,
  type Tape,
  squareCorner,
  type SquareCorner,
} from '../setout/index.ts';
import { type Floor, materialsOf, type Mark, type Materials } from '../floor/index.ts';
import { sidesOf, distanceM } from '../geometry/index.ts';
import { boxCorners, laidOut, setOutPoints, type LaidFloor } from '../layout/index.ts';
import type { Plan, PlannedDrill } from './plan.ts';
import { sequenceMarks, type SequenceMarking } from './sequence-marks.ts';
import { laneOf } from './items.ts';
import { conesOf } from './weave.ts';

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
export function floorJob(plan: LaidFloor, ruler: Ruler): SetOutJob {
  const laid = laidOut(plan.pieces, ruler);
  const marks = laid.flatMap((one) => one.marks);
  return jobOf(plan.name, plan.floor, marks, boxCorners(laid), plan.tape);
}

/** Cones of a pattern as marks. */
export const planMarks = (plan: Plan): Mark[] =>
  conesOf(plan).map(({ number, at }) => ({
    number,
    name: `cone ${number}`,
    purpose: 'pass it',
    at,
    kind: 'cone',
    tall: laneOf(plan)?.coneHeight === 'tall',
  }));

/** The cones of a pattern on its own floor. */
export const planJob = (plan: Plan, tape: Tape = USUAL_TAPE): SetOutJob =>
  jobOf(plan.name, plan.floor, planMarks(plan), [], tape);

/** What a drill of a student takes on its own floor: the cones of its lane, or the marks of its sequence. */
export function drillJob(drill: PlannedDrill, what: SequenceMarking, tape: Tape = USUAL_TAPE): SetOutJob {
  const { name, floor } = drill.plan;
  const cones = planMarks(drill.plan);
  return jobOf(name, floor, cones.length > 0 ? cones : sequenceMarks(drill, what), [], tape);
}
