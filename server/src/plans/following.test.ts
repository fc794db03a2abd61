import { storedPlanSchema } from '@angled-chalk/contract';
import type { Drill } from '@angled-chalk/core/drill';
import { moveChosen, type LaidFloor } from '@angled-chalk/core/layout';
import { the } from '@angled-chalk/core/measure';
import { DEMO_FLOORS, DEMO_PATTERNS, DEMO_PLAN, DEMO_PLANS } from '@angled-chalk/core/sim';
import { randomUUID } from 'node:crypto';
import { fromPage as request, heldApp } from '../test-app.ts';
import { openEngine } from '../db/engine.ts';
import { migrateAll, migrateTo } from '../db/open.ts';
import { Seat } from '../db/seat.ts';

const held = heldApp();

const hall = the(DEMO_FLOORS[0]).floor;
const atTheBag = the(DEMO_PLANS[3]).plan;

/** A floor, a kept pattern and a drill that follows both, stored. */
async function stored(more: Partial<Drill['follows']> = {}) {
  const [floor, pattern, plan] = [randomUUID(), randomUUID(), randomUUID()];
  await request(held.app).post('/api/floors').send({ id: floor, value: hall }).expect(201);
  await request(held.app)
    .post('/api/patterns')
    .send({ id: pattern, value: the(DEMO_PATTERNS[0]).pattern })
    .expect(201);
  const value = { ...atTheBag, follows: { ...atTheBag.follows, floor, pattern, ...more } };
  await request(held.app).post('/api/plans').send({ id: plan, value }).expect(201);
  return { floor, pattern, plan };
}
const drillOf = async (id: string) =>
  storedPlanSchema.parse((await request(held.app).get(`/api/plans/${id}`).expect(200)).body);
const write = (path: string, value: unknown, version = 1) =>
  request(held.app).put(`/api/${path}`).send({ version, value }).expect(200);

test('a drill takes over what is written to its floor, and keeps it when the floor is gone', async () => {
  const { floor, plan } = await stored();
  const moved: LaidFloor = moveChosen(hall, ['in-out'], {
    about: { x: 0, y: 0 },
    turnDeg: 0,
    shift: { x: -0.5, y: 0.25 },
  });
  const bags = the(moved.floor.fixtures).map((one) =>
    one.id === 'bag-1' ? { ...one, at: { x: 9.7, y: 4.55 } } : one,
  );
  await write(`floors/${floor}`, { ...moved, floor: { ...moved.floor, fixtures: bags } });
  await request(held.app).delete(`/api/floors/${floor}`).type('json').expect(204);
  const { plan: drill, version } = await drillOf(plan);
  expect(drill.target.at).toEqual({ x: 9.7, y: 4.55 });
  expect(the(drill.pattern.start).at.x).toBeCloseTo(the(atTheBag.pattern.start).at.x - 0.5, 12);
  expect(the(drill.pattern.start).at.y).toBeCloseTo(the(atTheBag.pattern.start).at.y + 0.25, 12);
  expect(the(drill.follows?.piece).at).toEqual({ x: 9.7, y: 4.55 });
  // It was no edit of the drill: whoever edits it is not in conflict.
  expect(version).toBe(1);
  await write(`plans/${plan}`, { ...drill, name: 'Renamed' }, version);
});

test('moves written to a kept pattern reach the drills that follow it, and no others', async () => {
  const [one, other] = [await stored(), await stored()];
  const kept = the(DEMO_PATTERNS[0]).pattern;
  const hold = { move: { do: 'hold' as const } };
  await write(`patterns/${one.pattern}`, { ...kept, pattern: { ...kept.pattern, items: [hold] } });
  expect((await drillOf(one.plan)).plan.pattern.items).toEqual([hold]);
  expect((await drillOf(other.plan)).plan.pattern.items).toEqual(kept.pattern.items);
});

test('a write over a version that is gone changes neither the floor nor who follows it', async () => {
  const { floor, plan } = await stored();
  await write(`floors/${floor}`, { ...hall, name: 'Renamed' });
  await request(held.app)
    .put(`/api/floors/${floor}`)
    .send({ version: 1, value: { ...hall, floor: { ...hall.floor, name: 'another hall' } } })
    .expect(409);
  expect((await drillOf(plan)).plan.floor.name).toBe(hall.floor.name);
});

test('nobody who was erased is named in a drill', async () => {
  const student = { name: 'Ada Fell', leadSide: 'left', schoolId: 'neutral', lengths: { statureM: 1.7 } };
  const [gone, here] = [randomUUID(), randomUUID()];
  for (const id of [gone, here])
    await request(held.app)
      .post('/api/students')
      .send({ id, value: { ...student, birthYear: null, note: '' } })
      .expect(201);
  const { plan } = await stored({ students: [gone, here], target: { on: 'student', id: gone } });
  await request(held.app).delete(`/api/students/${gone}/erase`).type('json').expect(200);
  const { follows } = (await drillOf(plan)).plan;
  expect(follows?.students).toEqual([here]);
  expect(follows?.target).toBeUndefined();
  expect(JSON.stringify(follows)).not.toContain(gone);
});

test('a reference that is no id is refused with its path', async () => {
  const { body } = await request(held.app)
    .post('/api/plans')
    .send({ id: randomUUID(), value: { ...DEMO_PLAN, follows: { floor: 'the hall' } } })
    .expect(400);
  expect(JSON.stringify(body)).toMatch(/follows.*floor/);
});

test('a plan of an earlier version that held the room of a floor follows that floor', async () => {
  const seat = new Seat(await openEngine({ memory: true }), null);
  await migrateTo(seat, 5);
  const put = (table: string, column: string, id: string, value: unknown) =>
    seat.query(`insert into ${table} (id, updated_at, ${column}) values ($1, now(), $2::jsonb)`, [
      id,
      JSON.stringify(value),
    ]);
  const { follows: _, ...copied } = atTheBag;
  const [floor, other, held, own] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()];
  await put('floors', 'floor', floor, hall);
  await put('floors', 'floor', other, the(DEMO_FLOORS[1]).floor);
  await put('plans', 'plan', held, { ...copied, floor: hall.floor });
  await put('plans', 'plan', own, DEMO_PLAN);
  await migrateAll(seat);
  const { rows } = await seat.query(`select id, plan -> 'follows' as follows from plans order by id = $1`, [
    own,
  ]);
  expect(rows).toEqual([
    { id: held, follows: { floor, target: { on: 'fixture', id: 'bag-1' } } },
    { id: own, follows: null },
  ]);
  await seat.close();
});
