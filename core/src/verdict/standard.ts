import type { PlannedDrill } from '../pattern/index.ts';
import type { FaultName } from '../rules/index.ts';
import type { Level } from '../body/index.ts';

/** Share of clean moves that is asked of a level (own choice). */
export const STANDARDS: Readonly<Record<Level, number>> = {
  new: 0.75,
  beginner: 0.85,
  intermediate: 0.85,
  advanced: 0.95,
};
/** Where nobody says otherwise (own choice). */
export const USUAL_STANDARD = 0.85;

/** What a drill fails for however clean the rest of it is (own choice). */
export const NEVER_FAULTS: readonly FaultName[] = ['feet-crossed', 'in-their-line', 'off-floor'];

export interface Standard {
  readonly share: number;
  /** Who says so. */
  readonly by: 'this check' | 'the drill' | 'the student' | 'the level' | 'nobody';
}

/** The standard of a drill for a student: asked for, else the drill's, the student's, the level's, or the usual one. */
export function standardOf({ plan, student }: PlannedDrill, asked: number | null): Standard {
  if (asked !== null) return { share: asked, by: 'this check' };
  if (plan.standard !== undefined) return { share: plan.standard, by: 'the drill' };
  if (student.standard !== undefined) return { share: student.standard, by: 'the student' };
  if (student.level !== undefined) return { share: STANDARDS[student.level], by: 'the level' };
  return { share: USUAL_STANDARD, by: 'nobody' };
}
