import type { Mark, MarkShape } from '../floor/index.ts';
import { distanceM, distanceToSegmentM, headingDeg, midpoint, type Point } from '../geometry/index.ts';
import { arcTurnDeg } from '../moves/index.ts';
import { expand } from './actors.ts';
import type { PlannedMove } from './footwork.ts';
import { laneOf } from './items.ts';
import type { PlannedDrill } from './plan.ts';

/** What of a sequence is marked: the fewest marks that tell the way, or every place a first foot lands. */
export type SequenceMarking = 'way' | 'landings';

/** Crosses for feet; marks of one foot nearer than this are one (own choice: half a foot's breadth). */
const FOOT_CROSS_M = 0.12;
const ONE_MARK_M = 0.05;
/** A way is told by its corners when nothing of it lies further than this beside the line between them (own choice). */
const BESIDE_M = 0.06;
/** A rope hangs at this share of the stature: about the chin (common practice, no published source). */
const ROPE_SHARE = 0.86;

/** The fewest of some points between which nothing lies further beside the line (Douglas and Peucker 1973). */
export function cornersOf(points: readonly Point[], besideM = BESIDE_M): Point[] {
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last || points.length < 3) return [...points];
  let [furthest, furthestM] = [0, 0];
  points.forEach((p, i) => {
    const offM = distanceToSegmentM(p, first, last);
    if (offM > furthestM) [furthest, furthestM] = [i, offM];
  });
  if (furthestM <= besideM) return [first, last];
  return [
    ...cornersOf(points.slice(0, furthest + 1), besideM).slice(0, -1),
    ...cornersOf(points.slice(furthest), besideM),
  ];
}

type Unnumbered = Omit<Mark, 'number'> & MarkShape;

const cross = (name: string, purpose: string, at: Point, headingTo: number): Unnumbered => ({
  name,
  purpose,
  at,
  kind: 'cross',
  sizeM: FOOT_CROSS_M,
  headingDeg: headingTo,
});

const isFar = (marks: readonly Unnumbered[], at: Point): boolean =>
  marks.every((mark) => distanceM(mark.at, at) > ONE_MARK_M);

/** Arcs that a foot swings on: about the ball that stays, from where it was to where it goes. */
const arcsOf = ({ number, events }: PlannedMove): Unnumbered[] =>
  events.flatMap((event): Unnumbered[] => {
    const { about } = event;
    if (!about || distanceM(event.from, event.to) < ONE_MARK_M) return [];
    const fromDeg = headingDeg(about, event.from);
    return [
      {
        name: `arc of move ${number}`,
        purpose: `the ${event.foot} foot goes round on it`,
        at: about,
        kind: 'arc',
        radiusM: Math.round(distanceM(about, event.from) * 1000) / 1000,
        fromDeg,
        toDeg: fromDeg + arcTurnDeg(event, about),
      },
    ];
  });

const centre = ({ left, right }: PlannedMove['after']): Point => midpoint(left, right);

/** Moves of one kind that follow each other. */
function runsOf(moves: readonly PlannedMove[], kind: PlannedMove['kind']): PlannedMove[][] {
  const runs: PlannedMove[][] = [];
  moves.forEach((move, i) => {
    if (move.kind !== kind) return;
    if (moves[i - 1]?.kind === kind) runs.at(-1)?.push(move);
    else runs.push([move]);
  });
  return runs;
}

/**
 * What to set out for a sequence of moves, for one student: the start stance, the corners of the way of the body,
 * the arcs that a foot swings on and the ropes that are slipped under; or every place where the first foot of a move
 * lands. A lane has its cones.
 */
export function sequenceMarks(drill: PlannedDrill, what: SequenceMarking): Mark[] {
  if (laneOf(drill.plan)) return [];
  const { start, moves, stance } = expand(drill);
  const { left, right } = start.feet;
  const marks: Unnumbered[] = [
    cross('left foot, start', 'the ball of the left foot', left.ball, left.headingDeg),
    cross('right foot, start', 'the ball of the right foot', right.ball, right.headingDeg),
  ];
  if (what === 'way') {
    const way = [midpoint(left.ball, right.ball), ...moves.map(({ after }) => centre(after))];
    for (const at of cornersOf(way).slice(1))
      if (isFar(marks, at))
        marks.push({
          name: `corner ${marks.length - 1}`,
          purpose: 'the body turns its way',
          at,
          kind: 'cone',
          tall: false,
        });
  } else
    for (const { number, events, firstFoot } of moves) {
      const event = events.find(({ foot, how }) => foot === firstFoot && how !== 'pivot' && how !== 'bounce');
      if (event && isFar(marks, event.to))
        marks.push(
          cross(
            `move ${number}, ${event.foot}`,
            'the first foot lands',
            event.to,
            event.headingAfterDeg ?? 0,
          ),
        );
    }
  marks.push(
    ...moves.flatMap(arcsOf).filter((arc, i, all) => all.findIndex((one) => isSameArc(one, arc)) === i),
  );
  for (const run of runsOf(moves, 'slip')) {
    const [first, last] = [run[0], run.at(-1)];
    if (!first || !last) continue;
    const [from, to] = [midpoint(first.before.left, first.before.right), centre(last.after)];
    if (distanceM(from, to) > ONE_MARK_M)
      marks.push({
        name: `rope over moves ${first.number} to ${last.number}`,
        purpose: 'slip under it',
        at: from,
        kind: 'rope',
        to,
        heightM: Math.round(ROPE_SHARE * stance.body.stature.valueM * 100) / 100,
      });
  }
  return marks.map((mark, i): Mark => ({ ...mark, number: i + 1 }));
}

const isSameArc = (a: Unnumbered, b: Unnumbered): boolean =>
  a.kind === 'arc' &&
  b.kind === 'arc' &&
  distanceM(a.at, b.at) < ONE_MARK_M &&
  Math.abs(a.fromDeg - b.fromDeg) < 5 &&
  Math.abs(a.toDeg - b.toDeg) < 5;
