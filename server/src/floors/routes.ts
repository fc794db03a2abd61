import { laidFloorSchema } from '@angled-chalk/contract';
import type { Router } from 'express';
import type { Database } from '../db/open.ts';
import type { Lists } from '../http/lists.ts';
import { storedRoutes } from '../http/stored-routes.ts';
import { followed } from '../plans/following.ts';

export const floorRoutes = (db: Database, lists: Lists): Router =>
  storedRoutes({ lists, what: 'floor', input: laidFloorSchema, ...followed(db, 'floor') });
