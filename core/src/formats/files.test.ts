import DxfParser from 'dxf-parser';
import fc from 'fast-check';
import { DXF_LAYERS, floorDxf } from './floor-dxf.ts';
import { floorSvg } from './floor-svg.ts';
import { marksCsv, readMarksCsv } from './marks-csv.ts';
import type { Mark } from '../floor/index.ts';
import { readFloorSvg } from './read-svg.ts';
import { EVERY_MARK as MARKS, FURNISHED as FLOOR } from '../../test/floors.ts';

const tenth = fc.integer({ min: -5000, max: 90_000 }).map((units) => units / 1e4);
const place = fc.record({ x: tenth, y: tenth });
const words = fc.stringMatching(/^[\p{L}\p{N}][\p{L}\p{N}\p{P} ]{0,20}[\p{L}\p{N}]$/u);
const someMarks = fc
  .array(
    fc.oneof(
      fc.record({ kind: fc.constant('cone' as const), tall: fc.boolean() }),
      fc.record({ kind: fc.constant('line' as const), to: place }),
      fc.record({ kind: fc.constant('rope' as const), to: place, heightM: fc.constantFrom(1, 1.37) }),
      fc.record({ kind: fc.constant('bag' as const), radiusM: fc.constantFrom(0.15, 0.2) }),
    ),
    { minLength: 1, maxLength: 12 },
  )
  .chain((shapes) =>
    fc.tuple(
      ...shapes.map((shape) =>
        fc.record({ name: words, purpose: words, at: place }).map((more) => ({ ...shape, ...more })),
      ),
    ),
  )
  .map((marks) => marks.map((mark, i): Mark => ({ ...mark, number: i + 1 })));

describe('marks as CSV', () => {
  test('every kind reads back as it was written', () => {
    expect(readMarksCsv(marksCsv(MARKS))).toEqual({ ok: true, value: MARKS, notices: [] });
    fc.assert(
      fc.property(someMarks, (marks) => {
        const read = readMarksCsv(marksCsv(marks));
        expect(read.ok && read.value).toEqual(marks);
      }),
      { numRuns: 60 },
    );
  });

  test('numbers and names may be missing, other columns are left out with a notice', () => {
    const read = readMarksCsv('kind,y_m,x_m,colour\ncone,"1,5",2,red\nCone,3,4,\n');
    expect(read).toMatchObject({ ok: true, notices: ['Left out: colour.'] });
    expect(read.ok && read.value.map(({ name, at }) => [name, at.x, at.y])).toEqual([
      ['cone 1', 2, 1.5],
      ['cone 2', 4, 3],
    ]);
  });

  test.each([
    ['', {}, 'empty'],
    ['kind,x_m\ncone,1\n', { line: 1 }, 'no column "y_m"'],
    ['kind,x_m,y_m\n', { line: 1 }, 'no mark'],
    ['kind,x_m,y_m\ncone,1,2\n\ncone,one,2\n', { line: 4, column: 'x_m' }, '"one" is not a number'],
    ['kind,x_m,y_m\ncube,1,2\n', { line: 2, column: 'kind' }, '"cube" is no kind of mark'],
    ['kind,x_m,y_m\nline,1,2\n', { line: 2, column: 'to_x_m' }, 'A line needs one here'],
    ['kind,x_m,y_m\ncone,1,20000\n', { line: 2, column: 'y_m' }, 'Lengths are metres'],
    ['kind,x_m,y_m,radius_m\nbag,1,2,-1\n', { line: 2, column: 'radius_m' }, 'below nothing'],
    ['number,kind,x_m,y_m\n4,cone,1,2\n4,cone,2,2\n', { line: 3, column: 'number' }, 'Number 4 stands twice'],
    ['number,kind,x_m,y_m\nx,cone,1,2\n', { line: 2, column: 'number' }, 'whole number'],
  ])('%j is told with its place', (text, where, says) => {
    const read = readMarksCsv(text);
    expect(read.ok).toBe(false);
    if (read.ok) return;
    expect(read.problem.message).toContain(says);
    expect(read.problem.place).toMatchObject(where);
  });
});

describe('a floor as SVG', () => {
  const lineOf = (kind: string): string =>
    floorSvg(FLOOR, MARKS)
      .split('\n')
      .find((line) => line.includes(`data-kind="${kind}"`))!;

  test('floor, fixtures and every kind of mark read back as they were written', () => {
    const read = readFloorSvg(floorSvg(FLOOR, MARKS));
    expect(read).toEqual({ ok: true, value: { floor: FLOOR, marks: MARKS }, notices: [] });
    fc.assert(
      fc.property(someMarks, fc.constantFrom(10, 20, 50), (marks, scale) => {
        const again = readFloorSvg(floorSvg(FLOOR, marks, scale));
        expect(again.ok && again.value.marks).toEqual(marks);
      }),
      { numRuns: 40 },
    );
  });

  test('a cone moved in a drawing program is read where it stands now', () => {
    const text = floorSvg(FLOOR, [MARKS[0]!]);
    const moved = text.replace(
      '<circle data-kind="cone"',
      '<circle transform="translate(0.5 -0.25)" data-kind="cone"',
    );
    const read = readFloorSvg(moved);
    expect(read.ok && read.value.marks[0]!.at).toEqual({ x: 1.5, y: 2.75 });
  });

  test('a mark, a post and a datum copied in a drawing program are things of their own', () => {
    const cone = lineOf('cone');
    const text = [cone, lineOf('post'), lineOf('datum')].reduce(
      (whole, line) => whole.replace(line, `${line}\n${line}`),
      floorSvg(FLOOR, MARKS),
    );
    const read = readFloorSvg(text);
    if (!read.ok) throw new Error(read.problem.message);
    const { floor, marks } = read.value;
    expect(marks.map(({ number }) => number)).toEqual([1, 9, 2, 3, 4, 5, 6, 7, 8]);
    expect(read.notices).toEqual(['Number 1 stands twice: cone 1 became number 9.']);
    expect(floor.datums.map(({ id }) => id)).toEqual(['A', 'E', 'B', 'C', 'D']);
    expect(new Set(floor.fixtures!.map(({ id }) => id)).size).toBe(5);
  });

  test('a drawing from elsewhere: the largest shape is the floor, circles are cones, groups are moved', () => {
    const read =
      readFloorSvg(`<svg xmlns="http://www.w3.org/2000/svg" width="300mm" height="200mm" viewBox="0 0 300 200">
      <rect x="10" y="10" width="20" height="20"/><rect x="0" y="0" width="300" height="200"/>
      <g transform="translate(100,50)"><circle cx="0" cy="0" r="4"/><line x1="0" y1="50" x2="50" y2="50"/></g></svg>`);
    expect(read).toMatchObject({ ok: true, notices: ['The drawing does not say its scale: read as 1:20.'] });
    if (!read.ok) return;
    expect(Math.max(...read.value.floor.outline.map(({ x }) => x))).toBeCloseTo(6, 9);
    expect(read.value.marks).toMatchObject([
      { kind: 'cone', at: { x: 2, y: 3 } },
      { kind: 'line', at: { x: 2, y: 2 }, to: { x: 3, y: 2 } },
    ]);
  });

  test.each([
    ['<svg viewBox="0 0 3 3"><rect', 'well-formed'],
    ['<html></html>', 'begins with <html>'],
    ['{"a":1}', 'well-formed'],
    ['<svg viewBox="0 0 3 3">\n<line x1="0"/></svg>', 'no closed shape'],
    ['<svg viewBox="0 0 3 3">\n<polygon points="0,0 1"/></svg>', 'corners cannot be read'],
    ['<svg viewBox="0 0 3 3">\n<polygon points="0,0 2,2 2,0 0,2"/></svg>', 'cross'],
    [
      '<svg viewBox="0 0 3 3"><rect width="3" height="3"/>\n<circle cx="a" cy="1" r="1"/></svg>',
      '"a" is not a number',
    ],
    ['<svg viewBox="0 0 3 3"><rect width="3" height="3" transform="wobble(3)"/></svg>', 'transform'],
    ['<svg><rect width="3" height="3"/></svg>', 'neither a size nor a view box'],
  ])('%j is told', (text, says) => {
    const read = readFloorSvg(text);
    expect(read.ok).toBe(false);
    expect(!read.ok && read.problem.message).toContain(says);
    if (!read.ok && text.includes('\n<') && !says.includes('no closed'))
      expect(read.problem.place.line).toBe(2);
  });
});

// Source: the independent DXF reader dxf-parser.
test('a DXF holds floor, marks, lines and dimensions on their layers, in metres', () => {
  const spans = [{ from: { x: 1, y: 2.5 }, to: { x: 2, y: 2.5 } }];
  const parsed = new DxfParser().parseSync(floorDxf(FLOOR, MARKS, spans))!;
  expect(parsed.header['$INSUNITS']).toBe(6);
  expect(Object.keys(parsed.tables.layer.layers)).toEqual(expect.arrayContaining([...DXF_LAYERS]));
  const on = (layer: string) =>
    parsed.entities.filter((entity) => entity.layer === layer) as never as Record<string, never>[];
  const floor = on('FLOOR')[0] as never as { vertices: { x: number; y: number }[]; shape: boolean };
  expect(floor.vertices.map(({ x, y }) => ({ x, y }))).toEqual(FLOOR.outline);
  expect(floor.shape).toBe(true);
  const rings = on('MARKS').filter(({ type }) => type === ('CIRCLE' as never)) as never as {
    center: { x: number };
    radius: number;
  }[];
  expect(rings.map(({ center, radius }) => [center.x, radius])).toEqual([
    [1, 0.08],
    [6, 0.18],
    [7, 0.2],
    [8, 0],
  ]);
  const lines = on('LINES') as never as {
    type: string;
    vertices?: { x: number; y: number }[];
    radius?: number;
    startAngle?: number;
    endAngle?: number;
  }[];
  expect(lines.filter(({ type }) => type === 'LINE')).toHaveLength(4);
  expect(lines.find(({ type }) => type === 'LINE')!.vertices!.map(({ x, y }) => [x, y])).toEqual([
    [2, 2.5],
    [4, 5.25],
  ]);
  const arc = lines.find(({ type }) => type === 'ARC')!;
  // Ours runs from 30 degrees left of straight away to 75 right of it: 15 to 120 degrees anticlockwise from east.
  expect([arc.radius, arc.startAngle! * (180 / Math.PI), arc.endAngle! * (180 / Math.PI)]).toEqual([
    1.4,
    expect.closeTo(15, 6),
    expect.closeTo(120, 6),
  ]);
  expect(on('DIMENSIONS')).toHaveLength(1);
  expect(on('FIXTURES')).toHaveLength(5);
});
