import type { StudentFit } from '../body/index.ts';
import { judgePlan } from '../check/index.ts';
import type { Finding } from '../rules/index.ts';
import { laneOf, withLane, type Plan, type PlannedDrill } from '../pattern/index.ts';
import { scaled } from './edits.ts';

/** One student and a pattern: clean, or the first thing that is not, and where. */
export interface Walks {
  readonly name: string;
  readonly count: number;
  readonly first: Finding | null;
}

/** One change for all that lets most of them walk it clean. */
export interface Suits {
  readonly what: 'scale' | 'spacing' | 'tempo';
  /** Share of what the plan has. */
  readonly share: number;
  readonly plan: Plan;
  /** Places in the list of students who walk it clean then, and who do not. */
  readonly clean: readonly number[];
  readonly not: readonly number[];
}

/** The drill of a plan for a student, with all that is theirs. */
export type Planned = (plan: Plan, student: StudentFit) => PlannedDrill;

/** Who walks a plan clean. Null where it has too many moves to be judged. */
export function forWhom(
  plan: Plan,
  students: readonly StudentFit[],
  planned: Planned = bare,
): Walks[] | null {
  const rows: Walks[] = [];
  for (const student of students) {
    const { findings } = judgePlan(planned(plan, student));
    if (!findings) return null;
    const [first = null] = [...findings].sort((a, b) => a.timeS - b.timeS);
    rows.push({ name: student.name, count: findings.length, first });
  }
  return rows;
}

const bare: Planned = (plan, student) => ({ plan, student });

/** Tried in this order: the smallest change first (own choice). */
const SCALES = [0.9, 0.8, 0.7, 0.6, 0.5] as const;
const SPACINGS = [1.1, 1.2, 1.3, 1.4, 1.5] as const;
const TEMPOS = [0.9, 0.8, 0.7, 0.6] as const;

const toCm = (metres: number): number => Math.round(metres * 100) / 100;

function tried(plan: Plan): Omit<Suits, 'clean' | 'not'>[] {
  const lane = laneOf(plan);
  const scale = SCALES.map((share) => ({
    what: 'scale' as const,
    share,
    plan: {
      ...plan,
      pattern: { ...plan.pattern, items: plan.pattern.items.map((item) => scaled(item, share)) },
    },
  }));
  const spacing = SPACINGS.map((share) => ({
    what: 'spacing' as const,
    share,
    plan: lane
      ? withLane(plan, { spacingM: toCm(lane.spacingM * share), sideOffsetM: toCm(lane.sideOffsetM * share) })
      : plan,
  }));
  const tempo = TEMPOS.map((share) => ({
    what: 'tempo' as const,
    share,
    plan: { ...plan, tempoPerMin: Math.round(plan.tempoPerMin * share) },
  }));
  return lane ? [...spacing, ...tempo] : [...scale, ...tempo];
}

/**
 * The one scale, spacing or tempo that suits the most students, of equals the smallest change; null where the plan
 * suits them all as it is, or where no change suits more than that.
 */
export function suitsMost(
  plan: Plan,
  students: readonly StudentFit[],
  planned: Planned = bare,
): Suits | null {
  const cleanOf = (one: Plan): number[] =>
    students.flatMap((student, i) => (judgePlan(planned(one, student)).findings?.length === 0 ? [i] : []));
  const now = cleanOf(plan);
  if (now.length === students.length) return null;
  let best: Suits | null = null;
  for (const one of tried(plan).toSorted((a, b) => Math.abs(1 - a.share) - Math.abs(1 - b.share))) {
    const clean = cleanOf(one.plan);
    if (clean.length <= (best?.clean.length ?? now.length)) continue;
    best = { ...one, clean, not: students.flatMap((_, i) => (clean.includes(i) ? [] : [i])) };
    if (clean.length === students.length) break;
  }
  return best;
}
