import { drillSchema, keepVersionSchema, keptPatternSchema } from '@angled-chalk/contract';
import type { Router } from 'express';
import type { Database } from '../db/open.ts';
import { conflict, notFound } from '../http/errors.ts';
import type { Lists } from '../http/lists.ts';
import { storedRoutes } from '../http/stored-routes.ts';
import { idOf, valid } from '../http/validate.ts';
import { followed, keptDrills } from './following.ts';
import { dropVersion, keepVersion, versionsOf } from './versions.ts';

/** Drills: what they follow, and the plain values that it gives; and what they once were. */
export function planRoutes(db: Database, lists: Lists): Router {
  const router = storedRoutes({ lists, what: 'plan', input: drillSchema, ...keptDrills(db) });
  router.get('/:id/versions', (request, response) =>
    lists.answer(request, response, () => versionsOf(db, idOf(request))),
  );
  router.post('/:id/versions', async (request, response) => {
    const kept = await keepVersion(db, idOf(request), valid(keepVersionSchema, request.body));
    if (kept === 'gone') throw notFound('plan');
    if (kept === 'changed') throw conflict();
    response.status(201).json(kept);
  });
  router.delete('/:id/versions/:kept', async (request, response) => {
    if (!(await dropVersion(db, idOf(request), idOf(request, 'kept')))) throw notFound('version');
    response.status(204).end();
  });
  return router;
}

/** Patterns that drills may follow. */
export const patternRoutes = (db: Database, lists: Lists): Router =>
  storedRoutes({ lists, what: 'pattern', input: keptPatternSchema, ...followed(db, 'pattern') });
