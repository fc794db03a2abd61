import { toeHeadingDeg, type FootName } from '../body/index.ts';
import { standAfter, toeOf, type Freeze, type ToeReading } from '../freeze/index.ts';
import { distanceM, type Point } from '../geometry/index.ts';
import { chanceFrom, the } from '../measure/index.ts';
import { expand, type PlannedDrill } from '../pattern/index.ts';
import type { TallyWindow } from '../tally/index.ts';
import { DEMO_PLAN, DEMO_STUDENTS } from './club.ts';

/** Who refused to be filmed is taped and watched instead. */
const STUDENT = the(DEMO_STUDENTS.at(-1));
const PLANNED: PlannedDrill = { plan: DEMO_PLAN, student: STUDENT };

/** Nobody stands on the mark, 1 sigma and metres; nobody reads a tape finer than this. */
const OFF_MARK_M = 0.015;
const READ_TO_M = 0.005;
/** The right foot is left behind by this share of its stance at the last stop. */
const LEFT_BEHIND = 0.4;

/** Two toes as they are taped from the first two datums of the floor. */
function taped(moveNumber: number, isWrong: boolean, seed: number): Freeze {
  const footwork = expand(PLANNED);
  const { stance } = footwork;
  const stand = the(standAfter(footwork, moveNumber) ?? undefined);
  const [a, b] = DEMO_PLAN.floor.datums;
  const from = [the(a).at, the(b).at] as const;
  const chance = chanceFrom(seed);
  // The first number of a small seed still looks like its seed.
  chance.normal();
  const read = (toe: Point, datum: Point): number =>
    READ_TO_M * Math.round(distanceM(toe, datum) / READ_TO_M);
  const reading = (foot: FootName): ToeReading => {
    const share = isWrong && foot === 'right' ? LEFT_BEHIND : 0;
    const ball = {
      x: stand[foot].x + share * (stand.left.x - stand.right.x) + OFF_MARK_M * chance.normal(),
      y: stand[foot].y + share * (stand.left.y - stand.right.y) + OFF_MARK_M * chance.normal(),
    };
    const toe = toeOf(stance, ball, toeHeadingDeg(stance, foot, stand.facingDeg));
    return { by: 'two tapes', from, distancesM: [read(toe, from[0]), read(toe, from[1])] };
  };
  return { moveNumber, toes: { left: reading('left'), right: reading('right') } };
}

const window = (observer: string, fromS: number, crossed: readonly number[]): TallyWindow => ({
  observer,
  student: STUDENT.name,
  fromS,
  toS: fromS + 30,
  seen: crossed.map((afterS) => ({ fault: 'feet-crossed', atS: fromS + afterS })),
  watched: ['feet-crossed', 'feet-together'],
});

/** What was taken of a student of the demo club without a recording. */
export const demoTaken = (): {
  readonly studentId: string;
  readonly drill: PlannedDrill;
  readonly stops: readonly Freeze[];
  readonly windows: readonly TallyWindow[];
} => ({
  studentId: STUDENT.id,
  drill: PLANNED,
  stops: [taped(0, false, 3), taped(1, false, 4), taped(9, true, 5)],
  windows: [
    window('A coach', 66_000, [4.2, 19.6]),
    window('A coach', 66_240, [11.1]),
    window('The assistant', 66_600, []),
  ],
});
