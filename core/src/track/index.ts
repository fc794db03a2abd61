export { LARGEST_CSV_BYTES, readTrackCsv, tooLarge, writeTrackCsv } from './csv.ts';
export { packTrack, unpackTrack } from './pack.ts';
export { type FootSamples, indexBefore, medianOf, sampleRateHz, type Samples, type Track } from './track.ts';
