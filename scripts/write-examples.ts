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

write('zigzag.plan.json', json(planFile(DEMO_PLANS[0]!.plan)));
write('wide-zigzag.plan.json', json(planFile(DEMO_PLANS[1]!.plan)));
write('hall.floor.json', json(floorFile(DEMO_FLOORS[0]!.floor)));
for (const student of DEMO_STUDENTS) write(`${short(student.name)}.student.json`, json(studentFile(student)));
for (const drill of DEMO_DRILLS) {
  const { planned, track } = recordDemoDrill(drill);
  write(`${short(planned.student.name)}.track.csv`, writeTrackCsv(track));
}
