import type { RawText } from '../raw.ts';

export interface Expected {
  readonly type: 'literal' | 'class' | 'any' | 'end' | 'other';
  readonly text?: string;
  readonly description?: string;
}

export class SyntaxError extends Error {
  readonly expected: readonly Expected[] | null;
  readonly found: string | null;
  readonly location: {
    readonly start: { readonly offset: number; readonly line: number; readonly column: number };
  };
}

export function parse(text: string): RawText;
