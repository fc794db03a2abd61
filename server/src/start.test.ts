import { type ChildProcess, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { createServer, type AddressInfo, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const SERVER = join(__dirname, '../dist/main.js');

interface Ended {
  readonly code: number | null;
  readonly text: string;
}

interface Started {
  readonly child: ChildProcess;
  readonly url: Promise<string>;
  readonly ended: Promise<Ended>;
}

function start(...args: string[]): Started {
  const child = spawn(process.execPath, [SERVER, ...args], { stdio: ['ignore', 'pipe', 'pipe'] });
  let text = '';
  const ended = new Promise<Ended>((resolve) => {
    child.on('close', (code) => resolve({ code, text }));
  });
  const url = new Promise<string>((resolve, reject) => {
    const hear = (chunk: Buffer): void => {
      text += chunk.toString();
      const found = /http:\/\/[\d.]+:\d+/.exec(text)?.[0];
      if (found) resolve(found);
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    void ended.then(() => reject(new Error(text)));
  });
  url.catch(() => undefined);
  return { child, url, ended };
}

const folder = (): string => mkdtempSync(join(tmpdir(), 'angled-chalk-start-'));

test.each([
  ['a port that is no number', ['--port', 'seven'], /--port is a whole number from 0 to 65535, not "seven"/],
  ['a port beyond the last', ['--port', '70000'], /--port is a whole number/],
  ['an option that is not known', ['--colour', 'red'], /--colour/],
])('%s is told, and nothing is started', async (_what, args, says) => {
  const { code, text } = await start('--data', folder(), ...args).ended;
  expect(code).toBe(1);
  expect(text).toMatch(says);
  expect(text).toContain('Angled Chalk cannot start');
});

test('a port in use is told with a way out', async () => {
  const other: Server = createServer();
  await new Promise<void>((resolve) => {
    other.listen(0, '127.0.0.1', resolve);
  });
  const { port } = other.address() as AddressInfo;
  const { code, text } = await start('--data', folder(), '--port', String(port)).ended;
  expect(code).toBe(1);
  expect(text).toContain('start with --port ANOTHER_PORT');
  other.close();
}, 60_000);

test('it listens on loopback, ends in order when asked, and keeps what was written', async () => {
  const data = folder();
  const first = start('--data', data, '--port', '0');
  const url = await first.url;
  expect(url).toContain('http://127.0.0.1:');
  const id = randomUUID();
  const value = {
    name: 'Ada',
    leadSide: 'left',
    schoolId: 'neutral',
    lengths: { statureM: 1.7 },
    birthYear: null,
    note: '',
  };
  const written = await fetch(`${url}/api/students`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ id, value }),
  });
  expect(written.status).toBe(201);
  first.child.kill('SIGTERM');
  expect((await first.ended).code).toBe(0);
  const second = start('--data', data, '--port', '0');
  const again = await fetch(`${await second.url}/api/students/${id}`);
  expect(((await again.json()) as { name: string }).name).toBe('Ada');
  second.child.kill('SIGTERM');
  await second.ended;
}, 90_000);

test('the page and its parts come from the program, and an unknown address is the page', async () => {
  const running = start('--data', 'memory://', '--port', '0');
  const url = await running.url;
  for (const path of ['/', '/students', '/anything/at/all']) {
    const page = await fetch(url + path);
    expect(page.headers.get('content-type')).toContain('text/html');
    expect(await page.text()).toContain('<title>Angled Chalk</title>');
  }
  expect((await fetch(`${url}/mark.svg`)).headers.get('content-type')).toContain('svg');
  running.child.kill('SIGTERM');
  await running.ended;
}, 60_000);
