import { filmingRefusal, pageQuerySchema, trackQuerySchema } from '@angled-chalk/contract';
import type { Database } from '../db/open.ts';
import { HttpProblem, notFound } from '../http/errors.ts';
import type { Lists } from '../http/lists.ts';
import type { Route } from '../http/route.ts';
import { idOf, valid } from '../http/validate.ts';
import { findStudent } from '../students/store.ts';
import { offThread, TaskFailed } from '../work/off-thread.ts';
import type { TrackSummary } from '../work/tasks.ts';
import { LARGEST_PACKED_BYTES } from './packed.ts';
import { addTrack, findTrack, listTracks, trackSamples } from './store.ts';

/** Tracks travel and rest packed: the browser reads the file, the server keeps the compact form. */
export const trackRoutes = (db: Database, lists: Lists): Route[] => [
  {
    method: 'get',
    path: '/',
    who: 'helper',
    answer: (request, response) => {
      const page = valid(pageQuerySchema, request.query);
      return lists.answer('tracks', request, response, () => listTracks(db, page));
    },
  },
  {
    method: 'get',
    path: '/:id',
    who: 'helper',
    answer: async (request, response) => {
      const found = await findTrack(db, idOf(request));
      if (!found) throw notFound('track');
      response.json(found);
    },
  },
  {
    method: 'get',
    path: '/:id/samples',
    who: 'helper',
    answer: async (request, response) => {
      const packed = await trackSamples(db, idOf(request));
      if (!packed) throw notFound('track');
      response.type('application/octet-stream').send(Buffer.from(packed));
    },
  },
  {
    method: 'post',
    path: '/',
    who: 'coach',
    takes: { is: 'recording', limit: LARGEST_PACKED_BYTES },
    changes: ['tracks'],
    answer: async (request, response) => {
      const { id, name, source, studentId, planId } = valid(trackQuerySchema, request.query);
      const student = await findStudent(db, studentId);
      if (!student) throw notFound('student');
      if (student.archived)
        throw new HttpProblem(409, {
          code: 'put-away',
          message: `${student.name} is put away. Bring them back first, then record.`,
          place: {},
        });
      const refused = filmingRefusal(student, new Date().getFullYear());
      if (refused) throw new HttpProblem(403, { code: 'no-consent', message: refused, place: {} });
      const packed = Buffer.isBuffer(request.body) ? new Uint8Array(request.body) : new Uint8Array();
      const { samples, durationS } = await summaryOf(packed);
      const known = await findTrack(db, id);
      response.status(201).json(
        known ??
          (await addTrack(db, {
            id,
            name,
            source,
            studentId,
            planId: planId ?? null,
            samples,
            durationS,
            packed,
          })),
      );
    },
  },
];

async function summaryOf(packed: Uint8Array): Promise<TrackSummary> {
  try {
    return await offThread('readTrack', packed);
  } catch (error) {
    if (!(error instanceof TaskFailed)) throw error;
    throw new HttpProblem(400, {
      code: 'not-a-track',
      message: `This is no recording: ${error.message}.`,
      place: {},
    });
  }
}
