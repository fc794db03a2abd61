export {
  type BagFixture,
  benchCorners,
  blocksTape,
  clearRadiusM,
  type Fixture,
  fixtureDistanceM,
  fixtureToSegmentM,
  swingRadiusM,
} from './fixtures.ts';
export {
  type Cone,
  cornerDatums,
  type Datum,
  datumId,
  type Edge,
  type Floor,
  freeDatumId,
  type Margins,
  rectangularFloor,
  type Target,
  targetAt,
  type Waypoint,
} from './floor.ts';
export {
  type Mark,
  hasBody,
  MARK_KINDS,
  type MarkKind,
  type MarkShape,
  type Materials,
  materialsOf,
  moveMark,
} from './marks.ts';
export { MARGINS, marginsOf, STANDARD_FLOORS, standardFloor } from './standards.ts';
