import { readFloorSvg } from './read-svg.ts';
import { readMarksCsv } from './marks-csv.ts';
import { contains, distanceM } from '../geometry/index.ts';
import { rulerFor } from '../range/index.ts';
import { DEMO_STUDENTS, DEMO_FLOORS } from '../sim/index.ts';
import { dimensionSpans, FLOOR_FILES, floorOfDrawing, floorOfMarks } from './floor-files.ts';
import { marksOnFloor } from '../layout/index.ts';

const ruler = rulerFor(DEMO_STUDENTS[0]!);
let made = 0;
const newId = (): string => `m${++made}`;

test.each(DEMO_FLOORS.map(({ floor }) => [floor.name, floor] as const))(
  '%s goes through its drawing and its table and keeps every mark in its place',
  (_name, plan) => {
    const before = marksOnFloor(plan, ruler);
    const svg = readFloorSvg(FLOOR_FILES.svg(plan, ruler));
    if (!svg.ok) throw new Error(svg.problem.message);
    const drawn = floorOfDrawing(svg.value, newId);
    expect(drawn.floor.fixtures ?? []).toEqual(plan.floor.fixtures ?? []);
    const again = marksOnFloor(drawn, ruler);
    expect(again.map(({ name, kind, number }) => [name, kind, number])).toEqual(
      before.map(({ name, kind, number }) => [name, kind, number]),
    );
    again.forEach((mark, i) => expect(distanceM(mark.at, before[i]!.at)).toBeLessThan(1e-4));
    const csv = readMarksCsv(FLOOR_FILES.csv(plan, ruler));
    if (!csv.ok) throw new Error(csv.problem.message);
    const listed = floorOfMarks('from a table', csv.value, newId);
    const shifted = marksOnFloor(listed, ruler);
    shifted.forEach((mark, i) => {
      expect(contains(listed.floor.outline, mark.at)).toBe(true);
      expect(distanceM(mark.at, shifted[0]!.at)).toBeCloseTo(distanceM(before[i]!.at, before[0]!.at), 3);
    });
  },
);

test('dimensions are the sides of the floor and the way from mark to mark within a piece', () => {
  const [{ floor }] = DEMO_FLOORS as [(typeof DEMO_FLOORS)[0]];
  const spans = dimensionSpans(floor, ruler).map(({ from, to }) => distanceM(from, to));
  expect(spans.slice(0, 6)).toEqual([12, 6, 4, 4.5, 8, 10.5]);
  expect(spans.slice(6, 10).every((metres) => Math.abs(metres - 1) < 1e-9)).toBe(true);
  expect(spans).toHaveLength(6 + 4 + 4 + 1);
});
