import type { Student } from '@angled-chalk/contract';
import type { DrillForStudent } from '../app/drills.ts';

/** Whose recording it is, and against which plan it will be judged. */
export interface RecordFor {
  readonly student: Student;
  readonly plan: DrillForStudent;
}
