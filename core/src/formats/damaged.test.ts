import fc from 'fast-check';
import { damaged, EVERY_MARK, FURNISHED } from '../../test/floors.ts';
import { contains } from '../geometry/index.ts';
import { floorSvg } from './floor-svg.ts';
import { marksCsv, readMarksCsv } from './marks-csv.ts';
import type { Mark } from '../floor/index.ts';
import { readFloorSvg } from './read-svg.ts';
import type { Result } from '../measure/index.ts';

/** A damaged file is read or refused: with a code, and a sentence that can be acted on. */
function answered<T>(read: Result<T>, sound: (value: T) => void): void {
  if (read.ok) return sound(read.value);
  expect(read.problem.code).toMatch(/^[a-z]+(-[a-z]+)*$/);
  expect(read.problem.message).toMatch(/^\S.*[.)]$/s);
  const { line } = read.problem.place;
  if (line !== undefined) expect(line).toBeGreaterThan(0);
}

function soundMarks(marks: readonly Mark[]): void {
  expect(new Set(marks.map(({ number }) => number)).size).toBe(marks.length);
  for (const mark of marks) {
    for (const value of Object.values({ ...mark, ...mark.at }))
      if (typeof value === 'number') expect(Number.isFinite(value)).toBe(true);
    if ('radiusM' in mark) expect(mark.radiusM).toBeGreaterThanOrEqual(0);
  }
}

test('a damaged table of marks is read soundly or refused with its reason', () => {
  fc.assert(
    fc.property(damaged(marksCsv(EVERY_MARK)), (text) => answered(readMarksCsv(text), soundMarks)),
    { numRuns: 400 },
  );
});

test('a damaged drawing is read soundly or refused with its reason', () => {
  fc.assert(
    fc.property(damaged(floorSvg(FURNISHED, EVERY_MARK)), (text) =>
      answered(readFloorSvg(text), ({ floor, marks }) => {
        expect(floor.outline.length).toBeGreaterThanOrEqual(3);
        for (const { x, y } of floor.outline) expect(Number.isFinite(x + y)).toBe(true);
        soundMarks(marks);
      }),
    ),
    { numRuns: 400 },
  );
});

test('any text at all is answered', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 60 }), (text) => {
      answered(readMarksCsv(text), soundMarks);
      answered(readFloorSvg(text), ({ marks }) => soundMarks(marks));
    }),
    { numRuns: 300 },
  );
});

test('a drawing turned and scaled by its program keeps its marks inside the floor they were in', () => {
  fc.assert(
    fc.property(fc.integer({ min: -180, max: 180 }), fc.constantFrom(0.5, 1, 2), (turnDeg, factor) => {
      const inside = EVERY_MARK.filter(({ at }) => contains(FURNISHED.outline, at));
      const text = floorSvg(FURNISHED, inside).replace(
        /^(<svg[^>]*>)([\s\S]*)(<\/svg>\s*)$/,
        (_all, head: string, body: string, tail: string) =>
          `${head}<g transform="rotate(${turnDeg}) scale(${factor})">${body}</g>${tail}`,
      );
      const read = readFloorSvg(text);
      if (!read.ok) throw new Error(read.problem.message);
      expect(read.value.marks).toHaveLength(inside.length);
      for (const { at } of read.value.marks) expect(contains(read.value.floor.outline, at)).toBe(true);
    }),
    { numRuns: 60 },
  );
});
