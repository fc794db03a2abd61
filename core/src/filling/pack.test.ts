import fc from 'fast-check';
import { packRectangles, type PackedBox } from './pack.ts';

const areClear = (boxes: readonly PackedBox[], W: number, H: number, w: number, h: number): boolean =>
  boxes.every((a, i) => {
    const [aw, ah] = a.turned ? [h, w] : [w, h];
    const inside = a.x >= 0 && a.y >= 0 && a.x + aw <= W && a.y + ah <= H;
    const clear = boxes.slice(0, i).every((b) => {
      const [bw, bh] = b.turned ? [h, w] : [w, h];
      return a.x >= b.x + bw || b.x >= a.x + aw || a.y >= b.y + bh || b.y >= a.y + ah;
    });
    return inside && clear;
  });

/** Brute force on unit squares: every first empty square is either covered in one of two ways or left. */
function mostByBruteForce(W: number, H: number, w: number, h: number): number {
  const full = new Set<number>();
  const known = new Map<string, number>();
  const squares = (x: number, y: number, bw: number, bh: number): number[] | null => {
    if (x + bw > W || y + bh > H) return null;
    const list = Array.from({ length: bw * bh }, (_, i) => (y + Math.floor(i / bw)) * W + x + (i % bw));
    return list.some((square) => full.has(square)) ? null : list;
  };
  const from = (index: number): number => {
    let at = index;
    while (at < W * H && full.has(at)) at++;
    if (at >= W * H) return 0;
    const key = [at, ...[...full].filter((square) => square > at).sort((a, b) => a - b)].join();
    const before = known.get(key);
    if (before !== undefined) return before;
    const [x, y] = [at % W, Math.floor(at / W)];
    let best = from(at + 1);
    for (const [bw, bh] of [
      [w, h],
      [h, w],
    ] as const) {
      const covered = squares(x, y, bw, bh);
      if (!covered) continue;
      for (const square of covered) full.add(square);
      best = Math.max(best, 1 + from(at + 1));
      for (const square of covered) full.delete(square);
    }
    known.set(key, best);
    return best;
  };
  return from(0);
}

// Source: brute force over every placing on whole numbers.
test('no arrangement by brute force holds more, and the proof says so', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 6 }),
      fc.integer({ min: 1, max: 6 }),
      fc.integer({ min: 1, max: 3 }),
      fc.integer({ min: 1, max: 5 }),
      (W, H, w, h) => {
        const { boxes, proven, atMost } = packRectangles(W, H, w, h);
        expect(areClear(boxes, W, H, w, h)).toBe(true);
        expect(proven).toBe(true);
        expect(boxes).toHaveLength(mostByBruteForce(W, H, w, h));
        expect(atMost).toBe(boxes.length);
      },
    ),
    { numRuns: 120 },
  );
});

// Source: worked by hand: four boxes of 4 by 3 turn round a hole of 1 by 1 in 7 by 7; straight cuts hold three.
test('a pinwheel is found where straight cuts fail', () => {
  const { boxes, proven } = packRectangles(7, 7, 4, 3);
  expect(boxes).toHaveLength(4);
  expect(proven).toBe(true);
  expect(areClear(boxes, 7, 7, 4, 3)).toBe(true);
});

test('a box longer than both sides does not fit, and one that fits one way only is a grid', () => {
  expect(packRectangles(10, 10, 2, 11)).toEqual({ boxes: [], atMost: 0, proven: true });
  expect(packRectangles(10, 4, 3, 5).boxes).toHaveLength(2);
  expect(packRectangles(6, 12, 2, 7).boxes).toHaveLength(3);
});

test('a search that runs out of its budget does not claim a proof it has not got', () => {
  const { boxes, proven, atMost } = packRectangles(57, 53, 11, 4, 50);
  expect(areClear(boxes, 57, 53, 11, 4)).toBe(true);
  expect(proven ? atMost === boxes.length : atMost > boxes.length).toBe(true);
});

// Source: brute force over every placing on whole numbers.
describe('where cuts and pinwheels do not reach the bound by area, every place is searched', () => {
  test.each([
    [6, 6, 1, 4, 8],
    [6, 6, 3, 4, 2],
    [8, 8, 3, 4, 4],
    [8, 8, 2, 5, 5],
    [10, 6, 3, 4, 4],
    [9, 9, 3, 5, 4],
  ])(
    '%i by %i with %i by %i holds no more than %i, which is less than the area allows',
    (W, H, w, h, most) => {
      const unsearched = packRectangles(W, H, w, h, 0);
      expect(unsearched.proven).toBe(false);
      expect(unsearched.atMost).toBeGreaterThan(most);
      const { boxes, proven, atMost } = packRectangles(W, H, w, h);
      expect(mostByBruteForce(W, H, w, h)).toBe(most);
      expect(boxes).toHaveLength(most);
      expect([proven, atMost]).toEqual([true, most]);
      expect(areClear(boxes, W, H, w, h)).toBe(true);
    },
  );

  // Nine cover 108 of 110 squares, so the area allows no more; that they lie clear is tested here.
  test('nine boxes of 3 by 4 lie in 11 by 10, one more than cuts and pinwheels find', () => {
    expect(packRectangles(11, 10, 3, 4, 0).boxes).toHaveLength(8);
    const { boxes, proven } = packRectangles(11, 10, 3, 4);
    expect(boxes).toHaveLength(9);
    expect(proven).toBe(true);
    expect(areClear(boxes, 11, 10, 3, 4)).toBe(true);
  });
});
