import { rulerOf, fitStance } from '../body/index.ts';
import { withMarks, type LaidFloor } from '../layout/index.ts';
import { USUAL_TAPE } from '../setout/index.ts';
import { DEMO_PLANS, DEMO_STUDENTS } from '../sim/index.ts';
import { the } from '../measure/index.ts';
import { drillJob, floorJob, sequenceMarks } from './index.ts';

const drill = { plan: the(DEMO_PLANS[2]).plan, student: the(DEMO_STUDENTS[0]) };
const ids = (): (() => string) => {
  let n = 0;
  return () => `id-${++n}`;
};
const empty: LaidFloor = { name: 'Mat', floor: drill.plan.floor, pieces: [], tape: USUAL_TAPE };

test('marks of a sequence that are kept on a floor are taped there as they were', () => {
  const job = drillJob(drill, 'way');
  const kept = withMarks(empty, job.marks, { name: 'Round', backward: false }, ids());
  expect(kept.pieces).toHaveLength(job.marks.length);
  const { table } = floorJob(kept, rulerOf(fitStance(drill.student)));
  expect(table.rows.map(({ how, majorM }) => [how, majorM])).toEqual(
    job.table.rows.map(({ how, majorM }) => [how, majorM]),
  );
});

test('they are one group, and take numbers that nothing else on the floor has', () => {
  const marks = sequenceMarks(drill, 'landings');
  const newId = ids();
  const about = { name: 'Round', backward: false };
  const twice = withMarks(withMarks(empty, marks, about, newId), marks, about, newId);
  const numbers = twice.pieces.flatMap((piece) => (piece.kind === 'mark' ? [piece.mark.number] : []));
  expect(new Set(numbers).size).toBe(2 * marks.length);
  expect(new Set(twice.pieces.map(({ group }) => group)).size).toBe(2);
  expect(new Set(twice.pieces.map(({ id }) => id)).size).toBe(2 * marks.length);
});
