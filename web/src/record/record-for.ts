import type { StoredPlan, Student } from '@angled-chalk/contract';

/** Whose recording it is, and against which plan it will be judged. */
export interface RecordFor {
  readonly student: Student;
  readonly plan: StoredPlan;
}
