import { the } from '../measure/index.ts';
import { readLandingsCsv, trackOfLandings, writeLandingsCsv } from './landings.ts';
import { packTrack, unpackTrack } from './pack.ts';
import { strikesSeen, strikeUS } from './strikes.ts';
import { tellsOfStrikes, type MarkedLanding, type Track } from './track.ts';

const TIMES = Float64Array.from([0, 0.1, 0.2, 0.3]);
const landing = (timeS: number, foot: 'left' | 'right', x: number): MarkedLanding => ({
  timeS,
  foot,
  liftS: null,
  at: { x, y: 0 },
  headingDeg: null,
  uM: 0.01,
  uS: 0.02,
  uDeg: 8,
  isTurn: false,
});
const LANDINGS = [landing(0, 'left', 0), landing(0, 'right', 0.4), landing(2, 'left', 0.2)];

function tracked(seen: Parameters<typeof strikesSeen>[1]): Track {
  const made = trackOfLandings(LANDINGS, {}, { seen });
  if (!made.ok) throw new Error(made.problem.message);
  return made.value;
}

test('a strike stands at the sample that is nearest to it, in the order of time', () => {
  const { strikes, notes } = strikesSeen(TIMES, [
    { name: 'cross', timeS: 0.26, uS: 0.02 },
    { name: 'jab', timeS: 0.14, uS: 0.05 },
    { name: 'jab', timeS: 9, uS: 0.01 },
  ]);
  expect(strikes).toEqual([
    { index: 1, name: 'jab' },
    { index: 3, name: 'cross' },
    { index: 3, name: 'jab' },
  ]);
  expect(strikeUS({ notes })).toBe(0.05);
});

test('who looked and saw none says so; who did not look says nothing', () => {
  expect(tellsOfStrikes(tracked([]))).toBe(true);
  expect(tellsOfStrikes(tracked(null))).toBe(false);
  expect(strikeUS({ notes: {} })).toBe(0);
  for (const told of ['-1', 'soon', '3', 'Infinity'])
    expect(strikeUS({ notes: { strike_u_s: told } })).toBe(0);
});

test('a strike after the last landing is in the recording too, at its own time', () => {
  const { timeS, strikes } = tracked([{ name: 'jab', timeS: 4.2, uS: 0.02 }]);
  expect(timeS[the(strikes[0]).index]).toBeCloseTo(4.2, 1);
});

test('strikes of a recording of landings are kept packed and as a table', () => {
  const seen = [
    { name: 'jab', timeS: 2.1, uS: 0.03 },
    { name: 'cross', timeS: 2.4, uS: 0.03 },
  ];
  const track = tracked(seen);
  const again = unpackTrack(packTrack(track));
  expect(again.strikes).toEqual(track.strikes);
  expect(strikeUS(again)).toBe(0.03);
  const read = readLandingsCsv(writeLandingsCsv(track));
  if (!read.ok) throw new Error(read.problem.message);
  expect(read.value.strikes).toEqual(track.strikes);
  expect(read.value.landings).toHaveLength(3);
  expect(strikeUS(read.value)).toBe(0.03);
});

test('a table with the column and no strike says that none was thrown; without it, nothing', () => {
  const rows = writeLandingsCsv(tracked([]));
  expect(rows.split('\r\n')[0]).toContain('strike');
  const none = readLandingsCsv(rows);
  expect(none.ok && tellsOfStrikes(none.value)).toBe(true);
  const silent = readLandingsCsv(writeLandingsCsv(tracked(null)));
  expect(silent.ok && tellsOfStrikes(silent.value)).toBe(false);
});

test('a strike without a time names its row and what is wrong', () => {
  const table = 'time_s,foot,x_m,y_m,strike\n0,left,0,0,\n0,right,0.4,0,\n2,left,0.2,0,\nsoon,,,,jab\n';
  expect(readLandingsCsv(table)).toMatchObject({
    ok: false,
    problem: { code: 'bad-cell', place: { line: 5, column: 'time_s' } },
  });
});

test('times that lie further apart than any recording are told, not drawn', () => {
  const made = trackOfLandings(LANDINGS, {}, { seen: [{ name: 'jab', timeS: 1e9, uS: 0.02 }] });
  expect(made).toMatchObject({ ok: false, problem: { code: 'too-long' } });
});
