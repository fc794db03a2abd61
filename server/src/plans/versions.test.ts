import { planVersionSchema, storedPlanSchema } from '@angled-chalk/contract';
import { the } from '@angled-chalk/core/measure';
import { DEMO_PLAN } from '@angled-chalk/core/sim';
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { fromPage as request, heldApp } from '../test-app.ts';
import { z } from 'zod';
import { plans } from '../db/schema.ts';

const held = heldApp();

async function addPlan(more: object = {}): Promise<string> {
  const id = randomUUID();
  await request(held.app)
    .post('/api/plans')
    .send({ id, value: { ...DEMO_PLAN, ...more } })
    .expect(201);
  return id;
}
const write = async (id: string, version: number, name: string) =>
  storedPlanSchema.parse(
    (
      await request(held.app)
        .put(`/api/plans/${id}`)
        .send({ version, value: { ...DEMO_PLAN, name } })
        .expect(200)
    ).body,
  );
const versionsOf = async (id: string) =>
  z
    .array(planVersionSchema)
    .parse((await request(held.app).get(`/api/plans/${id}/versions`).expect(200)).body);
const keep = (id: string, version: number, label: string, kept = randomUUID()) =>
  request(held.app).post(`/api/plans/${id}/versions`).send({ id: kept, version, label });
/** Nobody has touched it since then. */
const rested = (id: string, hours: number): Promise<unknown> =>
  held.opened.db
    .update(plans)
    .set({ updatedAt: new Date(Date.now() - hours * 3_600_000) })
    .where(eq(plans.id, id));

test('a drill is kept under a name as it is, once however often it is sent, and taken out again', async () => {
  const id = await addPlan();
  const kept = randomUUID();
  await keep(id, 1, 'Before the camp', kept).expect(201);
  await keep(id, 1, 'Before the camp', kept).expect(201);
  await write(id, 1, 'Longer');
  const [version, ...others] = await versionsOf(id);
  expect(others).toEqual([]);
  expect(version).toMatchObject({ label: 'Before the camp', version: 1, planId: id });
  expect(the(version).plan.name).toBe(DEMO_PLAN.name);
  await request(held.app).delete(`/api/plans/${id}/versions/${kept}`).type('json').expect(204);
  await request(held.app).delete(`/api/plans/${id}/versions/${kept}`).type('json').expect(404);
  expect(await versionsOf(id)).toEqual([]);
});

test('what was changed meanwhile is not kept under that name, nor what is not there', async () => {
  const id = await addPlan();
  await write(id, 1, 'Changed');
  await keep(id, 1, 'Too late').expect(409);
  await keep(randomUUID(), 1, 'Nothing').expect(404);
  await keep(id, 2, '').expect(400);
  expect(await versionsOf(id)).toEqual([]);
});

test('a drill that rested is kept by itself before it is written over; quick changes are one sitting', async () => {
  const id = await addPlan();
  await rested(id, 30);
  await write(id, 1, 'Second');
  await write(id, 2, 'Third');
  const kept = await versionsOf(id);
  expect(kept.map(({ label, version, plan }) => [label, version, plan.name])).toEqual([
    [null, 1, DEMO_PLAN.name],
  ]);
  const agoH = (Date.now() - Date.parse(the(kept[0]).keptAt)) / 3_600_000;
  expect(agoH).toBeGreaterThan(29.9);
});

test('of those kept by themselves the oldest go, those with a name stay', async () => {
  const id = await addPlan();
  await keep(id, 1, 'The first').expect(201);
  for (let version = 1; version <= 34; version++) {
    await rested(id, 100 - version);
    await write(id, version, `Version ${version + 1}`);
  }
  const kept = await versionsOf(id);
  expect(kept.filter(({ label }) => label === null)).toHaveLength(30);
  expect(kept.filter(({ label }) => label !== null).map(({ label }) => label)).toEqual(['The first']);
  expect(kept.some(({ plan }) => plan.name === 'Version 34')).toBe(true);
}, 120_000);

test('nobody is named in a version who was erased', async () => {
  const student = randomUUID();
  await request(held.app)
    .post('/api/students')
    .send({
      id: student,
      value: {
        name: 'Somebody',
        leadSide: 'left',
        schoolId: 'shoulder-width',
        lengths: { statureM: 1.7 },
        birthYear: null,
        note: '',
      },
    })
    .expect(201);
  const id = await addPlan({ follows: { students: [student] } });
  await keep(id, 1, 'For somebody').expect(201);
  expect(JSON.stringify(await versionsOf(id))).toContain(student);
  await request(held.app).delete(`/api/students/${student}/erase`).type('json').expect(200);
  expect(JSON.stringify(await versionsOf(id))).not.toContain(student);
});
