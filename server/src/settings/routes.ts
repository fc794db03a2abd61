import {
  settingsInputSchema,
  versionSchema,
  type Settings,
  type SettingsInput,
} from '@angled-chalk/contract';
import { and, eq, sql } from 'drizzle-orm';
import { z } from 'zod';
import type { Database } from '../db/open.ts';
import { settings } from '../db/schema.ts';
import { JSON_BODY } from '../http/body.ts';
import { conflict } from '../http/errors.ts';
import type { Lists } from '../http/lists.ts';
import type { Route } from '../http/route.ts';
import { valid } from '../http/validate.ts';

const ONLY_ROW = 1;
/** What holds before anything was written; writing over it names version 1. */
const DEFAULTS: Settings = { clubName: 'My club', units: 'metric', version: 1 };

export async function readSettings(db: Database): Promise<Settings> {
  const [row] = await db.select().from(settings);
  return row ? { clubName: row.clubName, units: row.units, version: row.version } : DEFAULTS;
}

/** Writes over the version that was read; null when someone wrote in between. */
export async function writeSettings(
  db: Database,
  version: number,
  value: SettingsInput,
): Promise<Settings | null> {
  await db
    .insert(settings)
    .values({ id: ONLY_ROW, ...DEFAULTS })
    .onConflictDoNothing();
  const [row] = await db
    .update(settings)
    .set({ ...value, version: sql`${settings.version} + 1` })
    .where(and(eq(settings.id, ONLY_ROW), eq(settings.version, version)))
    .returning();
  return row ? { clubName: row.clubName, units: row.units, version: row.version } : null;
}

const updateSchema = z.object({ version: versionSchema, value: settingsInputSchema });

export const settingsRoutes = (db: Database, lists: Lists): Route[] => [
  {
    method: 'get',
    path: '/',
    who: 'helper',
    answer: (request, response) => lists.answer('settings', request, response, () => readSettings(db)),
  },
  {
    method: 'put',
    path: '/',
    who: 'coach',
    takes: JSON_BODY,
    changes: ['settings'],
    answer: async (request, response) => {
      const { version, value } = valid(updateSchema, request.body);
      const written = await writeSettings(db, version, value);
      if (!written) throw conflict();
      response.json(written);
    },
  },
];
