/** From a least to a most, of an interval that holds the true value 19 times of 20. */
export interface Interval {
  readonly low: number;
  readonly high: number;
}

const Z = 1.959963984540054;
const ONE_SIDE = 0.025;

/** Logarithm of the gamma function: Lanczos (1964), seven terms. */
function lnGamma(x: number): number {
  const c = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
    12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ];
  const t = x + 6.5;
  const sum = c.reduce((s, one, i) => s + (i === 0 ? one : one / (x + i - 1)), 0);
  return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(t) - t + Math.log(sum);
}

/** The regularised lower incomplete gamma function, by its series or its continued fraction. */
export function gammaP(a: number, x: number): number {
  if (x <= 0) return 0;
  const scale = Math.exp(a * Math.log(x) - x - lnGamma(a));
  if (x < a + 1) {
    let [term, sum] = [1 / a, 1 / a];
    for (let n = 1; n < 1000 && Math.abs(term) > 1e-15 * Math.abs(sum); n++) {
      term *= x / (a + n);
      sum += term;
    }
    return scale * sum;
  }
  let b = x + 1 - a;
  let c = 1e300;
  let d = 1 / b;
  let h = d;
  for (let i = 1; i < 1000; i++) {
    const an = -i * (i - a);
    b += 2;
    d = 1 / (an * d + b);
    c = b + an / c;
    const change = d * c;
    h *= change;
    if (Math.abs(change - 1) < 1e-15) break;
  }
  return 1 - scale * h;
}

/** Where the incomplete gamma function takes a value, by halving. */
function gammaAt(a: number, share: number): number {
  let [low, high] = [0, Math.max(10, 4 * a + 40)];
  for (let i = 0; i < 200; i++) {
    const middle = (low + high) / 2;
    if (gammaP(a, middle) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** The exact interval of a Poisson count (Garwood 1936). A count of two observers together may be no whole number. */
export const poissonInterval = (count: number): Interval => ({
  low: count <= 0 ? 0 : gammaAt(count, ONE_SIDE),
  high: gammaAt(count + 1, 1 - ONE_SIDE),
});

/** The interval of a share (Wilson 1927). */
export function wilsonInterval(seen: number, of: number): Interval {
  if (of === 0) return { low: 0, high: 1 };
  const p = seen / of;
  const base = 1 + (Z * Z) / of;
  const middle = (p + (Z * Z) / (2 * of)) / base;
  const half = (Z / base) * Math.sqrt((p * (1 - p)) / of + (Z * Z) / (4 * of * of));
  return { low: Math.max(0, middle - half), high: Math.min(1, middle + half) };
}

/** How far two agree beyond chance over a table of four: both, only the first, only the second, neither (Cohen 1960). */
export function kappaOf(both: number, first: number, second: number, neither: number): number | null {
  const n = both + first + second + neither;
  if (n === 0) return null;
  const agreed = (both + neither) / n;
  const [p1, p2] = [(both + first) / n, (both + second) / n];
  const expected = p1 * p2 + (1 - p1) * (1 - p2);
  // Where both say one thing all the time there is nothing to agree on beyond it.
  return expected > 1 - 1e-12 ? null : (agreed - expected) / (1 - expected);
}
