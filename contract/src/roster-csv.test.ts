import Papa from 'papaparse';
import type { Student } from './api.ts';
import {
  MOST_ROSTER_ROWS,
  readRosterRows,
  readRosterTable,
  rejectedCsv,
  rosterCsv,
  rosterTableOfJson,
  rosterTwins,
} from './roster-csv.ts';
import { readRoster } from './roster-reading.ts';

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
  expect(rows[2]!.problem!.message).toBe(
    'Height: "tall" is no length. Write a number, or feet and inches as 5\' 9".',
  );
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
    measuredBy: 'wall',
    note: 'left knee, "no pivots"',
  } as unknown as Student;
  const text = rosterCsv([student]);
  expect(Papa.parse(text.trim()).data).toHaveLength(2);
  const { rows } = read(text);
  expect(rows[0]!.value).toMatchObject(student);
});

// 5' 9" = 69 in = 1.7526 m (the international inch, 25.4 mm).
test.each([
  ['5\'9"', 1.7526],
  ['5 ft 9 in', 1.7526],
  ['1.65', 1.65],
  ['1,65', 1.65],
  ['165', 1.65],
  ['1.65 m', 1.65],
  ['1650 mm', 1.65],
])('a height written %s is read among centimetres', (height, metres) => {
  const { rows } = read(`name\theight\nBea\t170\nAda\t${height}\n`);
  expect(rows[1]!.problem).toBeNull();
  expect(rows[1]!.value!.lengths.statureM).toBeCloseTo(metres, 4);
});

test('what is wrong is told in words that a coach would use, never those of a program', () => {
  const { rows } = read(
    `name,height cm,side,school,level,born,consent\nA,17,,,,,\nB,172,up,,,,\nC,172,,crab,,,\nD,172,,,pro,,\nE,172,,,,98,\nF,172,,,,,maybe\n${'G'.repeat(90)},172,,,,,\nH,,,,,,\n`,
  );
  const messages = rows.map(({ problem }) => problem!.message);
  expect(messages[0]).toMatch(/Height: 17 would be 17 cm; it lies between 80 cm and 2\.50 m/);
  expect(messages[1]).toMatch(/orthodox.*southpaw/);
  expect(messages[4]).toMatch(/four digits/);
  expect(messages[7]).toMatch(/height is missing/);
  for (const message of messages)
    expect(message).not.toMatch(/expected|invalid|received|too (big|small)|option|string/i);
});

test('its own export adds nobody again: everyone is known already', () => {
  const ada = read('name,height,born\nAda,172,2001\nBea,170,\n').rows.map(({ value }) => value!);
  const again = read(rosterCsv(ada)).rows;
  expect([...rosterTwins(again, ada).values()]).toEqual(['is in the club already', 'is in the club already']);
});

test('a name stands twice in one file: the second is told; another year of birth is another person', () => {
  const { rows } = read('name,height,born\nAda,172,2001\n ADA ,170,2001\nAda,168,1990\n');
  expect([...rosterTwins(rows, [])]).toEqual([[3, 'stands in line 2 too']]);
});

test('rows that were not taken come back with the reason, and read again once mended', () => {
  const { table, rows } = read('name,height,side\nAda,tall,left\nBea,170,left\n');
  const csv = rejectedCsv(
    table,
    rows.filter(({ problem }) => problem),
  );
  expect(csv.split('\n')[1]).toMatch(/^Ada,tall,left,"?Height:/);
  expect(read(csv.replace('tall', '172')).rows[0]!.value).toMatchObject({ name: 'Ada', leadSide: 'left' });
});

test('a roster saved as JSON goes the same way back in', () => {
  const [ada] = read('name,height,note\nAda,172,"=left knee"\n').rows.map(({ value }) => value!);
  const stored = [{ ...ada, id: 'x', version: 3, archived: false }];
  const table = rosterTableOfJson(JSON.parse(JSON.stringify(stored)))!;
  expect(readRosterRows(table)[0]!.value).toEqual(ada);
  for (const other of [[], {}, null, [{ name: 'Ada' }], 'x']) expect(rosterTableOfJson(other)).toBeNull();
});

describe('a roster is read as it was pasted or chosen', () => {
  const order = { changes: {}, known: [] };

  test('rows, who is known, and the columns as the coach set them', () => {
    const text = 'a,b\nAda,1.7\nBea,1.6\n';
    expect(readRoster({ ...order, text }).rows.every(({ problem }) => problem)).toBe(true);
    const read = readRoster({
      text,
      changes: { mapping: { name: 0, statureM: 1 }, unit: 'm' },
      known: [{ name: 'bea', birthYear: null }],
    });
    expect(read.rows.map(({ value }) => value?.lengths.statureM)).toEqual([1.7, 1.6]);
    expect([...read.twins]).toEqual([[3, 'is in the club already']]);
  });

  test.each([
    ['name,height\n', 'no-rows', {}],
    ['[{"a":1}]', 'no-roster', {}],
    ['[{"name":\n}]', 'not-json', { line: 2 }],
  ])('%j is refused with its place', (text, code, place) => {
    const { table, problem, rows } = readRoster({ ...order, text });
    expect(table).toBeNull();
    expect(rows).toEqual([]);
    expect(problem).toMatchObject({ code, place });
  });

  test('no row is dropped in silence: more than a club brings in at once are refused', () => {
    const csv = (rows: number): string => `name,height\n${'Ada,171\n'.repeat(rows)}`;
    expect(readRoster({ ...order, text: csv(MOST_ROSTER_ROWS) }).rows).toHaveLength(MOST_ROSTER_ROWS);
    expect(readRoster({ ...order, text: csv(MOST_ROSTER_ROWS + 1) }).problem).toMatchObject({
      code: 'too-many-rows',
      place: { line: MOST_ROSTER_ROWS + 2 },
    });
  });

  test('nothing at all is no problem yet', () => {
    expect(readRoster({ ...order, text: ' \n' })).toMatchObject({ table: null, problem: null });
  });
});
