import { randomInt } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { backupSummarySchema } from '@angled-chalk/contract';
import { dataDirectory } from './db/directory.ts';
import {
  endPrograms,
  OWN_PAGE,
  runProgram,
  startProgram,
  testClub,
  testFolder,
  testStudent,
  write,
} from './test-program.ts';

afterAll(endPrograms);

const ROUNDS = 20;
/** Bringing back takes about so long here; the kill comes anywhere in it, and some time after. */
const LONGEST_MS = 6000;

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
  for (let round = 0; round < ROUNDS; round++) {
    const program = await startProgram(['--data', root]);
    // What the last kill left: one club or the other, nothing half, nobody writing beside it.
    const people = (await (await fetch(`${program.url}/api/students`)).json()) as { name: string }[];
    seen.push(people.length);
    expect([0, 1, 6]).toContain(people.length);
    expect([next, last].filter(existsSync)).toEqual([]);
    if (people.length === 6) {
      // Back to a club of one, so that the next round tells the two apart again.
      const list = (await (await fetch(`${program.url}/api/students`)).json()) as { id: string }[];
      for (const { id } of list.slice(1)) await write(`${program.url}/api/students/${id}`, 'DELETE');
    } else if (people.length === 0)
      await write(`${program.url}/api/students`, 'POST', {
        id: crypto.randomUUID(),
        value: testStudent('Ada'),
      });
    const looked = await fetch(`${program.url}/api/backup/look`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/zip', ...OWN_PAGE },
      body: readFileSync(backup),
    });
    const { id } = backupSummarySchema.parse(await looked.json());
    const taken = write(`${program.url}/api/backup/${id}/take`, 'POST', {}).catch(() => null);
    await new Promise((resolve) => setTimeout(resolve, random() * LONGEST_MS));
    await program.kill();
    await taken;
  }
  const end = await startProgram(['--data', root]);
  expect(existsSync(club)).toBe(true);
  expect(readdirSync(root).filter((name) => name.startsWith('club.'))).toEqual([]);
  await end.stop();
  // Kills came before and after the exchange, or nothing was tried.
  console.log(`clubs found: ${seen.join(' ')}`);
});
