import type { Point } from './vector.ts';

/** A named point a tape can start from: a corner, a post, a nail in the skirting. */
export interface Datum {
  readonly id: string;
  readonly name: string;
  readonly at: Point;
}

export interface Floor {
  readonly name: string;
  /** Simple polygon, floor frame, metres. */
  readonly outline: readonly Point[];
  readonly datums: readonly Datum[];
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

/** A rectangular mat with its four corners as datums, seen from the viewer's side. */
export function rectangularFloor(name: string, widthM: number, depthM: number): Floor {
  const corners: [string, string, Point][] = [
    ['A', 'near-left corner', { x: 0, y: 0 }],
    ['B', 'near-right corner', { x: widthM, y: 0 }],
    ['C', 'far-right corner', { x: widthM, y: depthM }],
    ['D', 'far-left corner', { x: 0, y: depthM }],
  ];
  return {
    name,
    outline: corners.map(([, , at]) => at),
    datums: corners.map(([id, label, at]) => ({ id, name: label, at })),
  };
}
