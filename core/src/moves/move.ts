import type { FootName, Measure } from '../body/index.ts';

/** The foot in front, or the one behind. */
export type FootInStance = 'lead' | 'rear';

/**
 * What a coach writes: relative to the body, with no floor and no room. Bearings are clockwise from the facing:
 * 0 forward, 90 right, 180 back. Each kind has its file in `kinds/`.
 */
export type Move =
  /** The foot on the side of travel goes, the other follows the same; or one foot alone. */
  | {
      readonly do: 'step';
      readonly bearingDeg: number;
      readonly length: Measure;
      readonly feet: 'both' | FootInStance;
    }
  | { readonly do: 'half-steps'; readonly bearingDeg: number; readonly distance: Measure }
  | { readonly do: 'in-out'; readonly length: Measure }
  | { readonly do: 'bounce'; readonly times: number }
  | { readonly do: 'angle-step'; readonly bearingDeg: number; readonly length: Measure }
  | {
      readonly do: 'step-across';
      readonly side: FootName;
      readonly bearingDeg: number;
      readonly length: Measure;
    }
  | { readonly do: 'widen'; readonly side: FootName; readonly ratio: number }
  | { readonly do: 'restore'; readonly foot: FootName }
  | { readonly do: 'pivot'; readonly on: FootInStance; readonly byDeg: number }
  | { readonly do: 'switch'; readonly how: 'in-place' | 'stepping' }
  | { readonly do: 'turning-switch'; readonly byDeg: number }
  | {
      readonly do: 'slip';
      readonly side: FootName;
      readonly way: 'forward' | 'back';
      readonly length: Measure;
      readonly passes: number;
    }
  | { readonly do: 'weave-step'; readonly first: FootInStance; readonly length: Measure }
  | {
      readonly do: 'roll-out';
      readonly side: FootName;
      readonly bearingDeg: number;
      readonly length: Measure;
    }
  | { readonly do: 'arc-walk'; readonly byDeg: number; readonly steps: number }
  | { readonly do: 'to-gap'; readonly gap: Measure }
  | { readonly do: 'hold' }
  | { readonly do: 'feint'; readonly foot: FootInStance }
  | { readonly do: 'push-kick'; readonly leg: FootInStance; readonly lands: 'behind' | 'in-front' }
  | { readonly do: 'round-kick'; readonly leg: FootInStance; readonly lands: 'behind' | 'in-front' }
  | { readonly do: 'knee'; readonly lands: 'behind' | 'in-front' };

export type MoveName = Move['do'];
export type MoveOf<K extends MoveName> = Extract<Move, { readonly do: K }>;
