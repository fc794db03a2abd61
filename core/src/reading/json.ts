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

const [QUOTE, COMMA, OPEN_LIST, BACKSLASH, CLOSE_LIST, OPEN, CLOSE] = [34, 44, 91, 92, 93, 123, 125];

/**
 * Counts depth, values and size of JSON that comes in pieces, before any of it is made into values. Returns what takes
 * the next piece, as text or as UTF-8, and throws TooLarge as soon as a bound is passed. Says nothing of whether it is
 * JSON at all.
 */
export function jsonScanner({ mostBytes, mostDepth, mostValues }: JsonBounds) {
  let [size, depth, values] = [0, 0, 0];
  let [inText, isEscaped] = [false, false];
  const step = (code: number, at: number): void => {
    if (inText) {
      if (isEscaped) isEscaped = false;
      else if (code === BACKSLASH) isEscaped = true;
      else if (code === QUOTE) inText = false;
      return;
    }
    if (code === QUOTE) inText = true;
    else if (code === COMMA) values++;
    else if (code === OPEN_LIST || code === OPEN) {
      values++;
      if (++depth > mostDepth)
        throw new TooLarge(`holds values in values more than ${mostDepth} deep`, at, true);
    } else if (code === CLOSE_LIST || code === CLOSE) depth--;
    if (values > mostValues) throw new TooLarge(`holds more than ${mostValues} values`, at);
  };
  return (piece: string | Uint8Array): void => {
    const from = size;
    size += piece.length;
    if (size > mostBytes)
      throw new TooLarge(`has more than ${Math.floor(mostBytes / 2 ** 20)} MB`, mostBytes);
    if (typeof piece === 'string') for (let i = 0; i < piece.length; i++) step(piece.charCodeAt(i), from + i);
    else for (let i = 0; i < piece.length; i++) step(piece[i] ?? 0, from + i);
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
