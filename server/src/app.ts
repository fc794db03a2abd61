import { existsSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { sql } from 'drizzle-orm';
import { checkRoutes } from './checks/routes.ts';
import type { Database } from './db/open.ts';
import { floorRoutes } from './floors/routes.ts';
import { errorHandler, notFound } from './http/errors.ts';
import { WEB_DIR } from './places.ts';
import { planRoutes } from './plans/routes.ts';
import { schoolRoutes } from './schools/routes.ts';
import { settingsRoutes } from './settings/routes.ts';
import { studentRoutes } from './students/routes.ts';
import { trackRoutes } from './tracks/routes.ts';

const HEADERS = helmet({
  contentSecurityPolicy: {
    directives: {
      'default-src': ["'self'"],
      'script-src': ["'self'"],
      'style-src': ["'self'", "'unsafe-inline'"],
      'font-src': ["'self'", 'data:'],
      'img-src': ["'self'", 'data:', 'blob:'],
      'worker-src': ["'self'", 'blob:'],
      'upgrade-insecure-requests': null,
    },
  },
});

/** The whole HTTP face over one open database. */
export function createApp(db: Database, logger: Logger): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger, autoLogging: { ignore: (request) => !request.url?.startsWith('/api/') } }));
  app.use(HEADERS);
  app.use('/api', express.json({ limit: '1mb', strict: true }));
  app.get('/api/health', async (_request, response) => {
    await db.execute(sql`select 1`);
    response.json({ status: 'ok' });
  });
  app.use('/api/settings', settingsRoutes(db));
  app.use('/api/students', studentRoutes(db));
  app.use('/api/schools', schoolRoutes(db));
  app.use('/api/plans', planRoutes(db));
  app.use('/api/floors', floorRoutes(db));
  app.use('/api/tracks', trackRoutes(db));
  app.use('/api/checks', checkRoutes(db));
  app.use('/api', () => {
    throw notFound('address');
  });
  if (existsSync(WEB_DIR)) serveWeb(app);
  app.use(errorHandler);
  return app;
}

function serveWeb(app: Express): void {
  app.use('/assets', express.static(join(WEB_DIR, 'assets'), { immutable: true, maxAge: '1y' }));
  app.use(express.static(WEB_DIR, { index: false }));
  app.get('/{*path}', (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile(join(WEB_DIR, 'index.html'));
  });
}
