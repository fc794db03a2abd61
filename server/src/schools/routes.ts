import { schoolSchema } from '@angled-chalk/contract';
import type { Router } from 'express';
import type { Database } from '../db/open.ts';
import { storedRoutes } from '../http/stored-routes.ts';
import { addSchool, findSchool, listSchools, setSchoolDeleted, updateSchool } from './store.ts';

export const schoolRoutes = (db: Database): Router =>
  storedRoutes({
    what: 'school',
    input: schoolSchema,
    list: () => listSchools(db),
    find: (id) => findSchool(db, id),
    add: (id, school) => addSchool(db, id, school),
    update: (id, version, school) => updateSchool(db, id, version, school),
    setDeleted: (id, deleted) => setSchoolDeleted(db, id, deleted),
  });
