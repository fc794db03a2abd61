import { the } from '../measure/index.ts';
import type { Plan, PlannedDrill } from '../pattern/index.ts';
import { DEMO_STUDENTS, simulate, TRACKER_DEFAULTS } from '../sim/index.ts';
import { metres, planOf } from '../../test/drills.ts';
import { checkPartner, checkPlan, checkTrack } from './index.ts';
import { flatFindings } from '../judging/index.ts';
import type { CheckReport } from '../report/index.ts';

const step = (bearingDeg: number, cm: number) => ({
  move: { do: 'step' as const, bearingDeg, length: metres(cm / 100), feet: 'both' as const },
});
const hold = { move: { do: 'hold' as const } };
const plan: Plan = {
  ...planOf([]),
  facing: { on: 'target' },
  target: { kind: 'partner', at: { x: 3, y: 4.3 }, radiusM: 0 },
  band: { kind: 'fixed', nearM: 0.9, farM: 1.6 },
  tempoPerMin: 50,
  pattern: {
    start: { at: { x: 3, y: 3 }, headingDeg: 0 },
    items: [{ repeat: 3, items: [step(0, 15), step(180, 15), step(90, 14), step(-90, 14)] }, hold],
  },
  partner: {
    pattern: { start: null, items: [{ repeat: 3, items: [step(180, 15), step(0, 15), hold, hold] }, hold] },
    facing: { on: 'target' },
  },
};
const drill: PlannedDrill = { plan, student: the(DEMO_STUDENTS[0]), partner: the(DEMO_STUDENTS[1]) };
const found = ({ faults }: CheckReport): string[] => flatFindings(faults).map(({ fault }) => fault);

test('two who do what was planned are clean, each against the other', () => {
  const { findings } = checkPlan(drill);
  expect(findings.map(({ fault }) => fault)).toEqual([]);
  const { track } = simulate(drill, { ...TRACKER_DEFAULTS, seed: 7 });
  const [own, theirs] = [checkTrack(drill, track), the(checkPartner(drill, track))];
  expect([own.report.verdict.outcome, found(own.report)]).toEqual(['met', []]);
  expect([theirs.report.verdict.outcome, found(theirs.report)]).toEqual(['met', []]);
  expect(theirs.report.moves.filter(({ status }) => status === 'matched')).toHaveLength(6);
});

test('a partner who goes back too little is told of the partner, not of the student', () => {
  const rounds = [15, 7, 15].flatMap((cm) => [step(180, cm), step(0, cm), hold, hold]);
  const walked = {
    ...drill,
    plan: { ...plan, partner: { pattern: { start: null, items: rounds }, facing: plan.facing } },
  };
  const { track } = simulate(walked, { ...TRACKER_DEFAULTS, seed: 8 });
  const theirs = the(checkPartner(drill, track)).report;
  expect(theirs.faults.map(({ fault, moveNumber }) => [fault, moveNumber])).toEqual([['step-short', 5]]);
  expect(found(checkTrack(drill, track).report)).toEqual([]);
});

test('where only the student was recorded nothing is said of the partner', () => {
  const { track } = simulate(drill, TRACKER_DEFAULTS);
  expect(checkPartner(drill, { ...track, targetLeft: null, targetRight: null })).toBeNull();
  expect(checkPartner({ ...drill, plan: { ...plan, partner: undefined } }, track)).toBeNull();
});
