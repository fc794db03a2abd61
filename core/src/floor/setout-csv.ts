import Papa from 'papaparse';
import type { SetOut } from './setout.ts';

/** The set-out table as CSV, metres to the millimetre: one row a cone, then the check diagonal. */
export function setOutCsv(setOut: SetOut): string {
  const m = (metres: number): string => metres.toFixed(3);
  const rows = setOut.rows.map(({ cone, datums: [a, b], side, fix, check }) => ({
    mark: `cone ${cone.number}`,
    x_m: m(cone.at.x),
    y_m: m(cone.at.y),
    first_datum: a.name,
    first_tape_m: m(fix.distancesM[0]),
    second_datum: b.name,
    second_tape_m: m(fix.distancesM[1]),
    side_of_first_to_second: side,
    tape_angle_deg: fix.angleDeg.toFixed(1),
    expected_error_cm: (fix.majorM * 100).toFixed(2),
    weak_fix: fix.weak ? 'yes' : 'no',
    check_datum: check.from.name,
    check_tape_m: m(check.distanceM),
  }));
  const fields = Object.keys(rows[0] ?? { mark: '' });
  const { diagonal } = setOut;
  const last = diagonal
    ? [
        {
          mark: 'check diagonal',
          first_datum: diagonal.from.name,
          second_datum: diagonal.to.name,
          check_tape_m: m(diagonal.distanceM),
        },
      ]
    : [];
  return `${Papa.unparse([...rows, ...last], { columns: fields, newline: '\n' })}\n`;
}
