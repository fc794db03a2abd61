import type { ThrownStrike } from './performance.ts';

/** Which strike was thrown for each planned one, in their order, and those that belong to none. */
export interface Pairing {
  readonly of: readonly (ThrownStrike | null)[];
  readonly beside: readonly ThrownStrike[];
}

interface PlannedStrike {
  readonly name: string;
  readonly dueS: number;
}

/** A strike of its own name may be early or late by so much; one of another name is taken for it only when nearer. */
const SAME_STRIKE_S = 1;
const OTHER_STRIKE_S = 0.5;
/** What it costs to leave a strike without the other, in shares of being late by SAME_STRIKE_S (own choice). */
const ALONE = 0.75;
/** What it costs that the names differ: less than leaving both alone. */
const OTHER_NAME = 0.9;

function costOf({ name, dueS }: PlannedStrike, strike: ThrownStrike): number {
  const offS = Math.abs(strike.timeS - dueS);
  if (name === strike.name) return offS <= SAME_STRIKE_S ? offS / SAME_STRIKE_S : Infinity;
  return offS <= OTHER_STRIKE_S ? OTHER_NAME + offS / SAME_STRIKE_S : Infinity;
}

/** The ways of going on, in the order in which their costs are listed. */
const PAIR = 0;
const LEAVE_PLANNED = 1;
const LEAVE_THROWN = 2;

/**
 * Pairs planned strikes with those thrown, both in the order of time, at the least cost in all: a strike that is late is
 * better than one left out and another too many.
 */
export function pairStrikes(planned: readonly PlannedStrike[], thrown: readonly ThrownStrike[]): Pairing {
  const wide = thrown.length + 1;
  const choice = new Uint8Array((planned.length + 1) * wide);
  let above = Float64Array.from({ length: wide }, (_, j) => j * ALONE);
  choice.fill(LEAVE_THROWN, 1, wide);
  planned.forEach((one, i) => {
    const row = new Float64Array(wide);
    row[0] = (i + 1) * ALONE;
    choice[(i + 1) * wide] = LEAVE_PLANNED;
    thrown.forEach((strike, j) => {
      const costs = [
        (above[j] ?? Infinity) + costOf(one, strike),
        (above[j + 1] ?? Infinity) + ALONE,
        (row[j] ?? Infinity) + ALONE,
      ];
      const least = Math.min(...costs);
      row[j + 1] = least;
      choice[(i + 1) * wide + j + 1] = costs.indexOf(least);
    });
    above = row;
  });
  const of: (ThrownStrike | null)[] = planned.map(() => null);
  const beside: ThrownStrike[] = [];
  for (let [i, j] = [planned.length, thrown.length]; i > 0 || j > 0;) {
    const way = choice[i * wide + j];
    const strike = thrown[j - 1];
    if (way === PAIR && strike) of[i - 1] = strike;
    else if (way === LEAVE_THROWN && strike) beside.push(strike);
    if (way !== LEAVE_THROWN) i--;
    if (way !== LEAVE_PLANNED) j--;
  }
  return { of, beside: beside.reverse() };
}
