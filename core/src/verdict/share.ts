import type { Verdict } from '../measure/index.ts';

/**
 * The chance that at least so many of some independent things happen, each with its own chance (the Poisson binomial
 * distribution, by its recurrence).
 */
export function atLeastOf(chances: readonly number[], needed: number): number {
  let counts = [1];
  for (const chance of chances)
    counts = Array.from(
      { length: counts.length + 1 },
      (_, k) => (counts[k] ?? 0) * (1 - chance) + (counts[k - 1] ?? 0) * chance,
    );
  return Math.min(
    1,
    counts.slice(Math.max(0, needed)).reduce((sum, chance) => sum + chance, 0),
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
