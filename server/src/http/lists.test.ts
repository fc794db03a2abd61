import { gunzipSync } from 'node:zlib';
import { the } from '@angled-chalk/core/measure';
import { keepLists, type ListKind, type Lists } from './lists.ts';

/** A list that is read by hand: each read waits until it is let go. */
function source() {
  const waiting: ((value: unknown) => void)[] = [];
  let reads = 0;
  return {
    read: () =>
      new Promise((resolve) => {
        reads++;
        waiting.push(resolve);
      }),
    letGo: async (value: unknown): Promise<void> => {
      waiting.shift()?.(value);
      await new Promise((resolve) => setTimeout(resolve, 20));
    },
    reads: () => reads,
  };
}

function asked(lists: Lists, kind: ListKind, read: () => Promise<unknown>, headers: object = {}) {
  const headersSent: Record<string, string> = {};
  const sent: { status: number; readonly headers: Record<string, string>; body: unknown } = {
    status: 200,
    headers: headersSent,
    body: null,
  };
  const response = {
    locals: {},
    set: (name: string | Record<string, string>, value?: string) => {
      if (typeof name === 'string') sent.headers[name] = value ?? '';
      else Object.assign(sent.headers, name);
      return response;
    },
    type: () => response,
    status: (status: number) => {
      sent.status = status;
      return response;
    },
    end: (bytes?: Buffer) => {
      sent.body = bytes ? JSON.parse(gunzipSync(bytes).toString()) : null;
    },
  };
  const request = { headers, originalUrl: `/api/${kind}`, acceptsEncodings: () => 'gzip' };
  const done = lists.answer(kind, Object(request), Object(response), read);
  return done.then(() => sent);
}

test('as many as ask at once are answered by one read', async () => {
  const lists = keepLists();
  const { read, letGo, reads } = source();
  const all = Promise.all(Array.from({ length: 40 }, () => asked(lists, 'students', read)));
  await letGo([1]);
  expect((await all).map(({ body }) => body)).toEqual(Array.from({ length: 40 }, () => [1]));
  expect(reads()).toBe(1);
});

test('who asks after a write is never answered by what was read before it, and all of them by one more read', async () => {
  const lists = keepLists();
  const { read, letGo, reads } = source();
  const before = asked(lists, 'students', read);
  lists.changed(['students']);
  const after = Promise.all(Array.from({ length: 40 }, () => asked(lists, 'students', read)));
  await letGo(['old']);
  expect((await before).body).toEqual(['old']);
  // Another write, while the next is being read: those who came before it may have it.
  lists.changed(['students']);
  const last = asked(lists, 'students', read);
  await letGo(['new']);
  expect((await after).map(({ body }) => body)).toEqual(Array.from({ length: 40 }, () => ['new']));
  await letGo(['newest']);
  expect((await last).body).toEqual(['newest']);
  expect(reads()).toBe(3);
});

test('a write makes old what it changes, and nothing else', async () => {
  const lists = keepLists();
  const { read, letGo, reads } = source();
  const first = asked(lists, 'checks', read);
  await letGo(['a']);
  const tag = the((await first).headers['ETag']);
  lists.changed(['students']);
  expect((await asked(lists, 'checks', read, { 'if-none-match': tag })).status).toBe(304);
  expect((await asked(lists, 'checks', read)).body).toEqual(['a']);
  lists.changed();
  const again = asked(lists, 'checks', read, { 'if-none-match': tag });
  await letGo(['b']);
  expect((await again).body).toEqual(['b']);
  expect(reads()).toBe(2);
});

test('a read that fails is told to those who waited for it, and is tried again by the next', async () => {
  const lists = keepLists();
  await expect(asked(lists, 'plans', () => Promise.reject(new Error('away')))).rejects.toThrow('away');
  const { read, letGo } = source();
  const next = asked(lists, 'plans', read);
  await letGo([2]);
  expect((await next).body).toEqual([2]);
});
