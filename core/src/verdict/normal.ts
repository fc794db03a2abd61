/** Standard normal distribution function, to 1.5e-7 (Abramowitz and Stegun, Handbook of Mathematical Functions, 7.1.26). */
export function normalCdf(z: number): number {
  if (z === Infinity) return 1;
  if (z === -Infinity) return 0;
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const poly =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  const upper = (poly * Math.exp(-x * x)) / 2;
  return z < 0 ? upper : 1 - upper;
}

/** Mean of some values; NaN of none. */
export const meanOf = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

/** Standard deviation about the mean with n - 1; 0 of fewer than two. */
export function spreadOf(values: readonly number[]): number {
  if (values.length < 2) return 0;
  const mean = meanOf(values);
  return Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (values.length - 1));
}
