import { readTrackCsv, writeTrackCsv } from '../track/index.ts';
import { drillOf, perfectTrack } from '../../test/drills.ts';
import { checkTrack } from '../check/index.ts';
import { liveLimits, trackOfLive, watchLive, type LiveAlarm, type LiveSample } from './index.ts';

const drill = drillOf(0);
const LIMITS = { nearM: 0.5, farM: 1.2, togetherM: 0.2 };
const { target } = drill.plan;

/** Both feet so far apart, their middle so far from the edge of the target. */
const stand = (timeS: number, gapM: number, apartM = 0.5): LiveSample => {
  const y = target.at.y - target.radiusM - gapM;
  return {
    timeS,
    left: { x: target.at.x - apartM / 2, y },
    right: { x: target.at.x + apartM / 2, y },
    target: target.at,
  };
};

const heard = (samples: readonly LiveSample[]): [number, LiveAlarm][] => {
  const watch = watchLive(drill, LIMITS);
  return samples.flatMap((sample) =>
    watch(sample).begins.map((alarm): [number, LiveAlarm] => [sample.timeS, alarm]),
  );
};

test('the gap and the feet are told with every sample', () => {
  const now = watchLive(drill, LIMITS)(stand(0, 0.8));
  expect(now.gapM).toBeCloseTo(0.8, 12);
  expect(now.apartM).toBeCloseTo(0.5, 12);
  expect(now.off).toBeNull();
});

test('leaving the band sounds once, and again only after it was surely back inside', () => {
  const samples = [0.8, 0.49, 0.48, 0.505, 0.49, 0.53, 0.49, 1.3].map((gapM, i) => stand(i, gapM));
  expect(heard(samples)).toEqual([
    [1, 'too near'],
    [6, 'too near'],
    [7, 'too far'],
  ]);
});

test('feet that close sound, whatever the gap is', () => {
  expect(heard([stand(0, 0.8), stand(1, 0.8, 0.15), stand(2, 0.8, 0.5)])).toEqual([[1, 'feet together']]);
});

test('a foot that is not seen is no alarm', () => {
  expect(heard([stand(0, 0.8), { ...stand(1, 0.1), left: null }])).toEqual([]);
});

test('a drill done as planned stays silent', () => {
  const track = perfectTrack(drill, 50);
  const watch = watchLive(drill);
  const begun = Array.from(track.timeS).flatMap(
    (timeS, i) =>
      watch({
        timeS,
        left: { x: track.left.x[i] ?? NaN, y: track.left.y[i] ?? NaN },
        right: { x: track.right.x[i] ?? NaN, y: track.right.y[i] ?? NaN },
      }).begins,
  );
  expect(begun).toEqual([]);
  const { nearM, farM } = liveLimits(drill);
  expect(farM).toBeGreaterThan(nearM);
});

test('what was streamed is judged as the file of it would be', () => {
  const track = perfectTrack(drill, 50);
  const samples = Array.from(track.timeS, (timeS, i): LiveSample => {
    const foot = (name: 'left' | 'right') => ({
      x: track[name].x[i] ?? NaN,
      y: track[name].y[i] ?? NaN,
      headingDeg: track[name].headingDeg?.[i],
      z: track[name].z?.[i],
    });
    return { timeS, left: foot('left'), right: foot('right') };
  });
  const made = trackOfLive(samples, [], track.notes);
  const read = readTrackCsv(writeTrackCsv(track));
  if (!made.ok || !read.ok) throw new Error('not a track');
  const verdictOf = (one: typeof track) => checkTrack(drill, one).report.verdict;
  expect(verdictOf(made.value)).toEqual(verdictOf(read.value));
});

test('a stream of three samples is no recording, and says so', () => {
  const made = trackOfLive(
    [0, 1, 2].map((t) => stand(t, 0.8)),
    [],
    {},
  );
  expect(made.ok).toBe(false);
  if (!made.ok) expect(made.problem.message).toContain('at least ten');
});
