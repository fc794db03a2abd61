import type { DrillForStudent } from '../app/drills.ts';
import type { StudentFit } from '@angled-chalk/core/body';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import { z } from 'zod';

/** Places to mend; null when there are too many moves to judge in a list. */
export type Found = number | null;

const KEY = 'judged-plans';
/** The oldest are forgotten. */
const MOST = 300;
/** The page's script: its name in the built program changes whenever anything behind it does. */
const JUDGE = document.querySelector('script[type="module"]')?.getAttribute('src') ?? '';

const keptSchema = z.object({
  judge: z.literal(JUDGE),
  found: z.array(z.tuple([z.string(), z.number().nullable()])),
});

function read(): Map<string, Found> {
  try {
    return new Map(keptSchema.parse(JSON.parse(localStorage.getItem(KEY) ?? '')).found);
  } catch {
    return new Map();
  }
}

const keyOf = ({ id, stamp }: DrillForStudent, fit: StudentFit): string =>
  `${id} ${stamp} ${JSON.stringify(fit)}`;

/**
 * How many places of each plan a student's feet would break, by the plan's id. What this device has judged
 * before, in this version of the program, is read and not judged again.
 */
export async function foundIn(
  plans: readonly DrillForStudent[],
  fit: StudentFit,
  judge: (drills: readonly PlannedDrill[]) => Promise<readonly Found[]>,
): Promise<Map<string, Found>> {
  const before = read();
  const fresh = plans.filter((stored) => !before.has(keyOf(stored, fit)));
  const counts = fresh.length === 0 ? [] : await judge(fresh.map(({ plan }) => ({ plan, student: fit })));
  // Another window may have judged meanwhile.
  const kept = read();
  fresh.forEach((stored, i) => kept.set(keyOf(stored, fit), counts[i]!));
  const found = new Map(
    plans.map((stored) => {
      const key = keyOf(stored, fit);
      return [stored.id, kept.get(key) ?? before.get(key) ?? null];
    }),
  );
  if (fresh.length > 0)
    localStorage.setItem(KEY, JSON.stringify({ judge: JUDGE, found: [...kept].slice(-MOST) }));
  return found;
}
