import type { Fixture } from './fixtures.ts';
import { add, between, forward, scale, type Point } from '../geometry/index.ts';

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

/** To and fro about a place, farthest out on its heading when the drill begins: a bag on its chain, seen from above. */
export interface Swing {
  readonly headingDeg: number;
  /** How far it goes to either side. */
  readonly amplitudeM: number;
  readonly periodS: number;
  /** When it is furthest along its heading first, seconds of the drill; without it at its beginning. */
  readonly furthestS?: number | undefined;
}

/** Where something is at a time of the drill; between two of these it goes straight on. */
export interface Waypoint {
  readonly timeS: number;
  readonly at: Point;
}

/** What the student keeps at distance: a bag, a pad holder, a partner. */
export interface Target {
  readonly kind: 'bag' | 'pad' | 'partner';
  readonly at: Point;
  /** Distance from the centre to the surface the gap is measured to; 0 for a partner. */
  readonly radiusM: number;
  readonly swing?: Swing | undefined;
  /** Where it walks, in the order of time; before the first and after the last it stands. */
  readonly path?: readonly Waypoint[] | undefined;
}

/** Where a target is at a time of the drill. Floor frame, metres, seconds from the start. */
export function targetAt({ at, swing, path }: Target, timeS: number): Point {
  const place = path?.length ? alongPath(path, timeS) : at;
  if (!swing) return place;
  const outM = swing.amplitudeM * Math.cos((2 * Math.PI * (timeS - (swing.furthestS ?? 0))) / swing.periodS);
  return add(place, scale(forward(swing.headingDeg), outM));
}

function alongPath(path: readonly Waypoint[], timeS: number): Point {
  let low = 0;
  let high = path.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((path[middle]?.timeS ?? Infinity) <= timeS) low = middle + 1;
    else high = middle;
  }
  const [before, after] = [path[low - 1], path[low]];
  if (!before || !after) return (before ?? after)?.at ?? { x: NaN, y: NaN };
  return between(before.at, after.at, (timeS - before.timeS) / (after.timeS - before.timeS));
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
