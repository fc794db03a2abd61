import { planOf } from '../../test/drills.ts';
import { BEATS_PER_MIN, foot, START, step, STUDENT } from '../../test/typed-stance.ts';
import { recorded, type TypedStep } from '../../test/typed-walk.ts';
import { habitId } from '../verdict/index.ts';
import { checkTrack } from './check.ts';
import { flatFindings } from '../judging/causes.ts';
import type { StruckOut } from '../judging/struck-out.ts';
import { verdictWords } from '../report/words.ts';

const BEAT = 1.2;

/** Steps of 13 cm there and back; going there the rear foot stays so far behind, the lead foot goes too far in one. */
function walked(moves: number, shortM: number, over: { readonly at: number; readonly byM: number }) {
  const plan = planOf([], {
    pattern: {
      start: { at: { x: 3, y: 3 }, headingDeg: 0 },
      items: Array.from({ length: moves }, (_, i) => ({ move: step(i % 2 === 0 ? 0 : 180, 13) })),
    },
    tempoPerMin: BEATS_PER_MIN,
  });
  const steps = Array.from({ length: moves }, (_, i): TypedStep[] => {
    const s = 1 + BEAT * i;
    const out = i % 2 === 0 ? 0.13 : 0;
    const behind = i % 2 === 0 ? shortM : 0;
    const lead = foot('left', [s, s + 0.32], [2.8374, 3.1626 + out + (i === over.at - 1 ? over.byM : 0)], 0);
    const rear = foot('right', [s, s + 0.32], [3.1626, 2.8374 + out - behind], 45);
    const [first, second] = i % 2 === 0 ? [lead, rear] : [rear, lead];
    return [first, { ...second, liftS: s + 0.42, landS: s + 0.74 }];
  }).flat();
  const track = recorded({ start: START, steps }, { noiseM: 0.002 });
  return (struckOut: readonly StruckOut[] = []) =>
    checkTrack({ plan, student: STUDENT }, track, { struckOut }).report;
}

const gone = (ids: readonly string[]): StruckOut[] => ids.map((id) => ({ id, reason: 'I watched it' }));

test('what is struck out counts no more, stays to be seen with its reason, and can be taken back', () => {
  const check = walked(10, 0, { at: 5, byM: 0.12 });
  const before = check();
  const [slip] = before.faults;
  expect(slip?.moveNumber).toBe(5);
  const after = check(gone([slip?.id ?? '']));
  expect(flatFindings(after.faults)).toEqual(flatFindings(before.faults.slice(1)));
  expect(after.struckOut).toEqual([
    { id: slip?.id, reason: 'I watched it', was: expect.objectContaining({ fault: slip?.fault }) },
  ]);
  expect(after.verdict.faultCount).toBe(before.verdict.faultCount - 1);
  expect(after.judgement?.share.clean).toBe((before.judgement?.share.clean ?? NaN) + 1);
  expect(check([])).toEqual(before);
});

test('a habit is struck out by its own id, and the drill is met without it', () => {
  const check = walked(20, 0.04, { at: 0, byM: 0 });
  const before = check();
  expect(before.verdict.outcome).toBe('not-met');
  const [habit] = before.judgement?.habits ?? [];
  const { ids } = verdictWords(before);
  expect(ids).toEqual(habit ? [habitId(habit)] : []);
  const after = check(gone(ids));
  expect(after.judgement?.habits.map(habitId)).not.toContain(ids[0]);
  expect(after.verdict.outcome).toBe('met');
  expect(after.struckOut).toEqual([{ id: ids[0], reason: 'I watched it', was: null }]);
});

test('an id of which nothing is found changes nothing and is kept', () => {
  const check = walked(10, 0, { at: 5, byM: 0.12 });
  const { struckOut, ...rest } = check(gone(['step-short 99 left']));
  expect(struckOut).toEqual([{ id: 'step-short 99 left', reason: 'I watched it', was: null }]);
  const { struckOut: none, ...before } = check();
  expect(none).toEqual([]);
  expect(rest).toEqual(before);
});
