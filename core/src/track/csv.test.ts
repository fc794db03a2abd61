import fc from 'fast-check';
import { simulate, TRACKER_DEFAULTS } from '../sim/index.ts';
import { drillOf } from '../../test/drills.ts';
import { LARGEST_CSV_BYTES, readTrackCsv, writeTrackCsv } from './csv.ts';

const HEADER = 'time_s,left_x_m,left_y_m,right_x_m,right_y_m';
const rows = (count = 20): string[] =>
  Array.from({ length: count }, (_, i) => `${(i / 100).toFixed(2)},1,2,1.4,1.8`);
const file = (lines: readonly string[], header = HEADER): string => `${[header, ...lines].join('\n')}\n`;

function problemOf(text: string) {
  const read = readTrackCsv(text);
  if (read.ok) throw new Error('read without a problem');
  return read.problem;
}

test('reading what was written gives the samples again', () => {
  const { track } = simulate(drillOf(0), { ...TRACKER_DEFAULTS, seed: 6, dropShare: 0.03 });
  const read = readTrackCsv(writeTrackCsv(track));
  expect(read.ok).toBe(true);
  if (!read.ok) return;
  expect(read.value.timeS.length).toBe(track.timeS.length);
  expect(read.value.notes).toEqual(track.notes);
  expect(writeTrackCsv(read.value)).toBe(writeTrackCsv(track));
  const misses = (values: Float64Array) => values.filter(Number.isNaN).length;
  expect(misses(read.value.left.x)).toBe(misses(track.left.x));
});

// Source: RFC 4180, sections 2.1 to 2.7: CRLF line ends, last line end optional, quoted cells, doubled quotes.
test.each([
  ['CRLF line ends', file(rows()).replaceAll('\n', '\r\n')],
  ['no end after the last line', file(rows()).trimEnd()],
  [
    'quoted cells',
    file(
      rows().map((row) =>
        row
          .split(',')
          .map((cell) => `"${cell}"`)
          .join(','),
      ),
    ),
  ],
  [
    'a comma in a quoted cell of a column kept out',
    file(
      rows().map((row) => `${row},"a, ""b"""`),
      `${HEADER},remark`,
    ),
  ],
  ['a byte order mark', `\uFEFF${file(rows())}`],
])('%s', (_what, text) => {
  const read = readTrackCsv(text);
  expect(read.ok && read.value.timeS.length).toBe(20);
});

test('notes before the header are kept, other columns are kept out with a notice', () => {
  const read = readTrackCsv(
    `# camera: left of the mat\n# position_u_m: 0.01\n${file(
      rows().map((row) => `${row},7`),
      `${HEADER},pulse`,
    )}`,
  );
  expect(read.ok && read.value.notes).toEqual({ camera: 'left of the mat', position_u_m: '0.01' });
  expect(read.ok && read.notices.join()).toContain('pulse');
});

test('an empty cell is a missing sample; a strike stands in the row where it lands', () => {
  const lines = rows().map((row, i) => (i === 4 ? '0.04,,,1.4,1.8,' : `${row},${i === 7 ? 'jab' : ''}`));
  const read = readTrackCsv(file(lines, `${HEADER},strike`));
  expect(read.ok && read.value.left.x[4]).toBeNaN();
  expect(read.ok && read.value.strikes).toEqual([{ index: 7, name: 'jab' }]);
});

test.each([
  ['nothing at all', '', 'empty-file', {}],
  ['notes only', '# a: b\n', 'empty-file', {}],
  ['no samples', `${HEADER}\n`, 'too-few-samples', {}],
  ['another header', file(rows(), 'time,lx,ly,rx,ry'), 'wrong-header', { line: 1, column: 'time_s' }],
  ['semicolons', file(rows()).replaceAll(',', ';'), 'wrong-delimiter', { line: 1 }],
  [
    'the same column twice',
    file(
      rows().map((row) => `${row},1`),
      `${HEADER},left_x_m`,
    ),
    'duplicate-column',
    { column: 'left_x_m' },
  ],
  ['a short row', file([...rows(), '0.20,1,2']), 'row-length', { line: 22 }],
  [
    'text in a number cell',
    file([...rows(), '0.20,1,two,1.4,1.8']),
    'not-a-number',
    { line: 22, column: 'left_y_m' },
  ],
  [
    'decimal commas',
    file([...rows(), '0.20,"1,2",2,1.4,1.8']),
    'not-a-number',
    { line: 22, column: 'left_x_m' },
  ],
  ['an infinite position', file([...rows(), '0.20,Infinity,2,1.4,1.8']), 'not-a-number', { line: 22 }],
  [
    'time running backward',
    file([...rows(), '0.10,1,2,1.4,1.8']),
    'time-not-increasing',
    { line: 22, column: 'time_s' },
  ],
  ['a time twice', file([...rows(), '0.19,1,2,1.4,1.8']), 'time-not-increasing', { line: 22 }],
  ['no time in a row', file([...rows(), ',1,2,1.4,1.8']), 'missing-time', { line: 22 }],
  [
    'milliseconds',
    file(rows().map((row, i) => row.replace(/^[^,]+/, String(i * 1000)))),
    'sample-rate',
    { column: 'time_s' },
  ],
  [
    'millimetres',
    file(rows().map((row) => row.replace(',1,2', ',1000,2000'))),
    'implausible-position',
    { line: 2 },
  ],
  [
    'a foot mostly unseen',
    file(rows().map((row, i) => (i > 5 ? row.replace(',1,2', ',,') : row))),
    'too-many-missing',
    { column: 'left_x_m' },
  ],
  ['an open quote', file([...rows(), '0.20,"1,2,1.4,1.8']), 'bad-quotes', {}],
])('%s is refused with its place and a way out', (_what, text, code, place) => {
  const problem = problemOf(text);
  expect(problem.code).toBe(code);
  expect(problem.place).toMatchObject(place);
  expect(problem.message).toMatch(/[.?]$/);
});

test('a file that is too large is refused before it is read', () => {
  const problem = problemOf('x'.repeat(LARGEST_CSV_BYTES + 1));
  expect(problem.code).toBe('file-too-large');
});

test('any text is either read or refused, never thrown at', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 300 }), (text) => {
      const read = readTrackCsv(text);
      expect(typeof read.ok).toBe('boolean');
    }),
  );
  fc.assert(
    fc.property(
      fc.array(
        fc.array(fc.oneof(fc.constant(''), fc.double().map(String), fc.string()), {
          minLength: 5,
          maxLength: 5,
        }),
        { maxLength: 14 },
      ),
      (cells) => {
        const read = readTrackCsv(file(cells.map((row) => row.join(','))));
        expect(read.ok || read.problem.message.length > 10).toBe(true);
      },
    ),
  );
});
