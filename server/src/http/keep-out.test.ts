import { request as rawRequest } from 'node:http';
import type { Server } from 'node:http';
import { randomUUID } from 'node:crypto';
import { the } from '@angled-chalk/core/measure';
import { apiErrorSchema, ROLES } from '@angled-chalk/contract';
import { pino } from 'pino';
import plain from 'supertest';
import { passphrasesIn, passphraseProblem } from '../access/passphrases.ts';
import { createApp, type App } from '../app.ts';
import type { OpenDatabase } from '../db/open.ts';
import { testDatabase } from '../test-database.ts';
import { fromPage as request, portOf } from '../test-app.ts';
import { testWindow } from '../test-program.ts';
import { hostnameOf, hostsFor, isLoopback } from './guard.ts';

let opened: OpenDatabase;
const apps: App[] = [];
const logger = pino({ level: 'silent' });
beforeAll(async () => {
  opened = await testDatabase();
});
afterAll(async () => {
  for (const { scrubbing } of apps) await scrubbing.stop();
  await opened.close();
});
const appOf = (options: Partial<Parameters<typeof createApp>[1]> = {}): App => {
  const app = createApp(opened, { logger, ...options });
  apps.push(app);
  return app;
};

const student = {
  name: 'Ada Fell',
  leadSide: 'left',
  schoolId: 'neutral',
  lengths: { statureM: 1.7 },
  birthYear: null,
  note: 'left knee',
};

describe('other pages', () => {
  test.each([
    ['a name that was made to point here', { Host: 'rebound.example' }, 421],
    ['that name with the right port', { Host: 'rebound.example:4780' }, 421],
    ['a name that begins like ours', { Host: '127.0.0.1.rebound.example' }, 421],
    ['no name', { Host: '' }, 421],
    ['a page from elsewhere', { Origin: 'http://page.example' }, 403],
    ['a page of another port of this machine', { Origin: 'http://127.0.0.1:1' }, 403],
    ['a page that hides where it is from', { Origin: 'null' }, 403],
    ['a page from elsewhere, by what the browser says', { 'Sec-Fetch-Site': 'cross-site' }, 403],
  ])('%s reads nothing and erases nothing', async (_what, headers, status) => {
    const { express: app } = appOf();
    const id = randomUUID();
    await request(app).post('/api/students').send({ id, value: student }).expect(201);
    const read = await request(app).get('/api/students').set(headers).expect(status);
    expect(read.text).not.toContain('Ada');
    apiErrorSchema.parse(read.body);
    await request(app).delete(`/api/students/${id}/erase`).set(headers).type('json').expect(status);
    await request(app).get(`/api/students/${id}`).expect(200);
  });

  test('the own page does both', async () => {
    const server: Server = appOf().express.listen(0);
    const port = portOf(server);
    for (const host of [`127.0.0.1:${port}`, `localhost:${port}`]) {
      const headers = { Host: host, Origin: `http://${host}`, 'Sec-Fetch-Site': 'same-origin' };
      const status = await new Promise((resolve, reject) => {
        rawRequest({ port, path: '/api/students', headers }, (answer) => {
          answer.resume();
          resolve(answer.statusCode);
        })
          .on('error', reject)
          .end();
      });
      expect(status).toBe(200);
    }
    server.close();
  });

  test.each([
    ['a form', 'application/x-www-form-urlencoded'],
    ['a plain form', 'text/plain'],
    ['a form of parts', 'multipart/form-data; boundary=x'],
    ['nearly the right type', 'application/jsonx'],
    ['the right type and something else', 'application/json, text/plain'],
    ['another alphabet', 'application/json; charset=utf-16'],
    ['no type', ''],
  ])('what %s can send changes nothing', async (_what, type) => {
    const { express: app } = appOf();
    const id = randomUUID();
    const call = request(app).post('/api/students');
    if (type) void call.set('Content-Type', type);
    const answer = await call.send(type ? JSON.stringify({ id, value: student }) : undefined);
    expect(answer.status).toBe(415);
    await request(app).get(`/api/students/${id}`).expect(404);
  });

  test.each([
    ['nothing is said', {}, 403],
    ['only our header is there', { 'X-Angled-Chalk': 'page' }, 403],
    ['only the browser says that it is our page', { 'Sec-Fetch-Site': 'same-origin' }, 403],
    ['an address was typed', { 'X-Angled-Chalk': 'page', 'Sec-Fetch-Site': 'none' }, 403],
    ['a page of a sister name', { 'X-Angled-Chalk': 'page', 'Sec-Fetch-Site': 'same-site' }, 403],
    [
      'our page, in a browser that says so',
      { 'X-Angled-Chalk': 'page', 'Sec-Fetch-Site': 'same-origin' },
      201,
    ],
    ['a command that names its origin', { 'X-Angled-Chalk': 'command', Origin: 'http://127.0.0.1' }, 201],
    ['a command that names another', { 'X-Angled-Chalk': 'command', Origin: 'http://127.0.0.2' }, 403],
  ])('where %s, a write is answered so', async (_what, headers, status) => {
    const { express: app } = appOf();
    const id = randomUUID();
    const call = plain(app).post('/api/students').set('Host', '127.0.0.1').set(headers);
    expect((await call.send({ id, value: student })).status).toBe(status);
    await request(app)
      .get(`/api/students/${id}`)
      .expect(status === 201 ? 200 : 404);
  });
});

test('names and addresses are read as they are written', () => {
  expect(
    ['localhost:1', '[::1]:80', '127.0.0.1', 'A.Example:8', 'x:y', 'a@b', '', undefined].map(hostnameOf),
  ).toEqual(['localhost', '::1', '127.0.0.1', 'a.example', '', '', '', '']);
  expect(
    ['127.0.0.1', '127.9.9.9', '::1', 'localhost', '0.0.0.0', '192.168.1.2', '127.0.0.1.example'].map(
      isLoopback,
    ),
  ).toEqual([true, true, true, true, false, false, false]);
  expect(hostsFor('0.0.0.0', ['Gym.Local']).has('gym.local')).toBe(true);
});

test('browsers are told to come encrypted only where they know the certificate, and only for this name', async () => {
  const headerOf = async (hsts: boolean): Promise<unknown> =>
    (await request(appOf({ hsts }).express).get('/api/health')).headers['strict-transport-security'];
  expect(await headerOf(false)).toBeUndefined();
  expect(await headerOf(true)).toBe('max-age=31536000');
});

describe('beyond this machine', () => {
  const secured = async () => {
    const passphrases = passphrasesIn(null);
    await passphrases.set('coach', 'four words of chalk');
    await passphrases.set('helper', 'helping on a tuesday');
    return appOf({ access: { passphrases, localToken: 'local-token', secure: false } });
  };
  const signIn = async (app: App['express'], body: object): Promise<string> => {
    const answer = await request(app).post('/api/sign-in').send(body).expect(200);
    return the(String(answer.headers['set-cookie']).split(';')[0]);
  };

  test('nobody reads or writes without signing in; whoever signed in does, until they sign out', async () => {
    const { express: app } = await secured();
    await request(app).get('/api/students').expect(401);
    await request(app).post('/api/students').send({ id: randomUUID(), value: student }).expect(401);
    await request(app).get('/api/backup').expect(401);
    expect((await request(app).get('/api/sign-in')).body).toEqual({ needed: true, role: null });
    const cookie = await signIn(app, { passphrase: 'four words of chalk' });
    await request(app).get('/api/students').set('Cookie', cookie).expect(200);
    expect((await request(app).get('/api/sign-in').set('Cookie', cookie)).body).toEqual({
      needed: true,
      role: 'coach',
    });
    await request(app).delete('/api/sign-in').set('Cookie', cookie).type('json').expect(204);
    await request(app).get('/api/students').set('Cookie', cookie).expect(401);
    const refused = await request(app)
      .post('/api/sign-in')
      .send({ passphrase: 'four words of chalk!' })
      .expect(401);
    expect(apiErrorSchema.parse(refused.body).error.message).toContain('not the passphrase');
  });

  test('the cookie is out of reach of scripts and other pages, and of plain connections where there is encryption', async () => {
    const passphrases = passphrasesIn(null);
    await passphrases.set('coach', 'four words of chalk');
    const { express: app } = appOf({ access: { passphrases, localToken: 'x', secure: true } });
    const answer = await request(app)
      .post('/api/sign-in')
      .send({ passphrase: 'four words of chalk' })
      .expect(200);
    const cookie = String(answer.headers['set-cookie']);
    for (const word of ['HttpOnly', 'SameSite=Strict', 'Secure']) expect(cookie).toContain(word);
  });

  test('a helper reads, but sees no notes, changes, erases and takes out nothing', async () => {
    const { express: app } = await secured();
    const coach = await signIn(app, { passphrase: 'four words of chalk' });
    const helper = await signIn(app, { passphrase: 'helping on a tuesday' });
    const id = randomUUID();
    await request(app).post('/api/students').set('Cookie', coach).send({ id, value: student }).expect(201);
    for (const path of ['/api/students', '/api/students/everyone', `/api/students/${id}`]) {
      expect((await request(app).get(path).set('Cookie', coach)).text).toContain('left knee');
      expect((await request(app).get(path).set('Cookie', helper).expect(200)).text).not.toContain(
        'left knee',
      );
    }
    // Not even by asking whether the coach's answer is still good.
    const seen = await request(app).get('/api/students').set('Cookie', coach);
    const again = await request(app)
      .get('/api/students')
      .set('Cookie', helper)
      .set('If-None-Match', String(seen.headers['etag']));
    expect(again.status).toBe(200);
    expect(again.text).not.toContain('left knee');
    await request(app).delete(`/api/students/${id}/erase`).set('Cookie', helper).type('json').expect(403);
    await request(app)
      .put(`/api/students/${id}`)
      .set('Cookie', helper)
      .send({ version: 1, value: student })
      .expect(403);
    // But they tally.
    await request(app).post('/api/observations').set('Cookie', helper).send(testWindow(id)).expect(201);
    await request(app).get('/api/backup').set('Cookie', helper).expect(403);
    await request(app).post('/api/backup/look').set('Cookie', helper).type('application/zip').expect(403);
  });

  test('a wrong try is followed by a wait, of which whoever is signed in knows nothing', async () => {
    const { express: app } = await secured();
    const cookie = await signIn(app, { passphrase: 'helping on a tuesday' });
    const tryIt = (passphrase: string, as = '') =>
      request(app).post('/api/sign-in').set('Cookie', as).send({ passphrase });
    // Some from one address at the same moment: each that is wrong makes the next wait longer, whatever the machine's speed.
    const tries = await Promise.all([1, 2, 3, 4, 5, 6].map((n) => tryIt(`guess number ${n}`)));
    expect([...new Set(tries.map(({ status }) => status))].toSorted((a, b) => a - b)).toEqual([401, 429]);
    const told = the(tries.find(({ status }) => status === 429));
    expect(Number(told.headers['retry-after'])).toBeGreaterThanOrEqual(1);
    expect(apiErrorSchema.parse(told.body).error.message).toMatch(/^Too many tries\. Wait (a second|\d+ s)/);
    await request(app).get('/api/students').set('Cookie', cookie).expect(200);
    // From the same address, on a device that is signed in.
    await tryIt('four words of chalk', cookie).expect(200);
  });

  test('a code signs one device in, once', async () => {
    const { express: app, signIn: signing } = await secured();
    const code = signing.oneTimeCode();
    const cookie = await signIn(app, { code });
    await request(app).get('/api/students').set('Cookie', cookie).expect(200);
    await request(app).post('/api/sign-in').send({ code }).expect(401);
  });

  test('commands on this machine have their own token', async () => {
    const { express: app } = await secured();
    await request(app).get('/api/students').set('X-Angled-Chalk-Token', 'local-token').expect(200);
    await request(app).get('/api/students').set('X-Angled-Chalk-Token', 'other').expect(401);
  });

  test('a passphrase is long enough, and is known by nothing but itself', async () => {
    expect(passphraseProblem('short')).toContain('at least 10');
    expect(passphraseProblem('x'.repeat(73))).toContain('too long');
    expect(passphraseProblem('four words of chalk')).toBeNull();
    const passphrases = passphrasesIn(null);
    await passphrases.set('helper', 'helping on a tuesday');
    expect(passphrases.known()).toEqual(['helper']);
    expect(ROLES).toContain(await passphrases.roleOf('helping on a tuesday'));
    expect(await passphrases.roleOf('nobody has this passphrase')).toBeNull();
  });
});
