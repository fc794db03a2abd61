import { trackQuerySchema } from '@angled-chalk/contract';
import { unpackTrack, type Track } from '@angled-chalk/core';
import express, { Router } from 'express';
import type { Database } from '../db/open.ts';
import { HttpProblem, notFound } from '../http/errors.ts';
import { idOf, valid } from '../http/validate.ts';
import { addTrack, findTrack, listTracks, trackSamples } from './store.ts';

/** A packed 10-minute two-person track at 100 Hz is about 1.5 MB. */
const LARGEST_PACKED = '12mb';

/** Tracks travel and rest packed: the browser reads the file, the server keeps the compact form. */
export function trackRoutes(db: Database): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await listTracks(db));
  });
  router.get('/:id', async (request, response) => {
    const found = await findTrack(db, idOf(request));
    if (!found) throw notFound('track');
    response.json(found);
  });
  router.get('/:id/samples', async (request, response) => {
    const packed = await trackSamples(db, idOf(request));
    if (!packed) throw notFound('track');
    response.type('application/octet-stream').send(Buffer.from(packed));
  });
  router.post(
    '/',
    express.raw({ type: 'application/octet-stream', limit: LARGEST_PACKED }),
    async (request, response) => {
      const { id, name, source, studentId, planId } = valid(trackQuerySchema, request.query);
      const packed = Buffer.isBuffer(request.body) ? new Uint8Array(request.body) : new Uint8Array();
      const track = readPacked(packed);
      const known = await findTrack(db, id);
      const { timeS } = track;
      response.status(201).json(
        known ??
          (await addTrack(db, {
            id,
            name,
            source,
            studentId: studentId ?? null,
            planId: planId ?? null,
            samples: timeS.length,
            durationS: timeS.at(-1)! - timeS[0]!,
            bytes: packed.length,
            packed,
          })),
      );
    },
  );
  return router;
}

function readPacked(packed: Uint8Array): Track {
  try {
    const track = unpackTrack(packed);
    if (track.timeS.length < 2) throw new RangeError('fewer than two samples');
    return track;
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error);
    throw new HttpProblem(400, {
      code: 'not-a-track',
      message: `The body is not a packed track: ${reason}.`,
      place: {},
    });
  }
}
