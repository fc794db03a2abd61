import { compareSchools, fitAll, STRIKES } from '@angled-chalk/core/range';
import { DEMO_STUDENTS } from '@angled-chalk/core/sim';
import Papa from 'papaparse';
import { printTable } from './table.ts';

const STUDENTS = 500;
const ROUNDS = 7;

/**
 * The complete fit of 500 students (five schools, every strike, balance) against reading a roster of
 * as many rows and columns as the fit has numbers with the CSV library, side by side in one run.
 */
export function fit(): void {
  const students = Array.from({ length: STUDENTS }, (_, i) => {
    const base = DEMO_STUDENTS[i % DEMO_STUDENTS.length]!;
    return { ...base, id: String(i), lengths: { statureM: 1.45 + (i % 60) / 100 } };
  });
  const numbers = STUDENTS * 5 * STRIKES.length;
  const table = Papa.unparse(
    Array.from({ length: STUDENTS * 5 }, (_, i) =>
      STRIKES.map((_strike, k) => (i * 0.37 + k * 1.19).toFixed(6)),
    ),
  );
  const times = { csv: [] as number[], fit: [] as number[], compare: [] as number[] };
  for (let round = 0; round < ROUNDS; round++) {
    let start = performance.now();
    Papa.parse(table, { dynamicTyping: true });
    times.csv.push(performance.now() - start);
    start = performance.now();
    fitAll(students);
    times.fit.push(performance.now() - start);
    start = performance.now();
    compareSchools(students[round]!);
    times.compare.push(performance.now() - start);
  }
  const median = (values: readonly number[]): number =>
    [...values].sort((a, b) => a - b)[values.length >> 1]!;
  const csv = median(times.csv);
  console.log(
    `\nFit: ${STUDENTS} students, ${numbers} contact distances with their uncertainty; median of ${ROUNDS} rounds\n`,
  );
  printTable(
    ['what', 'median ms', 'ratio'],
    [
      [`read ${numbers} numbers with papaparse (reference)`, csv.toFixed(0), '1.00'],
      ['the complete fit', median(times.fit).toFixed(0), (median(times.fit) / csv).toFixed(2)],
      [
        'schools side by side, one student',
        median(times.compare).toFixed(1),
        (median(times.compare) / csv).toFixed(3),
      ],
    ],
  );
}
