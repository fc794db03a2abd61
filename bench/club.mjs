import { spawn, spawnSync } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync, zipSync } from 'fflate';
import { bundleNode } from '../scripts/build.mjs';
import { OWN_PAGE, ROOT } from '../scripts/steps.mjs';

const STUDENTS = 206;
const CHECKS = 10_400;
const CLIENTS = 50;
const WRITERS = 10;
const ROUNDS = 8;
const LISTS = [
  '/students',
  '/checks/latest',
  '/checks?limit=25',
  '/tracks?limit=10',
  '/plans',
  '/floors',
  '/settings',
  '/schools',
];

const SERVER = `${ROOT}server/dist/main.js`;

async function start(data, more = []) {
  const child = spawn(process.execPath, [SERVER, '--data', data, '--port', '0', ...more], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise((resolve) => {
    child.stdout.on('data', (chunk) => {
      const found = /http:\/\/127\.0\.0\.1:\d+/.exec(String(chunk));
      if (found) resolve(found[0]);
    });
  });
  const stop = async () => {
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    await gone;
  };
  return { url, stop };
}

/** A club of a large gym, made of the demo club's own rows by way of a backup. */
function grow(file) {
  const files = unzipSync(readFileSync(file));
  const text = (name) =>
    Buffer.from(files[name])
      .toString('utf8')
      .trimEnd()
      .split('\n')
      .map((line) => JSON.parse(line));
  const students = text('students.jsonl');
  const [check] = text('checks.jsonl');
  const more = Array.from({ length: STUDENTS - students.length }, (_, i) => ({
    ...students[i % students.length],
    id: randomUUID(),
    name: `Student ${i}`,
  }));
  const all = [...students, ...more];
  const checks = Array.from({ length: CHECKS }, (_, i) => ({
    ...check,
    id: randomUUID(),
    student_id: all[i % all.length].id,
    student_name: all[i % all.length].name,
    track_id: null,
    created_at: new Date(Date.UTC(2026, 0, 1) + i * 60_000).toISOString(),
  }));
  const manifest = JSON.parse(Buffer.from(files['manifest.json']).toString('utf8'));
  for (const [name, rows] of [
    ['students', all],
    ['checks', checks],
  ]) {
    const bytes = Buffer.from(rows.map((row) => `${JSON.stringify(row)}\n`).join(''));
    files[`${String(name)}.jsonl`] = bytes;
    Object.assign(
      manifest.tables.find(({ table }) => table === name),
      {
        rows: rows.length,
        bytes: bytes.length,
        sha256: createHash('sha256').update(bytes).digest('hex'),
      },
    );
  }
  files['manifest.json'] = Buffer.from(JSON.stringify(manifest));
  writeFileSync(file, zipSync(files, { level: 1 }));
  const folder = `${file}.files`;
  mkdirSync(folder);
  for (const [name, bytes] of Object.entries(files))
    if (name.endsWith('.jsonl')) writeFileSync(join(folder, name), bytes);
  const bytes = manifest.tables.reduce((all, table) => all + table.bytes, 0);
  return { folder, bytes };
}

const share = (times, p) =>
  times.toSorted((a, b) => a - b)[Math.min(times.length - 1, Math.floor(p * times.length))];

async function ask(url, path, times) {
  const from = performance.now();
  const answer = await fetch(`${url}/api${path}`);
  await answer.arrayBuffer();
  if (answer.status !== 200) throw new Error(`${path}: ${answer.status}`);
  times.push(performance.now() - from);
}

/** Something is written, so that no list is answered from before. */
const touch = (url, version) =>
  fetch(`${url}/api/settings`, {
    method: 'PUT',
    headers: OWN_PAGE,
    body: JSON.stringify({ version, value: { clubName: `Club ${version}`, units: 'metric' } }),
  });

/** Lists of a large club: one client after another, and fifty at once; others' waits while things are written. */
export async function club() {
  const root = mkdtempSync(join(tmpdir(), 'angled-chalk-bench-'));
  try {
    const [small, large, file] = [join(root, 'small'), join(root, 'large'), join(root, 'club.zip')];
    const demo = await start(small, ['--demo']);
    await demo.stop();
    const verb = (...args) => {
      const done = spawnSync(process.execPath, [SERVER, ...args], { stdio: ['ignore', 'ignore', 'inherit'] });
      if (done.status !== 0) throw new Error(`${args[0]} failed`);
    };
    verb('backup', file, '--data', small);
    const { folder, bytes } = grow(file);
    // Beside the server's own bundle, so that it finds what lies beside that.
    const loaded = async (name) => {
      const bundle = `server/dist/bench-${name}.js`;
      await bundleNode(`bench/${name}.ts`, bundle);
      return import(`${ROOT}${bundle}`);
    };
    const { copyAlone } = await loaded('club-copy');
    // In turn, so that both have the same machine.
    const [copies, restores] = [[], []];
    for (let i = 0; i < 2; i++) {
      copies.push(await copyAlone(folder));
      rmSync(large, { recursive: true, force: true });
      const from = performance.now();
      verb('restore', file, '--data', large);
      restores.push(performance.now() - from);
    }
    const [copyMs, restoreMs] = [share(copies, 0.5), share(restores, 0.5)];
    const { listsInProcess } = await loaded('club-lists');
    const processMs = await listsInProcess(large, ROUNDS * CLIENTS);
    const { url, stop } = await start(large);
    let { version } = await (await fetch(`${url}/api/settings`)).json();
    const alone = Object.fromEntries(LISTS.map((path) => [path, []]));
    const inRow = [];
    const from = performance.now();
    for (let round = 0; round < ROUNDS; round++) {
      await touch(url, version++);
      for (let client = 0; client < CLIENTS; client++)
        for (const path of LISTS) await ask(url, path, client === 0 ? alone[path] : inRow);
    }
    const rowMs = performance.now() - from;
    const together = [];
    const at = performance.now();
    for (let round = 0; round < ROUNDS; round++) {
      await touch(url, version++);
      await Promise.all(
        Array.from({ length: CLIENTS }, async () => {
          for (const path of LISTS) await ask(url, path, together);
        }),
      );
    }
    const togetherMs = performance.now() - at;
    const mixed = await readersAndWriters(url);
    const waits = await waitsDuring(url, async () => {
      const students = Array.from({ length: 2000 }, (_, i) => ({
        id: randomUUID(),
        value: {
          name: `Roster ${i}`,
          leadSide: 'left',
          schoolId: 'neutral',
          lengths: { statureM: 1.7 },
          birthYear: null,
          note: 'n'.repeat(200),
        },
      }));
      const answer = await fetch(`${url}/api/students/import`, {
        method: 'POST',
        headers: OWN_PAGE,
        body: JSON.stringify({ students }),
      });
      if (answer.status !== 201) throw new Error(`import: ${answer.status} ${await answer.text()}`);
    });
    await stop();
    const ms = (value) => `${value.toFixed(0)} ms`;
    return [
      ...LISTS.map((path) => [
        `GET ${path}, just after a write`,
        ms(share(alone[path], 0.5)),
        ms(share(alone[path], 0.95)),
      ]),
      [`${CLIENTS} clients at once, any list`, ms(share(together, 0.5)), ms(share(together, 0.95))],
      [`${ROUNDS * CLIENTS * LISTS.length} requests one after another`, ms(rowMs), ''],
      ['the same, fifty clients at once', ms(togetherMs), `ratio ${(togetherMs / rowMs).toFixed(2)}`],
      [
        'the same queries in the process, none kept, one after another',
        ms(processMs),
        `ratio of the fifty clients ${(togetherMs / processMs).toFixed(2)}`,
      ],
      [
        `${CLIENTS - WRITERS} readers and ${WRITERS} writers at once, reading a list`,
        ms(share(mixed.reads, 0.5)),
        `${ms(share(mixed.reads, 0.95))} (500)`,
      ],
      [
        `the same, a write (${mixed.writes.length})`,
        ms(share(mixed.writes, 0.5)),
        ms(share(mixed.writes, 0.95)),
      ],
      [
        'the same queries in the process, all lists once',
        ms(processMs / (ROUNDS * CLIENTS)),
        `${((processMs / (ROUNDS * CLIENTS) / LISTS.length) * CLIENTS).toFixed(0)} ms for ${CLIENTS} one after another, of one list`,
      ],
      [
        `restore of ${(bytes / 1e6).toFixed(0)} MB of rows, all checked (PostgreSQL's COPY of them alone: ${(copyMs / 1000).toFixed(1)} s)`,
        `${(restoreMs / 1000).toFixed(1)} s`,
        `ratio ${(restoreMs / copyMs).toFixed(2)} (3)`,
      ],
      [
        'others while 2,000 students are brought in',
        ms(share(waits, 0.5)),
        `longest ${ms(Math.max(...waits))}`,
      ],
    ];
  } finally {
    rmSync(root, { recursive: true, force: true });
  }
}

async function waitsDuring(url, run) {
  const waits = [];
  const stop = new AbortController();
  const other = (async () => {
    while (!stop.signal.aborted) await ask(url, '/checks?limit=25&offset=100', waits);
  })();
  await run();
  stop.abort();
  await other;
  return waits;
}

/** Some read list after list while others write: each changes a student, the club's name, or adds a drill. */
async function readersAndWriters(url) {
  const [reads, writes] = [[], []];
  const students = await (await fetch(`${url}/api/students`)).json();
  const [plan] = await (await fetch(`${url}/api/plans`)).json();
  const call = async (method, path, value) => {
    const body = JSON.stringify(value);
    const from = performance.now();
    const order = { method, headers: OWN_PAGE, body };
    const answer = await fetch(`${url}/api${path}`, order);
    const written = await answer.json();
    if (!answer.ok) throw new Error(`${path}: ${answer.status}`);
    writes.push(performance.now() - from);
    return written;
  };
  const state = { isOver: false };
  const writers = Array.from({ length: WRITERS }, async (_, i) => {
    let { id, version, updatedAt: _at, measurements: _m, archived: _a, ...value } = students[i];
    for (let n = 0; !state.isOver; n++) {
      ({ version } = await call('PUT', `/students/${id}`, {
        version,
        value: { ...value, note: `note ${n}` },
      }));
      if (n % 5 === i % 5) await call('POST', '/plans', { id: randomUUID(), value: plan.plan });
    }
  });
  await Promise.all(
    Array.from({ length: CLIENTS - WRITERS }, async () => {
      for (let round = 0; round < ROUNDS; round++) for (const path of LISTS) await ask(url, path, reads);
    }),
  );
  state.isOver = true;
  await Promise.all(writers);
  return { reads, writes };
}
