import { type ChildProcess, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const ROUNDS = 20;
const SERVER = join(__dirname, '../dist/main.js');

interface Running {
  readonly child: ChildProcess;
  readonly url: string;
}

function start(dataDir: string): Promise<Running> {
  const child = spawn(process.execPath, [SERVER, '--data', dataDir, '--port', '0'], {
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  return new Promise((resolve, reject) => {
    let text = '';
    const hear = (chunk: Buffer): void => {
      text += chunk.toString();
      const url = /http:\/\/127\.0\.0\.1:\d+/.exec(text)?.[0];
      if (url) resolve({ child, url });
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.on('exit', () => reject(new Error(`the server ended: ${text}`)));
  });
}

const ended = (child: ChildProcess): Promise<void> =>
  new Promise((resolve) => child.on('exit', () => resolve()));

const student = (name: string) => ({
  name,
  leadSide: 'left',
  schoolId: 'neutral',
  lengths: { statureM: 1.7 },
  birthYear: null,
  note: 'n'.repeat(200),
});

/** Writes students until the server is gone; returns those it acknowledged. */
async function writeUntilGone(url: string, round: number): Promise<Map<string, string>> {
  const acknowledged = new Map<string, string>();
  const one = async (n: number): Promise<boolean> => {
    const [id, name] = [randomUUID(), `Round ${round} number ${n}`];
    try {
      const response = await fetch(`${url}/api/students`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ id, value: student(name) }),
      });
      if (response.status === 201) acknowledged.set(id, name);
      return true;
    } catch {
      return false;
    }
  };
  const writer = async (lane: number): Promise<void> => {
    for (let n = 0; await one(10_000 * lane + n); n++);
  };
  await Promise.all([writer(0), writer(1), writer(2)]);
  return acknowledged;
}

test(`killed at a random moment ${ROUNDS} times, the server has every write it acknowledged`, async () => {
  expect(existsSync(SERVER)).toBe(true);
  const dataDir = mkdtempSync(join(tmpdir(), 'angled-chalk-killed-'));
  const all = new Map<string, string>();
  for (let round = 0; round < ROUNDS; round++) {
    const { child, url } = await start(dataDir);
    const gone = ended(child);
    const killer = setTimeout(() => child.kill('SIGKILL'), 60 + Math.random() * 400);
    for (const [id, name] of await writeUntilGone(url, round)) all.set(id, name);
    clearTimeout(killer);
    await gone;
  }
  const { child, url } = await start(dataDir);
  const stored = (await (await fetch(`${url}/api/students`)).json()) as { id: string; name: string }[];
  const names = new Map(stored.map(({ id, name }) => [id, name]));
  expect(all.size).toBeGreaterThan(ROUNDS);
  const lost = [...all].filter(([id, name]) => names.get(id) !== name);
  expect(lost).toEqual([]);
  child.kill('SIGTERM');
  await ended(child);
}, 240_000);

test('a second server on the same directory is refused in plain words', async () => {
  const dataDir = mkdtempSync(join(tmpdir(), 'angled-chalk-second-'));
  const { child } = await start(dataDir);
  await expect(start(dataDir)).rejects.toThrow(/in use by another Angled Chalk\. Stop that one/);
  child.kill('SIGTERM');
  await ended(child);
}, 60_000);
