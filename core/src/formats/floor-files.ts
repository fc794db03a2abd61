import type { Ruler } from '../body/index.ts';
import { floorDxf, type DxfSpan } from './floor-dxf.ts';
import { rectangularFloor, type Floor, moveMark, type Mark } from '../floor/index.ts';
import { markPoints } from '../placing/index.ts';
import { floorSvg } from './floor-svg.ts';
import { marksCsv } from './marks-csv.ts';
import { sidesOf, boundsOf } from '../geometry/index.ts';
import type { ReadFloor } from './read-svg.ts';
import { USUAL_TAPE } from '../setout/index.ts';
import { laidOut, marksOnFloor, newPiece, type LaidFloor, type Piece } from '../layout/index.ts';

/** Room left around marks that come without a floor, metres (own choice). */
const AROUND_M = 1;

/** Marks as loose pieces; `newId` names them. */
export const markPieces = (marks: readonly Mark[], newId: () => string): Piece[] =>
  marks.map((mark) => ({ ...newPiece(newId(), mark.name, false), kind: 'mark' as const, mark }));

/** A floor with marks, as it was read from a drawing. */
export const floorOfDrawing = ({ floor, marks }: ReadFloor, newId: () => string): LaidFloor => ({
  name: floor.name === '' ? 'Floor from a drawing' : floor.name,
  floor,
  pieces: markPieces(marks, newId),
  tape: USUAL_TAPE,
});

/** Marks from a table, on a bare floor a metre larger than they are; its near-left corner is the origin. */
export function floorOfMarks(name: string, marks: readonly Mark[], newId: () => string): LaidFloor {
  const { least, most } = boundsOf(marks.flatMap(markPoints));
  const shift = { x: AROUND_M - least.x, y: AROUND_M - least.y };
  const floor: Floor = rectangularFloor(
    name,
    most.x - least.x + 2 * AROUND_M,
    most.y - least.y + 2 * AROUND_M,
  );
  const moved = marks.map((mark) => moveMark(mark, ({ x, y }) => ({ x: x + shift.x, y: y + shift.y }), 0));
  return { name, floor, pieces: markPieces(moved, newId), tape: USUAL_TAPE };
}

/** Distances worth a dimension: the sides of the floor, and from each mark of a piece to the next. */
export function dimensionSpans(plan: LaidFloor, ruler: Ruler): DxfSpan[] {
  const sides = sidesOf(plan.floor.outline).map(([from, to]) => ({ from, to }));
  const between = laidOut(plan.pieces, ruler).flatMap(({ marks }) =>
    marks.slice(1).map((mark, i) => ({ from: marks[i]!.at, to: mark.at })),
  );
  return [...sides, ...between];
}

/** The files a floor is written to, beside the open JSON. */
export const FLOOR_FILES = {
  svg: (plan: LaidFloor, ruler: Ruler): string => floorSvg(plan.floor, marksOnFloor(plan, ruler)),
  dxf: (plan: LaidFloor, ruler: Ruler): string =>
    floorDxf(plan.floor, marksOnFloor(plan, ruler), dimensionSpans(plan, ruler)),
  csv: (plan: LaidFloor, ruler: Ruler): string => marksCsv(marksOnFloor(plan, ruler)),
} as const;
export type FloorFileKind = keyof typeof FLOOR_FILES;
