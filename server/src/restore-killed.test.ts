import { randomInt } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { backupSummarySchema } from '@angled-chalk/contract';
import { z } from 'zod';
import { dataDirectory } from './db/directory.ts';
import {
  answerOf,
  endPrograms,
  OWN_PAGE,
  runProgram,
  startProgram,
  testClub,
  testFolder,
  write,
} from './test-program.ts';

afterAll(endPrograms);

const ROUNDS = 20;
/** Kills come anywhere in the time that bringing back takes here, and a little after it. */
const BEYOND = 1.15;

/** Numbers from 0 to 1 that a seed repeats. */
function seedOf(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

test(`killed ${ROUNDS} times while a backup is brought back, the program has the club of before or the one of the backup, whole`, async () => {
  const seed = Number(process.env['TEST_SEED'] ?? randomInt(1_000_000));
  console.log(`seed of the kills in a restore: ${seed} (TEST_SEED repeats it)`);
  const random = seedOf(seed);
  const source = await testClub();
  const made = await startProgram(['--data', source, '--demo']);
  await made.stop();
  const backup = join(testFolder(), 'demo.zip');
  expect(await runProgram(['backup', backup, '--data', source])).toMatchObject({ code: 0 });

  const root = await testClub();
  const { next, last, club } = dataDirectory(root);
  const seen: number[] = [];
  const bringBack = async (url: string): Promise<Response | null> => {
    const looked = await fetch(`${url}/api/backup/look`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/zip', ...OWN_PAGE },
      body: readFileSync(backup),
    });
    const { id } = backupSummarySchema.parse(await looked.json());
    return write(`${url}/api/backup/${id}/take`, 'POST', {}).catch(() => null);
  };
  const first = await startProgram(['--data', root]);
  const from = performance.now();
  expect((await bringBack(first.url))?.status).toBe(200);
  const takesMs = performance.now() - from;
  await first.kill();
  for (let round = 0; round < ROUNDS; round++) {
    const program = await startProgram(['--data', root]);
    // What the last kill left: one club or the other, nothing half, nobody writing beside it.
    const people = await answerOf(z.array(z.object({ id: z.string() })), `${program.url}/api/students`);
    seen.push(people.length);
    expect([1, 6]).toContain(people.length);
    expect([next, last].filter(existsSync)).toEqual([]);
    // Back to a club of one, so that the next round tells the two apart again.
    for (const { id } of people.slice(1)) await write(`${program.url}/api/students/${id}`, 'DELETE');
    const taken = bringBack(program.url).catch(() => null);
    await new Promise((resolve) => setTimeout(resolve, random() * BEYOND * takesMs));
    await program.kill();
    await taken;
  }
  const end = await startProgram(['--data', root]);
  expect(existsSync(club)).toBe(true);
  expect(readdirSync(root).filter((name) => name.startsWith('club.'))).toEqual([]);
  await end.stop();
  console.log(`clubs found: ${seen.join(' ')}`);
});
