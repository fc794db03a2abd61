import { rosterImportSchema, studentInputSchema } from '@angled-chalk/contract';
import { Router } from 'express';
import type { Database } from '../db/open.ts';
import { notFound } from '../http/errors.ts';
import { storedRoutes } from '../http/stored-routes.ts';
import { idOf, valid } from '../http/validate.ts';
import {
  addRoster,
  addStudent,
  eraseStudent,
  findStudent,
  listStudents,
  setStudentArchived,
  updateStudent,
} from './store.ts';

export function studentRoutes(db: Database): Router {
  const router = Router();
  router.get('/everyone', async (_request, response) => {
    response.json(await listStudents(db, true));
  });
  router.post('/import', async (request, response) => {
    const { students } = valid(rosterImportSchema, request.body);
    response.status(201).json({ added: await addRoster(db, students) });
  });
  router.delete('/:id/erase', async (request, response) => {
    const erased = await eraseStudent(db, idOf(request));
    if (!erased) throw notFound('student');
    response.json(erased);
  });
  router.use(
    storedRoutes({
      what: 'student',
      input: studentInputSchema,
      list: () => listStudents(db),
      find: async (id) => {
        const found = await findStudent(db, id);
        return found?.archived ? null : found;
      },
      add: (id, input) => addStudent(db, id, input),
      update: (id, version, input) => updateStudent(db, id, version, input),
      setDeleted: (id, deleted) => setStudentArchived(db, id, deleted),
    }),
  );
  return router;
}
