import {
  isTravel,
  FAULT_NAMES,
  faultRow,
  FAULTS,
  usualFaults,
  type FaultMaking,
  type FaultName,
} from '../rules/index.ts';
import type { PlannedMove } from '../pattern/index.ts';

/** Faults that a practice recording can have: those whose row says how they are made. */
export type SimulatedFault = {
  [K in FaultName]: (typeof FAULTS)[K]['made'] extends null ? never : K;
}[FaultName];
export const SIMULATED_FAULTS = FAULT_NAMES.filter((name) => FAULTS[name].made !== null) as [
  SimulatedFault,
  ...SimulatedFault[],
];

/**
 * How the others come into a recording. They take a student far from the plan, or show only in what a tracker sees of
 * heights and of the whole drill, so that no practice recording offers them; a proof of what is found needs them.
 */
const ROUGH = {
  'wrong-count': { how: 'once more' },
  'off-the-ground': { how: 'jump' },
  'ball-drift': { how: 'slide', byM: 0.12 },
  'wrong-side-of-cone': { how: 'other side of a cone' },
  'off-balance': { how: 'leap', byM: 0.95, flightS: 0.22 },
  drift: { how: 'creep', overM: 0.45 },
} as const satisfies Partial<Record<FaultName, FaultMaking>>;

/** A fault that can be put into a recording somehow. */
export type MadeFault = SimulatedFault | keyof typeof ROUGH;
export const MADE_FAULTS: readonly MadeFault[] = [
  ...SIMULATED_FAULTS,
  ...FAULT_NAMES.filter((name): name is keyof typeof ROUGH => name in ROUGH),
];

const ROWS: Readonly<Record<FaultName, { readonly made: FaultMaking | null }>> = FAULTS;
const ROUGHLY: Readonly<Partial<Record<FaultName, FaultMaking>>> = ROUGH;

/** How it is made. */
export function makingOf(fault: MadeFault): FaultMaking {
  const making = ROWS[fault].made ?? ROUGHLY[fault];
  if (!making) throw new RangeError(`nobody knows how to make ${fault}`);
  return making;
}

/** Faults that may happen at any move in which a foot goes somewhere. */
const ANYWHERE: readonly FaultName[] = [
  'missed-move',
  'extra-move',
  'off-beat',
  'drift',
  'out-of-band',
  'off-balance',
];
/** Ways in which a fault is made that need two feet to go somewhere. */
const OF_TWO: readonly FaultMaking['how'][] = [
  'other foot first',
  'follow short',
  'cross',
  'one foot only',
  'second foot late',
  'leap',
];

/** Whether a student can make a fault at a move. */
export function canHave(fault: MadeFault, move: PlannedMove): boolean {
  const going = move.events.filter(isTravel);
  const { how } = makingOf(fault);
  if (how === 'once more' || how === 'jump') return move.kind === 'bounce';
  if (going.length === 0) return false;
  if (OF_TWO.includes(how) && new Set(going.map(({ foot }) => foot)).size < 2) return false;
  // Coming in with one foot is another fault than staying in with one.
  if (faultRow(fault).needs.includes('strikes'))
    return move.strikes.some(({ when }) => fault !== 'strike-late' || when === 'together');
  if (fault === 'half-exit' && Math.abs(move.directionDeg) < 90) return false;
  if (how === 'second foot late') return move.judged.halfStep;
  return ANYWHERE.includes(fault) || usualFaults(move).includes(fault);
}
