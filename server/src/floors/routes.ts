import { laidFloorSchema } from '@angled-chalk/contract';
import type { Database } from '../db/open.ts';
import type { Lists } from '../http/lists.ts';
import type { Route } from '../http/route.ts';
import { storedRoutes } from '../http/stored-routes.ts';
import { followed } from '../plans/following.ts';

export const floorRoutes = (db: Database, lists: Lists): Route[] =>
  storedRoutes({
    lists,
    what: 'floor',
    kind: 'floors',
    changes: ['floors', 'plans'],
    input: laidFloorSchema,
    ...followed(db, 'floor'),
  });
