import type { AlignedMove } from './aligned-move.ts';

/** Rows of the drill itself, and what was walked before and after it. */
export interface DrillRows {
  readonly rows: readonly AlignedMove[];
  readonly walkedUp: readonly AlignedMove[];
  readonly walkedOff: readonly AlignedMove[];
}

const isOfPlan = ({ planned, observed }: AlignedMove): boolean => planned !== null && observed.length > 0;

/** Parts walking up to the drill and off after it from the drill: steps before the first and after the last move that was found. */
export function drillRows(rows: readonly AlignedMove[]): DrillRows {
  const first = rows.findIndex(isOfPlan);
  const last = rows.findLastIndex(isOfPlan);
  if (first === -1) return { rows, walkedUp: [], walkedOff: [] };
  const isBeside = (row: AlignedMove, i: number): boolean => row.planned === null && (i < first || i > last);
  return {
    rows: rows.filter((row, i) => !isBeside(row, i)),
    walkedUp: rows.filter((row, i) => isBeside(row, i) && i < first),
    walkedOff: rows.filter((row, i) => isBeside(row, i) && i > last),
  };
}
