import { tallyFileSchema } from './capture-files.ts';
import { heldWindow, tallyWindowSchema } from './observation.ts';

const window = (more: object = {}) => ({
  observer: 'A coach',
  student: 'Imke',
  fromS: 60,
  toS: 90,
  seen: [{ fault: 'feet-crossed' as const, atS: 70 }],
  ...more,
});

test.each([
  ['longer than an hour', { toS: 3661 }, 'at most an hour'],
  ['of ten years', { toS: 3e8 }, 'Too big'],
  ['without an end', { toS: Infinity }, 'number'],
  ['that begins nowhere', { fromS: NaN }, 'number'],
  ['with something seen at no time', { seen: [{ fault: 'feet-crossed', atS: Infinity }] }, 'number'],
])('a window %s is refused', (_what, more, says) => {
  const read = tallyWindowSchema.safeParse(window(more));
  expect(read.success).toBe(false);
  expect(read.error?.issues.map(({ message }) => message).join(' ')).toMatch(new RegExp(says, 'i'));
});

test('a window of an hour is one', () => {
  expect(tallyWindowSchema.safeParse(window({ toS: 3660 })).success).toBe(true);
});

test('a file holds at most ten thousand windows of at most two hundred people', () => {
  const file = (count: number, people: number): boolean =>
    tallyFileSchema.safeParse({
      windows: Array.from({ length: count }, (_, i) => window({ observer: `Coach ${i % people}` })),
    }).success;
  expect([file(10_000, 200), file(10_001, 200), file(400, 201)]).toEqual([true, false, false]);
});

test('what an earlier version took in is read as its first hour, with what was seen in that', () => {
  const seen = [70, 4000].map((atS) => ({ fault: 'feet-crossed' as const, atS }));
  expect(heldWindow({ kind: 'window', window: window({ toS: 3e8, seen }) }).window).toMatchObject({
    fromS: 60,
    toS: 3660,
    seen: [{ fault: 'feet-crossed', atS: 70 }],
  });
  const good = { kind: 'window' as const, window: window() };
  expect(heldWindow(good)).toEqual(good);
  expect(
    tallyWindowSchema.safeParse(
      heldWindow({ kind: 'window', window: window({ fromS: 1e9, toS: 3e9 }) }).window,
    ).success,
  ).toBe(true);
});
