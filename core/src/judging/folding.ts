import type { DoneAs } from '../matching/index.ts';
import { isOneItem, type PlannedMove } from '../pattern/index.ts';
import type { FaultName, Finding } from '../rules/index.ts';
import type { Cause } from './causes.ts';

/** What is not told beside a way of doing the drill: it is that. */
const COVERS: Readonly<Partial<Record<DoneAs['is'], readonly FaultName[]>>> = {
  'left out': ['missed-move'],
  merged: ['missed-move', 'step-too-long', 'step-over', 'overstretched', 'foot-not-following', 'off-beat'],
  split: ['extra-move', 'step-short', 'off-beat', 'foot-not-following'],
  scaled: ['step-too-long', 'step-over', 'step-short', 'overstretched', 'foot-not-following'],
};

/** The moves that make good what was left out: one long or crossed step to where it would have led. */
const makingGood = (way: DoneAs): number[] =>
  way.is === 'left out' && way.left.some(({ goesOn }) => goesOn === 'as planned')
    ? way.moveNumbers.flatMap((number) => (way.moveNumbers.includes(number + 1) ? [] : [number + 1]))
    : [];

/** Whether a finding is part of a way. */
export function isPartOf({ fault, moveNumber }: Pick<Finding, 'fault' | 'moveNumber'>, way: DoneAs): boolean {
  const { is, moveNumbers } = way;
  if (moveNumber !== null && makingGood(way).includes(moveNumber)) return true;
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

/** Several moves of one item, one after another, of which nothing was done are left out once. */
export function foldedByItem(causes: readonly Cause[], moves: readonly PlannedMove[]): Cause[] {
  const told: Cause[] = [];
  const missed = ({ fault, verdict }: Cause): boolean => fault === 'missed-move' && verdict === 'not-met';
  const moveOf = ({ moveNumber }: Pick<Finding, 'moveNumber'>): PlannedMove | undefined =>
    moveNumber === null ? undefined : moves[moveNumber - 1];
  for (const cause of causes) {
    const own = moveOf(cause);
    const at = told.findIndex((one) => {
      const last = moveOf(one.consequences.findLast(({ fault }) => fault === 'missed-move') ?? one);
      return missed(one) && last && own && last.number === own.number - 1 && isOneItem(last, own);
    });
    const head = told[at];
    if (!missed(cause) || !head) told.push(cause);
    else {
      const { consequences, ...found } = cause;
      told[at] = { ...head, consequences: [...head.consequences, found, ...consequences] };
    }
  }
  return told;
}
