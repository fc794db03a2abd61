/**
 * Error scores as motor-learning texts define them (Schmidt and Lee, Motor Control and Learning):
 * constant error CE (mean), variable error VE (population SD about CE), absolute error AE and total
 * variability E, with E^2 = CE^2 + VE^2 exactly. In the unit of the errors.
 */
export interface ErrorScores {
  readonly ce: number;
  readonly ve: number;
  readonly ae: number;
  readonly e: number;
  readonly count: number;
}

/** Error scores of a list; null when it is empty. */
export function errorScores(errors: ArrayLike<number>): ErrorScores | null {
  const count = errors.length;
  if (count === 0) return null;
  let sum = 0;
  let absolute = 0;
  let squares = 0;
  for (let i = 0; i < count; i++) {
    const error = errors[i]!;
    sum += error;
    absolute += Math.abs(error);
    squares += error * error;
  }
  const ce = sum / count;
  let spread = 0;
  for (let i = 0; i < count; i++) spread += (errors[i]! - ce) ** 2;
  return {
    ce,
    ve: Math.sqrt(spread / count),
    ae: absolute / count,
    e: Math.sqrt(squares / count),
    count,
  };
}
