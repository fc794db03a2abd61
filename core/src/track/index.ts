export { LARGEST_CSV_BYTES, readTrackCsv, tooLarge, writeTrackCsv } from './csv.ts';
export {
  isLandingsCsv,
  landingsOf,
  liftOf,
  readLandingsCsv,
  trackOfLandings,
  USUAL_FLIGHT_U_S,
  writeLandingsCsv,
} from './landings.ts';
export { MOST_LANDINGS } from './limits.ts';
export { packTrack, readTrackNotes, unpackTrack } from './pack.ts';
export {
  type FilmRecord,
  type FootSamples,
  indexBefore,
  type MarkedLanding,
  medianOf,
  sampleRateHz,
  tellsOfStrikes,
  type Samples,
  type Track,
} from './track.ts';
export {
  AXIS_NAMES,
  type AxisName,
  readTrc,
  TRC_UNITS_M,
  type TrcFile,
  type TrcMapping,
  trackOfTrc,
} from './trc.ts';
export { type SeenStrike, strikesSeen, strikeUS, withStrikes } from './strikes.ts';
export { validateTrack } from './validate.ts';
