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

/** A stored drill as it is asked about: for a student, with their partner. */
export interface Asked {
  readonly id: string;
  readonly stamp: string;
  readonly drill: PlannedDrill;
}

const keyOf = ({ id, stamp, drill: { student, partner } }: Asked): string =>
  `${id} ${stamp} ${JSON.stringify([student, partner])}`;

/**
 * How many places of each plan a student's feet would break, by the plan's id. What this device has judged
 * before, in this version of the program, is read and not judged again.
 */
export async function foundIn(
  plans: readonly Asked[],
  judge: (drills: readonly PlannedDrill[]) => Promise<readonly Found[]>,
): Promise<Map<string, Found>> {
  const before = read();
  const fresh = plans.filter((stored) => !before.has(keyOf(stored)));
  const counts = fresh.length === 0 ? [] : await judge(fresh.map(({ drill }) => drill));
  // Another window may have judged meanwhile.
  const kept = read();
  fresh.forEach((stored, i) => kept.set(keyOf(stored), counts[i]!));
  const found = new Map(
    plans.map((stored) => {
      const key = keyOf(stored);
      return [stored.id, kept.get(key) ?? before.get(key) ?? null];
    }),
  );
  if (fresh.length > 0)
    localStorage.setItem(KEY, JSON.stringify({ judge: JUDGE, found: [...kept].slice(-MOST) }));
  return found;
}
