import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { signInSchema } from '@angled-chalk/contract';
import { Router, type Request, type RequestHandler, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import { HttpProblem } from '../http/errors.ts';
import { valid } from '../http/validate.ts';
import type { Passphrases, Role } from './passphrases.ts';

const COOKIE = 'angled-chalk';
const SESSION_MS = 12 * 3600_000;
const CODE_MS = 10 * 60_000;
const TRIES = 10;
const TRIES_MS = 15 * 60_000;

/** Who may do what, on this server. */
export interface Access {
  /** Null where only this machine reaches the program: nobody signs in there. */
  readonly passphrases: Passphrases | null;
  /** A token for commands on this machine. */
  readonly localToken: string;
  readonly secure: boolean;
}

interface Session {
  readonly role: Role;
  readonly untilMs: number;
}

const digest = (text: string): string => createHash('sha256').update(text).digest('base64url');
const same = (a: string, b: string): boolean =>
  timingSafeEqual(Buffer.from(digest(a)), Buffer.from(digest(b)));

const refuse = (status: number, code: string, message: string): HttpProblem =>
  new HttpProblem(status, { code, message, place: {} });

export interface SignIn {
  readonly routes: Router;
  readonly guard: RequestHandler;
  /** Whether whoever asks has signed in, or need not. */
  readonly isKnown: (request: Pick<Request, 'headers'>) => boolean;
  /** A code that signs one device in, once, within ten minutes. */
  readonly oneTimeCode: () => string;
}

/** Signing in with the club's passphrase or a one-time code; sessions live in memory and end with it. */
export function signingIn({ passphrases, localToken, secure }: Access, now: () => number = Date.now): SignIn {
  const sessions = new Map<string, Session>();
  const codes = new Map<string, number>();
  const sessionOf = (request: Pick<Request, 'headers'>): Session | null => {
    const token = new RegExp(`(?:^|;\\s*)${COOKIE}=([\\w-]{43})(?:;|$)`).exec(
      request.headers.cookie ?? '',
    )?.[1];
    const session = token ? sessions.get(digest(token)) : undefined;
    return session && session.untilMs > now() ? session : null;
  };
  const begin = (response: Response, role: Role): void => {
    for (const [key, { untilMs }] of sessions) if (untilMs <= now()) sessions.delete(key);
    const token = randomBytes(32).toString('base64url');
    sessions.set(digest(token), { role, untilMs: now() + SESSION_MS });
    response.cookie(COOKIE, token, {
      httpOnly: true,
      sameSite: 'strict',
      secure,
      maxAge: SESSION_MS,
      path: '/',
    });
  };
  const withCode = (code: string): Role | null => {
    for (const [known, untilMs] of codes) {
      if (!same(known, code)) continue;
      codes.delete(known);
      return untilMs > now() ? 'coach' : null;
    }
    return null;
  };
  const isLocal = (request: Request): boolean => {
    const token = request.headers['x-angled-chalk-token'];
    return typeof token === 'string' && same(token, localToken);
  };
  const routes = Router();
  routes.get('/', (request, response) => {
    const role = passphrases === null ? 'coach' : (sessionOf(request)?.role ?? null);
    response.json({ needed: passphrases !== null, role });
  });
  if (passphrases) {
    const limited = (limit: number, key: (request: Request) => string) =>
      rateLimit({
        windowMs: TRIES_MS,
        limit,
        keyGenerator: key,
        skipSuccessfulRequests: true,
        validate: false,
        standardHeaders: true,
        legacyHeaders: false,
        handler: () => {
          throw refuse(429, 'too-many-tries', 'Too many tries. Wait a quarter of an hour, then try again.');
        },
      });
    routes.post(
      '/',
      limited(TRIES, ({ ip }) => ip ?? ''),
      limited(10 * TRIES, () => 'all'),
      async (request, response) => {
        const input = valid(signInSchema, request.body);
        const role = 'code' in input ? withCode(input.code) : await passphrases.roleOf(input.passphrase);
        if (!role)
          throw refuse(
            401,
            'not-known',
            'code' in input
              ? 'This code is used up or too old. Ask for a new one.'
              : 'That is not the passphrase of this club.',
          );
        begin(response, role);
        response.json({ needed: true, role });
      },
    );
    routes.delete('/', (request, response) => {
      const token = new RegExp(`${COOKIE}=([\\w-]{43})`).exec(request.headers.cookie ?? '')?.[1];
      if (token) sessions.delete(digest(token));
      response.clearCookie(COOKIE).status(204).end();
    });
  }
  return {
    routes,
    isKnown: (request) => passphrases === null || sessionOf(request) !== null,
    guard: (request, response, next) => {
      const role = passphrases === null || isLocal(request) ? 'coach' : sessionOf(request)?.role;
      if (!role) throw refuse(401, 'sign-in', 'Sign in with the passphrase of the club first.');
      if (role === 'helper') onlyHelping(request);
      (response.locals as { role?: Role }).role = role;
      next();
    },
    oneTimeCode: () => {
      const code = randomBytes(9).toString('base64url');
      codes.set(code, now() + CODE_MS);
      return code;
    },
  };
}

/** Helpers read, tally and tick; they change nothing of the club, take nothing out, and see no notes. */
function onlyHelping({ method, path }: Request): void {
  if (method === 'GET' && !path.startsWith('/backup')) return;
  if (method === 'POST' && path === '/observations') return;
  throw refuse(
    403,
    'helpers-read',
    'A helper can look at everything of the training but not change, erase or take it out. Ask the coach.',
  );
}
