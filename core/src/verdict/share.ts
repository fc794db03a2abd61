import type { Verdict } from '../measure/index.ts';

/**
 * The chance that at least so many of some independent things happen, each with its own chance (the Poisson binomial
 * distribution, by its recurrence).
 */
export function atLeastOf(chances: readonly number[], needed: number): number {
  const open = chances.filter((chance) => chance > 0 && chance < 1);
  // What is sure is counted once; what cannot be never.
  const missing = needed - chances.filter((chance) => chance >= 1).length;
  if (missing <= 0) return 1;
  const counts = new Float64Array(open.length + 1);
  counts[0] = 1;
  open.forEach((chance, so) => {
    for (let k = so + 1; k > 0; k--)
      counts[k] = (counts[k] ?? 0) * (1 - chance) + (counts[k - 1] ?? 0) * chance;
    counts[0] = (counts[0] ?? 0) * (1 - chance);
  });
  return Math.min(
    1,
    counts.subarray(missing).reduce((sum, chance) => sum + chance, 0),
  );
}

/** Moves that have to be clean: the share, rounded down, and of a short drill at least one. */
export const neededOf = (standard: number, moves: number): number =>
  moves === 0 ? 0 : Math.max(1, Math.floor(standard * moves + 1e-9));

/** From this chance on a standard is reached, and where it is as likely not to be, it is not (own choice). */
const SURE = 0.95;

/** What the chance that a standard is reached says of a drill. */
export const outcomeBy = (chance: number): Verdict =>
  chance >= SURE ? 'met' : chance <= 1 - SURE ? 'not-met' : 'cannot-tell';
