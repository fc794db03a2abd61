import fc from 'fast-check';
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

/** Cohen's kappa over slots of two seconds, slot by slot as the textbook does it: no spans, no merging. */
function slotBySlot(windows: readonly TallyWindow[], fault: string, a: string, b: string) {
  let [both, first, second, neither] = [0, 0, 0, 0];
  const of = (observer: string) => windows.filter((one) => one.observer === observer);
  for (let at = 0; at < 4000; at += 2) {
    const covers = (list: readonly TallyWindow[]): boolean =>
      list.some(({ fromS, toS }) => fromS <= at && toS >= at + 2);
    if (!covers(of(a)) || !covers(of(b))) continue;
    const saw = (list: readonly TallyWindow[]): boolean =>
      list.some(({ seen }) => seen.some((one) => one.fault === fault && one.atS >= at && one.atS < at + 2));
    const [inA, inB] = [saw(of(a)), saw(of(b))];
    if (inA && inB) both++;
    else if (inA) first++;
    else if (inB) second++;
    else neither++;
  }
  return { both, first, second, neither };
}

test('agreement is that of slots counted one by one, however many windows and coaches', () => {
  // Windows on even seconds, sightings inside their slots: the two ways cut the same slots.
  const times = fc.uniqueArray(fc.nat(40), { maxLength: 6 });
  const windowOf = fc
    .record({
      who: fc.constantFrom('a', 'b', 'c'),
      from: fc.nat(20),
      long: fc.integer({ min: 1, max: 20 }),
      times,
    })
    .map(({ who, from, long, times: at }) => {
      const seen = at.filter((one) => one < 2 * long).map((one) => 2 * from + one + 0.5);
      return window(who, 'Imke', 2 * from, 2 * (from + long), seen);
    });
  fc.assert(
    fc.property(fc.array(windowOf, { maxLength: 12 }), (windows) => {
      for (const { observers, kappa, slots, differAtS } of agreementOf(windows)) {
        const { both, first, second, neither } = slotBySlot(windows, 'feet-crossed', ...observers);
        expect(slots).toBe(both + first + second + neither);
        expect(differAtS).toHaveLength(first + second);
        expect(kappa).toEqual(kappaOf(both, first, second, neither));
      }
    }),
  );
});

test('the work grows with the windows, not with their pairs: steps are counted, not time', () => {
  let looks = 0;
  const counted = (windows: readonly TallyWindow[]): TallyWindow[] =>
    windows.map(
      (one) =>
        new Proxy(one, {
          get: (target, key) => {
            looks++;
            return Reflect.get(target, key);
          },
        }),
    );
  const looksFor = (each: number): number => {
    looks = 0;
    const windows = Array.from({ length: 50 * each }, (_, i) =>
      window(`coach ${i % 50}`, 'Imke', 60 * Math.floor(i / 50), 60 * Math.floor(i / 50) + 60, [
        60 * Math.floor(i / 50) + 5,
      ]),
    );
    readTally(counted(windows));
    return looks;
  };
  const [few, many] = [looksFor(2), looksFor(20)];
  // Ten times the windows: pairs of windows would be a hundred times as many.
  expect(many / few).toBeLessThan(13);
});

test('one window of days, however it came here, costs no more than one of an hour', () => {
  const long = { ...window('a', 'Imke', 0, 3e8, [5]), watched: ['feet-crossed'] as const };
  const [rate] = ratesOf([long]);
  expect(rate?.slots).toMatchObject({ seen: 1, of: 1.5e8 });
});

test('windows that only touch share no time: each counts whole', () => {
  const rate = the(ratesOf([window('a', 'Imke', 0, 60, [10]), window('b', 'Imke', 60, 120, [70])])[0]);
  expect([rate.watchedS, rate.count]).toEqual([120, 2]);
});
