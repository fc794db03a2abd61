/** Names of faults, in code, files and exports. Each has its row in `faults.ts`; one without is a type error. */
export const FAULT_NAMES = [
  'missed-move',
  'extra-move',
  'cone-touched',
  'off-floor',
  'feet-crossed',
  'wrong-foot-first',
  'wrong-direction',
  'feet-together',
  'foot-not-following',
  'step-too-long',
  'step-over',
  'step-short',
  'overstretched',
  'stance-not-restored',
  'unplanned-switch',
  'not-facing',
  'off-beat',
  'out-of-band',
  'narrowed',
] as const;

export type FaultName = (typeof FAULT_NAMES)[number];
