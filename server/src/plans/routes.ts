import { drillSchema, keepVersionSchema, keptPatternSchema } from '@angled-chalk/contract';
import type { Database } from '../db/open.ts';
import { JSON_BODY, NOTHING } from '../http/body.ts';
import { conflict, notFound } from '../http/errors.ts';
import type { Lists } from '../http/lists.ts';
import type { Route } from '../http/route.ts';
import { storedRoutes } from '../http/stored-routes.ts';
import { idOf, valid } from '../http/validate.ts';
import { followed, keptDrills } from './following.ts';
import { dropVersion, keepVersion, versionsOf } from './versions.ts';

/** Drills: what they follow, and the plain values that it gives; and what they once were. */
export const planRoutes = (db: Database, lists: Lists): Route[] => [
  ...storedRoutes({ lists, what: 'plan', kind: 'plans', input: drillSchema, ...keptDrills(db) }),
  {
    method: 'get',
    path: '/:id/versions',
    who: 'helper',
    answer: (request, response) =>
      lists.answer('plans', request, response, () => versionsOf(db, idOf(request))),
  },
  {
    method: 'post',
    path: '/:id/versions',
    who: 'coach',
    takes: JSON_BODY,
    changes: ['plans'],
    answer: async (request, response) => {
      const kept = await keepVersion(db, idOf(request), valid(keepVersionSchema, request.body));
      if (kept === 'gone') throw notFound('plan');
      if (kept === 'changed') throw conflict();
      response.status(201).json(kept);
    },
  },
  {
    method: 'delete',
    path: '/:id/versions/:kept',
    who: 'coach',
    takes: NOTHING,
    changes: ['plans'],
    answer: async (request, response) => {
      if (!(await dropVersion(db, idOf(request), idOf(request, 'kept')))) throw notFound('version');
      response.status(204).end();
    },
  },
];

/** Patterns that drills may follow. */
export const patternRoutes = (db: Database, lists: Lists): Route[] =>
  storedRoutes({
    lists,
    what: 'pattern',
    kind: 'patterns',
    changes: ['patterns', 'plans'],
    input: keptPatternSchema,
    ...followed(db, 'pattern'),
  });
