import type { RequestHandler } from 'express';
import { ERASE_RESERVE_BYTES, RESERVE_BYTES } from '../db/space.ts';
import { HttpProblem } from './errors.ts';

export const DISK_FULL =
  'The disk is full: nothing new can be saved until there is room. What was saved before is safe and can be read.';

/**
 * Takes nothing new while the disk is nearly full, so that what is under way can still be finished; what makes
 * room may use more of the reserve.
 */
export const keepRoom =
  (free: () => number, makesRoom: boolean): RequestHandler =>
  (_request, _response, next) => {
    if (free() < (makesRoom ? ERASE_RESERVE_BYTES : RESERVE_BYTES))
      throw new HttpProblem(507, { code: 'disk-full', message: DISK_FULL, place: {} });
    next();
  };
