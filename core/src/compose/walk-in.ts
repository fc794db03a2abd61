import { metres } from '../body/index.ts';
import type { Move } from '../moves/index.ts';

/** A step that is walked in goes so far until it is changed (common practice, no published source). */
const STEP = metres(0.13);

const step = (bearingDeg: number): Move => ({ do: 'step', bearingDeg, length: STEP, feet: 'both' });

/** A key that adds a move where the feet stand. `key` is what the keyboard calls it. */
export interface WalkKey {
  readonly key: string;
  /** As it stands on the key. */
  readonly cap: string;
  readonly words: string;
  readonly move: Move;
}

/** One key a move: the arrows step, the figures step aslant as they lie on a number block, the letters are those the words begin with, where they are free. */
export const WALK_KEYS: readonly WalkKey[] = [
  { key: 'ArrowUp', cap: '↑', words: 'step forward', move: step(0) },
  { key: 'ArrowDown', cap: '↓', words: 'step back', move: step(180) },
  { key: 'ArrowLeft', cap: '←', words: 'step left', move: step(-90) },
  { key: 'ArrowRight', cap: '→', words: 'step right', move: step(90) },
  { key: '7', cap: '7', words: 'forward and left', move: step(-45) },
  { key: '9', cap: '9', words: 'forward and right', move: step(45) },
  { key: '1', cap: '1', words: 'back and left', move: step(-135) },
  { key: '3', cap: '3', words: 'back and right', move: step(135) },
  { key: 'q', cap: 'Q', words: 'pivot left', move: { do: 'pivot', on: 'lead', byDeg: -45 } },
  { key: 'e', cap: 'E', words: 'pivot right', move: { do: 'pivot', on: 'lead', byDeg: 45 } },
  {
    key: 'a',
    cap: 'A',
    words: 'angle step left',
    move: { do: 'angle-step', bearingDeg: -45, length: { value: 0.34, unit: 'separations' } },
  },
  {
    key: 'd',
    cap: 'D',
    words: 'angle step right',
    move: { do: 'angle-step', bearingDeg: 45, length: { value: 0.34, unit: 'separations' } },
  },
  { key: 'i', cap: 'I', words: 'in and out', move: { do: 'in-out', length: metres(0.15) } },
  { key: 'b', cap: 'B', words: 'bounce', move: { do: 'bounce', times: 2 } },
  { key: 's', cap: 'S', words: 'switch', move: { do: 'switch', how: 'in-place' } },
  { key: 'h', cap: 'H', words: 'hold', move: { do: 'hold' } },
  { key: 'k', cap: 'K', words: 'round kick', move: { do: 'round-kick', leg: 'rear', lands: 'behind' } },
  { key: 'p', cap: 'P', words: 'push kick', move: { do: 'push-kick', leg: 'rear', lands: 'behind' } },
];

export const walkMoveOf = (key: string): Move | null =>
  WALK_KEYS.find((one) => one.key.toLowerCase() === key.toLowerCase())?.move ?? null;
