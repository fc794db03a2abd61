import { SCHOOLS } from '../body/schools.ts';
import type { StudentFit } from '../body/stance.ts';
import { balanceOf } from '../body/balance.ts';
import { placeStance } from '../body/stance.ts';
import { reachRows, type FullFit } from './reach-chart.ts';
import { strikerOf } from './reach-body.ts';

const HERE = { x: 0, y: 0 };
const REPORT_EVERY = 10;

/** The complete fit of many students: every school, every strike on the bag, balance; with progress. */
export function fitAll(
  students: readonly (StudentFit & { readonly id: string })[],
  onProgress: (share: number) => void = () => undefined,
): FullFit[] {
  return students.map((student, i) => {
    if (i % REPORT_EVERY === 0) onProgress(i / students.length);
    return {
      id: student.id,
      schools: SCHOOLS.map((school) => {
        const striker = strikerOf({ ...student, school });
        balanceOf(striker.stance, placeStance(striker.stance, HERE, 0), 0, {
          weightOnLead: school.weightOnLead,
          leanDeg: 0,
        });
        return {
          schoolId: school.id,
          reach: reachRows(striker, null).map(({ contact }) => ({
            id: contact.strike.id,
            gapM: contact.gapM,
            uM: contact.uM,
          })),
        };
      }),
    };
  });
}
