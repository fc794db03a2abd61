import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import type { Verb } from './options.ts';

const PROGRAM = fileURLToPath(new URL('../../server/dist/main.js', import.meta.url));

/** A verb of the program itself, which owns the data: run there, its words and exit code passed on. */
export const programVerb =
  (verb: 'backup' | 'restore'): Verb =>
  (args) =>
    new Promise((resolve, reject) => {
      const child = spawn(process.execPath, [PROGRAM, verb, ...args], { stdio: 'inherit' });
      child.once('error', reject);
      child.once('close', (code) => resolve(code ?? 2));
    });
