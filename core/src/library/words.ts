/** What is said of many drills in the same words. */
export const NO_SHUFFLE =
  'After the last step you stand in your stance without a settling shuffle, and the front toe lifts freely.';
export const FRONT_TOE = 'Freeze after any move: the front toe lifts freely and nothing else has to move.';
export const BALL_TURNS = 'Turn on the ball of the foot, never on a loaded flat foot: that turns the knee.';
export const PARTNER_SLOW =
  'Slow first, no real punches at the face; mouthguard, gloves and wraps as the sanctioning body and the venue require.';
export const FLAT_MARKERS = 'Flat markers, not tall cones, where somebody moves backward.';
export const SWING_ROOM = 'Keep clear twice the swing around the bag: only in an empty part of the gym.';
export const WARM_UP = 'Warm up first; pain stops the drill.';
