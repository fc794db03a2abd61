export { LARGEST_CSV_BYTES, readTrackCsv, tooLarge, writeTrackCsv } from './csv.ts';
export { detectFootfalls, type Detection, type ObservedFoot, type ObservedEvent } from './detect.ts';
export { packTrack, unpackTrack } from './pack.ts';
export type { FootSignal } from './signal.ts';
export { medianOf, type Samples, type Track } from './track.ts';
