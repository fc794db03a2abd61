import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
import { backupSummarySchema } from '@angled-chalk/contract';
import { dataDirectory } from '../db/directory.ts';
import type { OpenDatabase } from '../db/open.ts';
import { errorHandler } from '../http/errors.ts';
import { keepLists } from '../http/lists.ts';
import { routerOf } from '../http/route.ts';
import { fromPage } from '../test-app.ts';
import { testDatabase } from '../test-database.ts';
import { backupRoutes } from './routes.ts';
import { writeArchive } from './write.ts';

let opened: OpenDatabase;
let root: string;
beforeAll(async () => {
  root = mkdtempSync(join(tmpdir(), 'angled-chalk-routes-'));
  opened = { ...(await testDatabase()), directory: dataDirectory(root) };
});
afterAll(async () => {
  await opened.close();
  rmSync(root, { recursive: true });
});

test('a backup that was looked at and not taken goes by itself', async () => {
  const app = express();
  app.use(
    routerOf(backupRoutes(opened, keepLists(), 300), {
      admit: () => (_request, _response, next) => next(),
      before: () => [],
    }),
    errorHandler,
  );
  const file = join(root, 'club.zip');
  await writeArchive(opened.seat, file);
  const answer = await fromPage(app)
    .post('/look')
    .type('application/zip')
    .send(await readFile(file))
    .expect(200);
  const { id } = backupSummarySchema.parse(answer.body);
  const work = dataDirectory(root).work;
  while (readdirSync(work).length > 0) await new Promise((resolve) => setTimeout(resolve, 50));
  await fromPage(app).post(`/${id}/take`).type('application/json').send('{}').expect(404);
  writeFileSync(file, 'no zip');
  await fromPage(app)
    .post('/look')
    .type('application/zip')
    .send(await readFile(file))
    .expect(400);
  expect(readdirSync(work)).toEqual([]);
});
