import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { DEMO_PLAN, DEMO_STUDENTS, simulate, TRACKER_DEFAULTS } from '@angled-chalk/core/sim';
import { packTrack } from '@angled-chalk/core/track';
import { belongingsSchema, erasedSchema, healthSchema } from '@angled-chalk/contract';
import {
  endPrograms,
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

const PACKED = packTrack(simulate({ plan: DEMO_PLAN, student: DEMO_STUDENTS[0]! }, TRACKER_DEFAULTS).track);

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
  for (let i = 0; i < 130; i++) await record(others[i]!.id, others[i]!.value.name);
  expect(holding(data, NAME).length).toBeGreaterThan(0);
  expect(belongingsSchema.parse(await (await fetch(`${url}/api/students/${id}/belongings`)).json())).toEqual({
    measurements: 1,
    checks: 3,
    tracks: 3,
    observations: 2,
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
  expect(((await (await fetch(`${url}/api/students`)).json()) as unknown[]).length).toBe(406);
  expect(await (await fetch(`${url}/api/checks?limit=1`)).json()).toMatchObject({ total: 133 });
  expect(await (await fetch(`${url}/api/tracks?limit=1`)).json()).toMatchObject({ total: 134 });
  await record(others[0]!.id, 'Other 0');
  await stop();
  for (const text of [NAME, NOTE]) expect(holding(data, text)).toEqual([]);
});

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
  const pending = async () =>
    healthSchema.parse(await (await fetch(`${second.url}/api/health`)).json()).pendingErasures;
  while ((await pending()) > 0) await new Promise((resolve) => setTimeout(resolve, 50));
  await second.stop();
  expect(holding(data, NAME)).toEqual([]);
});
