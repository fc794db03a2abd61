import express, { type RequestHandler } from 'express';
import { HttpProblem } from './errors.ts';

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

/** Reads a body of JSON, of at most so much, whose every text can be kept. */
export const jsonBody = (options: Parameters<typeof express.json>[0]): RequestHandler[] => [
  express.json({ strict: true, ...options }),
  textCanBeKept,
];
