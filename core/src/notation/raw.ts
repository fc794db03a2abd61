import type { Target } from '../floor/index.ts';
import type { Facing, GapBand, OwnLimits, Pose, StrikeCue, Weave } from '../pattern/index.ts';
import type { Point } from '../geometry/index.ts';
import type { Move } from '../moves/index.ts';

/** A place of a text; lines and columns begin at 1. */
export interface Place {
  readonly offset: number;
  readonly line: number;
  readonly column: number;
}
export interface Span {
  readonly start: Place;
  readonly end: Place;
}

/** What the parser makes of a text, before its numbers are looked at. */
export interface RawText {
  readonly head: readonly RawHead[];
  readonly items: readonly RawItem[];
}

export type RawHead = { readonly at: Span } & (
  | { readonly key: 'name'; readonly value: string }
  | { readonly key: 'tempo'; readonly value: { readonly value: number; readonly at: Span } }
  | { readonly key: 'facing'; readonly value: Facing }
  | { readonly key: 'band'; readonly value: GapBand }
  | { readonly key: 'start'; readonly value: Pose }
  | { readonly key: 'target'; readonly value: RawTarget }
  | { readonly key: 'limits'; readonly value: OwnLimits }
  | {
      readonly key: 'partner';
      readonly value: {
        readonly start: Pose | null;
        readonly facing: Facing;
        readonly items: readonly RawItem[];
      };
    }
);

export interface RawTarget extends Pick<Target, 'swing' | 'path'> {
  readonly kind: 'bag' | 'pad' | 'partner';
  readonly at?: Point;
  readonly awayM?: number;
  readonly radiusM: number | null;
}

export interface RawCue {
  readonly at: Span;
  readonly move: {
    readonly move: Move;
    readonly fields: Readonly<Record<string, { readonly value: unknown; readonly at: Span }>>;
    readonly at: Span;
  };
  readonly parts: readonly RawPart[];
}

export type RawPart = { readonly at: Span } & (
  | { readonly key: 'beats'; readonly value: number }
  | { readonly key: 'accent'; readonly value: true }
  | { readonly key: 'facing'; readonly value: Facing }
  | { readonly key: 'band'; readonly value: GapBand }
  | { readonly key: 'strike'; readonly value: StrikeCue }
);

export interface RawRepeat {
  readonly at: Span;
  readonly repeat: { readonly value: number; readonly at: Span };
  readonly name: string | null;
  readonly items: readonly RawItem[];
  readonly otherSide: boolean;
}

export interface RawWeave {
  readonly at: Span;
  readonly weave: Partial<Weave>;
}

export type RawItem = RawCue | RawRepeat | RawWeave;
