import { settingsSchema } from '@angled-chalk/contract';
import { z } from 'zod';
import { api, ApiProblem, NoConnection } from './client.ts';
import { stubProgram } from '../../test/club.tsx';

const failure = async (call: Promise<unknown>): Promise<unknown> => call.catch((error: unknown) => error);

test('an answer comes as it is', async () => {
  stubProgram();
  expect(await api.get('/settings', settingsSchema)).toEqual({
    clubName: 'Saltmarsh',
    units: 'metric',
    version: 1,
  });
});

test('an error keeps status, code, sentence and place', async () => {
  stubProgram({
    'PUT /api/plans/1': () => [
      400,
      {
        error: { code: 'invalid-value', message: '"cones": too many', place: { path: 'plan.pattern.cones' } },
      },
    ],
  });
  const error = (await failure(api.put('/plans/1', {}, z.unknown()))) as ApiProblem;
  expect(error).toBeInstanceOf(ApiProblem);
  expect(error.status).toBe(400);
  expect(error.detail).toMatchObject({ code: 'invalid-value', place: { path: 'plan.pattern.cones' } });
});

test('an error in no known shape still says something', async () => {
  stubProgram({ 'GET /api/odd': () => [502, '<html>'] });
  const error = (await failure(api.get('/odd', z.unknown()))) as ApiProblem;
  expect(error.message).toContain('502');
});

test('no answer at all is a lost connection', async () => {
  globalThis.fetch = () => Promise.reject(new TypeError('fetch failed'));
  expect(await failure(api.get('/settings', settingsSchema))).toBeInstanceOf(NoConnection);
});

test('a body is sent as JSON, a track as bytes', async () => {
  const calls = stubProgram({
    'POST /api/plans': () => [201, { id: 1 }],
    'POST /api/tracks?x=1': () => [201, { id: 2 }],
  });
  await api.post('/plans', { id: 1 }, z.unknown());
  await api.postBytes('/tracks?x=1', new Blob([new Uint8Array([1, 2, 3])]), z.unknown());
  expect(calls[0]!.init!.body).toBe('{"id":1}');
  expect((calls[1]!.init!.headers as Record<string, string>)['Content-Type']).toBe(
    'application/octet-stream',
  );
});

test('an answer in another shape than promised is told, not shown', async () => {
  stubProgram({ 'GET /api/settings': () => [200, { clubName: 7 }] });
  const error = (await failure(api.get('/settings', settingsSchema))) as ApiProblem;
  expect(error.detail).toMatchObject({ code: 'strange-answer', place: { path: 'clubName' } });
});

test('a program that does not answer is given up on in words', async () => {
  jest.useFakeTimers();
  globalThis.fetch = (_input: unknown, init?: RequestInit) =>
    new Promise((_resolve, reject) => {
      init!.signal!.addEventListener('abort', () => reject(new DOMException('stopped', 'AbortError')));
    });
  const asked = failure(api.get('/settings', settingsSchema));
  await jest.advanceTimersByTimeAsync(60_000);
  const error = (await asked) as Error;
  jest.useRealTimers();
  expect(error).toBeInstanceOf(NoConnection);
  expect(error.message).toContain('does not answer');
});
