import {
  rosterImportSchema,
  studentInputSchema,
  studentUpdateSchema,
  type Student,
} from '@angled-chalk/contract';
import { Router, type Request, type Response } from 'express';
import type { Scrubbing } from '../db/scrubbing.ts';
import type { Database } from '../db/open.ts';
import { notFound } from '../http/errors.ts';
import { jsonBody } from '../http/json-body.ts';
import type { Lists } from '../http/lists.ts';
import { storedRoutes } from '../http/stored-routes.ts';
import { idOf, valid } from '../http/validate.ts';
import {
  addRoster,
  addStudent,
  belongingsOf,
  eraseStudent,
  findStudent,
  listStudents,
  setStudentArchived,
  updateStudent,
} from './store.ts';

/** Helpers see no notes. */
const seenBy = (response: Response, list: Student[]): Student[] =>
  (response.locals as { role?: string }).role === 'helper'
    ? list.map((student) => ({ ...student, note: '' }))
    : list;

export function studentRoutes(db: Database, lists: Lists, scrubbing: Scrubbing): Router {
  const router = Router();
  router.get('/everyone', (request, response) =>
    lists.answer(request, response, async () => seenBy(response, await listStudents(db, true))),
  );
  router.get('/', (request, response) =>
    lists.answer(request, response, async () => seenBy(response, await listStudents(db))),
  );
  router.get('/:id', async (request, response) => {
    const found = await findStudent(db, idOf(request));
    if (!found || found.archived) throw notFound('student');
    response.json(seenBy(response, [found])[0]);
  });
  router.post('/import', jsonBody({ limit: '8mb' }), async (request: Request, response: Response) => {
    const { students } = valid(rosterImportSchema, request.body);
    response.status(201).json({ added: await addRoster(db, students) });
  });
  router.get('/:id/belongings', async (request, response) => {
    const found = await belongingsOf(db, idOf(request));
    if (!found) throw notFound('student');
    response.json(found);
  });
  router.delete('/:id/erase', async (request, response) => {
    const erased = await eraseStudent(db, idOf(request));
    if (!erased) throw notFound('student');
    scrubbing.wake();
    response.json(erased);
  });
  router.use(
    storedRoutes({
      what: 'student',
      lists,
      input: studentInputSchema,
      change: studentUpdateSchema,
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
