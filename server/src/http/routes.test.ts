import { randomUUID } from 'node:crypto';
import { request as rawRequest, type Server } from 'node:http';
import { pino } from 'pino';
import { the } from '@angled-chalk/core/measure';
import { passphrasesIn } from '../access/passphrases.ts';
import { createApp, type App } from '../app.ts';
import type { OpenDatabase } from '../db/open.ts';
import { fromPage, portOf } from '../test-app.ts';
import { testDatabase } from '../test-database.ts';
import { OWN_PAGE, testStudent } from '../test-program.ts';
import { AUDIENCES, routerOf, type Route } from './route.ts';

let opened: OpenDatabase;
let app: App;
let server: Server;
const cookies: Record<string, string> = { nobody: '' };
// An id has no capitals of its own at its end: it is a value, not a part of an address.
const known = randomUUID().replace(/.$/, '7');

beforeAll(async () => {
  opened = await testDatabase();
  const passphrases = passphrasesIn(null);
  await passphrases.set('coach', 'four words of chalk');
  await passphrases.set('helper', 'helping on a tuesday');
  app = createApp(opened, {
    logger: pino({ level: 'silent' }),
    access: { passphrases, localToken: 'local', secure: false },
  });
  for (const [role, passphrase] of [
    ['coach', 'four words of chalk'],
    ['helper', 'helping on a tuesday'],
  ] as const) {
    const answer = await fromPage(app.express).post('/api/sign-in').send({ passphrase }).expect(200);
    cookies[role] = the(String(answer.headers['set-cookie']).split(';')[0]);
  }
  await fromPage(app.express)
    .post('/api/students')
    .set('Cookie', the(cookies['coach']))
    .send({ id: known, value: testStudent('Ada Fell') })
    .expect(201);
  server = app.express.listen(0);
});
afterAll(async () => {
  await new Promise((resolve) => server.close(resolve));
  await app.scrubbing.stop();
  await opened.close();
});

interface Answer {
  readonly status: number;
  readonly type: string;
  readonly text: string;
}

/** A request whose path goes out letter by letter as it is given. */
function ask(method: string, path: string, headers: Record<string, string>, body = ''): Promise<Answer> {
  const port = portOf(server);
  return new Promise((resolve, reject) => {
    const out = rawRequest(
      {
        port,
        method,
        path,
        headers: { Host: `127.0.0.1:${port}`, 'Content-Length': String(body.length), ...headers },
        agent: false,
      },
      (answer) => {
        let text = '';
        answer.on('data', (chunk: Buffer) => {
          text += chunk.toString('latin1');
        });
        answer.once('end', () =>
          resolve({ status: answer.statusCode ?? 0, type: answer.headers['content-type'] ?? '', text }),
        );
      },
    );
    out.once('error', reject);
    out.end(body);
  });
}

const TYPES = {
  nothing: 'application/json',
  json: 'application/json',
  recording: 'application/octet-stream',
  backup: 'application/zip',
};
const askAs = (role: string, route: Route, path: string): Promise<Answer> => {
  const reads = route.method === 'get';
  const type = reads ? {} : { ...OWN_PAGE, 'Content-Type': TYPES[route.takes.is] };
  const cookie = cookies[role] ? { Cookie: cookies[role] } : {};
  return ask(route.method.toUpperCase(), path, { ...type, ...cookie }, reads ? '' : '{}');
};

/** Where a route is found, for a student who is there; nothing else is. */
const placeOf = ({ path }: Route): string =>
  `/api${path}`
    .replace(':id', path.startsWith('/students') ? known : randomUUID())
    .replace(':kept', randomUUID());

const coded = (letter: string): string => `%${letter.charCodeAt(0).toString(16)}`;
/** Other ways of writing a path that some program or other takes for the same. */
const SPELLINGS: readonly (readonly [string, (path: string) => string])[] = [
  ['in capitals', (path) => path.toUpperCase()],
  ['the door in capitals', (path) => path.replace('/api', '/API')],
  [
    'a capital',
    (path) =>
      path.replace(/^(\/api\/)(.)/, (_all, door: string, letter: string) => door + letter.toUpperCase()),
  ],
  ['a capital at the end', (path) => path.slice(0, -1) + path.slice(-1).toUpperCase()],
  ['a slash before', (path) => `/${path}`],
  ['a doubled slash', (path) => path.replace('/api/', '/api//')],
  ['a doubled slash at the end', (path) => path.replace(/\/([^/]*)$/, '//$1')],
  [
    'a letter in code',
    (path) => path.replace(/^(\/api\/)(.)/, (_all, door: string, letter: string) => door + coded(letter)),
  ],
  ['a letter of the door in code', (path) => path.replace('/api', '/%61pi')],
  ['a slash in code', (path) => path.replace('/api/', '/api%2f')],
  ['a dot at the end', (path) => `${path}.`],
  ['a dot in code at the end', (path) => `${path}%2e`],
  ['a slash at the end', (path) => `${path}/`],
  ['a dot between', (path) => path.replace('/api/', '/api/./')],
  ['up and down again', (path) => path.replace('/api/', '/api/x/../')],
  ['up in code', (path) => path.replace('/api/', '/api/x/%2e%2e/')],
  ['up from outside', (path) => `/assets/..${path}`],
  ['a semicolon', (path) => `${path};x=1`],
  ['nothing in code', (path) => `${path}%00`],
  ['a backslash', (path) => path.replace('/api/', '/api\\')],
];

/** What no other way of writing may bring: data, or a thing done. */
const gaveAway = ({ status, type, text }: Answer): boolean =>
  status < 400 && !(type.startsWith('text/html') && text.includes('<div id="root">'));

test('every route says who may ask it, and one that does not is not started', () => {
  expect(app.routes.length).toBeGreaterThan(40);
  for (const { who } of app.routes) expect(AUDIENCES).toContain(who);
  const { who: _, ...silent } = the(app.routes[0]);
  expect(() => routerOf([Object(silent)], { admit: app.signIn.admit, before: () => [] })).toThrow(
    'does not say who may ask it',
  );
});

test('who changes the club is the coach; helpers add only what they saw', () => {
  const byHelpers = app.routes.filter(({ method, who }) => method !== 'get' && who === 'helper');
  expect(byHelpers.map(({ method, path }) => `${method} ${path}`)).toEqual(['post /observations']);
  const byAnybody = app.routes.filter(({ who }) => who === 'anybody');
  expect(byAnybody.map(({ method, path }) => `${method} ${path}`)).toEqual([
    'get /health',
    'get /sign-in',
    'post /sign-in',
    'delete /sign-in',
  ]);
  const outOfTheHouse = app.routes.filter(({ path }) => path.startsWith('/backup'));
  expect(outOfTheHouse.every(({ who }) => who === 'coach')).toBe(true);
});

const MAY: Readonly<Record<string, readonly string[]>> = {
  nobody: ['anybody'],
  helper: ['anybody', 'helper'],
  coach: ['anybody', 'helper', 'coach'],
};

test.each(['nobody', 'helper'])('%s gets what is theirs, and is told so of the rest', async (role) => {
  for (const route of app.routes) {
    if (route.path === '/sign-in' && route.method !== 'get') continue;
    const { status } = await askAs(role, route, placeOf(route));
    const refused = role === 'nobody' ? 401 : 403;
    const told = `${role}: ${route.method} ${route.path}: ${status}`;
    if (the(MAY[role]).includes(route.who)) expect(told).not.toMatch(/ (401|403)$/);
    else expect(told).toBe(`${role}: ${route.method} ${route.path}: ${refused}`);
  }
});

test.each(['nobody', 'helper', 'coach'])(
  '%s gets nothing, and changes nothing, by another way of writing a path',
  async (role) => {
    const found: string[] = [];
    for (const route of app.routes)
      for (const [how, spell] of SPELLINGS) {
        const path = spell(placeOf(route));
        if (path === placeOf(route)) continue;
        const answer = await askAs(role, route, path);
        if (gaveAway(answer))
          found.push(`${how}: ${route.method} ${path}: ${answer.status} ${answer.text.slice(0, 80)}`);
        expect(answer.text).not.toContain('Ada Fell');
      }
    expect(found).toEqual([]);
    const seen = await ask('GET', `/api/students/${known}`, { Cookie: the(cookies['coach']) });
    expect(seen.text).toContain('Ada Fell');
  },
);

test('a page of another origin is refused by every way of writing, before anything else is looked at', async () => {
  const foreign = [
    { Origin: 'http://page.example', ...OWN_PAGE },
    { ...OWN_PAGE, 'Sec-Fetch-Site': 'cross-site' },
  ];
  const seen: string[] = [];
  for (const route of app.routes)
    for (const headers of foreign) {
      const cookie = { Cookie: the(cookies['coach']) };
      const { status } = await ask(route.method.toUpperCase(), placeOf(route), { ...headers, ...cookie }, '');
      if (status !== 403) seen.push(`${route.method} ${route.path}: ${status}`);
      for (const [how, spell] of SPELLINGS.slice(0, 4)) {
        const answer = await ask(
          route.method.toUpperCase(),
          spell(placeOf(route)),
          { ...headers, ...cookie },
          '{}',
        );
        if (gaveAway(answer)) seen.push(`${how}: ${route.method} ${route.path}: ${answer.status}`);
      }
    }
  expect(seen).toEqual([]);
});
