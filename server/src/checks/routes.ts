import { checkInputSchema, idSchema } from '@angled-chalk/contract';
import { Router } from 'express';
import type { Database } from '../db/open.ts';
import { notFound } from '../http/errors.ts';
import { idOf, valid } from '../http/validate.ts';
import { findTrack } from '../tracks/store.ts';
import { addCheck, findCheck, listChecks } from './store.ts';

export function checkRoutes(db: Database): Router {
  const router = Router();
  router.get('/', async (request, response) => {
    const studentId = valid(idSchema.optional(), request.query['studentId']);
    response.json(await listChecks(db, studentId));
  });
  router.get('/:id', async (request, response) => {
    const found = await findCheck(db, idOf(request));
    if (!found) throw notFound('check');
    response.json(found);
  });
  router.post('/', async (request, response) => {
    const input = valid(checkInputSchema, request.body);
    if (!(await findTrack(db, input.trackId))) throw notFound('track');
    response.status(201).json((await findCheck(db, input.id)) ?? (await addCheck(db, input)));
  });
  return router;
}
