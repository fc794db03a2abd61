import { jsonScanner, USUAL_JSON } from '@angled-chalk/core/reading';
import express, { type Request, type RequestHandler, type Response } from 'express';
import { HttpProblem } from './errors.ts';

/** What a call brings, and how much of it at most. */
export type BodyKind =
  | { readonly is: 'nothing' }
  | { readonly is: 'json'; readonly limit: string }
  | { readonly is: 'recording'; readonly limit: number }
  /** Read by the route itself, as it comes. */
  | { readonly is: 'backup' };

export const NOTHING: BodyKind = { is: 'nothing' };
export const JSON_BODY: BodyKind = { is: 'json', limit: '1mb' };

interface Expected {
  /** The only type that it may have. */
  readonly type: string;
  /** All of it arrives within so many seconds, however slowly it is sent. */
  readonly withinS: number;
}

const EXPECTED: Readonly<Record<BodyKind['is'], Expected>> = {
  nothing: { type: 'application/json', withinS: 5 },
  json: { type: 'application/json', withinS: 60 },
  recording: { type: 'application/octet-stream', withinS: 180 },
  backup: { type: 'application/zip', withinS: 1800 },
};

/** A media type, with no parameter but a charset of UTF-8 (RFC 9110, 8.3.1). */
const typeOf = (header: string | undefined): string => {
  const [type = '', ...more] = (header ?? '').split(';').map((part) => part.trim().toLowerCase());
  return more.every((part) => /^charset="?utf-8"?$/.test(part)) ? type : `${type};${more.join(';')}`;
};

const brings = ({ headers }: Request): boolean =>
  headers['transfer-encoding'] !== undefined || Number(headers['content-length'] ?? 0) > 0;

function exactType(kind: BodyKind): RequestHandler {
  const { type } = EXPECTED[kind.is];
  return (request, _response, next) => {
    const given = request.headers['content-type'];
    const isMissing = given === undefined && kind.is === 'nothing' && !brings(request);
    if (!isMissing && typeOf(given) !== type)
      throw new HttpProblem(415, {
        code: 'wrong-type',
        message: `This call needs Content-Type: ${type}.`,
        place: {},
      });
    next();
  };
}

/** Ends a request whose body is still not all there after so long; who sends it is told. */
export const arriveWithin =
  (seconds: number): RequestHandler =>
  (request: Request, response: Response, next) => {
    const timer = setTimeout(() => {
      if (request.complete || response.headersSent) return;
      response
        .status(408)
        .set('Connection', 'close')
        .json({
          error: {
            code: 'too-slow',
            message: `The request did not arrive within ${seconds} seconds. Try again with a better connection.`,
            place: {},
          },
        });
      response.once('finish', () => request.destroy());
    }, seconds * 1000);
    timer.unref();
    const done = (): void => clearTimeout(timer);
    request.once('end', done);
    request.once('close', done);
    next();
  };

/** What was refused before its body was read does not hold the connection: it has a moment to end. */
export const letGo: RequestHandler = (request, response, next) => {
  response.once('finish', () => {
    if (request.complete) return;
    request.resume();
    const timer = setTimeout(() => {
      if (!request.complete) request.destroy();
    }, LET_GO_MS);
    timer.unref();
    request.once('close', () => clearTimeout(timer));
    request.once('end', () => clearTimeout(timer));
  });
  next();
};
const LET_GO_MS = 3000;

/** Where in a value a text stands that no database keeps: one with a NUL, or with half a letter. */
function badTextIn(value: unknown, path: string): string | null {
  if (typeof value === 'string') return value.includes('\u0000') || !value.isWellFormed() ? path : null;
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, one] of Object.entries(value)) {
    const at = path === '' ? key : `${path}.${key}`;
    const bad = badTextIn(key, path) ?? badTextIn(one, at);
    if (bad !== null) return bad;
  }
  return null;
}

const textCanBeKept: RequestHandler = (request, _response, next) => {
  const bad = badTextIn(request.body, '');
  if (bad !== null)
    throw new HttpProblem(400, {
      code: 'bad-text',
      message: `"${bad}" holds a character that cannot be kept (a NUL, or half a letter). Type it again.`,
      place: bad === '' ? {} : { path: bad },
    });
  next();
};

const always = (): boolean => true;

/** Counts depth and values before anything is made of them; throws TooLarge. */
const holdToBounds = (_request: unknown, _response: unknown, bytes: Buffer): void =>
  jsonScanner(BODY_BOUNDS)(bytes);
const BODY_BOUNDS = { ...USUAL_JSON, mostValues: 300_000 };

function reader(kind: BodyKind): RequestHandler[] {
  switch (kind.is) {
    case 'nothing':
      return [express.json({ strict: true, limit: '1kb', type: always, verify: holdToBounds })];
    case 'json':
      return [
        express.json({ strict: true, limit: kind.limit, type: always, verify: holdToBounds }),
        textCanBeKept,
      ];
    case 'recording':
      return [express.raw({ limit: kind.limit, type: always })];
    case 'backup':
      return [];
  }
}

/** Holds a call to its one type and its time, and reads what it brings. */
export const bodyOf = (kind: BodyKind): RequestHandler[] => [
  exactType(kind),
  arriveWithin(EXPECTED[kind.is].withinS),
  ...reader(kind),
];
