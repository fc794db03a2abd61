import type { Footwork } from '../pattern/index.ts';
import { faultAdvice, faultWords, usualFaults, type FaultName } from '../rules/index.ts';

/** What usually goes wrong in a pattern, and what a coach says of it. */
export interface LookFor {
  readonly fault: FaultName;
  readonly words: string;
  readonly advice: string;
}

/** What to look for in a pattern, the most usual first: what most of its moves are prone to. */
export function lookFor({ moves }: Footwork, most = 4): LookFor[] {
  const weights = new Map<FaultName, number>();
  for (const move of moves)
    usualFaults(move).forEach((fault, i) => weights.set(fault, (weights.get(fault) ?? 0) + 1 / (1 + i)));
  return [...weights]
    .toSorted(([, a], [, b]) => b - a)
    .slice(0, most)
    .map(([fault]) => ({ fault, words: faultWords(fault), advice: faultAdvice(fault) }));
}
