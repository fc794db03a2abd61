import { randomInt, randomUUID } from 'node:crypto';
import { cpSync, existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { endPrograms, startProgram, testFolder, testStudent, write } from './test-program.ts';

afterEach(endPrograms);

const DISK = join(__dirname, '../test/volatile-disk.mjs');

interface Cut {
  readonly acknowledged: ReadonlyMap<string, string>;
  /** What a disk still has. */
  readonly left: string;
}

/** Works on a disk with a volatile cache, the first start included, until the power goes. */
async function workAndCut(forMs: number, lies: boolean): Promise<Cut> {
  const folder = testFolder();
  const [disk, durable] = [join(folder, 'disk'), join(folder, 'durable')];
  mkdirSync(join(disk, 'data'), { recursive: true });
  mkdirSync(join(durable, 'data'), { recursive: true });
  const program = await startProgram(['--data', join(disk, 'data')], {
    node: ['--import', DISK],
    env: { DISK: disk, DISK_DURABLE: durable, DISK_LIES: lies ? '1' : '0' },
  });
  const acknowledged = new Map<string, string>();
  const until = Date.now() + forMs;
  try {
    for (let n = 0; Date.now() < until || acknowledged.size < 20; n++) {
      const [id, name] = [randomUUID(), `Number ${n}`];
      const made = await write(`${program.url}/api/students`, 'POST', { id, value: testStudent(name) });
      if (made.status === 201) acknowledged.set(id, name);
    }
  } finally {
    await program.kill();
  }
  const left = join(folder, 'left');
  cpSync(join(durable, 'data'), left, { recursive: true });
  return { acknowledged, left };
}

async function lostIn({ acknowledged, left }: Cut): Promise<string[]> {
  const { url, stop } = await startProgram(['--data', left]);
  const stored = (await (await fetch(`${url}/api/students`)).json()) as { id: string; name: string }[];
  await stop();
  const names = new Map(stored.map(({ id, name }) => [id, name]));
  return [...acknowledged].filter(([id, name]) => names.get(id) !== name).map(([, name]) => name);
}

test('after a power cut everything that was acknowledged is there, from the very first start on', async () => {
  const seed = Number(process.env['TEST_SEED'] ?? randomInt(1000));
  console.log(`seed of the power cut: ${seed} (TEST_SEED repeats it)`);
  for (const forMs of [0, 300 + seed, 2500]) {
    const cut = await workAndCut(forMs, false);
    expect(cut.acknowledged.size).toBeGreaterThanOrEqual(20);
    expect(await lostIn(cut)).toEqual([]);
  }
});

test('the same on a disk whose fsync does nothing loses all of it: the test can see a loss', async () => {
  const cut = await workAndCut(0, true);
  expect(existsSync(join(cut.left, 'club'))).toBe(false);
  expect(await lostIn(cut)).toHaveLength(cut.acknowledged.size);
});
