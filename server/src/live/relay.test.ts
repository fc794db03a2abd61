import { createServer, type Server } from 'node:http';
import { LIVE_CLOSED, LIVE_PATHS } from '@angled-chalk/contract';
import { WebSocket } from 'ws';
import { hostsFor } from '../http/guard.ts';
import { relayLive, type Relay } from './relay.ts';

let server: Server;
let relay: Relay;
let base = '';
let isKnown = true;

beforeEach(async () => {
  isKnown = true;
  server = createServer();
  relay = relayLive(server, { hosts: hostsFor('127.0.0.1', []), isKnown: () => isKnown });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const own = server.address();
  base = `ws://127.0.0.1:${own !== null && typeof own === 'object' ? own.port : 0}`;
});
/** The relay with other bounds, in the place of the usual one. */
async function bounded(mostLinesASecond: number, patienceS: number): Promise<void> {
  relay.close();
  server.removeAllListeners('upgrade');
  relay = relayLive(server, {
    hosts: hostsFor('127.0.0.1', []),
    isKnown: () => true,
    mostLinesASecond,
    patienceS,
  });
  await Promise.resolve();
}

afterEach(async () => {
  relay.close();
  await new Promise((resolve) => server.close(resolve));
});

const opened = (path: string, headers: Record<string, string> = {}): Promise<WebSocket> =>
  new Promise((resolve, reject) => {
    const socket = new WebSocket(`${base}${path}`, { headers });
    socket.once('open', () => resolve(socket));
    socket.once('error', reject);
  });
const closed = (socket: WebSocket): Promise<{ code: number; reason: string }> =>
  new Promise((resolve) =>
    socket.once('close', (code, reason) => resolve({ code, reason: reason.toString() })),
  );
const heard = (socket: WebSocket, count: number): Promise<string[]> =>
  new Promise((resolve) => {
    const lines: string[] = [];
    socket.on('message', (data: Buffer) => {
      lines.push(data.toString());
      if (lines.length === count) resolve(lines);
    });
  });

const HELLO = '{"type":"hello","format":"angled-chalk-live","version":1,"rate_hz":100}';
const SAMPLE = '{"type":"sample","time_s":0.01,"left":{"x":1,"y":2},"right":null}';

test('lines of a tracker reach every page that listens, one by one, and its end is told', async () => {
  const screens = [await opened(LIVE_PATHS.screen), await opened(LIVE_PATHS.screen)];
  const all = screens.map((screen) => heard(screen, 3));
  const tracker = await opened(LIVE_PATHS.tracker);
  tracker.send(`${HELLO}\n${SAMPLE}\n`);
  await new Promise((resolve) => setTimeout(resolve, 50));
  tracker.close();
  for (const lines of await Promise.all(all)) expect(lines).toEqual([HELLO, SAMPLE, '{"type":"end"}']);
});

test('where no page listens a tracker is told what to do', async () => {
  const end = await closed(await opened(LIVE_PATHS.tracker));
  expect(end.code).toBe(LIVE_CLOSED['nobody listens']);
  expect(end.reason).toContain('press Listen');
});

test('a second tracker is refused while one sends', async () => {
  await opened(LIVE_PATHS.screen);
  await opened(LIVE_PATHS.tracker);
  expect((await closed(await opened(LIVE_PATHS.tracker))).code).toBe(LIVE_CLOSED['another tracker']);
});

test.each([
  ['nothing of it is JSON', 'line 2, it is not JSON'],
  ['{"type":"sample","time_s":"soon","left":null,"right":null}', 'line 2, time_s'],
  ['{"type":"dance"}', 'line 2'],
  ['[[[[[[[[[[1]]]]]]]]]]', 'line 2, it holds values in values more than 6 deep'],
])('a bad line ends the stream with its place: %s', async (line, words) => {
  const screen = await opened(LIVE_PATHS.screen);
  const lines = heard(screen, 2);
  const tracker = await opened(LIVE_PATHS.tracker);
  const end = closed(tracker);
  tracker.send(`${HELLO}\n${line}`);
  const { code, reason } = await end;
  expect(code).toBe(LIVE_CLOSED['bad line']);
  expect(reason).toContain(words);
  expect((await lines)[1]).toBe('{"type":"end"}');
});

const KEPT_OUT: readonly (readonly [string, number, Record<string, string>, string])[] = [
  ['another page', 403, { Origin: 'http://example.test' }, LIVE_PATHS.screen],
  ['another name', 421, { Host: 'example.test' }, LIVE_PATHS.screen],
  ['another page as a tracker', 403, { Origin: 'http://example.test' }, LIVE_PATHS.tracker],
  ['another address', 404, {}, '/api/live/elsewhere'],
];
test.each(KEPT_OUT)('%s is kept out', async (_name, status, headers, path) => {
  await expect(opened(path, headers)).rejects.toThrow(String(status));
});

test('who has not signed in hears nothing', async () => {
  isKnown = false;
  await expect(opened(LIVE_PATHS.screen)).rejects.toThrow('401');
});

const sampleAt = (i: number): string =>
  `{"type":"sample","time_s":${i / 1000},"left":{"x":1,"y":2},"right":null}`;

test('more lines than feet can have are passed on late, in order, with a word about it; who goes on is ended', async () => {
  await bounded(20, 2);
  const screen = await opened(LIVE_PATHS.screen);
  const lines = heard(screen, 51);
  // The first second begins with the connection.
  const from = performance.now();
  const tracker = await opened(LIVE_PATHS.tracker);
  tracker.send(Array.from({ length: 50 }, (_, i) => sampleAt(i)).join('\n'));
  const first = await lines;
  // Fifty at twenty a second: the last come in the third second.
  expect(performance.now() - from).toBeGreaterThanOrEqual(2000);
  expect(first[20]).toMatch(/"notice".*more than 20 lines a second/);
  expect(first.filter((line) => line.includes('"sample"'))).toEqual(
    Array.from({ length: 50 }, (_, i) => sampleAt(i)),
  );
  tracker.close();
});

test('a tracker that goes on like that is ended with the reason, and what waits of it is forgotten', async () => {
  await bounded(20, 2);
  const screen = await opened(LIVE_PATHS.screen);
  const seen: string[] = [];
  screen.on('message', (data: Buffer) => seen.push(data.toString()));
  const tracker = await opened(LIVE_PATHS.tracker);
  const end = closed(tracker);
  for (let i = 0; i < 100; i++) tracker.send(Array.from({ length: 100 }, (_, n) => sampleAt(n)).join('\n'));
  const { code, reason } = await end;
  expect(code).toBe(LIVE_CLOSED['too fast']);
  expect(reason).toContain('send at most 1,000 samples a second');
  expect(seen.filter((line) => line.includes('"sample"')).length).toBeLessThanOrEqual(60);
});

test('between a few lines everybody else has a turn', async () => {
  await bounded(100_000, 2);
  const screen = await opened(LIVE_PATHS.screen);
  const lines = heard(screen, 2000);
  const tracker = await opened(LIVE_PATHS.tracker);
  let turns = 0;
  let isDone = false;
  const count = (): void => {
    turns++;
    if (!isDone) setImmediate(count);
  };
  for (let i = 0; i < 4; i++) tracker.send(Array.from({ length: 500 }, (_, n) => sampleAt(n)).join('\n'));
  count();
  await lines;
  isDone = true;
  expect(turns).toBeGreaterThanOrEqual(40);
});

test('a device does not speak for the program', async () => {
  await opened(LIVE_PATHS.screen);
  const tracker = await opened(LIVE_PATHS.tracker);
  const end = closed(tracker);
  tracker.send('{"type":"notice","text":"All is well"}');
  expect(await end).toEqual({ code: LIVE_CLOSED['bad line'], reason: 'line 1, type' });
});

test('a message larger than any stream is the end of it', async () => {
  await opened(LIVE_PATHS.screen);
  const tracker = await opened(LIVE_PATHS.tracker);
  const end = closed(tracker);
  tracker.send('x'.repeat(100_000));
  expect((await end).code).toBe(1009);
});
