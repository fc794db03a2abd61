import type { PlannedDrill } from '../pattern/index.ts';
import { LIBRARY, libraryDrill } from '../library/index.ts';
import { the } from '../measure/index.ts';
import { readTrackCsv, writeTrackCsv, type Track } from '../track/index.ts';
import { DEMO_DRILLS, DEMO_STUDENTS, recordDemoDrill, simulate } from '../sim/index.ts';
import { PERFECT } from '../../test/drills.ts';
import { checkTrack } from './check.ts';
import { causesOf, flatFindings } from '../judging/causes.ts';
import type { FaultName, Finding } from '../rules/index.ts';
import { verdictWords } from '../report/words.ts';

const drill = libraryDrill(
  the(
    LIBRARY.find(({ notation }) => notation.includes('then jab, cross') || notation.includes('then cross')),
  ),
  the(DEMO_STUDENTS[0]),
);
const { track } = simulate(drill, PERFECT);
const check = (strikes: Track['strikes'], more: Partial<Track> = { seesStrikes: true }) =>
  checkTrack(drill, { ...track, ...more, strikes }).report;
const found = (report: ReturnType<typeof check>, fault: string) =>
  flatFindings(report.faults).filter((one) => one.fault === fault);

test('what is thrown as planned is met, and counted', () => {
  const report = checkTrack(drill, track).report;
  const planned = the(report.strikes).planned;
  expect(planned).toBeGreaterThan(2);
  expect(report.strikes).toEqual({ planned, seen: planned, missed: 0, wrong: 0, extra: 0 });
  expect(report.verdict.outcome).toBe('met');
});

test('a student who throws nothing does not pass where strikes were looked for', () => {
  const report = check([]);
  expect(report.verdict.outcome).toBe('not-met');
  expect(the(report.strikes)).toMatchObject({ seen: 0, missed: the(report.strikes).planned });
  expect(verdictWords(report).headline).toContain('Strike left out in 8 of 8');
});

test('where they were not looked for the check is of the feet alone, and says so', () => {
  const { seesStrikes: _, ...blind } = track;
  const report = checkTrack(drill, { ...blind, strikes: [] }).report;
  expect(the(report.strikes).seen).toBeNull();
  expect(report.verdict.outcome).toBe('met');
  expect(verdictWords(report).headline).toMatch(/^All 8 moves are clean; strikes were not seen/);
  expect(verdictWords(report).certainty).toMatch(/^Strikes were not seen/);
});

test('strikes that a coach counted are judged in place of those of the recording, with how well a key is known', () => {
  const seen = track.strikes.map(({ index, name }) => ({ name, timeS: the(track.timeS[index]), uS: 0.1 }));
  const { seesStrikes: _, ...blind } = track;
  const of = (own: Track, strikes: typeof seen) => checkTrack(drill, own, { reading: { strikes } }).report;
  const counted = of({ ...blind, strikes: [] }, seen);
  const planned = the(counted.strikes).planned;
  expect(counted.strikes).toEqual({ planned, seen: planned, missed: 0, wrong: 0, extra: 0 });
  expect(counted.reading.strikes).toHaveLength(planned);
  expect(of({ ...blind, strikes: [] }, seen.slice(1)).strikes).toMatchObject({ missed: 1 });
  // The recording tells of all of them; the coach saw none.
  expect(of(track, []).strikes).toMatchObject({ seen: 0, missed: planned });
});

test('a strike left out is no consequence of a foot of the same move, and is one where the move itself is left out', () => {
  const found = (fault: FaultName): Finding => ({
    id: `${fault} 3`,
    fault,
    timeS: 3,
    foot: null,
    moveNumber: 3,
    at: null,
    measured: 0,
    limit: 0,
    unit: 'm',
    expandedU: 0,
    verdict: 'not-met',
  });
  const told = (faults: readonly FaultName[]) =>
    causesOf(faults.map(found), []).map(({ fault, consequences }) => [fault, consequences.length]);
  expect(told(['pivot-short', 'missed-strike'])).toEqual([
    ['pivot-short', 0],
    ['missed-strike', 0],
  ]);
  expect(told(['missed-move', 'missed-strike'])).toEqual([['missed-move', 1]]);
  // When it lands may well be the foot's doing.
  expect(told(['foot-not-following', 'strike-late'])).toEqual([['foot-not-following', 1]]);
});

test('what a foot led to is not put under the strike that was left out beside it', () => {
  const { planned, track: walked } = recordDemoDrill(the(DEMO_DRILLS.at(-1)));
  const seen = walked.strikes.map(({ index, name }) => ({ name, timeS: the(walked.timeS[index]), uS: 0.1 }));
  // The cross of the third move is left out, and its pivot is short; the move after it goes beside its mark.
  const { faults } = checkTrack(planned, walked, { reading: { strikes: seen.slice(0, 1) } }).report;
  const of = (fault: FaultName) =>
    the(faults.find((one) => one.fault === fault)).consequences.map(({ moveNumber }) => moveNumber);
  expect(of('missed-strike')).toEqual([]);
  expect(of('pivot-short')).toEqual([4]);
});

test('one left out, one by the wrong hand, one too many: each is named once, at its move', () => {
  const [first, second] = [the(track.strikes[0]), the(track.strikes[1])];
  const left = check(track.strikes.slice(1));
  expect(found(left, 'missed-strike')).toHaveLength(1);
  const other = first.name === 'jab' ? 'cross' : 'jab';
  const wrong = check([{ ...first, name: other }, ...track.strikes.slice(1)]);
  expect(found(wrong, 'wrong-strike')).toHaveLength(1);
  expect(the(found(wrong, 'wrong-strike')[0]).moveNumber).toBe(
    the(found(left, 'missed-strike')[0]).moveNumber,
  );
  const more = check([...track.strikes, { index: second.index + 20, name: second.name }]);
  expect(found(more, 'extra-strike')).toHaveLength(1);
  for (const one of [left, wrong, more])
    expect(the(one.judgement).moves.filter(({ is }) => is === 'off')).toHaveLength(1);
});

/** The drill with feet that stand at its end and throw: one strike a hold, or both in one. */
function withHolds(...holds: readonly (readonly string[])[]): PlannedDrill {
  const { plan } = drill;
  const items = holds.map((names) => ({
    move: { do: 'hold' as const },
    beats: 2,
    strikes: names.map((strike) => ({ strike, when: 'reset-first' as const })),
  }));
  return {
    ...drill,
    plan: { ...plan, pattern: { ...plan.pattern, items: [...plan.pattern.items, ...items] } },
  };
}

test.each<[string, string[][]]>([
  ['seconds apart', [['jab'], ['cross']]],
  ['in one breath', [['jab', 'cross']]],
])('two strikes the other way round are one mistake: %s', (_, holds) => {
  const both = withHolds(...holds);
  const whole = simulate(both, PERFECT).track;
  const thrown = [...whole.strikes].sort((x, y) => x.index - y.index);
  const [first, second] = [the(thrown.at(-2)), the(thrown.at(-1))];
  const strikes = [
    ...thrown.slice(0, -2),
    { index: first.index, name: 'cross' },
    { index: Math.max(second.index, first.index + 5), name: 'jab' },
  ];
  const told = flatFindings(checkTrack(both, { ...whole, strikes }).report.faults).map(({ fault }) => fault);
  expect(told.filter((fault) => fault.includes('strike'))).toEqual(['strike-order']);
});

test('the column of strikes is looked for even where it is empty, also through a file', () => {
  const text = writeTrackCsv({ ...track, strikes: [] });
  expect(text.split('\n').find((line) => line.startsWith('time_s'))).toMatch(/,strike$/);
  const read = readTrackCsv(text);
  if (!read.ok) throw new Error(read.problem.message);
  expect(read.value.seesStrikes).toBe(true);
});
