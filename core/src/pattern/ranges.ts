/** Least and most of the numbers of a pattern and of what is asked of it; metres and beats. */
export const PATTERN_RANGES = {
  tempoPerMin: [10, 240],
  beats: [0.25, 64],
  repeat: [1, 100],
  headingDeg: [-180, 180],
  cones: [1, 40],
  spacingM: [0.2, 10],
  sideOffsetM: [0, 5],
  coneRadiusM: [0, 0.5],
  laps: [1, 50],
  stepM: [0.03, 1.5],
  pushes: [1, 12],
  toleranceM: [0.01, 3],
  bandM: [0, 20],
  radiusM: [0, 1],
} as const satisfies Record<string, readonly [number, number]>;
/** More moves than this no pattern has, its repeats written out. */
export const MOST_ITEMS = 4000;
/** Strikes with one move. */
export const MOST_STRIKES = 6;
export const LONGEST_NAME = 80;
