import { schoolSchema } from '@angled-chalk/contract';
import type { Router } from 'express';
import { documentsOf } from '../db/documents.ts';
import type { Database } from '../db/open.ts';
import { storedRoutes } from '../http/stored-routes.ts';

export const schoolRoutes = (db: Database): Router =>
  storedRoutes({ what: 'school', input: schoolSchema, ...documentsOf(db, 'school') });
