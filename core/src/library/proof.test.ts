import { checkTrack } from '../check/index.ts';
import { flatFindings } from '../judging/index.ts';
import { type CheckReport } from '../report/index.ts';
import type { FaultName } from '../rules/index.ts';
import { expand, type PlannedDrill } from '../pattern/index.ts';
import { canHave, DEMO_STUDENTS, simulate, MADE_FAULTS, type MadeFault } from '../sim/index.ts';
import { PERFECT } from '../../test/drills.ts';
import { LIBRARY, libraryDrill, type LibraryEntry } from './index.ts';

/** Each drill for another student of the club. */
const drillOf = (entry: LibraryEntry): PlannedDrill => {
  const student = DEMO_STUDENTS[LIBRARY.indexOf(entry) % DEMO_STUDENTS.length];
  if (!student) throw new Error('the club has nobody');
  return libraryDrill(entry, student);
};
const reportOf = (
  drill: PlannedDrill,
  faults: { fault: MadeFault; moveNumber: number }[] = [],
): CheckReport => checkTrack(drill, simulate(drill, { ...PERFECT, faults }).track).report;

/** Two names of one thing, told once. */
const nameOf = (fault: FaultName): FaultName =>
  fault === 'stance-not-restored' ? 'foot-not-following' : fault;
const isMade = (fault: FaultName): fault is MadeFault => MADE_FAULTS.some((one) => one === fault);

test.each(LIBRARY.map((entry) => [entry.id, entry] as const))(
  '%s: laid out, recorded, found and matched it is the plan again',
  (_, entry) => {
    const { moves, faults } = reportOf(drillOf(entry));
    expect(flatFindings(faults)).toEqual([]);
    // What moves no foot, or none that is seen to, stays unseen; nothing is missed.
    expect([...new Set(moves.map(({ status }) => status))].filter((one) => one === 'missed')).toEqual([]);
    expect(moves.filter(({ status }) => status === 'matched').length).toBeGreaterThan(0);
  },
);

describe('what usually goes wrong at a drill is found when it does', () => {
  const made = LIBRARY.flatMap((entry) =>
    entry.faults.flatMap(({ fault }) => (isMade(fault) ? [[entry.id, fault, entry] as const] : [])),
  );

  test('every one that the drills name', () => {
    const named = LIBRARY.flatMap(({ faults }) => faults);
    console.log(`${made.length} of ${named.length} usual faults can be put into a recording`);
    expect(made).toHaveLength(named.length);
  });

  test.each(made)('%s: %s', (_, fault, entry) => {
    const drill = drillOf(entry);
    const able = expand(drill).moves.filter((move) => canHave(fault, move));
    const at = able[Math.floor(able.length / 2)];
    if (!at) throw new Error(`no move of ${entry.id} can have ${fault}`);
    const { faults, undecided } = reportOf(drill, [{ fault, moveNumber: at.number }]);
    // Of a step that is hardly longer than a slip is, a part left out may be nearer to the limit than can be seen.
    const isSmall = at.distanceM < 0.12 || at.kind === 'widen';
    const told = flatFindings(isSmall ? [...faults, ...undecided] : faults).filter(
      ({ moveNumber }) => moveNumber === null || Math.abs(moveNumber - at.number) <= 1,
    );
    expect(told.map((one) => nameOf(one.fault))).toContain(nameOf(fault));
  });
});
