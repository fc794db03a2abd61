import { floorPlanSchema } from '@angled-chalk/contract';
import type { Router } from 'express';
import { documentsOf } from '../db/documents.ts';
import type { Database } from '../db/open.ts';
import { storedRoutes } from '../http/stored-routes.ts';

export const floorRoutes = (db: Database): Router =>
  storedRoutes({ what: 'floor', input: floorPlanSchema, ...documentsOf(db, 'floor') });
