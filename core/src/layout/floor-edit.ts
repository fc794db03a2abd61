import type { Ruler } from '../body/index.ts';
import { type Mark, cornerDatums, freeDatumId, type Datum, type Floor } from '../floor/index.ts';
import type { RigidMove } from '../placing/index.ts';
import { boundsOf, distanceM, midpoint, type Point } from '../geometry/index.ts';
import {
  breakUp,
  laidOut,
  mirrorPiece,
  movePiece,
  type LaidFloor,
  type LayoutPiece,
  type Piece,
  newPiece,
} from './laid-floor.ts';

/** Ids of the pieces that are chosen. */
export type Chosen = readonly string[];
type NewId = () => string;

/** The chosen pieces, with everything grouped with them. */
export function withGroups({ pieces }: LaidFloor, chosen: Chosen): string[] {
  const groups = new Set(
    pieces.flatMap(({ id, group }) => (group !== null && chosen.includes(id) ? [group] : [])),
  );
  return pieces
    .filter(({ id, group }) => chosen.includes(id) || (group !== null && groups.has(group)))
    .map(({ id }) => id);
}

const changed = (plan: LaidFloor, chosen: Chosen, change: (piece: Piece) => Piece): LaidFloor => ({
  ...plan,
  pieces: plan.pieces.map((piece) => (chosen.includes(piece.id) ? change(piece) : piece)),
});

/** Chosen pieces that may be moved and changed. */
export const unlocked = (plan: LaidFloor, chosen: Chosen): string[] =>
  plan.pieces.filter(({ id, locked }) => !locked && chosen.includes(id)).map(({ id }) => id);

export const moveChosen = (plan: LaidFloor, chosen: Chosen, move: RigidMove): LaidFloor =>
  changed(plan, unlocked(plan, chosen), (piece) => movePiece(piece, move));

/** Where a piece is taken hold of: the origin of a layout, the place of a mark. */
export const originOfPiece = (piece: Piece): Point => (piece.kind === 'layout' ? piece.at : piece.mark.at);

/** The middle of the origins of the chosen pieces. */
export function middleOfChosen(plan: LaidFloor, chosen: Chosen): Point {
  const origins = plan.pieces.filter(({ id }) => chosen.includes(id)).map(originOfPiece);
  const { least, most } = boundsOf(origins);
  return midpoint(least, most);
}

/** "Lane 1" becomes the next "Lane" that is free. */
export function freeName(pieces: readonly Piece[], name: string): string {
  const stem = name.replace(/\s*\d+$/, '');
  const taken = new Set(pieces.map((piece) => piece.name));
  for (let n = 2; ; n++) if (!taken.has(`${stem} ${n}`)) return `${stem} ${n}`;
}

/** The lowest number that no loose mark has. */
export function freeNumber(pieces: readonly Piece[]): number {
  const taken = new Set(pieces.flatMap((piece) => (piece.kind === 'mark' ? [piece.mark.number] : [])));
  for (let n = 1; ; n++) if (!taken.has(n)) return n;
}

/** A floor with marks that were worked out elsewhere, as one group; each takes a number that is free. */
export function withMarks(
  plan: LaidFloor,
  marks: readonly Mark[],
  { name, backward }: { readonly name: string; readonly backward: boolean },
  newId: NewId,
): LaidFloor {
  const group = newId();
  return marks.reduce<LaidFloor>(
    (floor, mark) =>
      addPiece(floor, {
        ...newPiece(newId(), `${name}: ${mark.name}`, backward),
        group,
        kind: 'mark',
        mark: { ...mark, number: freeNumber(floor.pieces) },
      }),
    plan,
  );
}

export interface Edited {
  readonly plan: LaidFloor;
  readonly chosen: Chosen;
}

/** Copies beside the chosen pieces, grouped as those are; the copies are chosen then. */
export function duplicateChosen(plan: LaidFloor, chosen: Chosen, shift: Point, newId: NewId): Edited {
  const groups = new Map<string, string>();
  const pieces = [...plan.pieces];
  const copies: string[] = [];
  for (const piece of plan.pieces.filter(({ id }) => chosen.includes(id))) {
    const { group } = piece;
    if (group !== null && !groups.has(group)) groups.set(group, newId());
    const moved = movePiece(piece, { about: { x: 0, y: 0 }, turnDeg: 0, shift });
    const base = {
      id: newId(),
      name: freeName(pieces, piece.name),
      group: group === null ? null : groups.get(group)!,
      locked: false,
    };
    const copy: Piece =
      moved.kind === 'mark'
        ? { ...moved, ...base, mark: { ...moved.mark, number: freeNumber(pieces) } }
        : { ...moved, ...base };
    pieces.push(copy);
    copies.push(copy.id);
  }
  return { plan: { ...plan, pieces }, chosen: copies };
}

/** Mirrors the chosen pieces left for right, about their own middle. */
export function mirrorChosen(plan: LaidFloor, chosen: Chosen): LaidFloor {
  const ids = unlocked(plan, chosen);
  if (ids.length === 0) return plan;
  const { x } = middleOfChosen(plan, ids);
  return changed(plan, ids, (piece) => mirrorPiece(piece, x));
}

export const groupChosen = (plan: LaidFloor, chosen: Chosen, group: string | null): LaidFloor =>
  changed(plan, chosen, (piece) => ({ ...piece, group }));

export const lockChosen = (plan: LaidFloor, chosen: Chosen, locked: boolean): LaidFloor =>
  changed(plan, chosen, (piece) => ({ ...piece, locked }));

export const removeChosen = (plan: LaidFloor, chosen: Chosen): LaidFloor => {
  const ids = unlocked(plan, chosen);
  return { ...plan, pieces: plan.pieces.filter(({ id }) => !ids.includes(id)) };
};

/** Breaks the chosen layouts into marks of their own, which are chosen then. */
export function breakChosen(plan: LaidFloor, chosen: Chosen, ruler: Ruler, newId: NewId): Edited {
  const ids = unlocked(plan, chosen);
  const broken: string[] = [];
  const pieces = laidOut(plan.pieces, ruler).flatMap((laid): Piece[] => {
    if (laid.piece.kind !== 'layout' || !ids.includes(laid.piece.id)) return [laid.piece];
    const marks = breakUp(laid, newId);
    broken.push(...marks.map(({ id }) => id));
    return marks;
  });
  return { plan: { ...plan, pieces }, chosen: broken };
}

export const setPiece = (plan: LaidFloor, piece: Piece): LaidFloor => changed(plan, [piece.id], () => piece);

export const addPiece = (plan: LaidFloor, piece: Piece): LaidFloor => ({
  ...plan,
  pieces: [...plan.pieces, piece],
});

/** A new outline: its corners become datums, those that are no corners stay. */
export function reshaped(floor: Floor, outline: readonly Point[]): Floor {
  const wasCorner = (at: Point): boolean => floor.outline.some((corner) => distanceM(corner, at) < 1e-6);
  const corners = cornerDatums(outline);
  const others = floor.datums
    .filter(({ at }) => !wasCorner(at))
    .reduce<Datum[]>((kept, datum) => {
      const taken = [...corners, ...kept].some(({ id }) => id === datum.id);
      return [...kept, taken ? { ...datum, id: freeDatumId([...corners, ...kept]) } : datum];
    }, []);
  return { ...floor, outline, datums: [...corners, ...others] };
}

/** Copies of a layout at the places of a fill, in the stead of the piece they are made from. */
export function fillWithCopies(
  plan: LaidFloor,
  piece: LayoutPiece,
  places: readonly Pick<LayoutPiece, 'at' | 'headingDeg'>[],
  newId: NewId,
): Edited {
  const group = newId();
  const stem = piece.name.replace(/\s*\d+$/, '');
  const copies = places.map((place, i): Piece => ({
    ...piece,
    ...place,
    id: i === 0 ? piece.id : newId(),
    name: `${stem} ${i + 1}`,
    group,
    locked: false,
  }));
  const rest = plan.pieces.filter(({ id }) => id !== piece.id);
  return { plan: { ...plan, pieces: [...rest, ...copies] }, chosen: copies.map(({ id }) => id) };
}

/** A loose mark with one thing changed; its number stays its own. */
export const withMark = (piece: Extract<Piece, { kind: 'mark' }>, mark: Mark): Piece => ({
  ...piece,
  name: mark.name,
  mark,
});
