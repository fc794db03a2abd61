import type { DoneAs } from '../matching/index.ts';
import type { FaultName, Finding } from '../rules/index.ts';
import type { Cause } from './causes.ts';

/** What is not told beside a way of doing the drill: it is that. */
const COVERS: Readonly<Partial<Record<DoneAs['is'], readonly FaultName[]>>> = {
  'left out': ['missed-move'],
  merged: ['missed-move', 'step-too-long', 'step-over', 'overstretched', 'foot-not-following', 'off-beat'],
  split: ['extra-move', 'step-short', 'off-beat', 'foot-not-following'],
  scaled: ['step-too-long', 'step-over', 'step-short', 'overstretched', 'foot-not-following'],
};

/** Whether a finding is part of a way. */
export function isPartOf(
  { fault, moveNumber }: Pick<Finding, 'fault' | 'moveNumber'>,
  { is, moveNumbers }: DoneAs,
): boolean {
  if (!(COVERS[is] ?? []).includes(fault)) return false;
  // What was put in belongs to no planned move.
  return moveNumber === null ? fault === 'extra-move' : is === 'scaled' || moveNumbers.includes(moveNumber);
}

/** Causes with those that are a way of doing the drill told once: the first of them, with the others under it. */
export function foldedUnder(causes: readonly Cause[], ways: readonly DoneAs[]): Cause[] {
  let told: readonly Cause[] = causes;
  for (const way of ways) {
    const parts = told.filter((one) => one.verdict === 'not-met' && isPartOf(one, way));
    const [head, ...rest] = parts;
    if (!head || rest.length === 0) continue;
    const under = rest.flatMap(({ consequences, ...own }): Finding[] => [own, ...consequences]);
    told = told.flatMap((one) =>
      one === head
        ? [{ ...head, consequences: [...head.consequences, ...under] }]
        : rest.includes(one)
          ? []
          : [one],
    );
  }
  return [...told];
}
