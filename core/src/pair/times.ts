/** Time to react, and to make a half step, seconds (from memory). */
export const REACT_S = 0.25;
export const STEP_S = 0.3;
