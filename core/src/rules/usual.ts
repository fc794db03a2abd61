import type { Move, MoveName } from '../moves/index.ts';
import type { PlannedMove } from '../pattern/index.ts';
import type { FaultName } from './fault-names.ts';

/** At a step of both feet. */
const STEP: readonly FaultName[] = [
  'step-short',
  'step-over',
  'foot-not-following',
  'stance-not-restored',
  'wrong-foot-first',
  'feet-together',
  'step-too-long',
  'overstretched',
  'wrong-direction',
  'feet-crossed',
  'not-facing',
];
/** Where one foot goes alone. */
const ONE_FOOT: readonly FaultName[] = [
  'step-short',
  'step-over',
  'wrong-direction',
  'step-too-long',
  'not-facing',
];
const KICK: readonly FaultName[] = ['wrong-return', 'ball-drift'];

/**
 * What usually goes wrong at each kind of move and can be seen, beside what can at any; most usual first (common practice,
 * no published source). A missing kind is a type error.
 */
const USUAL: Readonly<Record<MoveName, (move: Move) => readonly FaultName[]>> = {
  step: (move) => (move.do === 'step' && move.feet !== 'both' ? ONE_FOOT : STEP),
  'half-steps': () => STEP,
  'in-out': () => ['half-exit', ...STEP],
  bounce: () => ['wrong-count', 'ball-drift', 'off-the-ground'],
  'angle-step': () => [
    'step-short',
    'step-over',
    'wrong-direction',
    'stance-not-restored',
    'wrong-foot-first',
    'not-facing',
  ],
  'step-across': () => STEP,
  widen: () => ['step-short', 'step-over', 'stance-not-restored'],
  restore: () => ['stance-not-restored'],
  pivot: () => ['pivot-short', 'pivot-over', 'pivot-radius', 'ball-drift'],
  switch: (move) =>
    move.do === 'switch' && move.how === 'in-place' ? ['centre-drift', 'not-mirrored'] : ['not-mirrored'],
  'turning-switch': () => ['not-mirrored', 'not-facing'],
  slip: () => STEP,
  'weave-step': () => STEP,
  'roll-out': () => STEP,
  'arc-walk': () => STEP,
  'to-gap': () => STEP,
  hold: () => [],
  feint: () => [],
  'push-kick': () => KICK,
  'round-kick': () => ['no-pivot', ...KICK],
  knee: () => KICK,
};

/** What usually goes wrong at a move; at a step of a weave the cones are in the way too. */
export const usualFaults = ({ cue }: PlannedMove): readonly FaultName[] =>
  cue ? USUAL[cue.move.do](cue.move) : [...STEP, 'cone-touched', 'wrong-side-of-cone'];
