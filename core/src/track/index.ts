export { LARGEST_CSV_BYTES, readTrackCsv, tooLarge, writeTrackCsv } from './csv.ts';
export { detectFootfalls } from './detect.ts';
export { packTrack, unpackTrack } from './pack.ts';
export type { Detection, ObservedEvent, ObservedFoot, Raise } from './observed.ts';
export type { FootSignal } from './signal.ts';
export { type FootSamples, medianOf, type Samples, type Track } from './track.ts';
