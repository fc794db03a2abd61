import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { the } from '@angled-chalk/core/measure';
import { unpackCheck } from '@angled-chalk/core/check';
import { DEMO_FLOORS, DEMO_PLAN, DEMO_STUDENTS, simulate, TRACKER_DEFAULTS } from '@angled-chalk/core/sim';
import { packTrack, unpackTrack } from '@angled-chalk/core/track';
import { belongingsSchema, checkSchema, erasedSchema, healthSchema } from '@angled-chalk/contract';
import {
  endPrograms,
  listAt,
  OWN_PAGE,
  startProgram,
  testCheck,
  testClub,
  testStops,
  testStudent,
  testWindow,
  write,
} from './test-program.ts';

afterEach(endPrograms);

function filesIn(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    return statSync(path).isDirectory() ? filesIn(path) : [path];
  });
}

/** Files that hold a text as it is, in UTF-8. */
const holding = (folder: string, text: string): string[] =>
  filesIn(folder).filter((path) => readFileSync(path).includes(Buffer.from(text)));

const NAME = 'Zebulon Quartermain-Xu';
const NOTE = 'Remembers everything about Wednesdays';

const PACKED = packTrack(
  simulate({ plan: DEMO_PLAN, student: the(DEMO_STUDENTS[0]) }, TRACKER_DEFAULTS).track,
);

test('after an erase nothing of the person is in any file of the directory; it answers at once and others hardly wait', async () => {
  const data = await testClub();
  const { url, stop } = await startProgram(['--data', data, '--demo']);
  const person = testStudent(NAME, { note: NOTE });
  const id = randomUUID();
  await write(`${url}/api/students`, 'POST', { id, value: person });
  for (let version = 1; version < 30; version++)
    await write(`${url}/api/students/${id}`, 'PUT', {
      version,
      value: { ...person, note: `${NOTE} ${version}` },
    });
  const others = Array.from({ length: 400 }, (_, i) => ({
    id: randomUUID(),
    value: { ...person, name: `Other ${i}`, note: `n${i}`.repeat(60) },
  }));
  await write(`${url}/api/students/import`, 'POST', { students: others });
  // Enough checks and recordings for the larger tables to be rewritten slice by slice.
  const record = async (studentId: string, name: string): Promise<string> => {
    const trackId = randomUUID();
    const query = new URLSearchParams({ id: trackId, name: `${name}, Zigzag`, source: 'file', studentId });
    await fetch(`${url}/api/tracks?${query.toString()}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/octet-stream', ...OWN_PAGE },
      body: new Blob([PACKED]),
    });
    await write(`${url}/api/checks`, 'POST', testCheck(studentId, trackId, name));
    return trackId;
  };
  for (let i = 0; i < 3; i++) await record(id, NAME);
  for (const taken of [testStops(id, NAME), testWindow(id, NAME)])
    expect((await write(`${url}/api/observations`, 'POST', taken)).status).toBe(201);
  for (let i = 0; i < 130; i++) await record(the(others[i]).id, the(others[i]).value.name);
  expect(holding(data, NAME).length).toBeGreaterThan(0);
  expect(belongingsSchema.parse(await (await fetch(`${url}/api/students/${id}/belongings`)).json())).toEqual({
    measurements: 1,
    checks: 3,
    tracks: 3,
    observations: 2,
    elsewhere: 0,
    mayMean: [],
  });

  const from = performance.now();
  const erased = erasedSchema.parse(await (await write(`${url}/api/students/${id}/erase`, 'DELETE')).json());
  const answeredMs = performance.now() - from;
  expect(erased).toEqual({
    name: NAME,
    measurements: 1,
    checks: 3,
    tracks: 3,
    observations: 2,
    elsewhere: 0,
    pending: true,
  });
  const waits: number[] = [];
  const health = async () => {
    const at = performance.now();
    const state = healthSchema.parse(await (await fetch(`${url}/api/health`)).json());
    waits.push(performance.now() - at);
    return state;
  };
  expect((await health()).pendingErasures).toBe(1);
  while ((await health()).pendingErasures > 0) await new Promise((resolve) => setTimeout(resolve, 20));
  console.log(
    `erase answered in ${answeredMs.toFixed(0)} ms; longest wait of another while it was scrubbed ${Math.max(...waits).toFixed(0)} ms`,
  );
  for (const text of [NAME, NOTE, 'Quartermain', 'about Wednesdays']) expect(holding(data, text)).toEqual([]);
  // What is left is whole.
  expect((await listAt(`${url}/api/students`)).length).toBe(406);
  expect(await (await fetch(`${url}/api/checks?limit=1`)).json()).toMatchObject({ total: 133 });
  expect(await (await fetch(`${url}/api/tracks?limit=1`)).json()).toMatchObject({ total: 134 });
  await record(the(others[0]).id, 'Other 0');
  await stop();
  for (const text of [NAME, NOTE]) expect(holding(data, text)).toEqual([]);
});

test('whoever is erased is nobody any more: in checks, windows, versions, drills, notes and recordings of others', async () => {
  const data = await testClub();
  const { url, stop } = await startProgram(['--data', data, '--demo']);
  const [id, other, plan, floor] = Array.from({ length: 4 }, () => randomUUID()) as [
    string,
    string,
    string,
    string,
  ];
  const send = async (path: string, body: unknown, method: 'POST' | 'PUT' = 'POST'): Promise<void> => {
    const answer = await write(`${url}/api${path}`, method, body);
    expect([path, answer.status]).toEqual([path, method === 'POST' ? 201 : 200]);
  };
  await send('/students', { id, value: testStudent(NAME) });
  await send('/students', {
    id: other,
    value: testStudent('Bo Lark', { note: `Trains with ${NAME}. Zebulon pushes.` }),
  });
  const query = new URLSearchParams({
    id: randomUUID(),
    name: `Bo against ${NAME}`,
    source: 'file',
    studentId: other,
  });
  const noted = packTrack({ ...unpackTrack(PACKED), notes: { partner: NAME } });
  await fetch(`${url}/api/tracks?${query.toString()}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/octet-stream', ...OWN_PAGE },
    body: new Blob([noted]),
  });
  const check = testCheck(other, the(query.get('id')), 'Bo Lark', NAME);
  await send('/checks', check);
  await send('/observations', testWindow(other, 'Bo Lark', NAME.toUpperCase()));
  const drill = {
    ...DEMO_PLAN,
    name: `For ${NAME}`,
    follows: { students: [other, id], target: { on: 'student', id } },
  };
  await send('/plans', { id: plan, value: drill });
  await send(`/plans/${plan}/versions`, { id: randomUUID(), version: 1, label: NAME });
  await send('/floors', { id: floor, value: { ...the(DEMO_FLOORS[0]).floor, name: `${NAME}'s corner` } });

  const before = belongingsSchema.parse(await (await fetch(`${url}/api/students/${id}/belongings`)).json());
  // A note, a recording's name, a check, a window, a drill, a version of it, a floor.
  expect(before.elsewhere).toBe(7);
  const held = (await (await fetch(`${url}/api/students/${id}/held`)).json()) as {
    elsewhere: { kind: string }[];
  };
  expect(held.elsewhere.map(({ kind }) => kind).toSorted()).toEqual(
    ['checks', 'floors', 'observations', 'planVersions', 'plans', 'students', 'tracks'].toSorted(),
  );
  const erased = erasedSchema.parse(await (await write(`${url}/api/students/${id}/erase`, 'DELETE')).json());
  // And the notes inside that recording.
  expect(erased.elsewhere).toBe(8);

  const get = async (path: string): Promise<string> => (await fetch(`${url}/api${path}`)).text();
  const pages = [
    '/students',
    '/students/everyone',
    `/students/${other}`,
    '/plans',
    `/plans/${plan}`,
    `/plans/${plan}/versions`,
    '/floors',
    '/patterns',
    '/tracks',
    '/checks',
    '/checks/latest',
    `/checks/${check.id}`,
    '/observations',
    '/settings',
  ];
  for (const path of pages) {
    const text = await get(path);
    for (const name of [NAME, NAME.toUpperCase(), 'Quartermain', id])
      expect([path, text.includes(name)]).toEqual([path, false]);
  }
  const kept = checkSchema.parse(JSON.parse(await get(`/checks/${check.id}`)));
  expect(kept.drill.partner).toMatchObject({ name: 'A partner, erased', lengths: { statureM: 1.83 } });
  expect(unpackCheck(the(kept.report)).drill.partner).toMatchObject({ name: 'A partner, erased' });
  const samples = new Uint8Array(
    await (await fetch(`${url}/api/tracks/${the(query.get('id'))}/samples`)).arrayBuffer(),
  );
  expect(unpackTrack(samples).notes).toEqual({ partner: 'Somebody, erased' });
  expect(unpackTrack(samples).left.x).toEqual(unpackTrack(PACKED).left.x);
  // What may mean them by a part of the name stays, and is told to the coach before.
  expect(before.mayMean).toContain(`the note of a student: Trains with ${NAME}. Zebulon pushes.`);
  expect(await get(`/students/${other}`)).toContain('Trains with (erased). Zebulon pushes.');
  await scrubbed(url);
  for (const text of [NAME, NAME.toUpperCase(), 'Quartermain']) expect(holding(data, text)).toEqual([]);
  await stop();
  expect(holding(data, 'Quartermain')).toEqual([]);
  // Its tables are as they were kept: it opens again.
  await (await startProgram(['--data', data])).stop();
});

/** Resolves when the last traces are out of the files. */
async function scrubbed(url: string): Promise<void> {
  const pending = async () =>
    healthSchema.parse(await (await fetch(`${url}/api/health`)).json()).pendingErasures;
  while ((await pending()) > 0) await new Promise((resolve) => setTimeout(resolve, 50));
}

test('an erase that was cut short goes on at the next start', async () => {
  const data = await testClub();
  const first = await startProgram(['--data', data]);
  const id = randomUUID();
  const value = testStudent(NAME, { note: NOTE });
  await write(`${first.url}/api/students`, 'POST', { id, value });
  await write(`${first.url}/api/students/${id}/erase`, 'DELETE');
  await first.kill();
  expect(holding(data, NAME).length).toBeGreaterThan(0);
  const second = await startProgram(['--data', data]);
  await scrubbed(second.url);
  await second.stop();
  expect(holding(data, NAME)).toEqual([]);
});
