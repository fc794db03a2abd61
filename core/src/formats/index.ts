export { FLOOR_FILES, type FloorFileKind, floorOfDrawing, floorOfMarks } from './floor-files.ts';
export { footfallsCsv } from './footfalls-csv.ts';
export { marksCsv, readMarksCsv } from './marks-csv.ts';
export { planSvg } from './plan-svg.ts';
export { readFloorSvg } from './read-svg.ts';
