import { balanceOf, SCHOOLS, placeStance, type StudentFit } from '../body/index.ts';
import { csvOf } from '../measure/index.ts';
import { reachRows, type FullFit } from './reach-chart.ts';
import { strikerOf } from './reach-body.ts';

const HERE = { x: 0, y: 0 };
const REPORT_EVERY = 10;

/** The complete fit of many students: every school, every strike on the bag, balance; with progress. */
export function fitAll(
  students: readonly (StudentFit & { readonly id: string })[],
  onProgress: (share: number) => void = () => undefined,
): FullFit[] {
  const fits = students.map((student, i): FullFit => {
    if (i % REPORT_EVERY === 0) onProgress(i / students.length);
    return {
      id: student.id,
      name: student.name,
      schools: SCHOOLS.map((school) => fitIn({ ...student, school })),
    };
  });
  onProgress(1);
  return fits;
}

function fitIn(student: StudentFit): FullFit['schools'][number] {
  const striker = strikerOf(student);
  const { stance } = striker;
  const { weightOnLead } = stance.school;
  const balance = balanceOf(stance, placeStance(stance, HERE, 0), 0, { weightOnLead, leanDeg: 0 });
  return {
    schoolId: stance.school.id,
    separationM: stance.separation.valueM,
    smallestMarginM: balance.marginM,
    reach: reachRows(striker).map(({ contact: { strike, gapM, uM } }) => ({ id: strike.id, gapM, uM })),
  };
}

/** The fit of a club as CSV: a row for each student, school and strike, metres to the millimetre. */
export function fitCsv(fits: readonly FullFit[]): string {
  const rows = fits.flatMap(({ name, schools }) =>
    schools.flatMap(({ schoolId, separationM, smallestMarginM, reach }) =>
      reach.map(({ id, gapM, uM }) => ({
        student: name,
        school: schoolId,
        separation_m: separationM.toFixed(3),
        balance_margin_m: smallestMarginM.toFixed(3),
        strike: id,
        contact_gap_m: gapM.toFixed(3),
        expanded_u_m: (2 * uM).toFixed(3),
      })),
    ),
  );
  return csvOf(rows);
}
