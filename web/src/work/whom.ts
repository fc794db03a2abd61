import { forWhom, suitsMost, type Planned, type Suits, type Walks } from '@angled-chalk/core/compose';
import type { PlannedDrill } from '@angled-chalk/core/pattern';

/** The same plan for each of some students: each one's drill holds what is theirs, the plan that is tried is put in. */
const plannedBy =
  (drills: readonly PlannedDrill[]): Planned =>
  (plan, student) => {
    const own = drills.find((drill) => drill.student === student);
    return own
      ? { ...own, plan: { ...own.plan, pattern: plan.pattern, tempoPerMin: plan.tempoPerMin } }
      : { plan, student };
  };

/** Who walks the plan of some drills clean; null where it has too many moves to be judged for all. */
export function rowsOf(drills: readonly PlannedDrill[]): Walks[] | null {
  const [first] = drills;
  return first
    ? forWhom(
        first.plan,
        drills.map(({ student }) => student),
        plannedBy(drills),
      )
    : [];
}

/** The one change that suits the most of them. */
export function suitsOf(drills: readonly PlannedDrill[]): Suits | null {
  const [first] = drills;
  return first
    ? suitsMost(
        first.plan,
        drills.map(({ student }) => student),
        plannedBy(drills),
      )
    : null;
}
