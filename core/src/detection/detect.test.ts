import fc from 'fast-check';
import { expand } from '../pattern/index.ts';
import { distanceM } from '../geometry/index.ts';
import { simulate, TRACKER_DEFAULTS } from '../sim/index.ts';
import { drillOf, perfectTrack } from '../../test/drills.ts';
import { detectFootfalls } from './detect.ts';
import type { Track } from '../track/index.ts';

test.each([30, 60, 100, 240, 1000])('expanding and detecting at %d Hz returns the plan', (rateHz) => {
  const drill = drillOf(0);
  const planned = expand(drill).moves.flatMap((move) => [...move.events]);
  const seen = detectFootfalls(perfectTrack(drill, rateHz)).events;
  expect(seen.map(({ foot }) => foot)).toEqual(planned.map(({ foot }) => foot));
  seen.forEach((footfall, i) => {
    expect(distanceM(footfall.to, planned[i]!.to)).toBeLessThan(0.003);
    expect(Math.abs(footfall.landS - planned[i]!.landS)).toBeLessThan(0.01);
    expect(Math.abs(footfall.liftS - planned[i]!.liftS)).toBeLessThan(0.01);
  });
});

test('moving and turning the whole recording moves the events and changes nothing else', () => {
  const { track } = simulate(drillOf(1), { ...TRACKER_DEFAULTS, seed: 8 });
  const plain = detectFootfalls(track).events;
  fc.assert(
    fc.property(
      fc.double({ min: -3, max: 3, noNaN: true }),
      fc.double({ min: 0, max: 6.2, noNaN: true }),
      (shift, angle) => {
        const [c, s] = [Math.cos(angle), Math.sin(angle)];
        const turn = (x: number, y: number) => ({ x: c * x - s * y + shift, y: s * x + c * y - shift });
        const foot = (samples: Track['left']): Track['left'] => ({
          ...samples,
          headingDeg: null,
          x: samples.x.map((x, i) => turn(x, samples.y[i]!).x),
          y: samples.y.map((y, i) => turn(samples.x[i]!, y).y),
        });
        const moved = detectFootfalls({
          ...track,
          left: foot(track.left),
          right: foot(track.right),
        }).events;
        expect(moved).toHaveLength(plain.length);
        moved.forEach((footfall, i) => {
          const wanted = turn(plain[i]!.to.x, plain[i]!.to.y);
          expect(distanceM(footfall.to, wanted)).toBeLessThan(0.004);
          expect(Math.abs(footfall.landS - plain[i]!.landS)).toBeLessThan(0.02);
        });
      },
    ),
    { numRuns: 6 },
  );
});

test('a student who stands still makes no step, however noisy the tracker', () => {
  const still = perfectTrack(drillOf(0));
  const quiet = (samples: Track['left'], seed: number): Track['left'] => ({
    ...samples,
    x: samples.x.map((_, i) => 2 + 0.006 * Math.sin(i * 12.9898 + seed) * Math.cos(i * 78.233)),
    y: samples.y.map((_, i) => 3 + 0.006 * Math.cos(i * 39.346 + seed)),
  });
  const seen = detectFootfalls({ ...still, left: quiet(still.left, 1), right: quiet(still.right, 2) });
  expect(seen.events).toEqual([]);
});

test('a lost stretch with a step in it still shows the step', () => {
  const drill = drillOf(0);
  const track = perfectTrack(drill);
  const first = expand(drill).moves[3]!.events[0]!;
  const hide = (samples: Track['left']): Track['left'] => {
    const gone = (values: Float64Array) =>
      values.map((value, i) =>
        track.timeS[i]! > first.liftS - 0.05 && track.timeS[i]! < first.landS + 0.05 ? NaN : value,
      );
    return { ...samples, x: gone(samples.x), y: gone(samples.y) };
  };
  const seen = detectFootfalls({ ...track, left: hide(track.left), right: hide(track.right) });
  expect(seen.events).toHaveLength(2 * expand(drill).moves.length);
});
