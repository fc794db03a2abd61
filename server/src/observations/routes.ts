import { observationSchema, pageQuerySchema } from '@angled-chalk/contract';
import { Router } from 'express';
import type { Database } from '../db/open.ts';
import { notFound } from '../http/errors.ts';
import type { Lists } from '../http/lists.ts';
import { valid } from '../http/validate.ts';
import { findStudent } from '../students/store.ts';
import { addObservation, findObservation, listObservations } from './store.ts';

/** What is taken of students without a recording: added once, never changed, gone with the student. */
export function observationRoutes(db: Database, lists: Lists): Router {
  const router = Router();
  router.get('/', (request, response) => {
    const page = valid(pageQuerySchema, request.query);
    return lists.answer(request, response, () => listObservations(db, page));
  });
  router.post('/', async (request, response) => {
    const input = valid(observationSchema, request.body);
    // A device may bring it late: whoever was put away meanwhile keeps what was taken of them.
    if (!(await findStudent(db, input.studentId))) throw notFound('student');
    response.status(201).json((await findObservation(db, input.id)) ?? (await addObservation(db, input)));
  });
  return router;
}
