import fc from 'fast-check';
import Papa from 'papaparse';
import { DEMO_PLAN, DEMO_STUDENTS, simulate, TRACKER_DEFAULTS } from '../sim/index.ts';
import { fitAll, fitCsv } from '../range/index.ts';
import { csvOf, plainCell, safeCell } from './csv-text.ts';
import { marksCsv, readMarksCsv } from '../formats/index.ts';
import { readTrackCsv, writeTrackCsv } from '../track/index.ts';

// Source: OWASP, CSV Injection (from memory): cells that begin with = + - @, a tab or a carriage return.
const BEGINS = ['=', '+', '-', '@', '\t', '\r'];

test.each(BEGINS)('a text that begins with %j is no formula in a cell', (begin) => {
  const text = `${begin}HYPERLINK("x")`;
  expect(BEGINS).not.toContain(safeCell(text)[0]);
  expect(plainCell(safeCell(text))).toBe(text);
});

test('any text comes back to the letter, numbers stay numbers', () => {
  const text = fc.oneof(fc.string(), fc.stringMatching(/^['=+\-@]{0,4}[a-z0-9]{0,3}$/));
  fc.assert(
    fc.property(text, (one) => {
      expect(plainCell(safeCell(one))).toBe(one);
      expect(safeCell(one)).toMatch(/^(?![=+@\t\r])(?!-(?!\d+(\.\d+)?$))/);
    }),
  );
  expect(csvOf([{ a: '-0.5', b: -2 }])).toBe('a,b\n-0.5,-2\n');
});

const cells = (csv: string): string[] => Papa.parse<string[]>(csv).data.flat();
const isFormula = (cell: string): boolean => /^[=+\-@\t\r]/.test(cell) && !/^-?\d+(\.\d+)?$/.test(cell);

test('marks, fits and tracks carry no formula, and read back unharmed', () => {
  const mark = {
    kind: 'cone',
    number: 1,
    name: '=1+1',
    purpose: '@home',
    at: { x: -1, y: 2 },
    tall: false,
  } as const;
  const marks = marksCsv([mark]);
  expect(cells(marks).filter(isFormula)).toEqual([]);
  const read = readMarksCsv(marks);
  expect(read.ok && read.value).toEqual([mark]);
  const fits = fitCsv(fitAll([{ ...DEMO_STUDENTS[0]!, name: '=cmd()' }]));
  expect(cells(fits).filter(isFormula)).toEqual([]);
  const { track } = simulate({ plan: DEMO_PLAN, student: DEMO_STUDENTS[0]! }, TRACKER_DEFAULTS);
  const struck = { ...track, notes: {}, strikes: [{ index: 3, name: '=jab' }] };
  const csv = writeTrackCsv(struck);
  expect(cells(csv).filter(isFormula)).toEqual([]);
  const back = readTrackCsv(csv);
  expect(back.ok && back.value.strikes).toEqual(struck.strikes);
});
