import { measureM, type FittedStance } from '../body/index.ts';

/** Misfit of a spacing for one student: how far it is from a whole number of half steps, in half steps. */
export function spacingMisfit(spacingM: number, stance: FittedStance): number {
  const steps = spacingM / measureM({ value: 1, unit: 'half-steps' }, stance);
  return Math.abs(steps - Math.max(1, Math.round(steps)));
}

export interface CommonSpacing {
  readonly spacingM: number;
  readonly worst: number;
  readonly misfits: readonly number[];
}

/**
 * One spacing for a whole class: the one whose worst misfit is smallest, of all between two lengths in
 * steps of a centimetre; of equal ones the nearest to the wish. Exhaustive over that grid.
 */
export function commonSpacing(
  stances: readonly FittedStance[],
  leastM: number,
  mostM: number,
  wishM: number,
): CommonSpacing {
  const from = Math.ceil(leastM * 100 - 1e-9);
  const to = Math.floor(mostM * 100 + 1e-9);
  let best: CommonSpacing | null = null;
  for (let cm = from; cm <= to; cm++) {
    const spacingM = cm / 100;
    const misfits = stances.map((stance) => spacingMisfit(spacingM, stance));
    const worst = Math.max(0, ...misfits);
    const better = !best || worst < best.worst - 1e-12;
    const nearer =
      best &&
      Math.abs(worst - best.worst) <= 1e-12 &&
      Math.abs(spacingM - wishM) < Math.abs(best.spacingM - wishM);
    if (better || nearer) best = { spacingM, worst, misfits };
  }
  if (!best) throw new RangeError(`no centimetre between ${leastM} m and ${mostM} m`);
  return best;
}
