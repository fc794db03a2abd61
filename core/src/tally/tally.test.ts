import { the } from '../measure/index.ts';
import {
  agreementOf,
  kappaOf,
  poissonInterval,
  ratesOf,
  readTally,
  watchNext,
  wilsonInterval,
  type TallyWindow,
} from './index.ts';

// Garwood (1936), as in Pearson and Hartley, Biometrika Tables for Statisticians, table 40; from memory.
test.each([
  [0, 0, 3.689],
  [1, 0.0253, 5.572],
  [2, 0.242, 7.225],
  [5, 1.623, 11.668],
  [10, 4.795, 18.39],
  [30, 20.241, 42.827],
])('the exact interval of a count of %d', (count, low, high) => {
  expect(poissonInterval(count).low).toBeCloseTo(low, 3);
  expect(poissonInterval(count).high).toBeCloseTo(high, 2);
});

// Newcombe, Statistics in Medicine 17 (1998), table I, method 3 (Wilson); from memory.
test.each([
  [81, 263, 0.2553, 0.3662],
  [15, 148, 0.0624, 0.1605],
  [0, 20, 0, 0.1611],
  [1, 29, 0.0061, 0.1718],
])('the interval of a share of %d in %d', (seen, of, low, high) => {
  expect(wilsonInterval(seen, of).low).toBeCloseTo(low, 4);
  expect(wilsonInterval(seen, of).high).toBeCloseTo(high, 4);
});

// A table of fifty that textbooks work: both 20, only one 5 and 10, neither 15; from memory.
test('kappa of a worked table', () => {
  expect(kappaOf(20, 5, 10, 15)).toBeCloseTo(0.4, 12);
  expect(kappaOf(10, 0, 0, 10)).toBe(1);
  expect(kappaOf(0, 0, 0, 10)).toBeNull();
});

const window = (
  observer: string,
  student: string,
  fromS: number,
  toS: number,
  at: readonly number[],
): TallyWindow => ({
  observer,
  student,
  fromS,
  toS,
  seen: at.map((atS) => ({ fault: 'feet-crossed', atS })),
});

describe('rates', () => {
  test('are counts over the time that was watched, with the exact interval', () => {
    const rate = the(ratesOf([window('a', 'Imke', 0, 60, [5, 15, 25, 35, 45])])[0]);
    expect(rate.perMin).toBe(5);
    expect(rate.low).toBeCloseTo(1.623, 3);
    expect(rate.verdict).toBe('cannot-tell');
    expect(the(rate.needsS)).toBeGreaterThan(0);
  });

  test('the time that is said to be needed is enough, if it goes on like this', () => {
    const once = the(ratesOf([window('a', 'Imke', 0, 60, [5, 15, 25, 35, 45])])[0]);
    const seconds = 60 + the(once.needsS);
    const at = Array.from({ length: Math.round((5 * seconds) / 60) }, (_, i) => i * 12);
    expect(the(ratesOf([window('a', 'Imke', 0, seconds, at)])[0]).verdict).toBe('not-met');
  });

  test('a window in which nothing was seen for long enough is rare enough', () => {
    expect(the(ratesOf([window('a', 'Imke', 0, 60, [])], ['feet-crossed'])[0]).verdict).toBe('cannot-tell');
    expect(the(ratesOf([window('a', 'Imke', 0, 120, [])], ['feet-crossed'])[0]).verdict).toBe('met');
  });

  test('two coaches who watch the same time are no twice as long a watch', () => {
    const both = [window('a', 'Imke', 0, 60, [10, 20]), window('b', 'Imke', 0, 60, [10, 40])];
    const rate = the(ratesOf(both)[0]);
    expect(rate.watchedS).toBe(60);
    expect(rate.count).toBe(2);
  });
});

test('a fault that was not watched for in a window is not taken as not seen in it', () => {
  const first = { ...window('a', 'Imke', 0, 60, [10, 20]), watched: ['feet-crossed'] as const };
  const second = { ...window('a', 'Imke', 60, 120, []), watched: ['feet-together'] as const };
  const rates = ratesOf([first, second]);
  expect(rates.map(({ fault, watchedS, count }) => [fault, watchedS, count])).toEqual([
    ['feet-crossed', 60, 2],
    ['feet-together', 60, 0],
  ]);
  const other = { ...window('b', 'Imke', 0, 60, [10]), watched: ['feet-together'] as const };
  expect(agreementOf([first, other]).map(({ slots }) => slots)).toEqual([0, 0]);
});

describe('agreement', () => {
  test('is over the slots that both watched, and says where they differ', () => {
    const both = [window('b', 'Imke', 0, 40, [1, 11, 21]), window('a', 'Imke', 20, 60, [21, 31, 50])];
    const found = the(agreementOf(both)[0]);
    expect(found.observers).toEqual(['a', 'b']);
    expect(found.slots).toBe(10);
    expect(found.differAtS).toEqual([30]);
    expect(found.kappa).toBeCloseTo(the(kappaOf(1, 1, 0, 8)), 12);
  });

  test('of windows of other students, or of one coach, there is none', () => {
    expect(readTally([window('a', 'Imke', 0, 40, [1]), window('b', 'Piet', 0, 40, [1])]).agreement).toEqual(
      [],
    );
    expect(agreementOf([window('a', 'Imke', 0, 40, [1]), window('a', 'Imke', 0, 40, [1])])).toEqual([]);
  });
});

test('who was watched least is next', () => {
  const windows = [window('a', 'Imke', 0, 40, [1]), window('a', 'Piet', 40, 60, [])];
  expect(watchNext(['Imke', 'Piet', 'Lise'], windows, ['feet-crossed'])).toBe('Lise');
  expect(watchNext(['Imke', 'Piet'], windows, ['feet-crossed'])).toBe('Piet');
  expect(watchNext([], [], [])).toBeNull();
});
