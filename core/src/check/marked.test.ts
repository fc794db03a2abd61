import { eventsOf, expand, type PlannedDrill } from '../pattern/index.ts';
import {
  packTrack,
  readTrackCsv,
  trackOfLandings,
  unpackTrack,
  writeTrackCsv,
  type MarkedLanding,
  type SeenStrike,
  type Track,
} from '../track/index.ts';
import { libraryDrill, libraryEntry } from '../library/index.ts';
import { the } from '../measure/index.ts';
import { DEMO_STUDENTS, simulate } from '../sim/index.ts';
import { drillOf, PERFECT } from '../../test/drills.ts';
import { flatFindings } from '../judging/causes.ts';
import { checkTrack } from './check.ts';

/** A coach who marks each landing of a plan where it should be, some seconds after the film began. */
const SHIFT_S = 4.2;
const EXACTLY = { uM: 0.004, uS: 0.01, uDeg: 5, isTurn: false };

function marked(drill: PlannedDrill, withLifts: boolean): MarkedLanding[] {
  const { start, moves } = expand(drill);
  const stands = (['left', 'right'] as const).map((foot): MarkedLanding => ({
    ...EXACTLY,
    foot,
    timeS: SHIFT_S - 1,
    liftS: null,
    at: start.feet[foot].ball,
    headingDeg: null,
  }));
  const landings = eventsOf(moves).map(({ foot, liftS, landS, to }): MarkedLanding => ({
    ...EXACTLY,
    foot,
    timeS: landS + SHIFT_S,
    liftS: withLifts ? liftS + SHIFT_S : null,
    at: to,
    headingDeg: null,
  }));
  return [...stands, ...landings];
}

function trackFrom(landings: readonly MarkedLanding[]): Track {
  const made = trackOfLandings(landings);
  if (!made.ok) throw new Error(made.problem.message);
  return made.value;
}

const faultsOf = (drill: PlannedDrill, landings: readonly MarkedLanding[]) => {
  const { report } = checkTrack(drill, trackFrom(landings));
  return {
    report,
    found: flatFindings(report.faults),
    sure: flatFindings(report.faults).map(({ fault }) => fault),
  };
};

/** The landing of a foot at a move, changed. */
function changed(
  drill: PlannedDrill,
  place: number,
  change: (one: MarkedLanding) => MarkedLanding,
): MarkedLanding[] {
  const all = marked(drill, true);
  return all.map((one, i) => (i === place ? change(one) : one));
}

test('landings as planned have no fault, every move is matched, and what was not seen is said', () => {
  const drill = drillOf(0);
  const { report, sure } = faultsOf(drill, marked(drill, false));
  expect(sure).toEqual([]);
  expect(report.verdict.matched).toBe(report.verdict.planned);
  expect(report.verdict.outcome).toBe('met');
  expect(report.capture.notices.map(({ about }) => about)).toContain('landings only');
});

test('a foot that follows short is found from its landing alone', () => {
  const drill = drillOf(0);
  const [move] = expand(drill).moves;
  const second = move?.events.at(-1);
  if (!move || !second) throw new Error('a move with two feet was expected');
  const at = {
    x: second.from.x + 0.2 * (second.to.x - second.from.x),
    y: second.from.y + 0.2 * (second.to.y - second.from.y),
  };
  const place = marked(drill, true).findIndex(
    ({ foot, timeS }) => foot === second.foot && Math.abs(timeS - SHIFT_S - second.landS) < 1e-9,
  );
  const { sure } = faultsOf(
    drill,
    changed(drill, place, (one) => ({ ...one, at })),
  );
  expect(sure).toContain('foot-not-following');
});

test('which foot went first is known far better where its lift was marked than from landings alone', () => {
  const drill = drillOf(0);
  // The two feet of the second move lift in the other order, and land as they did.
  const [first, second] = expand(drill).moves[1]?.events ?? [];
  if (!first || !second) throw new Error('a move with two feet was expected');
  const all = marked(drill, true).map((one) => {
    const isOf = (landS: number): boolean => Math.abs(one.timeS - SHIFT_S - landS) < 1e-9;
    if (isOf(first.landS)) return { ...one, timeS: second.landS + SHIFT_S, liftS: second.liftS + SHIFT_S };
    if (isOf(second.landS)) return { ...one, timeS: first.landS + SHIFT_S, liftS: first.liftS + SHIFT_S };
    return one;
  });
  const told = faultsOf(drill, all);
  expect(told.sure).toContain('wrong-foot-first');
  const untold = faultsOf(
    drill,
    all.map((one) => ({ ...one, liftS: null })),
  );
  const uOf = ({ found }: typeof told) =>
    found.find(({ fault }) => fault === 'wrong-foot-first')?.expandedU ?? Infinity;
  expect(uOf(told)).toBeLessThan(0.05);
  expect(uOf(untold)).toBeGreaterThan(0.25);
});

test('strikes that were seen in the pictures are judged: one that is not there was left out', () => {
  const drill = libraryDrill(the(libraryEntry('angle-step-strike')), the(DEMO_STUDENTS[0]));
  const { moves } = expand(drill);
  // Thrown a third of a second after the second foot has landed, as by the simulated tracker.
  const { track } = simulate(drill, PERFECT);
  const seen = track.strikes.map(({ index, name }) => ({
    name,
    timeS: the(track.timeS[index]) + SHIFT_S,
    uS: 0.02,
  }));
  const reportOf = (strikes: readonly SeenStrike[] | null) => {
    const made = trackOfLandings(marked(drill, true), {}, { seen: strikes });
    if (!made.ok) throw new Error(made.problem.message);
    return checkTrack(drill, made.value).report;
  };
  const planned = moves.flatMap(({ strikes }) => strikes).length;
  expect(reportOf(seen).strikes).toMatchObject({ planned, seen: planned, missed: 0, wrong: 0, extra: 0 });
  const [, second, ...rest] = seen;
  const without = reportOf([the(seen[0]), ...rest]);
  expect(without.strikes).toMatchObject({ seen: planned - 1, missed: 1 });
  const [missed] = flatFindings(without.faults).filter(({ fault }) => fault === 'missed-strike');
  expect(the(missed).timeS).toBeCloseTo(the(second).timeS, 0);
  expect(reportOf(null).strikes).toMatchObject({ seen: null });
});

test('how well a strike was seen widens what is said of its time', () => {
  const drill = libraryDrill(the(libraryEntry('angle-step-strike')), the(DEMO_STUDENTS[0]));
  const { track } = simulate(drill, PERFECT);
  const uOf = (uS: number): number => {
    // Every strike a third of a second too early: before the second foot is down.
    const seen = track.strikes.map(({ index, name }) => ({
      name,
      timeS: the(track.timeS[index]) + SHIFT_S - 0.45,
      uS,
    }));
    const made = trackOfLandings(marked(drill, true), {}, { seen });
    if (!made.ok) throw new Error(made.problem.message);
    const { faults, undecided } = checkTrack(drill, made.value).report;
    const early = flatFindings([...faults, ...undecided]).filter(({ fault }) => fault === 'strike-early');
    return the(early[0]).expandedU;
  };
  // Landings are marked to 0.01 s; both they and strikes lie on samples 0.02 s apart, evenly about them.
  const sampleU = 0.02 / Math.sqrt(12);
  for (const uS of [0.03, 0.1]) expect(uOf(uS)).toBeCloseTo(2 * Math.hypot(0.01, sampleU, sampleU, uS), 3);
});

test('landings of another drill are asked about before anything is judged', () => {
  const drill = drillOf(0);
  const { start } = expand(drill);
  // Somebody who goes round in half metres where the plan weaves along its lane.
  const stands = marked(drill, false).slice(0, 2);
  const strayed = Array.from({ length: 24 }, (_, i): MarkedLanding => {
    const foot = i % 2 === 0 ? 'left' : 'right';
    const turn = (i * Math.PI) / 6;
    const at = start.feet[foot].ball;
    return {
      ...EXACTLY,
      foot,
      timeS: SHIFT_S + 0.45 * i,
      liftS: null,
      at: { x: at.x + 0.8 * Math.sin(turn), y: at.y - 0.8 + 0.8 * Math.cos(turn) },
      headingDeg: null,
    };
  });
  const { report } = faultsOf(drill, [...stands, ...strayed]);
  expect(report.questions.map(({ about }) => about)).toContain('another drill');
  expect(report.faults).toEqual([]);
  expect(report.verdict.outcome).toBe('cannot-tell');
});

test('landings come back from the store and from their table as they were', () => {
  const drill = drillOf(1);
  const track = trackFrom(marked(drill, true));
  expect(unpackTrack(packTrack(track)).landings).toEqual(track.landings);
  const read = readTrackCsv(writeTrackCsv(track));
  if (!read.ok) throw new Error(read.problem.message);
  expect(read.value.landings).toHaveLength(track.landings?.length ?? NaN);
  read.value.landings?.forEach((one, i) => {
    const was = track.landings?.[i];
    expect(one.at.x).toBeCloseTo(was?.at.x ?? NaN, 4);
    expect(one.timeS).toBeCloseTo(was?.timeS ?? NaN, 4);
    expect(one.foot).toBe(was?.foot);
  });
});

test.each([
  ['time_s,foot,x_m,y_m\n1,left,0,0\n', 'There is no right foot'],
  ['time_s,foot,x_m,y_m\n1,left,0,0\n1,right,0.3,0\n', 'nothing lands'],
  ['time_s,foot,x_m,y_m\n1,left,0,0\n1,right,0.3,0\n2,middle,0,0\n', '"middle" is no foot'],
  ['time_s,foot,x_m,y_m\n1,left,0,0\n1,right,0.3,0\n2,left,,0\n', 'not a place in metres'],
  ['time_s,foot,x_m,y_m\n1,left,0,0\n1,right,0.3,0\n1,left,0,1\n', 'lands twice'],
])('%j is told with its place', (text, words) => {
  const read = readTrackCsv(text);
  expect(read.ok).toBe(false);
  if (!read.ok) expect(read.problem.message).toContain(words);
});
