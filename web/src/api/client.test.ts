import { api, ApiProblem, NoConnection } from './client.ts';
import { stubProgram } from '../../test/club.tsx';

const failure = async (call: Promise<unknown>): Promise<unknown> => call.catch((error: unknown) => error);

test('an answer comes as it is', async () => {
  stubProgram();
  expect(await api.get('/settings')).toEqual({ clubName: 'Saltmarsh', units: 'metric' });
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
  const error = (await failure(api.put('/plans/1', {}))) as ApiProblem;
  expect(error).toBeInstanceOf(ApiProblem);
  expect(error.status).toBe(400);
  expect(error.detail).toMatchObject({ code: 'invalid-value', place: { path: 'plan.pattern.cones' } });
});

test('an error in no known shape still says something', async () => {
  stubProgram({ 'GET /api/odd': () => [502, '<html>'] });
  const error = (await failure(api.get('/odd'))) as ApiProblem;
  expect(error.message).toContain('502');
});

test('no answer at all is a lost connection', async () => {
  globalThis.fetch = () => Promise.reject(new TypeError('fetch failed'));
  expect(await failure(api.get('/settings'))).toBeInstanceOf(NoConnection);
});

test('a body is sent as JSON, a track as bytes', async () => {
  const calls = stubProgram({
    'POST /api/plans': () => [201, { id: 1 }],
    'POST /api/tracks?x=1': () => [201, { id: 2 }],
  });
  await api.post('/plans', { id: 1 });
  await api.postBytes('/tracks?x=1', new Uint8Array([1, 2, 3]));
  expect(calls[0]!.init!.body).toBe('{"id":1}');
  expect((calls[1]!.init!.headers as Record<string, string>)['Content-Type']).toBe(
    'application/octet-stream',
  );
});
