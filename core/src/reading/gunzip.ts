import { Gunzip } from 'fflate';

/** A slice of the input grows at most a thousandfold: small ones are stopped early. */
const SLICE = 4 * 1024;

/**
 * Unzips gzip into `take`, piece by piece, so that whoever takes can stop it by throwing before more is unpacked.
 * Throws what `take` throws, and an Error where the bytes are no gzip or end too early.
 */
export function gunzipInto(packed: Uint8Array, take: (piece: Uint8Array) => void): void {
  if (packed.length === 0) throw new Error('it is empty');
  let isWhole = false;
  const gunzip = new Gunzip((piece, isLast) => {
    isWhole ||= isLast;
    take(piece);
  });
  for (let at = 0; at < packed.length || at === 0; at += SLICE)
    gunzip.push(packed.subarray(at, at + SLICE), at + SLICE >= packed.length);
  if (!isWhole) throw new Error('it ends too early');
}

/** The pieces as one. */
export function joined(pieces: readonly Uint8Array[], size: number): Uint8Array {
  const bytes = new Uint8Array(size);
  let at = 0;
  for (const piece of pieces) {
    bytes.set(piece, at);
    at += piece.length;
  }
  return bytes;
}

/** Unzips gzip of at most so many bytes; throws a RangeError with `tooLarge` as soon as it is more. */
export function gunzipWithin(packed: Uint8Array, mostBytes: number, tooLarge: string): Uint8Array {
  const pieces: Uint8Array[] = [];
  let size = 0;
  gunzipInto(packed, (piece) => {
    size += piece.length;
    if (size > mostBytes) throw new RangeError(tooLarge);
    pieces.push(piece);
  });
  return joined(pieces, size);
}
