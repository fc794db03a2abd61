import { SCHOOLS } from '@angled-chalk/core/body';
import { packCheck, unpackCheck } from '@angled-chalk/core/check';
import { DEMO_FLOORS, DEMO_PLAN, DEMO_STUDENTS, simulate, TRACKER_DEFAULTS } from '@angled-chalk/core/sim';
import { packTrack, unpackTrack } from '@angled-chalk/core/track';
import {
  apiErrorSchema,
  checkSchema,
  erasedSchema,
  observationPageSchema,
  storedSchoolSchema,
  storedFloorSchema,
  storedPlanSchema,
  studentSchema,
  checkPageSchema,
  settingsSchema,
  trackInfoSchema,
  trackPageSchema,
} from '@angled-chalk/contract';
import type { Express } from 'express';
import { randomUUID } from 'node:crypto';
import { pino } from 'pino';
import { z } from 'zod';
import { createApp } from './app.ts';
import type { Scrubbing } from './db/scrubbing.ts';
import type { OpenDatabase } from './db/open.ts';
import { seedDemo } from './demo/seed.ts';
import { fromPage as request } from './test-app.ts';
import { testDatabase } from './test-database.ts';
import { testCheck, testStops, testWindow } from './test-program.ts';

let opened: OpenDatabase;
let app: Express;
let scrubbing: Scrubbing;
const logger = pino({ level: 'silent' });

beforeAll(async () => {
  opened = await testDatabase();
  ({ express: app, scrubbing } = createApp(opened, { logger }));
}, 300_000);
afterAll(async () => {
  await scrubbing.stop();
  await opened.close();
});

const student = {
  name: 'Ada Fell',
  leadSide: 'left',
  schoolId: 'neutral',
  lengths: { statureM: 1.7 },
  birthYear: 2000,
  note: '',
};

async function addStudent(): Promise<string> {
  const id = randomUUID();
  await request(app).post('/api/students').send({ id, value: student }).expect(201);
  return id;
}

test('health answers when the database does', async () => {
  const { body } = await request(app).get('/api/health').expect(200);
  expect(body).toEqual({ status: 'ok', message: '', pendingErasures: 0 });
});

test('security headers are set and the server does not name itself', async () => {
  const { headers } = await request(app).get('/api/health');
  expect(headers['content-security-policy']).toContain("default-src 'self'");
  expect(headers['x-content-type-options']).toBe('nosniff');
  expect(headers['x-powered-by']).toBeUndefined();
});

describe('students', () => {
  test('are added, read, changed, and listed by name', async () => {
    const id = await addStudent();
    const { body } = await request(app)
      .put(`/api/students/${id}`)
      .send({ version: 1, value: { ...student, note: 'left knee' } })
      .expect(200);
    expect(studentSchema.parse(body)).toMatchObject({ id, version: 2, note: 'left knee' });
    const list = z.array(studentSchema).parse((await request(app).get('/api/students')).body);
    expect(list.some((one) => one.id === id)).toBe(true);
  });

  test('sending the same new student twice makes one', async () => {
    const id = randomUUID();
    await request(app).post('/api/students').send({ id, value: student }).expect(201);
    const { body } = await request(app)
      .post('/api/students')
      .send({ id, value: { ...student, name: 'Other' } })
      .expect(201);
    expect((body as { name: string }).name).toBe('Ada Fell');
  });

  test('a write over a version that is no longer there is a conflict and changes nothing', async () => {
    const id = await addStudent();
    await request(app)
      .put(`/api/students/${id}`)
      .send({ version: 1, value: { ...student, note: 'first' } })
      .expect(200);
    const { body } = await request(app)
      .put(`/api/students/${id}`)
      .send({ version: 1, value: { ...student, note: 'second' } })
      .expect(409);
    expect(apiErrorSchema.parse(body).error.code).toBe('conflict');
    const { body: now } = await request(app).get(`/api/students/${id}`);
    expect((now as { note: string }).note).toBe('first');
  });

  test('deleting can be undone', async () => {
    const id = await addStudent();
    await request(app).delete(`/api/students/${id}`).type('json').expect(204);
    await request(app).get(`/api/students/${id}`).expect(404);
    await request(app).post(`/api/students/${id}/restore`).send({}).expect(200);
    await request(app).get(`/api/students/${id}`).expect(200);
  });
});

describe('the roster', () => {
  test('what changes of the lengths goes into the history; other edits do not', async () => {
    const id = await addStudent();
    const put = (version: number, value: object) =>
      request(app).put(`/api/students/${id}`).send({ version, value }).expect(200);
    const first = studentSchema.parse((await request(app).get(`/api/students/${id}`)).body);
    expect(first.measurements.map(({ length, valueM }) => [length, valueM])).toEqual([['statureM', 1.7]]);
    await put(1, { ...student, note: 'nothing measured' });
    const { body } = await put(2, {
      ...student,
      lengths: { statureM: 1.7, hipHeightM: 0.91 },
      measuredBy: 'wall',
    });
    const { measurements } = studentSchema.parse(body);
    expect(measurements).toHaveLength(2);
    expect(measurements.find(({ length }) => length === 'hipHeightM')).toMatchObject({
      valueM: 0.91,
      method: 'wall',
    });
  });

  test('a whole roster is added at once, or nothing of it', async () => {
    const before = ((await request(app).get('/api/students')).body as unknown[]).length;
    const rows = Array.from({ length: 500 }, (_, i) => ({
      id: randomUUID(),
      value: { ...student, name: `Student ${i}` },
    }));
    const bad = [...rows.slice(0, 3), { id: randomUUID(), value: { ...student, name: '' } }];
    const { body } = await request(app).post('/api/students/import').send({ students: bad }).expect(400);
    expect(apiErrorSchema.parse(body).error.place.path).toBe('students[3].value.name');
    expect((await request(app).get('/api/students')).body as unknown[]).toHaveLength(before);
    const { body: done } = await request(app)
      .post('/api/students/import')
      .send({ students: rows })
      .expect(201);
    expect(done).toEqual({ added: 500 });
    expect((await request(app).get('/api/students')).body as unknown[]).toHaveLength(before + 500);
  });

  test('those put away are listed apart', async () => {
    const id = await addStudent();
    await request(app).delete(`/api/students/${id}`).type('json').expect(204);
    const everyone = z.array(studentSchema).parse((await request(app).get('/api/students/everyone')).body);
    expect(everyone.find((one) => one.id === id)!.archived).toBe(true);
    expect((await request(app).get('/api/students')).text).not.toContain(id);
  });
});

describe("the club's own schools", () => {
  const school = { ...SCHOOLS[0]!, name: 'Our way', stanceAngleDeg: 50 };

  test('are kept whole, with every reason', async () => {
    const id = randomUUID();
    await request(app).post('/api/schools').send({ id, value: school }).expect(201);
    const { body } = await request(app).get(`/api/schools/${id}`).expect(200);
    expect(storedSchoolSchema.parse(body).school).toEqual(school);
  });

  test('half a school is refused with its place', async () => {
    const { limits: _, ...half } = school;
    const { body } = await request(app)
      .post('/api/schools')
      .send({ id: randomUUID(), value: half })
      .expect(400);
    expect(apiErrorSchema.parse(body).error.place.path).toBe('value.limits');
  });
});

describe('bad requests have one shape with code, sentence and place', () => {
  test.each([
    ['no name', { ...student, name: ' ' }, 'value.name'],
    ['centimetres as metres', { ...student, lengths: { statureM: 170 } }, 'value.lengths.statureM'],
    ['a school nobody teaches', { ...student, schoolId: 'crab' }, 'value.schoolId'],
    ['no lengths', { ...student, lengths: undefined }, 'value.lengths'],
  ])('%s', async (_what, value, path) => {
    const { body } = await request(app).post('/api/students').send({ id: randomUUID(), value }).expect(400);
    const { error } = apiErrorSchema.parse(body);
    expect(error.code).toBe('invalid-value');
    expect(error.place.path).toBe(path);
  });

  test.each([
    [
      'not JSON',
      () => request(app).post('/api/students').set('Content-Type', 'application/json').send('{"id":'),
      400,
      'not-json',
    ],
    [
      'too large',
      () =>
        request(app)
          .post('/api/students')
          .send({ note: 'x'.repeat(2_000_000) }),
      413,
      'too-large',
    ],
    ['no such address', () => request(app).get('/api/nothing'), 404, 'not-found'],
    ['not an id', () => request(app).get('/api/students/7'), 400, 'invalid-value'],
    ['nobody with that id', () => request(app).get(`/api/students/${randomUUID()}`), 404, 'not-found'],
    ['an unreadable address', () => request(app).get('/api/students/%ff'), 400, 'bad-request'],
  ])('%s', async (_what, call, status, code) => {
    const { body } = await call().expect(status);
    expect(apiErrorSchema.parse(body).error.code).toBe(code);
  });
});

describe('plans', () => {
  test('are kept whole', async () => {
    const id = randomUUID();
    const { body } = await request(app).post('/api/plans').send({ id, value: DEMO_PLAN }).expect(201);
    expect(storedPlanSchema.parse(body).plan).toEqual(DEMO_PLAN);
  });

  test('with a band inside out are refused', async () => {
    const value = { ...DEMO_PLAN, band: { kind: 'fixed', nearM: 3, farM: 1 } };
    const { body } = await request(app).post('/api/plans').send({ id: randomUUID(), value }).expect(400);
    expect(apiErrorSchema.parse(body).error.place.path).toBe('value.band.farM');
  });
});

describe('floors', () => {
  const [{ floor }] = DEMO_FLOORS as [(typeof DEMO_FLOORS)[0]];

  test('are kept whole, listed by name, written over their version, deleted and brought back', async () => {
    const id = randomUUID();
    const { body } = await request(app).post('/api/floors').send({ id, value: floor }).expect(201);
    expect(storedFloorSchema.parse(body).floor).toEqual(floor);
    const renamed = { ...floor, name: 'Aaa' };
    await request(app).put(`/api/floors/${id}`).send({ version: 1, value: renamed }).expect(200);
    await request(app).put(`/api/floors/${id}`).send({ version: 1, value: floor }).expect(409);
    const listed = z.array(storedFloorSchema).parse((await request(app).get('/api/floors')).body);
    expect(listed[0]).toMatchObject({ id, version: 2, floor: renamed });
    await request(app).delete(`/api/floors/${id}`).type('json').expect(204);
    await request(app).get(`/api/floors/${id}`).expect(404);
    await request(app).post(`/api/floors/${id}/restore`).send({}).expect(200);
    await request(app).get(`/api/floors/${id}`).expect(200);
  });

  test('whose walls cross are refused with their path', async () => {
    const outline = [0, 4, 4, 0].map((x, i) => ({ x, y: i % 2 === 0 ? 0 : 4 }));
    const value = { ...floor, floor: { ...floor.floor, outline } };
    const { body } = await request(app).post('/api/floors').send({ id: randomUUID(), value }).expect(400);
    expect(apiErrorSchema.parse(body).error.place.path).toBe('value.floor.outline');
  });
});

describe('tracks and checks', () => {
  const drill = { plan: DEMO_PLAN, student: DEMO_STUDENTS[0]! };
  const { track } = simulate(drill, TRACKER_DEFAULTS);
  const packed = Buffer.from(packTrack(track));
  const post = (query: Record<string, string>, body: Buffer) =>
    request(app).post('/api/tracks').query(query).set('Content-Type', 'application/octet-stream').send(body);

  const trackCount = async () => trackPageSchema.parse((await request(app).get('/api/tracks')).body).total;

  async function addTrack(studentId?: string): Promise<string> {
    const id = randomUUID();
    const whose = studentId ?? (await addStudent());
    const { body } = await post({ id, name: 'Tuesday', source: 'file', studentId: whose }, packed).expect(
      201,
    );
    expect(trackInfoSchema.parse(body)).toMatchObject({ id, samples: track.timeS.length });
    return id;
  }

  test('a track comes back sample for sample', async () => {
    const id = await addTrack();
    const { body } = await request(app).get(`/api/tracks/${id}/samples`).responseType('blob').expect(200);
    const back = unpackTrack(new Uint8Array(body as Buffer));
    expect(back).toEqual(unpackTrack(new Uint8Array(packed)));
  });

  test.each([
    ['nothing', Buffer.alloc(0)],
    ['noise', Buffer.from('this is not a track at all')],
    ['half a track', packed.subarray(0, packed.length / 2)],
  ])('%s is not a track and nothing is stored', async (_what, body) => {
    const before = await trackCount();
    const { body: answer } = await post(
      { id: randomUUID(), name: 'x', source: 'file', studentId: await addStudent() },
      body,
    ).expect(400);
    expect(apiErrorSchema.parse(answer).error.code).toBe('not-a-track');
    expect(await trackCount()).toBe(before);
  });

  test('a check keeps plan, body and verdict, and is listed for its student', async () => {
    const studentId = await addStudent();
    const trackId = await addTrack(studentId);
    const input = testCheck(studentId, trackId, 'Imke');
    await request(app).post('/api/checks').send(input).expect(201);
    const { body } = await request(app).get('/api/checks').query({ studentId }).expect(200);
    const { drill: _drill, report, ...summary } = input;
    expect(checkPageSchema.parse(body)).toEqual({
      total: 1,
      items: [
        {
          ...summary,
          studentName: 'Imke',
          planName: DEMO_PLAN.name,
          createdAt: expect.any(String) as string,
        },
      ],
    });
    const { body: whole } = await request(app).get(`/api/checks/${input.id}`).expect(200);
    expect(checkSchema.parse(whole)).toMatchObject(input);
    // The report comes back as it was judged, and nothing needs to be computed again to show it.
    expect(unpackCheck(checkSchema.parse(whole).report!)).toEqual(unpackCheck(report));
    await request(app)
      .post('/api/checks')
      .send({ ...input, id: randomUUID(), trackId: randomUUID() })
      .expect(404);
    await request(app)
      .post('/api/checks')
      .send({ ...input, id: randomUUID(), studentId: randomUUID() })
      .expect(404);
  });

  test('a check that cannot be is refused, with its place', async () => {
    const studentId = await addStudent();
    const trackId = await addTrack(studentId);
    const input = testCheck(studentId, trackId);
    const { verdict } = input;
    const other = packCheck({
      ...unpackCheck(input.report),
      report: { ...unpackCheck(input.report).report, engine: 99 },
    });
    const impossible: readonly (readonly [object, string])[] = [
      [{ verdict: { ...verdict, matched: verdict.planned + 1 } }, 'verdict.matched'],
      [{ verdict: { ...verdict, faultCount: 3 } }, 'verdict.faultCount'],
      [{ verdict: { ...verdict, outcome: 'not-met' } }, 'verdict.outcome'],
      [{ verdict: { ...verdict, matched: 0 } }, 'verdict.outcome'],
      [{ verdict: { ...verdict, planned: verdict.planned + 1 } }, 'verdict.planned'],
      [{ report: 'bm90IGEgcmVwb3J0' }, 'report'],
      [{ report: other }, 'engine'],
    ];
    for (const [wrong, path] of impossible) {
      const { body } = await request(app)
        .post('/api/checks')
        .send({ ...input, ...wrong, id: randomUUID() })
        .expect(400);
      expect(apiErrorSchema.parse(body).error.place.path).toBe(path);
    }
    const { body: none } = await request(app).get('/api/checks').query({ studentId }).expect(200);
    expect(checkPageSchema.parse(none).total).toBe(0);
  });
});

describe('what is taken without a recording', () => {
  test('is kept with its student as it was taken; sent twice it is there once', async () => {
    const studentId = await addStudent();
    const [stops, window] = [testStops(studentId), testWindow(studentId)];
    for (const taken of [stops, window, window])
      await request(app).post('/api/observations').send(taken).expect(201);
    const list = async (query: object) =>
      observationPageSchema.parse(
        (await request(app).get('/api/observations').query(query).expect(200)).body,
      );
    const { total, items } = await list({ studentId });
    expect(total).toBe(2);
    expect(items.find(({ id }) => id === window.id)).toEqual(window);
    expect(items.find(({ id }) => id === stops.id)).toMatchObject({ seen: { stops: stops.seen.stops } });
    expect((await list({ studentId: randomUUID() })).total).toBe(0);
  });

  test('is refused with its place where it cannot be, and of nobody', async () => {
    const studentId = await addStudent();
    const { seen, ...about } = testWindow(studentId);
    const refused = async (taken: object, path: string) => {
      const { body } = await request(app).post('/api/observations').send(taken).expect(400);
      expect(apiErrorSchema.parse(body).error.place.path).toBe(path);
    };
    await refused({ ...about, seen: { ...seen, window: { ...seen.window, toS: 1 } } }, 'seen.window.toS');
    await refused({ ...about, seen: { kind: 'dream' } }, 'seen.kind');
    await refused({ ...testStops(studentId), takenAt: 'yesterday' }, 'takenAt');
    await request(app).post('/api/observations').send(testWindow(randomUUID())).expect(404);
  });
});

test('erasing removes the person with what hangs on them, says what, and leaves nothing to read', async () => {
  const own = await testDatabase();
  await seedDemo(own.db);
  const { express: demo, scrubbing: own2 } = createApp(own, { logger });
  const { id } = DEMO_STUDENTS[0]!;
  const { body } = await request(demo).delete(`/api/students/${id}/erase`).type('json').expect(200);
  expect(erasedSchema.parse(body)).toEqual({
    name: 'Imke Varga',
    measurements: 3,
    checks: 2,
    tracks: 2,
    observations: 0,
    elsewhere: 0,
    pending: true,
  });
  for (const list of ['students/everyone', 'checks', 'tracks']) {
    const { text } = await request(demo).get(`/api/${list}`).expect(200);
    expect(text).not.toContain(id);
    expect(text).not.toContain('Imke');
  }
  await request(demo).delete(`/api/students/${id}/erase`).type('json').expect(404);
  await own2.stop();
  await own.close();
}, 300_000);

test('units of the club are kept, under a version; of parallel writes over one version one is taken', async () => {
  const { version } = settingsSchema.parse((await request(app).get('/api/settings')).body);
  const put = (clubName: string) =>
    request(app)
      .put('/api/settings')
      .send({ version, value: { clubName, units: 'imperial' } });
  const answers = await Promise.all(Array.from({ length: 20 }, (_, i) => put(`Club ${i}`)));
  expect(answers.filter(({ status }) => status === 200)).toHaveLength(1);
  expect(answers.filter(({ status }) => status === 409)).toHaveLength(19);
  const taken = settingsSchema.parse(answers.find(({ status }) => status === 200)!.body);
  expect((await request(app).get('/api/settings')).body).toEqual(taken);
  await request(app)
    .put('/api/settings')
    .send({ version: taken.version, value: { clubName: 'Saltmarsh', units: 'cubits' } })
    .expect(400);
});

test('the demo club fills an empty database once', async () => {
  const own = await testDatabase();
  expect(await seedDemo(own.db)).toBe(true);
  expect(await seedDemo(own.db)).toBe(false);
  const { express: demo, scrubbing: own2 } = createApp(own, { logger });
  expect((await request(demo).get('/api/students')).body as unknown[]).toHaveLength(6);
  expect((await request(demo).get('/api/tracks')).body).toMatchObject({ total: 4 });
  expect((await request(demo).get('/api/checks')).body).toMatchObject({ total: 3 });
  await own2.stop();
  await own.close();
}, 300_000);
