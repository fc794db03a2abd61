import { schoolSchema } from '@angled-chalk/contract';
import { documentsOf } from '../db/documents.ts';
import type { Database } from '../db/open.ts';
import type { Lists } from '../http/lists.ts';
import type { Route } from '../http/route.ts';
import { storedRoutes } from '../http/stored-routes.ts';

export const schoolRoutes = (db: Database, lists: Lists): Route[] =>
  storedRoutes({ lists, what: 'school', kind: 'schools', input: schoolSchema, ...documentsOf(db, 'school') });
