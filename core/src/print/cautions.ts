/** Said once on everything that is practised from paper or from a page. */
export const CAUTIONS = [
  'Warm up first; pain stops the drill. Turn on the ball of the foot, never on a loaded flat foot.',
  'The rules of the sanctioning body, the venue and medical staff come first.',
] as const;
