import { settingsSchema, type Settings } from '@angled-chalk/contract';
import { Router } from 'express';
import type { Database } from '../db/open.ts';
import { settings } from '../db/schema.ts';
import { valid } from '../http/validate.ts';

const ONLY_ROW = 1;
const DEFAULTS: Settings = { clubName: 'My club', units: 'metric' };

export async function readSettings(db: Database): Promise<Settings> {
  const [row] = await db.select().from(settings);
  return row ? { clubName: row.clubName, units: row.units } : DEFAULTS;
}

export async function writeSettings(db: Database, value: Settings): Promise<void> {
  await db
    .insert(settings)
    .values({ id: ONLY_ROW, ...value })
    .onConflictDoUpdate({ target: settings.id, set: value });
}

export function settingsRoutes(db: Database): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await readSettings(db));
  });
  router.put('/', async (request, response) => {
    const value = valid(settingsSchema, request.body);
    await writeSettings(db, value);
    response.json(value);
  });
  return router;
}
