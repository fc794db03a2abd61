import { studentInputSchema } from '@angled-chalk/contract';
import type { Router } from 'express';
import type { Database } from '../db/open.ts';
import { storedRoutes } from '../http/stored-routes.ts';
import { addStudent, findStudent, listStudents, setStudentDeleted, updateStudent } from './store.ts';

export const studentRoutes = (db: Database): Router =>
  storedRoutes({
    what: 'student',
    input: studentInputSchema,
    list: () => listStudents(db),
    find: (id) => findStudent(db, id),
    add: (id, input) => addStudent(db, id, input),
    update: (id, version, input) => updateStudent(db, id, version, input),
    setDeleted: (id, deleted) => setStudentDeleted(db, id, deleted),
  });
