/** What a drill is for. */
export const PURPOSES = ['travel', 'line', 'angles', 'range', 'strikes', 'kicks', 'balance'] as const;
export type Purpose = (typeof PURPOSES)[number];

/** What a coach says of a drill that is kept in the library. */
export interface About {
  readonly purpose: Purpose;
  /** From 1, the first weeks, to 5. */
  readonly level: 1 | 2 | 3 | 4 | 5;
  /** Why it is done, in a sentence. */
  readonly why: string;
  readonly lookFor: readonly string[];
  /** How the student tells without a coach. */
  readonly selfCheck: string;
  readonly cautions: readonly string[];
  /** Time or sets. */
  readonly dose: string;
}
