import Papa from 'papaparse';
import type { Student } from './api.ts';
import { readRosterRows, readRosterTable, rosterCsv } from './roster-csv.ts';

const read = (text: string) => {
  const table = readRosterTable(text);
  if (!table) throw new Error('no table');
  return { table, rows: readRosterRows(table) };
};

test('columns are guessed from their header, in any order, with commas or tabs', () => {
  const { table, rows } = read('Height (cm)\tStudent\tSide\tShoulder width\n172\tAda Fell\tsouthpaw\t41,5\n');
  expect(table.mapping).toEqual({ statureM: 0, name: 1, leadSide: 2, shoulderWidthM: 3 });
  expect(rows[0]!.value).toMatchObject({
    name: 'Ada Fell',
    leadSide: 'right',
    schoolId: 'shoulder-width',
    lengths: { statureM: 1.72, shoulderWidthM: 0.415 },
  });
});

test.each([
  ['height\n1.72', 'm', 1.72],
  ['height\n172', 'cm', 1.72],
  ['height (inch)\n68', 'in', 1.7272],
  ['height\n68', 'in', 1.7272],
])('%s is read as %s', (text, unit, metres) => {
  const { table, rows } = read(text.replace('height', 'name,height').replace('\n', '\nAda,'));
  expect(table.unit).toBe(unit);
  expect(rows[0]!.value!.lengths.statureM).toBeCloseTo(metres, 6);
});

test('what is wrong is told row by row with its line, and the good rows stay good', () => {
  const { rows } = read(
    'name,height,side,school,born\nAda,172,left,neutral,2010\n,172,left,,\nBea,tall,,,\nCid,17,,,\nDot,172,upside down,,\nEve,172,,crab,\nFay,172,,,1750',
  );
  expect(rows.map(({ value }) => value !== null)).toEqual([true, false, false, false, false, false, false]);
  expect(rows.slice(1).map(({ problem }) => problem!.place.line)).toEqual([3, 4, 5, 6, 7, 8]);
  expect(rows[2]!.problem!.message).toBe('"tall" is not a number.');
  for (const { problem } of rows.slice(1)) expect(problem!.message.length).toBeGreaterThan(10);
});

test('a column can be mapped by hand', () => {
  const table = readRosterTable('a,b\nAda,1.7\n')!;
  expect(readRosterRows(table)[0]!.value).toBeNull();
  const rows = readRosterRows({ ...table, mapping: { name: 0, statureM: 1 }, unit: 'm' });
  expect(rows[0]!.value).toMatchObject({ name: 'Ada', lengths: { statureM: 1.7 } });
});

test('a header alone, or nothing, is no table', () => {
  expect(readRosterTable('')).toBeNull();
  expect(readRosterTable('name,height\n')).toBeNull();
});

test('a roster written as CSV reads back as the same students, commas and quotes and all', () => {
  const student = {
    name: 'Ada "Bolt" Fell, junior',
    leadSide: 'right',
    schoolId: 'side-on',
    level: 'beginner',
    lengths: { statureM: 1.725, shoulderWidthM: 0.41, leadTouchM: 0.9 },
    birthYear: 2012,
    filmingConsent: 'given',
    note: 'left knee, "no pivots"',
  } as unknown as Student;
  const text = rosterCsv([student]);
  expect(Papa.parse(text.trim()).data).toHaveLength(2);
  const { rows } = read(text);
  expect(rows[0]!.value).toMatchObject({ ...student, measuredBy: 'tape' });
});
