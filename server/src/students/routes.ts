import {
  rosterImportSchema,
  studentInputSchema,
  studentUpdateSchema,
  type Student,
} from '@angled-chalk/contract';
import type { Response } from 'express';
import type { Scrubbing } from '../db/scrubbing.ts';
import type { Database } from '../db/open.ts';
import { NOTHING } from '../http/body.ts';
import { notFound } from '../http/errors.ts';
import { LIST_KINDS, type Lists } from '../http/lists.ts';
import type { Route } from '../http/route.ts';
import { storedRoutes } from '../http/stored-routes.ts';
import { idOf, valid } from '../http/validate.ts';
import { heldOf } from '../persons/held.ts';
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

export const studentRoutes = (db: Database, lists: Lists, scrubbing: Scrubbing): Route[] => [
  {
    method: 'get',
    path: '/everyone',
    who: 'helper',
    answer: (request, response) =>
      lists.answer('students', request, response, async () => seenBy(response, await listStudents(db, true))),
  },
  {
    method: 'get',
    path: '/',
    who: 'helper',
    answer: (request, response) =>
      lists.answer('students', request, response, async () => seenBy(response, await listStudents(db))),
  },
  {
    method: 'get',
    path: '/:id',
    who: 'helper',
    answer: async (request, response) => {
      const found = await findStudent(db, idOf(request));
      if (!found || found.archived) throw notFound('student');
      response.json(seenBy(response, [found])[0]);
    },
  },
  {
    method: 'post',
    path: '/import',
    who: 'coach',
    takes: { is: 'json', limit: '8mb' },
    changes: ['students'],
    answer: async (request, response) => {
      const { students } = valid(rosterImportSchema, request.body);
      response.status(201).json({ added: await addRoster(db, students) });
    },
  },
  {
    method: 'get',
    path: '/:id/belongings',
    who: 'helper',
    answer: async (request, response) => {
      const found = await belongingsOf(db, idOf(request));
      if (!found) throw notFound('student');
      response.json(found);
    },
  },
  {
    method: 'get',
    path: '/:id/held',
    who: 'coach',
    answer: async (request, response) => {
      const found = await findStudent(db, idOf(request));
      if (!found) throw notFound('student');
      const day = new Date().toISOString().slice(0, 10);
      response
        .set('Content-Disposition', `attachment; filename="held ${day}.json"`)
        .set('Cache-Control', 'no-store')
        .json(await heldOf(db, found));
    },
  },
  {
    method: 'delete',
    path: '/:id/erase',
    who: 'coach',
    takes: NOTHING,
    changes: LIST_KINDS,
    makesRoom: true,
    answer: async (request, response) => {
      const erased = await eraseStudent(db, idOf(request));
      if (!erased) throw notFound('student');
      scrubbing.wake();
      response.json(erased);
    },
  },
  ...storedRoutes({
    what: 'student',
    kind: 'students',
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
  }).filter(({ method }) => method !== 'get'),
];
