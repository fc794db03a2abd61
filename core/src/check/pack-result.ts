import { gzipSync, strFromU8, strToU8 } from 'fflate';
import { unzipJson, type JsonBounds } from '../reading/index.ts';
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

/** What a packed check begins with, its version, and how many bytes it unpacks to. */
const MAGIC = [0x41, 0x43, 0x4b, 0x50] as const;
const VERSION = 2;
const HEAD_BYTES = MAGIC.length + 1 + 4;
/** What gzip begins with: checks of earlier versions of the program have no head. */
const GZIP = [0x1f, 0x8b] as const;

/** The longest recording of two people has about a third of it. */
export const PACKED_CHECK_BOUNDS: JsonBounds = {
  mostBytes: 64 * 2 ** 20,
  mostDepth: 40,
  mostValues: 6_000_000,
};

function packText(json: string): string {
  const text = strToU8(json);
  const zipped = gzipSync(text, { mtime: 0 });
  const bytes = new Uint8Array(HEAD_BYTES + zipped.length);
  bytes.set([...MAGIC, VERSION]);
  new DataView(bytes.buffer).setUint32(MAGIC.length + 1, text.length);
  bytes.set(zipped, HEAD_BYTES);
  return btoa(strFromU8(bytes, true));
}

/** Reads gzipped JSON within bounds. */
type Unzip = (packed: Uint8Array, bounds: JsonBounds) => unknown;

/**
 * The plain values of a packed check, as text or as the bytes of it, within bounds that `unzip` holds to. Throws a
 * RangeError with what is wrong, or what `unzip` throws.
 */
export function readPackedCheck(packed: string | Uint8Array, unzip: Unzip = unzipJson): unknown {
  const bytes = typeof packed === 'string' ? strToU8(atob(packed), true) : packed;
  if (GZIP.every((byte, i) => bytes[i] === byte)) return unzip(bytes, PACKED_CHECK_BOUNDS);
  if (!MAGIC.every((byte, i) => bytes[i] === byte)) throw new RangeError('it is no packed check');
  const version = bytes[MAGIC.length];
  if (version !== VERSION) throw new RangeError(`packed check version ${version}, not ${VERSION}`);
  if (bytes.length < HEAD_BYTES) throw new RangeError('it is too short');
  const size = new DataView(bytes.buffer, bytes.byteOffset).getUint32(MAGIC.length + 1);
  const { mostBytes } = PACKED_CHECK_BOUNDS;
  if (size > mostBytes)
    throw new RangeError(`it says that it unpacks to ${size} bytes; the most is ${mostBytes}`);
  return unzip(bytes.subarray(HEAD_BYTES), { ...PACKED_CHECK_BOUNDS, mostBytes: size });
}

/** A packed check with its plain values changed; the same text where they are not. */
export function changePackedCheck(packed: string, change: (plain: unknown) => unknown): string {
  const plain = readPackedCheck(packed);
  const changed = change(plain);
  return changed === plain ? packed : packText(JSON.stringify(changed));
}

/**
 * A check as it is kept: all that was judged and all that its drawings need, as JSON, gzipped, behind a head, in base64.
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
  return packText(text);
}

type Plain = Omit<CheckResult, 'gap' | 'plannedLandS'> & {
  readonly gap: Readonly<Record<(typeof SERIES)[number], number[]>>;
  readonly plannedLandS: number[];
};

/** Reads what `packCheck` wrote; throws where it is something else, or larger than a check can be. */
export function unpackCheck(packed: string): CheckResult {
  const plain = readPackedCheck(packed) as Plain;
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
