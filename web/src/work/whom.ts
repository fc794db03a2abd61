import { forWhom, suitsMost, type Suits, type Walks } from '@angled-chalk/core/compose';
import type { Plan, PlannedDrill } from '@angled-chalk/core/pattern';

export interface WhomAnswer {
  readonly rows: Walks[] | null;
  readonly suits: Suits | null;
}

/** The same plan for each of some students; the plan is the first one's. */
export function whomOf(drills: readonly PlannedDrill[]): WhomAnswer {
  const [first] = drills;
  if (!first) return { rows: [], suits: null };
  const students = drills.map(({ student }) => student);
  // Each student's drill holds what is theirs; the plan that is tried is put into it.
  const planned = (plan: Plan, student: PlannedDrill['student']): PlannedDrill => {
    const own = drills.find((drill) => drill.student === student) ?? first;
    return { ...own, plan: { ...own.plan, pattern: plan.pattern, tempoPerMin: plan.tempoPerMin } };
  };
  const rows = forWhom(first.plan, students, planned);
  return { rows, suits: rows && suitsMost(first.plan, students, planned) };
}
