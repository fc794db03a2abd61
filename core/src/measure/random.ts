import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** A seeded source of chance; the same seed gives the same numbers on every machine. */
export interface Chance {
  /** Uniform in [0, 1). */
  readonly uniform: () => number;
  /** Standard normal (Box and Muller 1958). */
  readonly normal: () => number;
  /** Whole number in [0, below). */
  readonly below: (below: number) => number;
}

export function chanceFrom(seed: number): Chance {
  const generator = xoroshiro128plus(seed);
  const uniform = (): number => uniformFloat64(generator);
  return {
    uniform,
    normal: () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform()),
    below: (below) => Math.floor(uniform() * below),
  };
}
