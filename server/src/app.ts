import { randomBytes } from 'node:crypto';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Health } from '@angled-chalk/contract';
import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { sql } from 'drizzle-orm';
import { signingIn, type Access, type SignIn } from './access/sign-in.ts';
import { backupRoutes } from './archive/routes.ts';
import { checkRoutes } from './checks/routes.ts';
import type { OpenDatabase } from './db/open.ts';
import { startScrubbing, type Scrubbing } from './db/scrubbing.ts';
import { DatabaseAway } from './db/seat.ts';
import { freeBytes, RESERVE_BYTES } from './db/space.ts';
import { floorRoutes } from './floors/routes.ts';
import { watchActivity } from './http/activity.ts';
import { errorHandler, notFound } from './http/errors.ts';
import { letGo } from './http/body.ts';
import { hostsFor, onlyOwnNames, onlyOwnPages, onlyOwnWrites } from './http/guard.ts';
import { keepLists } from './http/lists.ts';
import { below, routerOf, type Route } from './http/route.ts';
import { DISK_FULL, keepRoom } from './http/space.ts';
import { WEB_DIR } from './places.ts';
import { observationRoutes } from './observations/routes.ts';
import { patternRoutes, planRoutes } from './plans/routes.ts';
import { schoolRoutes } from './schools/routes.ts';
import { settingsRoutes } from './settings/routes.ts';
import { studentRoutes } from './students/routes.ts';
import { trackRoutes } from './tracks/routes.ts';

/** Headers of a page; `hsts` where the certificate is one that browsers know. */
const headersFor = (hsts: boolean) =>
  helmet({
    strictTransportSecurity: hsts && { maxAge: 365 * 24 * 3600, includeSubDomains: false },
    contentSecurityPolicy: {
      directives: {
        'default-src': ["'self'"],
        // What finds feet in a film is compiled in the browser; it comes from here, as everything does.
        'script-src': ["'self'", "'wasm-unsafe-eval'"],
        'style-src': ["'self'", "'unsafe-inline'"],
        'font-src': ["'self'", 'data:'],
        'img-src': ["'self'", 'data:', 'blob:'],
        'worker-src': ["'self'", 'blob:'],
        'frame-ancestors': ["'none'"],
        'upgrade-insecure-requests': null,
      },
    },
  });

export interface AppOptions {
  readonly logger: Logger;
  /** Names under which the program is asked; this machine's own when not said. */
  readonly hosts?: ReadonlySet<string>;
  readonly access?: Access;
  /** Whether browsers may be told to come encrypted only: the certificate is one that they know. */
  readonly hsts?: boolean;
  /** Bytes free on the disk; for tests. */
  readonly free?: () => number;
}

export interface App {
  readonly express: Express;
  readonly scrubbing: Scrubbing;
  readonly signIn: SignIn;
  /** Everything that can be asked below /api. */
  readonly routes: readonly Route[];
}

const EVERYBODY: Access = { passphrases: null, localToken: randomBytes(32).toString('hex'), secure: false };

/** The whole HTTP face over one open database. Throws where something can be asked that does not say by whom. */
export function createApp(opened: OpenDatabase, options: AppOptions): App {
  const { logger, hosts = hostsFor('127.0.0.1', []), access = EVERYBODY } = options;
  const { db, directory } = opened;
  const free = options.free ?? (() => (directory ? freeBytes(directory.root) : Infinity));
  const activity = watchActivity();
  const lists = keepLists();
  const scrubbing = startScrubbing(opened, activity, logger);
  const signIn = signingIn(access);
  const routes: readonly Route[] = [
    healthRoute(opened, scrubbing, free),
    ...below('/sign-in', signIn.routes),
    ...below('/backup', backupRoutes(opened, lists)),
    ...below('/settings', settingsRoutes(db, lists)),
    ...below('/students', studentRoutes(db, lists, scrubbing)),
    ...below('/schools', schoolRoutes(db, lists)),
    ...below('/patterns', patternRoutes(db, lists)),
    ...below('/plans', planRoutes(db, lists)),
    ...below('/floors', floorRoutes(db, lists)),
    ...below('/tracks', trackRoutes(db, lists)),
    ...below('/checks', checkRoutes(db, lists)),
    ...below('/observations', observationRoutes(db, lists)),
  ];
  const before = (route: Route): RequestHandler[] => {
    const watched = route.who === 'anybody' ? [] : [activity.watch];
    if (route.method === 'get') return watched;
    const { keepsNothing = false, makesRoom = false, changes } = route;
    const room = keepsNothing ? [] : [keepRoom(free, makesRoom)];
    return [onlyOwnWrites, ...watched, lists.watch(changes), ...room];
  };
  const app = express();
  app.disable('x-powered-by');
  app.enable('case sensitive routing');
  app.enable('strict routing');
  app.set('etag', false);
  app.use(pinoHttp({ logger, autoLogging: false, serializers: QUIET }));
  app.use(letGo, onlyOwnNames(hosts));
  if (existsSync(WEB_DIR)) serveAssets(app);
  app.use(headersFor(options.hsts ?? false));
  app.use('/api', onlyOwnPages, compression(), routerOf(routes, { admit: signIn.admit, before }), () => {
    throw notFound('address');
  });
  if (existsSync(WEB_DIR)) serveWeb(app);
  app.use(errorHandler);
  return { express: app, scrubbing, signIn, routes };
}

const healthRoute = (opened: OpenDatabase, scrubbing: Scrubbing, free: () => number): Route => ({
  method: 'get',
  path: '/health',
  who: 'anybody',
  answer: async (_request, response) => {
    const state = await health(opened, scrubbing, free);
    response.status(state.status === 'away' ? 503 : 200).json(state);
  },
});

/** A log line says what was asked and how it ended; never names, notes, recordings, or who asked. */
const QUIET = {
  req: ({ id, method, url }: { id: unknown; method: string; url: string }) => ({
    id,
    method,
    path: url.split('?')[0],
  }),
  res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
};

async function health({ db }: OpenDatabase, scrubbing: Scrubbing, free: () => number): Promise<Health> {
  try {
    await db.execute(sql`select 1`);
    const pendingErasures = await scrubbing.pending();
    if (free() < RESERVE_BYTES) return { status: 'disk-full', message: DISK_FULL, pendingErasures };
    return { status: 'ok', message: '', pendingErasures };
  } catch (error) {
    const away = (error as { cause?: unknown } | null)?.cause ?? error;
    const message = away instanceof DatabaseAway ? away.message : 'The database does not answer.';
    return { status: 'away', message, pendingErasures: 0 };
  }
}

/**
 * Parts of the page, by names that change with what is in them. A policy belongs to a document or a worker:
 * the other parts carry none, which would be more bytes than many of them have.
 */
function serveAssets(app: Express): void {
  const assets = expressStaticGzip(join(WEB_DIR, 'assets'), {
    enableBrotli: true,
    orderPreference: ['br', 'gz'],
    index: false,
    serveStatic: { immutable: true, maxAge: '1y' },
  });
  app.use('/assets', (request, response, next) => {
    if (/worker/.test(request.path)) {
      next();
      return;
    }
    response.set('X-Content-Type-Options', 'nosniff');
    void assets(request, response, next);
  });
}

function serveWeb(app: Express): void {
  const compressed = { enableBrotli: true, orderPreference: ['br', 'gz'] as ('br' | 'gz')[], index: false };
  app.use('/assets', expressStaticGzip(join(WEB_DIR, 'assets'), compressed));
  app.use(expressStaticGzip(WEB_DIR, compressed));
  app.get('/{*path}', (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile(join(WEB_DIR, 'index.html'));
  });
}
