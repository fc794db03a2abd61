import { gunzipSync, gzipSync, strFromU8, strToU8 } from 'fflate';
import type { CheckResult } from './check.ts';

/** To a hundredth of a millimetre and of a millisecond; the long series to a tenth: far below what a capture tells. */
const DIGITS = 1e5;
const SERIES_DIGITS = 1e4;

const rounded = (value: number, digits: number): number => Math.round(value * digits) / digits;

const SERIES = [
  'timeS',
  'gapM',
  'plannedM',
  'nearM',
  'farM',
] as const satisfies readonly (keyof CheckResult['gap'])[];

/**
 * A check as it is kept: all that was judged and all that its drawings need, as JSON, gzipped, in base64.
 * Numbers are kept to five decimals, the series over time to four. `unpackCheck` gives it back.
 */
export function packCheck(result: CheckResult): string {
  const { gap, plannedLandS } = result;
  const plain = {
    ...result,
    gap: Object.fromEntries(
      SERIES.map((name) => [name, Array.from(gap[name], (value) => rounded(value, SERIES_DIGITS))]),
    ),
    plannedLandS: [...plannedLandS],
  };
  const text = JSON.stringify(plain, (_key, value: unknown) =>
    typeof value === 'number' ? rounded(value, DIGITS) : value,
  );
  return btoa(strFromU8(gzipSync(strToU8(text)), true));
}

type Plain = Omit<CheckResult, 'gap' | 'plannedLandS'> & {
  readonly gap: Readonly<Record<(typeof SERIES)[number], number[]>>;
  readonly plannedLandS: number[];
};

/** Reads what `packCheck` wrote; throws where it is something else. */
export function unpackCheck(packed: string): CheckResult {
  const plain = JSON.parse(strFromU8(gunzipSync(strToU8(atob(packed), true)))) as Plain;
  const series = (name: (typeof SERIES)[number]): Float64Array => Float64Array.from(plain.gap[name]);
  return {
    ...plain,
    gap: {
      timeS: series('timeS'),
      gapM: series('gapM'),
      plannedM: series('plannedM'),
      nearM: series('nearM'),
      farM: series('farM'),
    },
    plannedLandS: Float64Array.from(plain.plannedLandS),
  };
}
