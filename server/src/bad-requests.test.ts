import { randomInt, randomUUID } from 'node:crypto';
import { Writable } from 'node:stream';
import { SCHOOLS } from '@angled-chalk/core/body';
import {
  DEMO_FLOORS,
  DEMO_PLAN,
  DEMO_PATTERNS,
  DEMO_PLANS,
  DEMO_STUDENTS,
  simulate,
  TRACKER_DEFAULTS,
} from '@angled-chalk/core/sim';
import { packTrack } from '@angled-chalk/core/track';
import { apiErrorSchema } from '@angled-chalk/contract';
import type { Express } from 'express';
import fc from 'fast-check';
import { gzipSync, strToU8 } from 'fflate';
import { pino } from 'pino';
import { createApp, type App } from './app.ts';
import type { OpenDatabase } from './db/open.ts';
import { fromPage as request } from './test-app.ts';
import { testCheck, testStudent } from './test-program.ts';
import { testDatabase } from './test-database.ts';

let opened: OpenDatabase;
let made: App;
let app: Express;
let logged = '';
beforeAll(async () => {
  opened = await testDatabase();
  const sink = new Writable({
    write(chunk: Buffer, _encoding, done) {
      logged += chunk.toString();
      done();
    },
  });
  made = createApp(opened, { logger: pino({ level: 'trace' }, sink) });
  app = made.express;
});
afterAll(async () => {
  await made.scrubbing.stop();
  await opened.close();
});

const seed = Number(process.env['TEST_SEED'] ?? randomInt(1_000_000));
const student = testStudent('Ada');
const GOOD: Readonly<Record<string, unknown>> = {
  students: student,
  plans: DEMO_PLANS[3]?.plan,
  patterns: DEMO_PATTERNS[0]?.pattern,
  floors: DEMO_FLOORS[0]!.floor,
  schools: SCHOOLS[0],
};
const KINDS = Object.keys(GOOD);

const nasty = fc.oneof(
  fc.constantFrom<unknown>(
    '\u0000',
    'a\u0000b',
    '\ud800',
    '\udfff x',
    '',
    null,
    true,
    [],
    {},
    -1,
    0,
    1e308,
    -0,
    2 ** 31,
    2 ** 53,
    1.5,
    'x'.repeat(5000),
  ),
  fc.string({ unit: 'binary' }),
  fc.double(),
  fc.jsonValue(),
);

/** A good value with something in it replaced, at any depth. */
function spoilt(value: unknown, path: readonly number[], by: unknown): unknown {
  const [at, ...rest] = path;
  if (at === undefined || typeof value !== 'object' || value === null) return by;
  const keys = Object.keys(value);
  if (keys.length === 0) return by;
  const key = keys[at % keys.length]!;
  const next = spoilt((value as Record<string, unknown>)[key], rest, by);
  return Array.isArray(value)
    ? value.map((one: unknown, i) => (String(i) === key ? next : one))
    : { ...value, [key]: next };
}

/** A value as it is written in an address; an object may have no text of its own. */
const textOf = (value: unknown): string =>
  (typeof value === 'string' ? value : (JSON.stringify(value) ?? 'undefined')).toWellFormed();

test('no bad request is answered with a fault of the program, whatever is in it', async () => {
  console.log(`seed of the bad requests: ${seed} (TEST_SEED repeats it)`);
  const known = new Map<string, string>();
  for (const kind of KINDS) {
    const id = randomUUID();
    known.set(kind, id);
    await request(app).post(`/api/${kind}`).send({ id, value: GOOD[kind] }).expect(201);
  }
  const gone = randomUUID();
  await request(app).post('/api/students').send({ id: gone, value: student }).expect(201);
  await request(app).delete(`/api/students/${gone}`).type('json').expect(204);
  const call = fc.record({
    kind: fc.constantFrom(...KINDS),
    how: fc.constantFrom('post', 'put', 'import', 'settings', 'check', 'again', 'query'),
    path: fc.array(fc.nat(20), { maxLength: 5 }),
    by: nasty,
    version: fc.oneof(fc.constant(1), nasty),
    id: fc.oneof(fc.uuid(), fc.constant(gone), nasty),
  });
  await fc.assert(
    fc.asyncProperty(call, async ({ kind, how, path, by, version, id }) => {
      const value = spoilt(GOOD[kind], path, by);
      const send = (method: 'post' | 'put', to: string, body: unknown) =>
        (method === 'post' ? request(app).post(to) : request(app).put(to))
          .set('Content-Type', 'application/json')
          .send(JSON.stringify(body) ?? 'null');
      const calls = {
        post: () => send('post', `/api/${kind}`, { id: randomUUID(), value }),
        again: () => send('post', `/api/${kind}`, { id, value: GOOD[kind] }),
        put: () => send('put', `/api/${kind}/${known.get(kind)!}`, { version, value }),
        import: () =>
          send('post', '/api/students/import', { students: [{ id, value: spoilt(student, path, by) }] }),
        settings: () =>
          send('put', '/api/settings', {
            version,
            value: spoilt({ clubName: 'x', units: 'metric' }, path, by),
          }),
        check: () =>
          send(
            'post',
            '/api/checks',
            spoilt({ id: randomUUID(), studentId: known.get('students'), trackId: randomUUID() }, path, by),
          ),
        query: () =>
          request(app).get(
            `/api/tracks?limit=${encodeURIComponent(textOf(by))}&studentId=${encodeURIComponent(textOf(id))}`,
          ),
      };
      const answer = await calls[how]();
      expect([answer.status < 500, answer.status, how]).toEqual([true, answer.status, how]);
      if (answer.status >= 400)
        expect(apiErrorSchema.parse(answer.body).error.message.length).toBeGreaterThan(5);
    }),
    { numRuns: 1500, seed },
  );
});

test('an id of something that was deleted is told with a way out', async () => {
  const id = randomUUID();
  await request(app).post('/api/students').send({ id, value: student }).expect(201);
  await request(app).delete(`/api/students/${id}`).type('json').expect(204);
  const { body } = await request(app).post('/api/students').send({ id, value: student }).expect(409);
  expect(apiErrorSchema.parse(body).error).toMatchObject({ code: 'deleted-before' });
});

describe('recordings that were made to do harm', () => {
  const { track } = simulate({ plan: DEMO_PLAN, student: DEMO_STUDENTS[0]! }, TRACKER_DEFAULTS);
  const post = async (packed: Uint8Array) => {
    const studentId = randomUUID();
    await request(app).post('/api/students').send({ id: studentId, value: student }).expect(201);
    return request(app)
      .post('/api/tracks')
      .query({ id: randomUUID(), name: 'x', source: 'file', studentId })
      .set('Content-Type', 'application/octet-stream')
      .send(Buffer.from(packed));
  };

  test.each<[string, () => Uint8Array, RegExp]>([
    [
      'one that unpacks to far more than any',
      () => gzipSync(new Uint8Array(200 * 2 ** 20), { level: 9 }),
      /unpacks to more than any recording/,
    ],
    [
      'one that says it has a billion samples',
      () => {
        const head = strToU8(JSON.stringify({ samples: 1e9, columns: ['timeS'] }));
        const bytes = new Uint8Array(5 + head.length);
        bytes[0] = 1;
        new DataView(bytes.buffer).setUint32(1, head.length);
        bytes.set(head, 5);
        return gzipSync(bytes);
      },
      /1000000000 samples/,
    ],
    [
      'one without a single place of a foot',
      () => packTrack({ ...track, left: { ...track.left, x: track.left.x.map(() => NaN) } }),
      /left_x_m are missing/,
    ],
    [
      'one whose time runs backward',
      () => packTrack({ ...track, timeS: track.timeS.map((t) => -t) }),
      /must strictly increase/,
    ],
    [
      'one with a foot on the moon',
      () => packTrack({ ...track, right: { ...track.right, y: track.right.y.map((y) => y + 3.8e8) } }),
      /is not on any floor/,
    ],
  ])('%s is refused with its reason', async (_what, make, says) => {
    const answer = await post(make());
    expect(answer.status).toBe(400);
    expect(apiErrorSchema.parse(answer.body).error.message).toMatch(says);
  });
});

test('a recording is only ever judged for its own student, also when that one is put away', async () => {
  const [own, other] = [randomUUID(), randomUUID()];
  for (const id of [own, other])
    await request(app).post('/api/students').send({ id, value: student }).expect(201);
  const { track } = simulate({ plan: DEMO_PLAN, student: DEMO_STUDENTS[0]! }, TRACKER_DEFAULTS);
  const trackId = randomUUID();
  await request(app)
    .post('/api/tracks')
    .query({ id: trackId, name: 'x', source: 'file', studentId: own })
    .set('Content-Type', 'application/octet-stream')
    .send(Buffer.from(packTrack(track)))
    .expect(201);
  await request(app).delete(`/api/students/${own}`).type('json').expect(204);
  await request(app).post('/api/checks').send(testCheck(other, trackId)).expect(409);
  await request(app).post('/api/checks').send(testCheck(own, trackId)).expect(201);
  await request(app).delete(`/api/students/${other}/erase`).type('json').expect(200);
  await request(app).get(`/api/tracks/${trackId}`).expect(200);
  // The database itself keeps them together, whatever a route forgets.
  await expect(
    opened.seat.query('update checks set student_id = $1 where track_id = $2', [randomUUID(), trackId]),
  ).rejects.toThrow(/foreign key/);
});

test('an update that leaves fields out keeps them', async () => {
  const id = randomUUID();
  const full = {
    ...student,
    note: 'left knee',
    level: 'advanced',
    standard: 0.9,
    filmingConsent: 'refused',
    birthYear: 1990,
    measuredBy: 'wall',
  };
  await request(app).post('/api/students').send({ id, value: full }).expect(201);
  const { name, leadSide, schoolId, lengths } = student;
  const { body } = await request(app)
    .put(`/api/students/${id}`)
    .send({ version: 1, value: { name, leadSide, schoolId, lengths } })
    .expect(200);
  expect(body).toMatchObject({
    note: 'left knee',
    level: 'advanced',
    standard: 0.9,
    filmingConsent: 'refused',
    birthYear: 1990,
    measuredBy: 'wall',
  });
});

test('who refused, or is a minor without a guardian, is not recorded', async () => {
  const { track } = simulate({ plan: DEMO_PLAN, student: DEMO_STUDENTS[0]! }, TRACKER_DEFAULTS);
  const year = new Date().getFullYear();
  for (const [more, status] of [
    [{ filmingConsent: 'refused' }, 403],
    [{ birthYear: year - 12, filmingConsent: 'given' }, 403],
    [{ birthYear: year - 12, filmingConsent: 'given by a guardian' }, 201],
    [{ birthYear: year - 30, filmingConsent: 'not asked' }, 201],
  ] as const) {
    const studentId = randomUUID();
    await request(app)
      .post('/api/students')
      .send({ id: studentId, value: { ...student, ...more } })
      .expect(201);
    await request(app)
      .post('/api/tracks')
      .query({ id: randomUUID(), name: 'x', source: 'file', studentId })
      .set('Content-Type', 'application/octet-stream')
      .send(Buffer.from(packTrack(track)))
      .expect(status);
  }
});

test('the log holds no names, notes or recordings, not even of what failed', async () => {
  logged = '';
  const secret = 'Zebulon Quartermain';
  await request(app)
    .post('/api/students')
    .send({ id: randomUUID(), value: { ...student, name: secret, note: `${secret} limps` } });
  await request(app)
    .post('/api/students')
    .send({ id: randomUUID(), value: { ...student, name: secret, schoolId: secret } })
    .expect(400);
  await request(app).get(`/api/students?who=${encodeURIComponent(secret)}`);
  await request(app)
    .post('/api/tracks')
    .query({ id: randomUUID(), name: secret, source: 'file', studentId: randomUUID() })
    .set('Content-Type', 'application/octet-stream')
    .send(Buffer.from('x'));
  // A failure that nobody foresaw, with the name in its parameters.
  const broken = createApp(
    {
      ...opened,
      db: new Proxy(opened.db, {
        get: () => () => {
          throw new Error(`Failed query: insert ${secret}`);
        },
      }),
    },
    {
      logger: pino(
        { level: 'trace' },
        new Writable({
          write(chunk: Buffer, _e, done) {
            logged += chunk.toString();
            done();
          },
        }),
      ),
    },
  );
  await request(broken.express).get('/api/plans').expect(500);
  await broken.scrubbing.stop();
  expect(logged.length).toBeGreaterThan(0);
  expect(logged).not.toMatch(/Zebulon|Quartermain|limps/);
});
