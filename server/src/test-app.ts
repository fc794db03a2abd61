import type { Server } from 'node:net';
import type { Express } from 'express';
import { pino } from 'pino';
import supertest from 'supertest';
import { createApp } from './app.ts';
import type { OpenDatabase } from './db/open.ts';
import type { Scrubbing } from './db/scrubbing.ts';
import { testDatabase } from './test-database.ts';
import { OWN_PAGE } from './test-program.ts';

/** The port that a server listens on. */
export function portOf(server: Pick<Server, 'address'>): number {
  const own = server.address();
  if (own === null || typeof own === 'string') throw new Error('It listens on no port.');
  return own.port;
}

/** Calls as our own page sends them, from a browser of its own each time. */
export const fromPage = (app: Express) => supertest.agent(app).set(OWN_PAGE);

/** The program over an empty database in memory. */
interface TestApp {
  readonly app: Express;
  readonly opened: OpenDatabase;
}

/** One for all the tests of a file; it is there from the first of them on. */
export function heldApp(): TestApp {
  let held: (TestApp & { readonly scrubbing: Scrubbing }) | null = null;
  const now = (): TestApp & { readonly scrubbing: Scrubbing } => {
    if (!held) throw new Error('The program is opened before the first test, not earlier.');
    return held;
  };
  beforeAll(async () => {
    const opened = await testDatabase();
    const { express: app, scrubbing } = createApp(opened, { logger: pino({ level: 'silent' }) });
    held = { app, opened, scrubbing };
  }, 300_000);
  afterAll(async () => {
    await now().scrubbing.stop();
    await now().opened.close();
  });
  return {
    get app() {
      return now().app;
    },
    get opened() {
      return now().opened;
    },
  };
}
