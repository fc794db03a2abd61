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

/** What a letter of JSON means for its depth and its values: most mean nothing. */
const [NOTHING, QUOTE, BACKSLASH, COMMA, OPENS, CLOSES] = [0, 1, 2, 3, 4, 5];
const MEANING = new Uint8Array(65_536);
for (const [letters, meaning] of [
  ['"', QUOTE],
  ['\\', BACKSLASH],
  [',', COMMA],
  ['[{', OPENS],
  [']}', CLOSES],
] as const)
  for (const letter of letters) MEANING[letter.charCodeAt(0)] = meaning;

/**
 * Counts depth, values and size of JSON that comes in pieces, before any of it is made into values. Returns what takes
 * the next piece, as text or as UTF-8, and throws TooLarge as soon as a bound is passed. Says nothing of whether it is
 * JSON at all.
 */
export function jsonScanner({ mostBytes, mostDepth, mostValues }: JsonBounds) {
  let [size, depth, values] = [0, 0, 0];
  let [inText, isEscaped] = [false, false];
  const step = (meaning: number, at: number): void => {
    if (isEscaped) isEscaped = false;
    else if (inText) {
      if (meaning === QUOTE) inText = false;
      else if (meaning === BACKSLASH) isEscaped = true;
    } else if (meaning === QUOTE) inText = true;
    else if (meaning === CLOSES) depth--;
    else if (meaning === COMMA || meaning === OPENS) {
      if (++values > mostValues) throw new TooLarge(`holds more than ${mostValues} values`, at);
      if (meaning === OPENS && ++depth > mostDepth)
        throw new TooLarge(`holds values in values more than ${mostDepth} deep`, at, true);
    }
  };
  // Two plain loops, which go over every byte that comes from outside: most letters mean nothing.
  return (piece: string | Uint8Array): void => {
    const from = size;
    size += piece.length;
    if (size > mostBytes)
      throw new TooLarge(`has more than ${Math.floor(mostBytes / 2 ** 20)} MB`, mostBytes);
    if (typeof piece === 'string')
      for (let i = 0; i < piece.length; i++) {
        const meaning = MEANING[piece.charCodeAt(i)] ?? NOTHING;
        if (meaning !== NOTHING || isEscaped) step(meaning, from + i);
      }
    else
      for (let i = 0; i < piece.length; i++) {
        const meaning = MEANING[piece[i] ?? 0] ?? NOTHING;
        if (meaning !== NOTHING || isEscaped) step(meaning, from + i);
      }
  };
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
