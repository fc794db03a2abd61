import type { UnitSystem } from '../measure/index.ts';
import type { Around, Judged, Laid, MoveKind } from './kind.ts';
import type { Move, MoveName } from './move.ts';
import { angleStep } from './kinds/angle-step.ts';
import { arcWalk } from './kinds/arc-walk.ts';
import { bounce } from './kinds/bounce.ts';
import { feint } from './kinds/feint.ts';
import { halfSteps } from './kinds/half-steps.ts';
import { hold } from './kinds/hold.ts';
import { inOut } from './kinds/in-out.ts';
import { knee } from './kinds/knee.ts';
import { pivot } from './kinds/pivot.ts';
import { pushKick } from './kinds/push-kick.ts';
import { restore } from './kinds/restore.ts';
import { rollOut } from './kinds/roll-out.ts';
import { roundKick } from './kinds/round-kick.ts';
import { slip } from './kinds/slip.ts';
import { step } from './kinds/step.ts';
import { stepAcross } from './kinds/step-across.ts';
import { switchFeet } from './kinds/switch.ts';
import { toGap } from './kinds/to-gap.ts';
import { turningSwitch } from './kinds/turning-switch.ts';
import { weaveStep } from './kinds/weave-step.ts';
import { widen } from './kinds/widen.ts';

/** Every kind of move, in the order in which a coach is offered them. A missing one is a type error. */
export const MOVES: { readonly [K in MoveName]: MoveKind<K> } = {
  step,
  'half-steps': halfSteps,
  'in-out': inOut,
  bounce,
  'angle-step': angleStep,
  'step-across': stepAcross,
  widen,
  restore,
  pivot,
  switch: switchFeet,
  'turning-switch': turningSwitch,
  slip,
  'weave-step': weaveStep,
  'roll-out': rollOut,
  'arc-walk': arcWalk,
  'to-gap': toGap,
  hold,
  feint,
  'push-kick': pushKick,
  'round-kick': roundKick,
  knee,
};

/** The kind of a move, as one that takes any move: it is only ever asked about moves of its own kind. */
const kindOf = (move: Move): MoveKind<MoveName> => MOVES[move.do] as MoveKind<MoveName>;

export const MOVE_NAMES = Object.keys(MOVES) as readonly MoveName[];

/** Lays a move out from a stand. Never fails; what it breaks for this body the rules say. */
export const layOut = (move: Move, around: Around): readonly Laid[] => kindOf(move).next(move, around);

/** The same move to the other side; twice is the move itself. */
export const mirrorMove = (move: Move): Move => kindOf(move).mirror(move);

/** A kind of move as a coach calls it. */
export const moveName = (name: MoveName): string => MOVES[name].name;

/** A move in a coach's words. */
export const moveWords = (move: Move, units: UnitSystem): string => kindOf(move).words(move, units);

/** A move with the other foot, side or post; null where there is no other. */
export const flipMove = (move: Move): Move | null => kindOf(move).flip(move);

/** A move with where it goes turned, where it says so as a bearing. */
export const turnMove = (move: Move, turned: (bearingDeg: number) => number): Move =>
  kindOf(move).turn(move, turned);

/** Which of so many moves that a move is laid out as its strikes go with, from 0. */
export const strikesWith = (move: Move, laid: number): number =>
  kindOf(move).strikesWith === 'first' ? 0 : laid - 1;

export const judgedOf = (name: MoveName): Judged => MOVES[name].judged;
