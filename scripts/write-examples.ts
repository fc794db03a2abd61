import { mkdirSync, writeFileSync } from 'node:fs';
import { DEMO_DRILLS, DEMO_FLOORS, DEMO_PLANS, DEMO_STUDENTS, recordDemoDrill } from '@angled-chalk/core/sim';
import { writeTrackCsv } from '@angled-chalk/core/track';
import { floorFile, planFile, studentFile, toOpenKeys } from '@angled-chalk/contract';

/** Writes the files of examples/ from the demo club. */
const folder = new URL('../examples/', import.meta.url);
mkdirSync(folder, { recursive: true });

const write = (name: string, text: string): void => writeFileSync(new URL(name, folder), text);
const json = (value: unknown): string => `${JSON.stringify(toOpenKeys(value), null, 2)}\n`;
const short = (name: string): string => name.split(' ')[0]!.toLowerCase();

const PLAN_FILES = ['zigzag', 'wide-zigzag', 'in-and-round', 'in-and-out'];
DEMO_PLANS.forEach(({ plan }, i) => write(`${PLAN_FILES[i]}.plan.json`, json(planFile(plan))));
write('hall.floor.json', json(floorFile(DEMO_FLOORS[0]!.floor)));
for (const student of DEMO_STUDENTS) write(`${short(student.name)}.student.json`, json(studentFile(student)));
const written = new Set<string>();
for (const drill of DEMO_DRILLS) {
  const { planned, track } = recordDemoDrill(drill);
  const name = short(planned.student.name);
  // The second recording of a student is named by its pattern too.
  write(`${written.has(name) ? `${name}-${PLAN_FILES[drill.plan]}` : name}.track.csv`, writeTrackCsv(track));
  written.add(name);
}
