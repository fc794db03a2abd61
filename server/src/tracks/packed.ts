import { unpackTrack, type Track } from '@angled-chalk/core/track';

/** A packed 10-minute two-person track at 100 Hz is about 1.5 MB. */
export const LARGEST_PACKED_BYTES = 8 * 2 ** 20;
/** Storing one part keeps others waiting some 30 ms. */
export const PART_BYTES = 256 * 1024;

/** Reads a packed track, or throws an Error that says in words why it is none. */
export function readPacked(packed: Uint8Array): Track {
  if (packed.length > LARGEST_PACKED_BYTES)
    throw new Error(`A packed track has at most ${LARGEST_PACKED_BYTES / 2 ** 20} MB.`);
  try {
    return unpackTrack(packed);
  } catch (error) {
    throw new Error(`This is no recording: ${error instanceof Error ? error.message : String(error)}.`, {
      cause: error,
    });
  }
}

/** The same bytes in parts of at most so many. */
export function partsOf(bytes: Uint8Array, size: number): Uint8Array[] {
  return Array.from({ length: Math.max(1, Math.ceil(bytes.length / size)) }, (_, i) =>
    bytes.subarray(i * size, (i + 1) * size),
  );
}
