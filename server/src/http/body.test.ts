import { connect, type Socket } from 'node:net';
import type { Server } from 'node:http';
import { apiErrorSchema } from '@angled-chalk/contract';
import express from 'express';
import { arriveWithin, bodyOf, letGo } from './body.ts';
import { errorHandler, HttpProblem } from './errors.ts';
import { portOf } from '../test-app.ts';

let server: Server;
const sockets: Socket[] = [];
beforeAll(() => {
  const app = express();
  app.use(letGo);
  app.post('/slow', arriveWithin(0.3), express.json({ limit: '1mb' }), (_request, response) => {
    response.json({ done: true });
  });
  app.post('/refused', () => {
    throw new HttpProblem(403, { code: 'no', message: 'No.', place: {} });
  });
  app.post('/kept', ...bodyOf({ is: 'json', limit: '1mb' }), (request, response) => {
    response.json(request.body);
  });
  app.use(errorHandler);
  server = app.listen(0);
});
afterAll(async () => {
  for (const socket of sockets) socket.destroy();
  await new Promise((resolve) => server.close(resolve));
});

/** A body of so many bytes of which one comes every tenth of a second; resolves to all that was answered. */
function drip(path: string): Promise<string> {
  const socket = connect(portOf(server));
  sockets.push(socket);
  socket.write(
    `POST ${path} HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 100000\r\n\r\n{`,
  );
  const timer = setInterval(() => socket.write(' '), 100);
  let text = '';
  return new Promise((resolve) => {
    socket.on('data', (chunk: Buffer) => {
      text += chunk.toString();
    });
    socket.on('error', () => undefined);
    socket.on('close', () => {
      clearInterval(timer);
      resolve(text);
    });
  });
}

test('bodies that come a byte at a time are told so and ended, however many', async () => {
  const answers = await Promise.all(Array.from({ length: 40 }, () => drip('/slow')));
  for (const text of answers) {
    expect(text).toMatch(/^HTTP\/1\.1 408 /);
    expect(text).toContain('did not arrive within 0.3 seconds');
  }
});

test('what was refused at once does not hold the connection either', async () => {
  const text = await drip('/refused');
  expect(text).toMatch(/^HTTP\/1\.1 403 /);
});

test('what comes in time is read', async () => {
  const port = portOf(server);
  const answer = await fetch(`http://127.0.0.1:${port}/kept`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json; charset=UTF-8' },
    body: '{"a":[1]}',
  });
  expect(await answer.json()).toEqual({ a: [1] });
});

test.each([
  ['brackets in brackets', '['.repeat(500_000)],
  ['more values than anything of ours has', `[${'0,'.repeat(400_000)}0]`],
])('%s are refused before anything is made of them', async (_what, body) => {
  const port = portOf(server);
  const answer = await fetch(`http://127.0.0.1:${port}/kept`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body,
  });
  expect(answer.status).toBe(400);
  const { error } = apiErrorSchema.parse(await answer.json());
  expect(error.code).toBe('too-large');
  expect(error.message).toMatch(/^The request holds /);
});
