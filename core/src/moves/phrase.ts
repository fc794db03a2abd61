/**
 * A part of the line that a coach writes for a move: words as they stand, or one of its fields. The grammar of the
 * notation and what it writes are both made from these.
 */
export type PhrasePart<Key extends string = string> =
  | string
  /** A bearing: forward, back, left, right, or degrees to a side. */
  | { readonly as: 'way'; readonly key: Key }
  /** Degrees to the left or to the right; to the right is positive. */
  | { readonly as: 'turn'; readonly key: Key }
  /** Degrees round the target, seen from above; clockwise is positive. */
  | { readonly as: 'spin'; readonly key: Key }
  | { readonly as: 'number'; readonly key: Key }
  | { readonly as: 'length'; readonly key: Key }
  /** What each choice is called; the empty word is said by saying nothing, and comes last. */
  | { readonly as: 'choice'; readonly key: Key; readonly words: Readonly<Record<string, string>> };

export const way = <Key extends string>(key: Key): PhrasePart<Key> => ({ as: 'way', key });
export const turn = <Key extends string>(key: Key): PhrasePart<Key> => ({ as: 'turn', key });
export const spin = <Key extends string>(key: Key): PhrasePart<Key> => ({ as: 'spin', key });
export const number = <Key extends string>(key: Key): PhrasePart<Key> => ({ as: 'number', key });
export const length = <Key extends string>(key: Key): PhrasePart<Key> => ({ as: 'length', key });
export const choice = <Key extends string>(
  key: Key,
  words: Readonly<Record<string, string>>,
): PhrasePart<Key> => ({ as: 'choice', key, words });

export const SIDES = { left: 'left', right: 'right' };
export const FEET = { lead: 'lead foot', rear: 'rear foot' };
export const LEGS = { lead: 'lead leg', rear: 'rear leg' };
export const DOWN = { behind: 'down behind', 'in-front': 'down in front' };
