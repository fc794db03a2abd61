import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { signInSchema } from '@angled-chalk/contract';
import type { Request, RequestHandler, Response } from 'express';
import { NOTHING } from '../http/body.ts';
import { HttpProblem } from '../http/errors.ts';
import type { Audience, Route } from '../http/route.ts';
import { valid } from '../http/validate.ts';
import type { Passphrases, Role } from './passphrases.ts';
import { takeTurns } from './turns.ts';

const COOKIE = 'angled-chalk';
const SESSION_MS = 12 * 3600_000;
const CODE_MS = 10 * 60_000;

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
  readonly routes: readonly Route[];
  /** Lets those in who may ask, and notes as whom. */
  readonly admit: (who: Audience) => RequestHandler;
  /** Whether whoever asks has signed in, or need not. */
  readonly isKnown: (request: Pick<Request, 'headers'>) => boolean;
  /** A code that signs one device in, once, within ten minutes. */
  readonly oneTimeCode: () => string;
}

const COOKIE_TOKEN = new RegExp(`(?:^|;\\s*)${COOKIE}=([\\w-]{43})(?:;|$)`);
const tokenOf = ({ headers }: Pick<Request, 'headers'>): string | null =>
  COOKIE_TOKEN.exec(headers.cookie ?? '')?.[1] ?? null;

interface Clock {
  readonly now: () => number;
  readonly after: (ms: number) => Promise<void>;
}
const CLOCK: Clock = {
  now: Date.now,
  after: (ms) => new Promise((resolve) => setTimeout(resolve, ms)),
};

/** Signing in with the club's passphrase or a one-time code; sessions live in memory and end with it. */
export function signingIn(
  { passphrases, localToken, secure }: Access,
  { now, after }: Clock = CLOCK,
): SignIn {
  const sessions = new Map<string, Session>();
  const codes = new Map<string, number>();
  const turns = takeTurns(now);
  const sessionOf = (request: Pick<Request, 'headers'>): Session | null => {
    const token = tokenOf(request);
    const session = token ? sessions.get(digest(token)) : undefined;
    return session && session.untilMs > now() ? session : null;
  };
  const begin = (response: Response, role: Role): void => {
    for (const [key, { untilMs }] of sessions) if (untilMs <= now()) sessions.delete(key);
    const token = randomBytes(32).toString('base64url');
    sessions.set(digest(token), { role, untilMs: now() + SESSION_MS });
    response
      .cookie(COOKIE, token, {
        httpOnly: true,
        sameSite: 'strict',
        secure,
        maxAge: SESSION_MS,
        path: '/',
      })
      .json({ needed: true, role });
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
  const roleOf = (request: Request): Role | null =>
    passphrases === null || isLocal(request) ? 'coach' : (sessionOf(request)?.role ?? null);
  /** Waits for the turn of whoever tries; throws where they may not try yet. Resolves to as whom they are counted. */
  const ownTurn = async (request: Request): Promise<string> => {
    const known = sessionOf(request) !== null;
    const who = known ? `device ${digest(tokenOf(request) ?? '')}` : `address ${request.ip ?? ''}`;
    const turn = turns.take(who, known);
    if ('refusedForMs' in turn) {
      const seconds = Math.ceil(turn.refusedForMs / 1000);
      request.res?.set('Retry-After', String(seconds));
      throw refuse(
        429,
        'too-many-tries',
        `Too many tries. Wait ${seconds === 1 ? 'a second' : `${seconds} seconds`}, then try again.`,
      );
    }
    if (turn.afterMs > 0) await after(turn.afterMs);
    return who;
  };
  const tryToSignIn = async (request: Request, response: Response, known: Passphrases): Promise<void> => {
    const input = valid(signInSchema, request.body);
    // A code is too long to be guessed: whoever has it waits for nobody.
    const byCode = 'code' in input ? withCode(input.code) : null;
    if (byCode) {
      begin(response, byCode);
      return;
    }
    const who = await ownTurn(request);
    const role = 'code' in input ? null : await known.roleOf(input.passphrase);
    if (role) {
      turns.right(who);
      begin(response, role);
      return;
    }
    turns.wrong(who);
    throw refuse(
      401,
      'not-known',
      'code' in input
        ? 'This code is used up or too old. Ask for a new one.'
        : 'That is not the passphrase of this club.',
    );
  };
  const ask: Route = {
    method: 'get',
    path: '/',
    who: 'anybody',
    answer: (request, response) => {
      const role = passphrases === null ? 'coach' : (sessionOf(request)?.role ?? null);
      response.json({ needed: passphrases !== null, role });
    },
  };
  const inAndOut = (known: Passphrases): Route[] => [
    {
      method: 'post',
      path: '/',
      who: 'anybody',
      takes: { is: 'json', limit: '4kb' },
      changes: [],
      keepsNothing: true,
      answer: (request, response) => tryToSignIn(request, response, known),
    },
    {
      method: 'delete',
      path: '/',
      who: 'anybody',
      takes: NOTHING,
      changes: [],
      keepsNothing: true,
      answer: (request, response) => {
        const token = tokenOf(request);
        if (token) sessions.delete(digest(token));
        response.clearCookie(COOKIE).status(204).end();
      },
    },
  ];
  return {
    routes: passphrases ? [ask, ...inAndOut(passphrases)] : [ask],
    isKnown: (request) => passphrases === null || sessionOf(request) !== null,
    admit: (who) => (request, response, next) => {
      const role = roleOf(request);
      if (who !== 'anybody' && !role)
        throw refuse(401, 'sign-in', 'Sign in with the passphrase of the club first.');
      if (who === 'coach' && role !== 'coach')
        throw refuse(
          403,
          'helpers-read',
          'A helper can look at everything of the training but not change, erase or take it out. Ask the coach.',
        );
      if (role) (response.locals as { role?: Role }).role = role;
      next();
    },
    oneTimeCode: () => {
      const code = randomBytes(9).toString('base64url');
      codes.set(code, now() + CODE_MS);
      return code;
    },
  };
}
