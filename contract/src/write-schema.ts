import { mkdirSync, writeFileSync } from 'node:fs';
import { z } from 'zod';
import { cameraFileSchema, tallyFileSchema } from './capture-files.ts';
import { CHECK_FILES } from './check-schema.ts';
import { floorFileSchema } from './floor-file.ts';
import { snakeKey } from './open-keys.ts';
import { PLAN_FILES } from './plan-file.ts';
import { studentFileSchema } from './student-file.ts';

/** JSON Schema of an open file, from its Zod schema, with the keys as the file writes them. */
export function openJsonSchema(schema: z.ZodType): unknown {
  return renamed(z.toJSONSchema(schema, { target: 'draft-2020-12' }));
}

function renamed(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(renamed);
  if (node === null || typeof node !== 'object') return node;
  return Object.fromEntries(
    Object.entries(node).map(([key, value]) => {
      if (key === 'properties') {
        const properties = Object.entries(value as Record<string, unknown>);
        return [key, Object.fromEntries(properties.map(([name, item]) => [snakeKey(name), renamed(item)]))];
      }
      if (key === 'required') return [key, (value as string[]).map(snakeKey)];
      return [key, renamed(value)];
    }),
  );
}

if (process.argv[1]?.endsWith('write-schema.ts')) {
  const folder = new URL('../../docs/schema/', import.meta.url);
  mkdirSync(folder, { recursive: true });
  for (const [name, schema] of [
    ['plan', PLAN_FILES[2]],
    ['plan-1', PLAN_FILES[1]],
    ['student', studentFileSchema],
    ['floor', floorFileSchema],
    ['camera', cameraFileSchema],
    ['tally', tallyFileSchema],
    ['check', CHECK_FILES[3]],
    ['check-2', CHECK_FILES[2]],
  ] as const) {
    writeFileSync(
      new URL(`${name}.schema.json`, folder),
      `${JSON.stringify(openJsonSchema(schema), null, 2)}\n`,
    );
  }
}
