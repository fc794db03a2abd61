import type { Finding } from '../rules/index.ts';
import type { Cause } from './causes.ts';

/** What a coach says is not so, with the reason: a finding or a habit, by its id. */
export interface StruckOut {
  readonly id: string;
  readonly reason: string;
}

/** The same with what it was; null where nothing of this id is found any more, or where it is a habit. */
export interface StruckFinding extends StruckOut {
  readonly was: Finding | null;
}

/** Causes without those that were struck out: what follows from one goes with it, and one that follows goes alone. */
export function withoutStruck(
  causes: readonly Cause[],
  struck: readonly StruckOut[],
): { readonly causes: readonly Cause[]; readonly struckOut: readonly StruckFinding[] } {
  const ids = new Set(struck.map(({ id }) => id));
  if (ids.size === 0) return { causes, struckOut: [] };
  const all = causes.flatMap(({ consequences, ...cause }): Finding[] => [cause, ...consequences]);
  return {
    causes: causes
      .filter(({ id }) => !ids.has(id))
      .map((cause) => ({ ...cause, consequences: cause.consequences.filter(({ id }) => !ids.has(id)) })),
    struckOut: struck.map((one) => ({ ...one, was: all.find(({ id }) => id === one.id) ?? null })),
  };
}
