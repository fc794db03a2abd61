import { distanceM } from '../geometry/index.ts';
import type { UnitSystem } from '../measure/index.ts';
import { moveWords } from '../moves/index.ts';
import type { Footwork, PlannedMove } from '../pattern/index.ts';
import { isTravel } from '../rules/index.ts';

/** The moves at which stopping tells most: the ends of the drill, and those that go furthest, six at most. */
export function usualStops({ moves }: Footwork, most = 6): number[] {
  const wayM = ({ events }: PlannedMove): number =>
    Math.max(0, ...events.filter(isTravel).map(({ from, to }) => distanceM(from, to)));
  const far = [...moves].sort((a, b) => wayM(b) - wayM(a)).map(({ number }) => number);
  const picked = new Set([moves.length, ...far].slice(0, most));
  return [...picked].sort((a, b) => a - b);
}

/** What is called before a stop. */
export function stopWords({ moves }: Pick<Footwork, 'moves'>, moveNumber: number, units: UnitSystem): string {
  if (moveNumber === 0) return 'before the first move';
  const move = moves[moveNumber - 1];
  const words = move?.cue ? moveWords(move.cue.move, units) : 'step';
  return `after move ${moveNumber}, ${words}`;
}
