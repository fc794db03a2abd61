import { randomUUID } from 'node:crypto';
import { createServer, type AddressInfo } from 'node:net';
import { endPrograms, runProgram, startProgram, testFolder, write } from './test-program.ts';

jest.setTimeout(180_000);
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
  const { port } = other.address() as AddressInfo;
  const { code, text } = await runProgram(['--data', testFolder(), '--port', String(port)]);
  expect(code).toBe(1);
  expect(text).toContain('start with --port ANOTHER_PORT');
  other.close();
});

test('it listens on loopback, ends in order when asked, and keeps what was written', async () => {
  const data = testFolder();
  const first = await startProgram(['--data', data]);
  expect(first.url).toContain('http://127.0.0.1:');
  const id = randomUUID();
  const value = {
    name: 'Ada',
    leadSide: 'left',
    schoolId: 'neutral',
    lengths: { statureM: 1.7 },
    birthYear: null,
    note: '',
  };
  expect((await write(`${first.url}/api/students`, 'POST', { id, value })).status).toBe(201);
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
  const data = testFolder();
  await startProgram(['--data', data]);
  await expect(startProgram(['--data', data])).rejects.toThrow(
    /in use by another Angled Chalk\. Stop that one/,
  );
});
