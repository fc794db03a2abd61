import { idSchema, issueProblem } from '@angled-chalk/contract';
import type { Request } from 'express';
import type { z } from 'zod';
import { HttpProblem } from './errors.ts';

/** A value checked by its schema, or a 400 with the path of what is wrong. */
export function valid<T>(schema: z.ZodType<T>, value: unknown): T {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  throw new HttpProblem(400, issueProblem(parsed.error));
}

export const idOf = (request: Request, name = 'id'): string => valid(idSchema, request.params[name]);
