import { observationSchema, pageQuerySchema } from '@angled-chalk/contract';
import type { Database } from '../db/open.ts';
import { JSON_BODY, NOTHING } from '../http/body.ts';
import { notFound } from '../http/errors.ts';
import type { Lists } from '../http/lists.ts';
import type { Route } from '../http/route.ts';
import { idOf, valid } from '../http/validate.ts';
import { findStudent } from '../students/store.ts';
import { addObservation, dropObservation, findObservation, listObservations } from './store.ts';

/** What is taken of students without a recording: never changed, taken back by a coach, gone with the student. */
export const observationRoutes = (db: Database, lists: Lists): Route[] => [
  {
    method: 'get',
    path: '/',
    who: 'helper',
    answer: (request, response) => {
      const page = valid(pageQuerySchema, request.query);
      return lists.answer('observations', request, response, () => listObservations(db, page));
    },
  },
  {
    method: 'post',
    path: '/',
    who: 'helper',
    takes: JSON_BODY,
    changes: ['observations'],
    answer: async (request, response) => {
      const input = valid(observationSchema, request.body);
      // A device may bring it late: whoever was put away meanwhile keeps what was taken of them.
      if (!(await findStudent(db, input.studentId))) throw notFound('student');
      response.status(201).json((await findObservation(db, input.id)) ?? (await addObservation(db, input)));
    },
  },
  {
    method: 'delete',
    path: '/:id',
    who: 'coach',
    takes: NOTHING,
    changes: ['observations'],
    answer: async (request, response) => {
      if (!(await dropObservation(db, idOf(request)))) throw notFound('observation');
      response.status(204).end();
    },
  },
];
