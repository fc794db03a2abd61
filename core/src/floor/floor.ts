import type { Fixture } from './fixtures.ts';
import type { Point } from '../geometry/index.ts';

/** A named point a tape can start from: a corner, a post, a nail in the skirting. */
export interface Datum {
  readonly id: string;
  readonly name: string;
  readonly at: Point;
}

/** What stands along the edge of a floor, and so how much room it wants. */
export type Edge = 'wall' | 'rope' | 'open';

/** Room to keep free, metres. */
export interface Margins {
  /** From the lane of anyone who moves to the edge of the floor. */
  readonly edgeM: number;
  /** Between one lane and the next. */
  readonly betweenM: number;
  /** From a lane to a post or a bench. */
  readonly fixtureM: number;
}

export interface Floor {
  readonly name: string;
  /** Corners in order, a simple polygon, floor frame, metres. */
  readonly outline: readonly Point[];
  readonly datums: readonly Datum[];
  /** A mat on an open floor when nothing is said. */
  readonly edge?: Edge | undefined;
  readonly fixtures?: readonly Fixture[] | undefined;
  readonly margins?: Margins | undefined;
}

export interface Cone {
  readonly number: number;
  readonly at: Point;
  /** Radius of the base, metres. */
  readonly radiusM: number;
}

/** What the student keeps at distance: a bag, a pad holder, a partner. */
export interface Target {
  readonly kind: 'bag' | 'pad' | 'partner';
  readonly at: Point;
  /** Distance from the centre to the surface the gap is measured to; 0 for a partner. */
  readonly radiusM: number;
}

/** A, B, ... Z, A2, B2, ... */
export const datumId = (index: number): string =>
  String.fromCharCode(65 + (index % 26)) + (index < 26 ? '' : String(1 + Math.floor(index / 26)));

/** Name of a corner by where it lies in the floor; corners of other shapes are numbered. */
function cornerName(corner: Point, outline: readonly Point[]): string | null {
  const [xs, ys] = [outline.map(({ x }) => x), outline.map(({ y }) => y)];
  const near = corner.y === Math.min(...ys) ? 'near' : corner.y === Math.max(...ys) ? 'far' : null;
  const side = corner.x === Math.min(...xs) ? 'left' : corner.x === Math.max(...xs) ? 'right' : null;
  return near && side ? `${near}-${side} corner` : null;
}

/** Every corner of an outline as a datum: lettered, and named by where it lies where it can be. */
export function cornerDatums(outline: readonly Point[]): Datum[] {
  return outline.map((at, i) => ({
    id: datumId(i),
    name: cornerName(at, outline) ?? `corner ${datumId(i)}`,
    at,
  }));
}

/** A rectangular mat with its four corners as datums, seen from the viewer's side. */
export function rectangularFloor(name: string, widthM: number, depthM: number): Floor {
  const outline = [
    { x: 0, y: 0 },
    { x: widthM, y: 0 },
    { x: widthM, y: depthM },
    { x: 0, y: depthM },
  ];
  return { name, outline, datums: cornerDatums(outline) };
}

/** A free letter for one more datum. */
export function freeDatumId(datums: readonly Datum[]): string {
  const taken = new Set(datums.map(({ id }) => id));
  for (let i = 0; ; i++) if (!taken.has(datumId(i))) return datumId(i);
}
