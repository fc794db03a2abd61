import type { CheckDistance } from './check-diagonals.ts';
import { csvOf } from '../measure/index.ts';
import type { HowTo } from './setout-fix.ts';
import type { SetOut } from './setout.ts';

const m = (metres: number): string => metres.toFixed(3);

const howCells = (how: HowTo): Readonly<Record<string, string>> =>
  how.kind === 'two-tapes'
    ? {
        method: 'two tapes',
        first_from: how.from[0].name,
        first_tape_m: m(how.distancesM[0]),
        second_from: how.from[1].name,
        second_tape_m: m(how.distancesM[1]),
        side_of_first_to_second: how.side,
        tape_angle_deg: how.angleDeg.toFixed(1),
        weak_fix: how.weak ? 'yes' : 'no',
      }
    : {
        method: 'along the wall, then square into the room',
        first_from: how.from.name,
        first_tape_m: m(how.alongM),
        second_tape_m: m(how.offsetM),
        weak_fix: 'no',
      };

const FIELDS = [
  'order',
  'mark',
  'x_m',
  'y_m',
  'method',
  'first_from',
  'first_tape_m',
  'second_from',
  'second_tape_m',
  'side_of_first_to_second',
  'tape_angle_deg',
  'weak_fix',
  'expected_error_cm',
  'check_from',
  'check_tape_m',
];

/** The set-out table as CSV, metres to the millimetre: a row a mark in the order of placing, then the checks. */
export function setOutCsv(setOut: SetOut, checks: readonly CheckDistance[]): string {
  const rows = setOut.rows.map(({ point, how, majorM, check }, i) => ({
    order: i + 1,
    mark: point.id,
    x_m: m(point.at.x),
    y_m: m(point.at.y),
    ...howCells(how),
    expected_error_cm: (majorM * 100).toFixed(2),
    ...(check ? { check_from: check.from.name, check_tape_m: m(check.distanceM) } : {}),
  }));
  const last = checks.map(({ from, to, distanceM }) => ({
    mark: 'check diagonal',
    first_from: from,
    second_from: to,
    check_tape_m: m(distanceM),
  }));
  return csvOf([...rows, ...last], FIELDS);
}
