import type { Ruler } from '../body/index.ts';
import { fillFloor, type Filled, type LanePlace } from './fill.ts';
import type { Floor } from '../floor/index.ts';
import { fromFacing } from '../geometry/index.ts';
import { laneBox, type LaneBox, layoutKindOf, type LayoutPiece, type Placed } from '../layout/index.ts';

export interface FilledFloor extends Omit<Filled, 'lanes'> {
  /** Where each copy of the layout goes. */
  readonly places: readonly Pick<Placed, 'at' | 'headingDeg'>[];
  /** How many work at once. */
  readonly people: number;
}

/** Fills a floor with copies of one layout, as it is for one student. */
export function fillWithLayout(
  floor: Floor,
  piece: Pick<LayoutPiece, 'layout' | 'mirrored' | 'worksOn'>,
  ruler: Ruler,
  onProgress?: (share: number) => void,
): FilledFloor {
  const box = laneBox(piece.layout, ruler);
  const lane = { widthM: box.rightM - box.leftM, lengthM: box.aheadM - box.backM };
  const { lanes, atMost, guarantee } = fillFloor({ floor, lane, worksOn: piece.worksOn }, onProgress);
  return {
    places: lanes.map((place) => originOf(place, box, piece.mirrored ?? false)),
    people: lanes.length * layoutKindOf(piece.layout.kind).people,
    atMost,
    guarantee,
  };
}

/** Where the origin of a layout lies when the middle of its ground lies at a place. */
function originOf(
  { at, headingDeg }: LanePlace,
  box: LaneBox,
  mirrored: boolean,
): Pick<Placed, 'at' | 'headingDeg'> {
  const side = mirrored ? -1 : 1;
  const right = (side * (box.leftM + box.rightM)) / 2;
  return { at: fromFacing(at, headingDeg, -right, -(box.backM + box.aheadM) / 2), headingDeg };
}

/** Rounds a class takes when so many work at once. */
export const roundsFor = (heads: number, places: number): number =>
  places === 0 ? Infinity : Math.ceil(heads / places);
