import { gzipSync } from 'node:zlib';
import { the } from '@angled-chalk/core/measure';
import { packTrack } from '@angled-chalk/core/track';
import { DEMO_PLAN, DEMO_STUDENTS, simulate, TRACKER_DEFAULTS } from '@angled-chalk/core/sim';
import { testCheck } from '../test-program.ts';
import { endThread, offThread, TaskFailed } from './off-thread.ts';

afterAll(endThread);

test('a report and a recording are read as they are, several at once', async () => {
  const check = testCheck('s', 't');
  const { track } = simulate({ plan: DEMO_PLAN, student: the(DEMO_STUDENTS[0]) }, TRACKER_DEFAULTS);
  const [report, read] = await Promise.all([
    offThread('readReport', check.report),
    offThread('readTrack', packTrack(track)),
  ]);
  expect(report).toEqual({ engine: check.engine, verdict: check.verdict, faults: 0, undecided: 0 });
  expect(read.samples).toBe(track.timeS.length);
  expect(read.durationS).toBeCloseTo(the(track.timeS.at(-1)) - the(track.timeS[0]), 3);
});

test('what is none is refused in words, and the thread goes on', async () => {
  await expect(offThread('readReport', 'bm90IG9uZQ==')).rejects.toThrow('it is no packed check');
  await expect(offThread('readTrack', new Uint8Array([1, 2, 3]))).rejects.toBeInstanceOf(TaskFailed);
  expect((await offThread('readReport', testCheck('s', 't').report)).faults).toBe(0);
});

test('while a report of sixty megabytes of brackets is refused, this process stays small and free', async () => {
  const bomb = gzipSync(Buffer.alloc(60 * 2 ** 20, '[')).toString('base64');
  const before = process.memoryUsage().rss;
  let turns = 0;
  const timer = setInterval(() => turns++, 1);
  await Promise.all(
    Array.from({ length: 8 }, () =>
      expect(offThread('readReport', bomb)).rejects.toThrow('more than 40 deep'),
    ),
  );
  clearInterval(timer);
  expect(process.memoryUsage().rss - before).toBeLessThan(400 * 2 ** 20);
  expect(turns).toBeGreaterThan(0);
});
