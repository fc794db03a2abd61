import { SCHOOLS } from '../body/index.ts';
import { checkPlan } from '../check/index.ts';
import { writeNotation } from '../notation/index.ts';
import { conesOf, expand } from '../pattern/index.ts';
import { DEMO_STUDENTS } from '../sim/index.ts';
import { ANYTHING, findDrills, LIBRARY, libraryDrill, libraryEntry, textOf, type Wanted } from './index.ts';

test('there are enough of them, each with an id of its own, and the ladder leads from one to another', () => {
  expect(LIBRARY.length).toBeGreaterThanOrEqual(28);
  const ids = LIBRARY.map(({ id }) => id);
  expect(new Set(ids).size).toBe(ids.length);
  const levelOf = (id: string): number => libraryEntry(id)?.level ?? NaN;
  for (const { id, level, before, after } of LIBRARY) {
    for (const other of before) expect([id, other, levelOf(other) <= level]).toEqual([id, other, true]);
    for (const other of after) expect([id, other, levelOf(other) >= level]).toEqual([id, other, true]);
  }
});

test.each(LIBRARY.map((entry) => [entry.id, entry] as const))(
  '%s is read, and written as it stands',
  (_, entry) => {
    expect(writeNotation(textOf(entry))).toBe(entry.notation);
    expect(textOf(entry).head.name).toBe(entry.name);
  },
);

/** Every drill for every student of the demo club, both sides and every school. */
test('no drill breaks a rule that it does not name', () => {
  const broken = new Map<string, number>();
  let plans = 0;
  for (const entry of LIBRARY)
    for (const student of DEMO_STUDENTS)
      for (const school of SCHOOLS)
        for (const leadSide of ['left', 'right'] as const) {
          plans++;
          const { findings } = checkPlan(libraryDrill(entry, { ...student, schoolId: school.id, leadSide }));
          for (const { fault, moveNumber, measured, limit } of findings ?? []) {
            if (entry.names.some((named) => named.fault === fault)) continue;
            const key = `${entry.id}: ${fault} #${moveNumber} (${school.id} ${leadSide}) ${measured.toFixed(3)} ${limit.toFixed(3)}`;
            broken.set(key, (broken.get(key) ?? 0) + 1);
          }
        }
  console.log(`${LIBRARY.length} drills, ${plans} plans; findings not named: ${broken.size}`);
  expect([...broken].map(([key, count]) => `${count} x ${key}`)).toEqual([]);
});

test('drills are found by words, purpose, level, cones and room', () => {
  const ids = (wanted: Partial<Wanted>): string[] =>
    findDrills({ ...ANYTHING, ...wanted }).map(({ id }) => id);
  expect(ids({}).length).toBe(LIBRARY.length);
  expect(ids({ words: 'Quarter' })).toContain('quarter-turns');
  expect(ids({ words: 'hook outside' })).toContain('step-in-hook-outside');
  expect(ids({ words: 'no such word' })).toEqual([]);
  expect(ids({ purpose: 'kicks' }).every((id) => libraryEntry(id)?.purpose === 'kicks')).toBe(true);
  expect(ids({ level: 1 })).toEqual(['fives-forward-back', 'fives-sideways', 'two-forward-one-back']);
  expect(ids({ cones: 0 })).not.toContain('weave-cones');
  expect(ids({ cones: 1 })).toContain('weave-single-marker');
  expect(ids({ roomM: 3 })).not.toContain('slip-line');
});

/** Beside the outermost ball of a foot there is so much of the foot, and room to stand. */
const BESIDE_M = 0.3;

test('a drill takes no more room than it says, for anybody of the club in any school', () => {
  for (const entry of LIBRARY)
    for (const student of DEMO_STUDENTS)
      for (const school of SCHOOLS) {
        const drill = libraryDrill(entry, { ...student, schoolId: school.id });
        const { start, moves } = expand(drill);
        const places = [
          ...Object.values(start.feet).map(({ ball }) => ball),
          ...moves.flatMap(({ events }) => events.map(({ to }) => to)),
          ...conesOf(drill.plan).map(({ at }) => at),
        ];
        const extent = (values: readonly number[]): number =>
          Math.max(...values) - Math.min(...values) + 2 * BESIDE_M;
        const [along, across] = entry.roomM;
        expect([entry.id, extent(places.map(({ y }) => y)) <= along]).toEqual([entry.id, true]);
        expect([entry.id, extent(places.map(({ x }) => x)) <= across]).toEqual([entry.id, true]);
        expect(conesOf(drill.plan).length).toBe(entry.cones);
      }
});
