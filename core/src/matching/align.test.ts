import fc from 'fast-check';
import { expand, type FootEvent } from '../pattern/index.ts';
import { drillOf } from '../../test/drills.ts';
import type { AlignedMove } from './aligned-move.ts';
import { align } from './align.ts';
import { clockMap } from './clock.ts';

const drill = drillOf(0);
const { moves } = expand(drill);
const intervalS = 60 / drill.plan.tempoPerMin;
const walked: readonly FootEvent[] = moves.flatMap((move) => [...move.events]);

const statusOf = (rows: readonly AlignedMove[]): string[] =>
  rows.map(({ planned, observed }) =>
    planned ? `${planned.number}:${observed.length}` : `extra:${observed.length}`,
  );
const whole = moves.map(({ number }) => `${number}:2`);

const later = (footfall: FootEvent, byS: number): FootEvent => ({
  ...footfall,
  liftS: footfall.liftS + byS,
  landS: footfall.landS + byS,
});
const moved = (footfall: FootEvent, dx: number, dy: number): FootEvent => ({
  ...footfall,
  from: { x: footfall.from.x + dx, y: footfall.from.y + dy },
  to: { x: footfall.to.x + dx, y: footfall.to.y + dy },
});

test('the plan walked exactly is every move with both feet', () => {
  expect(statusOf(align(moves, walked, intervalS).rows)).toEqual(whole);
});

test('it does not matter when the walk starts, or how much slower it goes', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -20, max: 60, noNaN: true }),
      fc.double({ min: 0.8, max: 1.3, noNaN: true }),
      (startS, pace) => {
        const slower = walked.map((f) => ({
          ...f,
          liftS: startS + pace * f.liftS,
          landS: startS + pace * f.landS,
        }));
        expect(statusOf(align(moves, slower, intervalS).rows)).toEqual(whole);
      },
    ),
    { numRuns: 30 },
  );
});

test('a walk beside the lane is still the walk', () => {
  const beside = walked.map((footfall) => moved(footfall, 0.25, -0.1));
  expect(statusOf(align(moves, beside, intervalS).rows)).toEqual(whole);
});

test.each([3, 11, 24])('move %d left out is missed, and the rest is whole', (number) => {
  const seen = walked.filter((_, i) => Math.floor(i / 2) + 1 !== number);
  const { rows } = align(moves, seen, intervalS);
  expect(rows.find(({ planned }) => planned?.number === number)!.observed).toEqual([]);
  expect(statusOf(rows).filter((status) => status.endsWith(':2'))).toHaveLength(moves.length - 1);
});

test.each([2, 15, 30])('one foot of move %d left out leaves the move with one foot', (number) => {
  const seen = walked.filter((_, i) => i !== 2 * (number - 1) + 1);
  const { rows } = align(moves, seen, intervalS);
  expect(rows.find(({ planned }) => planned?.number === number)!.observed).toHaveLength(1);
});

test('a settling shuffle of both feet is one extra move at its place', () => {
  const at = 20;
  const before = walked.slice(0, at);
  const last = {
    left: before.findLast((f) => f.foot === 'left')!,
    right: before.findLast((f) => f.foot === 'right')!,
  };
  const shuffle = (['right', 'left'] as const).map((foot, i): FootEvent => {
    const from = last[foot].to;
    const liftS = before.at(-1)!.landS + 0.25 + 0.35 * i;
    return { ...last[foot], from, to: { x: from.x + 0.1, y: from.y }, liftS, landS: liftS + 0.25 };
  });
  const rest = walked.slice(at).map((footfall) => later(moved(footfall, 0.1, 0), intervalS));
  const { rows } = align(moves, [...before, ...shuffle, ...rest], intervalS);
  expect(statusOf(rows)).toEqual([...whole.slice(0, at / 2), 'extra:2', ...whole.slice(at / 2)]);
});

test('a pause is a pause, however long', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 4, max: walked.length / 2 - 4 }),
      fc.double({ min: 1, max: 40, noNaN: true }),
      (move, pauseS) => {
        const seen = walked.map((footfall, i) => (i < 2 * move ? footfall : later(footfall, pauseS)));
        expect(statusOf(align(moves, seen, intervalS).rows)).toEqual(whole);
      },
    ),
    { numRuns: 25 },
  );
});

test('both feet in the other order are still the move', () => {
  const swapped = walked.map((footfall, i): FootEvent => {
    if (Math.floor(i / 2) !== 9) return footfall;
    const other = walked[i ^ 1]!;
    return { ...other, liftS: footfall.liftS, landS: footfall.landS };
  });
  expect(statusOf(align(moves, swapped, intervalS).rows)).toEqual(whole);
});

test('every footfall belongs to exactly one row, in order, whatever was walked', () => {
  fc.assert(
    fc.property(fc.array(fc.boolean(), { minLength: walked.length, maxLength: walked.length }), (kept) => {
      const seen = walked.filter((_, i) => kept[i]);
      const { rows } = align(moves, seen, intervalS);
      expect(rows.flatMap(({ observed }) => observed)).toEqual(seen);
      expect(rows.flatMap(({ planned }) => (planned ? [planned.number] : []))).toEqual(
        moves.map(({ number }) => number),
      );
    }),
    { numRuns: 30 },
  );
});

test('nothing planned or nothing seen is no match', () => {
  expect(statusOf(align(moves, [], intervalS).rows)).toEqual(moves.map(({ number }) => `${number}:0`));
  expect(align([], [], intervalS).rows).toEqual([]);
  const all = align([], walked.slice(0, 4), intervalS).rows;
  expect(all.every(({ planned }) => planned === null)).toBe(true);
});

describe('the clocks', () => {
  const { rows } = align(
    moves,
    walked.map((footfall) => later(footfall, 4)),
    intervalS,
  );
  const clock = clockMap(rows);

  test('map the plan onto the walk and back', () => {
    for (const timeS of [0, 1.2, 7.7, 20, 300]) {
      expect(clock.planToTrackS(timeS)).toBeCloseTo(timeS + 4, 6);
      expect(clock.trackToPlanS(clock.planToTrackS(timeS))).toBeCloseTo(timeS, 6);
    }
  });

  test('span from the first lift to the last landing', () => {
    expect(clock.spanS![0]).toBeCloseTo(walked[0]!.liftS + 4, 9);
    expect(clock.spanS![1]).toBeCloseTo(walked.at(-1)!.landS + 4, 9);
    expect(clockMap([]).spanS).toBeNull();
  });

  test('only rise, also when asked out of order', () => {
    const uneven = clockMap(
      align(
        moves,
        walked.map((f, i) => later(f, 0.3 * Math.sin(i))),
        intervalS,
      ).rows,
    );
    const times = Array.from({ length: 200 }, (_, i) => ((i * 37) % 200) / 5);
    const mapped = new Map(times.map((t) => [t, uneven.trackToPlanS(t)]));
    const sorted = [...times].sort((a, b) => a - b);
    for (let i = 1; i < sorted.length; i++) {
      expect(mapped.get(sorted[i]!)!).toBeGreaterThanOrEqual(mapped.get(sorted[i - 1]!)!);
    }
  });
});
