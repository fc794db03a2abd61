import { checkInputSchema, pageQuerySchema } from '@angled-chalk/contract';
import type { Database } from '../db/open.ts';
import { HttpProblem, notFound } from '../http/errors.ts';
import type { Lists } from '../http/lists.ts';
import type { Route } from '../http/route.ts';
import { idOf, valid } from '../http/validate.ts';
import { findStudent } from '../students/store.ts';
import { findTrack } from '../tracks/store.ts';
import { holdToReport } from './kept-report.ts';
import { addCheck, findCheck, latestChecks, listChecks } from './store.ts';

export const checkRoutes = (db: Database, lists: Lists): Route[] => [
  {
    method: 'get',
    path: '/',
    who: 'helper',
    answer: (request, response) => {
      const page = valid(pageQuerySchema, request.query);
      return lists.answer('checks', request, response, () => listChecks(db, page));
    },
  },
  {
    method: 'get',
    path: '/latest',
    who: 'helper',
    answer: (request, response) => lists.answer('checks', request, response, () => latestChecks(db)),
  },
  {
    method: 'get',
    path: '/:id',
    who: 'helper',
    answer: async (request, response) => {
      const found = await findCheck(db, idOf(request));
      if (!found) throw notFound('check');
      response.json(found);
    },
  },
  {
    method: 'post',
    path: '/',
    who: 'coach',
    takes: { is: 'json', limit: '8mb' },
    changes: ['checks'],
    answer: async (request, response) => {
      const input = valid(checkInputSchema, request.body);
      await holdToReport(input);
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
    },
  },
];
