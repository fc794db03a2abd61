import { z } from 'zod';
import { wordsSchema } from './words.ts';

/** What a coach says is not so: the id of a finding or a habit as a check file has it, and the reason. */
export const struckOutSchema = z
  .array(z.object({ id: z.string().min(1).max(120), reason: wordsSchema(300).min(1) }))
  .max(2000);
