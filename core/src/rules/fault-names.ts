/** Names of faults, in code, files and exports. Each has its row in `faults.ts`; one without is a type error. */
export const FAULT_NAMES = [
  'wrong-foot-first',
  'step-too-long',
  'feet-crossed',
  'feet-together',
  'overstretched',
  'stance-not-restored',
  'unplanned-switch',
  'not-facing',
  'missed-move',
  'extra-move',
  'wrong-direction',
  'step-short',
  'step-over',
  'out-of-band',
  'off-floor',
  'cone-touched',
] as const;

export type FaultName = (typeof FAULT_NAMES)[number];
