import { randomUUID } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { get } from 'node:https';
import { createServer } from 'node:net';
import { join } from 'node:path';
import {
  endPrograms,
  runProgram,
  startProgram,
  testClub,
  testFolder,
  testStudent,
  write,
} from './test-program.ts';
import { portOf } from './test-app.ts';

afterEach(endPrograms);

test.each([
  ['a port that is no number', ['--port', 'seven'], /--port is a whole number from 0 to 65535, not "seven"/],
  ['a port beyond the last', ['--port', '70000'], /--port is a whole number/],
  ['no port', ['--port='], /--port is a whole number/],
  ['an option that is not known', ['--colour', 'red'], /--colour/],
  [
    'a network without encryption',
    ['--host', '0.0.0.0'],
    /--tls-cert FILE and --tls-key FILE.*--insecure-network/s,
  ],
  ['half of the risk typed', ['--host', '0.0.0.0', '--insecure'], /--insecure/],
  ['half a certificate', ['--tls-cert', 'x'], /go together/],
  ['a network without a passphrase', ['--host', '0.0.0.0', '--insecure-network'], /--passphrase-file FILE/],
])('%s is told, and nothing is started', async (_what, args, says) => {
  const { code, text } = await runProgram(['--data', testFolder(), ...args]);
  expect(code).toBe(1);
  expect(text).toMatch(says);
  expect(text).toContain('Angled Chalk cannot start');
  expect(text).not.toMatch(/^\s+at /m);
});

test('a port in use is told with a way out', async () => {
  const other = createServer();
  await new Promise<void>((resolve) => {
    other.listen(0, '127.0.0.1', resolve);
  });
  const port = portOf(other);
  const { code, text } = await runProgram(['--data', await testClub(), '--port', String(port)]);
  expect(code).toBe(1);
  expect(text).toContain('start with --port ANOTHER_PORT');
  other.close();
});

test('it listens on loopback, ends in order when asked, and keeps what was written', async () => {
  const data = await testClub();
  const first = await startProgram(['--data', data]);
  expect(first.url).toContain('http://127.0.0.1:');
  const id = randomUUID();
  expect((await write(`${first.url}/api/students`, 'POST', { id, value: testStudent('Ada') })).status).toBe(
    201,
  );
  expect((await first.stop()).code).toBe(0);
  const second = await startProgram(['--data', data]);
  const again = await fetch(`${second.url}/api/students/${id}`);
  expect(((await again.json()) as { name: string }).name).toBe('Ada');
});

test('the page and its parts come from the program, and an unknown address is the page', async () => {
  const { url } = await startProgram(['--data', 'memory://']);
  for (const path of ['/', '/students', '/anything/at/all']) {
    const page = await fetch(url + path);
    expect(page.headers.get('content-type')).toContain('text/html');
    expect(await page.text()).toContain('<title>Angled Chalk</title>');
  }
  expect((await fetch(`${url}/mark.svg`)).headers.get('content-type')).toContain('svg');
});

test('a second program on the same directory is refused in plain words', async () => {
  const data = await testClub();
  await startProgram(['--data', data]);
  await expect(startProgram(['--data', data])).rejects.toThrow(
    /in use by another Angled Chalk\. Stop that one/,
  );
});

test('with a certificate of its own it is reached encrypted, and only by who signs in; the passphrase rests hashed', async () => {
  const folder = testFolder();
  const [cert, key, words] = ['cert.pem', 'key.pem', 'words.txt'].map((name) => join(folder, name)) as [
    string,
    string,
    string,
  ];
  const subject = 'req -x509 -newkey rsa:2048 -nodes -days 2 -subj /CN=localhost'.split(' ');
  const made = spawnSync('openssl', [...subject, '-keyout', key, '-out', cert]);
  if (made.status !== 0) {
    console.warn('SKIPPED: openssl is not here to make a certificate.');
    return;
  }
  writeFileSync(words, 'four words of chalk\n');
  const data = await testClub();
  const options = ['--data', data, '--host', '0.0.0.0', '--tls-cert', cert, '--tls-key', key];
  const first = await startProgram([...options, '--passphrase-file', words]);
  const { port } = new URL(first.url);
  const statusOf = (path: string): Promise<number> =>
    new Promise((resolve, reject) => {
      get(
        `https://127.0.0.1:${port}${path}`,
        { ca: readFileSync(cert), servername: 'localhost', checkServerIdentity: () => undefined },
        (answer) => {
          answer.resume();
          resolve(answer.statusCode!);
        },
      ).on('error', reject);
    });
  expect(first.url).toMatch(/^https:/);
  expect(await statusOf('/api/health')).toBe(200);
  expect(await statusOf('/api/students')).toBe(401);
  expect(readFileSync(join(data, 'access.json'), 'utf8')).not.toContain('chalk');
  await first.stop();
  // The next start knows the passphrase already; a bad one is refused in words.
  const second = await startProgram(options);
  await second.stop();
  writeFileSync(words, 'short');
  const { code, text } = await runProgram([...options, '--passphrase-file', words]);
  expect(code).toBe(1);
  expect(text).toContain('at least 10 letters');
});
