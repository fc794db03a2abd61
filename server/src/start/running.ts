import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';

const schema = z.object({ pid: z.number(), url: z.string(), token: z.string() });
/** How commands on this machine reach the program that owns a data directory. */
export type Running = z.infer<typeof schema>;

const pathIn = (root: string): string => join(root, 'running.json');

export const tellRunning = (root: string, running: Running): void =>
  writeFileSync(pathIn(root), `${JSON.stringify(running)}\n`, { mode: 0o600 });

export const forgetRunning = (root: string): void => rmSync(pathIn(root), { force: true });

export function runningIn(root: string): Running | null {
  if (!existsSync(pathIn(root))) return null;
  try {
    return schema.parse(JSON.parse(readFileSync(pathIn(root), 'utf8')));
  } catch {
    return null;
  }
}
