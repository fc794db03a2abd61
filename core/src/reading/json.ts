import { gunzipInto, joined } from './gunzip.ts';

/** How large JSON from outside may be. */
export interface JsonBounds {
  readonly mostBytes: number;
  /** Brackets in brackets. */
  readonly mostDepth: number;
  /** Values in lists and objects, all together: each costs memory, however short it is written. */
  readonly mostValues: number;
}

/** Far above any file of ours. */
export const USUAL_JSON: JsonBounds = { mostBytes: 16 * 2 ** 20, mostDepth: 100, mostValues: 2_000_000 };

/**
 * What was read is larger than it may be; the message says in what ("has more than 16 MB"), `at` where: bytes
 * or letters from its beginning.
 */
export class TooLarge extends Error {
  readonly at: number;
  readonly isDepth: boolean;

  constructor(message: string, at: number, isDepth = false) {
    super(message);
    this.at = at;
    this.isDepth = isDepth;
  }
}

/** What a letter of JSON means for its depth and its values: most mean nothing, in its texts and outside of them. */
const NOTHING = 0;
const QUOTE = 1;
const BACKSLASH = 2;
const COMMA = 3;
const OPENS = 4;
const CLOSES = 5;
const MEANING = new Uint8Array(256);
for (const [letters, meaning] of [
  ['"', QUOTE],
  ['\\', BACKSLASH],
  [',', COMMA],
  ['[{', OPENS],
  [']}', CLOSES],
] as const)
  for (const letter of letters) MEANING[letter.charCodeAt(0)] = meaning;

/** How far JSON was counted. */
interface Counted {
  depth: number;
  values: number;
  inText: boolean;
  /** The last letter was a backslash in a text: the next one is of the text, whatever it is. */
  isEscaped: boolean;
}

/**
 * Counts on over a piece; returns where a bound is passed, or -1. It goes over every byte that comes from outside: all it
 * needs is at hand, and nothing is thrown or called in it.
 */
function countOn(piece: Uint8Array, counted: Counted, mostValues: number, mostDepth: number): number {
  let { depth, values, inText } = counted;
  let passedAt = -1;
  let i = counted.isEscaped ? 1 : 0;
  for (; i < piece.length; i++) {
    const meaning = MEANING[piece[i] ?? 0] ?? NOTHING;
    if (meaning === NOTHING) continue;
    if (inText) {
      if (meaning === QUOTE) inText = false;
      else if (meaning === BACKSLASH) i++;
    } else if (meaning === QUOTE) inText = true;
    else if (meaning === CLOSES) depth--;
    else if (meaning !== BACKSLASH) {
      values++;
      if (meaning === OPENS) depth++;
      if (values > mostValues || depth > mostDepth) {
        passedAt = i;
        break;
      }
    }
  }
  counted.depth = depth;
  counted.values = values;
  counted.inText = inText;
  counted.isEscaped = i > piece.length;
  return passedAt;
}

/**
 * Counts depth, values and size of JSON that comes in pieces, before any of it is made into values. Returns what takes
 * the next piece, as text or as UTF-8, and throws TooLarge as soon as a bound is passed. Says nothing of whether it is
 * JSON at all.
 */
export function jsonScanner({ mostBytes, mostDepth, mostValues }: JsonBounds) {
  let size = 0;
  const counted: Counted = { depth: 0, values: 0, inText: false, isEscaped: false };
  const scan = (piece: Uint8Array, from: number): void => {
    const at = countOn(piece, counted, mostValues, mostDepth);
    if (at < 0) return;
    if (counted.depth > mostDepth)
      throw new TooLarge(`holds values in values more than ${mostDepth} deep`, from + at, true);
    throw new TooLarge(`holds more than ${mostValues} values`, from + at);
  };
  return (piece: string | Uint8Array): void => {
    const from = size;
    size += piece.length;
    if (size > mostBytes)
      throw new TooLarge(`has more than ${Math.floor(mostBytes / 2 ** 20)} MB`, mostBytes);
    if (typeof piece !== 'string') {
      scan(piece, from);
      return;
    }
    for (let at = 0; at < piece.length; at += LETTERS_AT_ONCE) scan(lettersOf(piece, at), from + at);
  };
}

const LETTERS_AT_ONCE = 16_384;

/** Some letters of a text, from one on; those that mean nothing in JSON may become others that mean nothing. */
function lettersOf(text: string, from: number): Uint8Array {
  const letters = new Uint8Array(Math.min(LETTERS_AT_ONCE, text.length - from));
  for (let i = 0; i < letters.length; i++) {
    const letter = text.charCodeAt(from + i);
    letters[i] = letter < 128 ? letter : 0;
  }
  return letters;
}

/** Reads JSON within bounds. Throws TooLarge, or a SyntaxError where it is none. */
export function parseJson(text: string | Uint8Array, bounds: JsonBounds): unknown {
  jsonScanner(bounds)(text);
  return JSON.parse(typeof text === 'string' ? text : new TextDecoder('utf-8', { fatal: true }).decode(text));
}

/**
 * Reads gzipped JSON within bounds, which are held to while it is unpacked: nothing much larger than the bounds is ever
 * in memory. Throws TooLarge, or another Error where it is none.
 */
export function unzipJson(packed: Uint8Array, bounds: JsonBounds): unknown {
  const scan = jsonScanner(bounds);
  const pieces: Uint8Array[] = [];
  let size = 0;
  gunzipInto(packed, (piece) => {
    scan(piece);
    size += piece.length;
    pieces.push(piece);
  });
  return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(joined(pieces, size)));
}
