import { drillSchema, keptPatternSchema } from '@angled-chalk/contract';
import type { Router } from 'express';
import type { Database } from '../db/open.ts';
import type { Lists } from '../http/lists.ts';
import { storedRoutes } from '../http/stored-routes.ts';
import { followed, keptDrills } from './following.ts';

/** Drills: what they follow, and the plain values that it gives. */
export const planRoutes = (db: Database, lists: Lists): Router =>
  storedRoutes({ lists, what: 'plan', input: drillSchema, ...keptDrills(db) });

/** Patterns that drills may follow. */
export const patternRoutes = (db: Database, lists: Lists): Router =>
  storedRoutes({ lists, what: 'pattern', input: keptPatternSchema, ...followed(db, 'pattern') });
