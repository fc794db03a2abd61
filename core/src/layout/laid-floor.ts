import type { Ruler } from '../body/index.ts';
import { type Placement, applyMove, type RigidMove } from '../placing/index.ts';
import { type Floor, moveMark, type Mark } from '../floor/index.ts';
import type { SetOutPoint, Tape } from '../setout/index.ts';
import { fromFacing, wrapDeg, type Point } from '../geometry/index.ts';
import { laneCorners } from './lane-box.ts';
import { layoutKindOf } from './layout-kinds.ts';
import { layoutMarks } from './layout-marks.ts';
import type { Placed } from './layouts.ts';

interface PieceBase {
  readonly id: string;
  readonly name: string;
  /** Pieces of one group are chosen and moved together. */
  readonly group: string | null;
  readonly locked: boolean;
  /** Somebody moves backward here. */
  readonly backward: boolean;
  /** The hanging bag that is worked on from here. */
  readonly worksOn: string | null;
}

/** Something laid out: a layout that stays what it was made from, or a mark of its own. */
export type Piece = PieceBase &
  ((Placed & { readonly kind: 'layout' }) | { readonly kind: 'mark'; readonly mark: Mark });
export type LayoutPiece = Extract<Piece, { kind: 'layout' }>;
export type MarkPiece = Extract<Piece, { kind: 'mark' }>;

/** A floor with everything laid out on it, and the tape it is set out with. */
export interface LaidFloor {
  readonly name: string;
  readonly floor: Floor;
  readonly pieces: readonly Piece[];
  readonly tape: Tape;
}

/** A piece with its marks as they are numbered on this floor. */
export interface LaidPiece {
  readonly piece: Piece;
  readonly marks: readonly Mark[];
}

/**
 * The marks of every piece for one student. Loose marks keep their own numbers; marks of layouts take the
 * numbers that are left, in order, so that every number is on the floor once.
 */
export function laidOut(pieces: readonly Piece[], ruler: Ruler): LaidPiece[] {
  const taken = new Set(pieces.flatMap((piece) => (piece.kind === 'mark' ? [piece.mark.number] : [])));
  let next = 1;
  const number = (): number => {
    while (taken.has(next)) next++;
    return next++;
  };
  return pieces.map((piece) => ({
    piece,
    marks:
      piece.kind === 'mark'
        ? [piece.mark]
        : layoutMarks(piece, ruler).map((mark) => {
            const own = number();
            return { ...mark, number: own, name: `${mark.kind} ${own}` };
          }),
  }));
}

export const marksOnFloor = (plan: LaidFloor, ruler: Ruler): Mark[] =>
  laidOut(plan.pieces, ruler).flatMap(({ marks }) => marks);

/** Laid-out pieces as the tests of fit see them. */
export const placementsOf = (laid: readonly LaidPiece[], ruler: Ruler): Placement[] =>
  laid.map(({ piece, marks }) => ({
    id: piece.id,
    name: piece.name,
    marks,
    lane: piece.kind === 'layout' ? laneCorners(piece, ruler) : null,
    backward: piece.backward,
    worksOn: piece.worksOn,
  }));

/** A piece carried along by a rigid move of the floor. */
export function movePiece(piece: Piece, move: RigidMove): Piece {
  if (piece.kind === 'layout')
    return {
      ...piece,
      at: applyMove(move, piece.at),
      headingDeg: wrapDeg(piece.headingDeg + move.turnDeg),
    };
  return { ...piece, mark: moveMark(piece.mark, (p) => applyMove(move, p), move.turnDeg) };
}

/** A piece in a mirror that stands straight away from the viewer at x = aboutX. */
export function mirrorPiece(piece: Piece, aboutX: number): Piece {
  const over = ({ x, y }: Point): Point => ({ x: 2 * aboutX - x, y });
  if (piece.kind === 'layout')
    return {
      ...piece,
      at: over(piece.at),
      headingDeg: wrapDeg(-piece.headingDeg),
      mirrored: !piece.mirrored,
    };
  return { ...piece, mark: mirrorMark(piece.mark, over) };
}

function mirrorMark(mark: Mark, over: (p: Point) => Point): Mark {
  const at = over(mark.at);
  switch (mark.kind) {
    case 'line':
    case 'rope':
      return { ...mark, at, to: over(mark.to) };
    case 'arc':
      return { ...mark, at, fromDeg: -mark.toDeg, toDeg: -mark.fromDeg };
    case 'cross':
      return { ...mark, at, headingDeg: wrapDeg(-mark.headingDeg) };
    default:
      return { ...mark, at };
  }
}

/** The marks of a layout as marks of their own, in one group; `newId` names them. */
export function breakUp({ piece, marks }: LaidPiece, newId: () => string): Piece[] {
  const group = newId();
  const { locked, backward, worksOn } = piece;
  return marks.map((mark) => ({
    id: newId(),
    name: mark.name,
    group,
    locked,
    backward,
    worksOn,
    kind: 'mark' as const,
    mark,
  }));
}

/** Points to set out for the marks: one each, two for lines, ropes and crosses, three for an arc. */
export function setOutPoints(marks: readonly Mark[]): SetOutPoint[] {
  const used = new Set<string>();
  const unique = (name: string): string => {
    let single = name;
    for (let n = 2; used.has(single); n++) single = `${name} (${n})`;
    used.add(single);
    return single;
  };
  return marks.flatMap((mark): SetOutPoint[] => {
    const name = unique(mark.name);
    switch (mark.kind) {
      case 'line':
      case 'rope':
        return [
          { id: `${name}, start`, at: mark.at },
          { id: `${name}, end`, at: mark.to },
        ];
      case 'cross':
        return [
          { id: `${name}, middle`, at: mark.at },
          { id: `${name}, arm`, at: fromFacing(mark.at, mark.headingDeg, 0, mark.sizeM / 2) },
        ];
      case 'arc':
        return [
          { id: `${name}, middle`, at: mark.at },
          { id: `${name}, start`, at: fromFacing(mark.at, mark.fromDeg, 0, mark.radiusM) },
          { id: `${name}, end`, at: fromFacing(mark.at, mark.toDeg, 0, mark.radiusM) },
        ];
      default:
        return [{ id: name, at: mark.at }];
    }
  });
}

/** The four corners of every box, for its check diagonals. */
export const boxCorners = (laid: readonly LaidPiece[]): SetOutPoint[][] =>
  laid
    .filter(({ piece }) => piece.kind === 'layout' && piece.layout.kind === 'box')
    .map(({ marks }) => setOutPoints(marks));

/** How many people work at once on what is laid out. */
export const placesFor = (pieces: readonly Piece[]): number =>
  pieces.reduce(
    (sum, piece) => sum + (piece.kind === 'layout' ? layoutKindOf(piece.layout.kind).people : 0),
    0,
  );

/** What every piece starts with. */
export const newPiece = (id: string, name: string, backward: boolean): PieceBase => ({
  id,
  name,
  group: null,
  locked: false,
  backward,
  worksOn: null,
});
