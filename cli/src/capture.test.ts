import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { z } from 'zod';
import { run } from '../test/run.ts';

const folder = mkdtempSync(join(tmpdir(), 'angled-chalk-capture-'));

const file = (name: string, value: unknown): string => {
  const path = join(folder, name);
  writeFileSync(path, JSON.stringify(value));
  return path;
};

/** A picture from straight above: a hundred pixels a metre, y down. */
const above = ([x, y]: readonly [number, number], name: string) => ({
  name,
  at: { x, y },
  pixel: { x: 100 + 100 * x, y: 700 - 100 * y },
  u_m: 0.005,
  u_px: 1,
});
const CORNERS = (
  [
    [0, 0],
    [6, 0],
    [6, 5],
    [0, 5],
    [3, 2],
  ] as const
).map((at, i) => above(at, `cone ${i + 1}`));
const picture = (marks: unknown, points: unknown = []): unknown => ({
  format: 'angled-chalk-camera',
  version: 1,
  frame: { width: 800, height: 800 },
  marks,
  points,
});

test('camera tells where points are, how surely, and what the marks are off by', async () => {
  const { code, out } = await run(
    'camera',
    file('c.json', picture(CORNERS, [{ pixel: { x: 300, y: 500 }, u_px: 2, height_m: 0 }])),
  );
  expect(code).toBe(0);
  const report = z
    .object({
      points: z.array(
        z.object({
          at: z.object({ x: z.number(), y: z.number() }),
          covariance_m2: z.array(z.array(z.number())),
        }),
      ),
      residuals: z.array(z.object({ name: z.string(), px: z.number(), m: z.number() })),
      outlying: z.string().nullable(),
      warnings: z.array(z.string()),
    })
    .parse(JSON.parse(out));
  expect(report.points[0]?.at.x).toBeCloseTo(2, 6);
  expect(report.points[0]?.at.y).toBeCloseTo(2, 6);
  // Two pixels of a hundred a metre, and a little of the marks.
  const sigma = Math.sqrt(report.points[0]?.covariance_m2[0]?.[0] ?? 0);
  expect(sigma).toBeGreaterThan(0.02);
  expect(sigma).toBeLessThan(0.025);
  expect(report.residuals.every(({ px }) => px < 1e-6)).toBe(true);
  expect(report.outlying).toBeNull();
  expect(report.warnings.join(' ')).toContain('straight down');
});

test('camera says what is wrong with a file, and where', async () => {
  const row = [0, 1, 2, 3].map((x) => above([x, 0], `cone ${x}`));
  expect((await run('camera', file('row.json', picture(row)))).err).toContain('on one line');
  expect((await run('camera', file('three.json', picture(CORNERS.slice(0, 3))))).err).toContain('four marks');
  const bad = await run('camera', file('bad.json', picture([{ name: 'a', at: { x: 'no', y: 0 } }])));
  expect([bad.code, bad.err]).toEqual([2, expect.stringContaining('marks[0].at.x')]);
  expect((await run('camera')).code).toBe(2);
});

test('tally tells rates with their intervals, and how far two coaches agree', async () => {
  const window = (observer: string, at: readonly number[]) => ({
    observer,
    student: 'Imke',
    from_s: 0,
    to_s: 60,
    seen: at.map((at_s) => ({ fault: 'feet-crossed', at_s })),
  });
  const { out } = await run(
    'tally',
    file('t.json', { windows: [window('A', [5, 15, 25]), window('B', [5, 15])] }),
  );
  const report = z
    .object({
      rates: z.array(
        z.object({
          fault: z.string(),
          per_min: z.number(),
          low: z.number(),
          high: z.number(),
          verdict: z.string(),
        }),
      ),
      agreement: z.array(z.object({ fault: z.string(), kappa: z.number(), slots: z.number() })),
    })
    .parse(JSON.parse(out));
  expect(report.rates[0]).toMatchObject({ fault: 'feet-crossed', per_min: 2.5, verdict: 'cannot-tell' });
  expect(report.agreement[0]).toMatchObject({ slots: 30 });
  expect(report.agreement[0]?.kappa).toBeGreaterThan(0.7);
  const bad = await run('tally', file('b.json', { windows: [{ ...window('A', [90]) }] }));
  expect([bad.code, bad.err]).toEqual([2, expect.stringContaining('windows[0].seen')]);
});

test('convert turns a marker file into a track, and asks for the unit where the file says none', async () => {
  const trc = (units: string): string =>
    [
      'PathFileType\t4\t(X/Y/Z)\twalk.trc',
      'DataRate\tCameraRate\tNumFrames\tNumMarkers\tUnits\tOrigDataRate\tOrigDataStartFrame\tOrigNumFrames',
      `100\t100\t20\t2\t${units}\t100\t1\t20`,
      'Frame#\tTime\tLToe\t\t\tRToe\t\t',
      '\t\tX1\tY1\tZ1\tX2\tY2\tZ2',
      '',
      ...Array.from(
        { length: 20 },
        (_, i) => `${i + 1}\t${(i / 100).toFixed(2)}\t1000\t20\t-2000\t1400\t20\t-2000`,
      ),
    ].join('\n');
  const path = join(folder, 'walk.trc');
  writeFileSync(path, trc('mm'));
  const args = ['convert', '--trc', path, '--left', 'LToe', '--right', 'RToe', '--axes', 'x,-z,y'];
  const { code, out } = await run(...args);
  expect(code).toBe(0);
  expect(out.split('\n').find((line) => line.startsWith('time_s'))).toContain('left_x_m');
  expect(out).toContain('1.4');
  writeFileSync(path, trc('what'));
  const asked = await run(...args);
  expect([asked.code, asked.err]).toEqual([2, expect.stringContaining('--unit')]);
  expect((await run(...args, '--unit', 'mm')).code).toBe(0);
  expect((await run(...args.slice(0, -1), 'x,y', '--unit', 'mm')).err).toContain('--axes');
});
