/** What a track may hold; one set of limits for files, packed tracks and the server. */
export const TRACK_LIMITS = {
  /** Twenty minutes at the highest rate. */
  samples: 1_200_000,
  leastSamples: 10,
  farthestM: 200,
  /** A ball of the foot is never deeper or higher than this, metres. */
  heightM: 10,
  /** Ten turns, for trackers that count on. */
  headingDeg: 3600,
  /** Seconds since 1970 and far beyond. */
  timeS: 1e10,
  rateHz: [9.5, 1050],
  missingShare: 0.5,
  notes: 200,
  noteLength: 500,
  strikes: 20_000,
  strikeLength: 60,
} as const;

/** More landings than anybody marks. */
export const MOST_LANDINGS = 5000;
