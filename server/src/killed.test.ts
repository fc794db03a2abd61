import { randomInt, randomUUID } from 'node:crypto';
import { DEMO_PLAN, DEMO_STUDENTS, simulate, TRACKER_DEFAULTS } from '@angled-chalk/core/sim';
import { packTrack } from '@angled-chalk/core/track';
import { trackPageSchema } from '@angled-chalk/contract';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus as seedOf } from 'pure-rand/generator/xoroshiro128plus';
import { endPrograms, OWN_PAGE, startProgram, testClub, testStudent, write } from './test-program.ts';

afterEach(endPrograms);

const ROUNDS = 16;

const student = (name: string) => testStudent(name, { note: 'n'.repeat(200) });

/** What a program acknowledged: by kind, the id and what a reader must find. */
interface Acknowledged {
  readonly students: Map<string, string>;
  readonly tracks: Map<string, number>;
  readonly erased: Set<string>;
}

const PACKED = packTrack(simulate({ plan: DEMO_PLAN, student: DEMO_STUDENTS[0]! }, TRACKER_DEFAULTS).track);

/** Adds, changes, brings in, records and erases until the program is gone; keeps what was acknowledged. */
async function workUntilGone(
  url: string,
  known: Acknowledged,
  lane: number,
  answered: () => void,
): Promise<void> {
  try {
    for (let n = lane; ; n++, answered()) {
      const [id, name] = [randomUUID(), `Lane ${lane} number ${n}`];
      if ((await write(`${url}/api/students`, 'POST', { id, value: student(name) })).status === 201)
        known.students.set(id, name);
      answered();
      const changed = { version: 1, value: student(`${name} changed`) };
      const before = known.students.get(id);
      known.students.delete(id);
      const answer = await write(`${url}/api/students/${id}`, 'PUT', changed).catch((error: unknown) => {
        // Either of the two may be there: it was not acknowledged.
        known.students.delete(id);
        throw error;
      });
      if (answer.status === 200) known.students.set(id, `${name} changed`);
      else if (before) known.students.set(id, before);
      if (n % 4 === 1) await bringIn(url, known, lane, n);
      if (n % 4 === 2) await recordOne(url, known, id);
      if (n % 4 === 3) {
        known.students.delete(id);
        if ((await write(`${url}/api/students/${id}/erase`, 'DELETE')).status === 200) known.erased.add(id);
      }
    }
  } catch (error) {
    if ((error as Error).name !== 'TypeError') throw error;
  }
}

async function bringIn(url: string, { students }: Acknowledged, lane: number, n: number): Promise<void> {
  const list = Array.from({ length: 120 }, (_, i) => ({
    id: randomUUID(),
    value: student(`Roster ${lane} ${n} ${i}`),
  }));
  const answer = await write(`${url}/api/students/import`, 'POST', { students: list });
  if (answer.status === 201) for (const { id, value } of list) students.set(id, value.name);
}

async function recordOne(url: string, { tracks }: Acknowledged, studentId: string): Promise<void> {
  const id = randomUUID();
  const query = new URLSearchParams({ id, name: 'Round', source: 'file', studentId });
  const answer = await fetch(`${url}/api/tracks?${query.toString()}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/octet-stream', ...OWN_PAGE },
    body: new Blob([PACKED]),
  });
  if (answer.status === 201) tracks.set(id, PACKED.length);
}

test(`killed at a random moment ${ROUNDS} times, the program has everything it acknowledged`, async () => {
  const seed = Number(process.env['TEST_SEED'] ?? randomInt(1_000_000));
  console.log(`seed of the kill test: ${seed} (TEST_SEED repeats it)`);
  const random = seedOf(seed);
  const dataDir = await testClub();
  const known: Acknowledged = { students: new Map(), tracks: new Map(), erased: new Set() };
  for (let round = 0; round < ROUNDS; round++) {
    const program = await startProgram(['--data', dataDir]);
    // After some of its answers, and then in the midst of something: no matter how fast the machine is.
    let answers = 5 + Math.floor(35 * uniformFloat64(random));
    const laterMs = 40 * uniformFloat64(random);
    const answered = (): void => {
      if (--answers === 0) setTimeout(() => program.child.kill('SIGKILL'), laterMs);
    };
    await Promise.all(
      [0, 1, 2].map((lane) => workUntilGone(program.url, known, 10 * round + lane, answered)),
    );
    await program.ended;
  }
  const { url } = await startProgram(['--data', dataDir]);
  const stored = (await (await fetch(`${url}/api/students`)).json()) as { id: string; name: string }[];
  const names = new Map(stored.map(({ id, name }) => [id, name]));
  expect(known.students.size).toBeGreaterThan(ROUNDS);
  expect(known.tracks.size).toBeGreaterThan(0);
  expect(known.erased.size).toBeGreaterThan(0);
  expect([...known.students].filter(([id, name]) => names.get(id) !== name)).toEqual([]);
  expect([...known.erased].filter((id) => names.has(id))).toEqual([]);
  const found = new Set<string>();
  for (let offset = 0; ; offset += 200) {
    const page = trackPageSchema.parse(
      await (await fetch(`${url}/api/tracks?limit=200&offset=${offset}`)).json(),
    );
    for (const { id } of page.items) found.add(id);
    if (page.items.length < 200) break;
  }
  const lost = [...known.tracks.keys()].filter((id) => !found.has(id));
  expect(lost).toEqual([]);
  // A roster is there whole or not at all.
  const rosters = new Map<string, number>();
  for (const { name } of stored) {
    const roster = /^Roster \d+ \d+/.exec(name)?.[0];
    if (roster) rosters.set(roster, (rosters.get(roster) ?? 0) + 1);
  }
  expect([...rosters.values()].filter((n) => n !== 120)).toEqual([]);
});
