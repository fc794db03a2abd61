import { planSchema } from '@angled-chalk/contract';
import type { Router } from 'express';
import type { Database } from '../db/open.ts';
import { storedRoutes } from '../http/stored-routes.ts';
import { addPlan, findPlan, listPlans, setPlanDeleted, updatePlan } from './store.ts';

export const planRoutes = (db: Database): Router =>
  storedRoutes({
    what: 'plan',
    input: planSchema,
    list: () => listPlans(db),
    find: (id) => findPlan(db, id),
    add: (id, plan) => addPlan(db, id, plan),
    update: (id, version, plan) => updatePlan(db, id, version, plan),
    setDeleted: (id, deleted) => setPlanDeleted(db, id, deleted),
  });
