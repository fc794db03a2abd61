import { checkInputSchema, pageQuerySchema } from '@angled-chalk/contract';
import { Router, type Request, type Response } from 'express';
import type { Database } from '../db/open.ts';
import { HttpProblem, notFound } from '../http/errors.ts';
import { jsonBody } from '../http/json-body.ts';
import type { Lists } from '../http/lists.ts';
import { idOf, valid } from '../http/validate.ts';
import { findStudent } from '../students/store.ts';
import { findTrack } from '../tracks/store.ts';
import { holdToReport } from './kept-report.ts';
import { addCheck, findCheck, latestChecks, listChecks } from './store.ts';

export function checkRoutes(db: Database, lists: Lists): Router {
  const router = Router();
  router.get('/', (request, response) => {
    const page = valid(pageQuerySchema, request.query);
    return lists.answer(request, response, () => listChecks(db, page));
  });
  router.get('/latest', (request, response) => lists.answer(request, response, () => latestChecks(db)));
  router.get('/:id', async (request, response) => {
    const found = await findCheck(db, idOf(request));
    if (!found) throw notFound('check');
    response.json(found);
  });
  router.post('/', jsonBody({ limit: '8mb' }), async (request: Request, response: Response) => {
    const input = valid(checkInputSchema, request.body);
    holdToReport(input);
    if (!(await findStudent(db, input.studentId))) throw notFound('student');
    const track = await findTrack(db, input.trackId);
    if (!track) throw notFound('track');
    if (track.studentId !== input.studentId)
      throw new HttpProblem(409, {
        code: 'another-students-recording',
        message: 'This recording belongs to another student. A recording is only ever judged for its own.',
        place: { path: 'trackId' },
      });
    response.status(201).json((await findCheck(db, input.id)) ?? (await addCheck(db, input)));
  });
  return router;
}
