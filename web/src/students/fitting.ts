import type { Student } from '@angled-chalk/contract';
import type { FittedStance, StudentFit } from '@angled-chalk/core/body';

/** What every part of the fitting room works on. */
export interface Fitting {
  readonly student: Student;
  readonly fit: StudentFit;
  readonly stance: FittedStance;
}
