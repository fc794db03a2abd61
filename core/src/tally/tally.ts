import type { Verdict } from '../measure/index.ts';
import type { FaultName } from '../moves/index.ts';
import { kappaOf, poissonInterval, wilsonInterval, type Interval } from './intervals.ts';

/** What one coach saw of one student in one window, by the clock of the class, seconds. */
export interface TallyWindow {
  readonly observer: string;
  readonly student: string;
  readonly fromS: number;
  readonly toS: number;
  readonly seen: readonly { readonly fault: FaultName; readonly atS: number }[];
  /** What was watched for; a fault that was not says nothing here. All of them where it is not told. */
  readonly watched?: readonly FaultName[] | undefined;
}

const isWatched = ({ watched }: TallyWindow, fault: FaultName): boolean =>
  watched === undefined || watched.includes(fault);

/** How often a fault was seen, a minute, with its exact interval. */
export interface TallyRate extends Interval {
  readonly fault: FaultName;
  readonly perMin: number;
  readonly count: number;
  readonly watchedS: number;
  /** Rarer than the limit, more often, or the windows are too short to say. */
  readonly verdict: Verdict;
  /** So many more seconds would tell, if it goes on like this; 0 where it is told, null where no time would. */
  readonly needsS: number | null;
  /** Share of the slots of two seconds in which it was seen, with its interval. */
  readonly slots: { readonly seen: number; readonly of: number } & Interval;
}

/** How far two coaches agree who watched the same student at the same time. */
export interface Agreement {
  readonly fault: FaultName;
  readonly observers: readonly [string, string];
  /** Null where there is nothing to agree on: neither saw it, or both in every slot. */
  readonly kappa: number | null;
  readonly slots: number;
  /** When only one of the two saw it. */
  readonly differAtS: readonly number[];
}

export interface TallyReport {
  readonly rates: readonly TallyRate[];
  readonly agreement: readonly Agreement[];
}

export const SLOT_S = 2;
/** A fault that comes less often than this a minute is rare enough (own choice; a coach may set it). */
export const USUAL_LIMIT_PER_MIN = 2;
const MOST_MORE_S = 3600;

/** What was seen or watched for in some of the windows. */
export const faultsOf = (windows: readonly TallyWindow[]): FaultName[] => [
  ...new Set(windows.flatMap(({ seen, watched = [] }) => [...seen.map(({ fault }) => fault), ...watched])),
];

/** Windows that share time with another coach's of the same student count by the share that is their own. */
function weightOf(window: TallyWindow, all: readonly TallyWindow[]): number {
  const others = new Set(
    all
      .filter(
        (one) =>
          one.student === window.student &&
          one.observer !== window.observer &&
          one.fromS < window.toS &&
          one.toS > window.fromS,
      )
      .map(({ observer }) => observer),
  );
  return 1 / (1 + others.size);
}

function verdictOf({ low, high }: Interval, limit: number): Verdict {
  if (high <= limit) return 'met';
  return low > limit ? 'not-met' : 'cannot-tell';
}

/** How much longer until the interval leaves the limit on one side, the rate staying as it is. */
function needsS(count: number, watchedS: number, limit: number): number | null {
  for (let more = 10; more <= MOST_MORE_S; more += 10) {
    const share = (watchedS + more) / watchedS;
    const { low, high } = poissonInterval(count * share);
    const minutes = (watchedS + more) / 60;
    if (verdictOf({ low: low / minutes, high: high / minutes }, limit) !== 'cannot-tell') return more;
  }
  return null;
}

/** Slots of two seconds of a window, from its beginning; whether a fault was seen in each. */
function slotsOf({ fromS, toS, seen }: TallyWindow, fault: FaultName): boolean[] {
  const slots = Array.from({ length: Math.max(1, Math.floor((toS - fromS) / SLOT_S)) }, () => false);
  for (const one of seen)
    if (one.fault === fault) {
      const slot = Math.min(slots.length - 1, Math.max(0, Math.floor((one.atS - fromS) / SLOT_S)));
      slots[slot] = true;
    }
  return slots;
}

export function ratesOf(
  all: readonly TallyWindow[],
  faults: readonly FaultName[] = faultsOf(all),
  limitPerMin = USUAL_LIMIT_PER_MIN,
): TallyRate[] {
  return faults.map((fault): TallyRate => {
    const windows = all.filter((window) => isWatched(window, fault));
    const weights = windows.map((window) => weightOf(window, windows));
    const watchedS = windows.reduce((sum, { fromS, toS }, i) => sum + (weights[i] ?? 1) * (toS - fromS), 0);
    const count = windows.reduce(
      (sum, { seen }, i) => sum + (weights[i] ?? 1) * seen.filter((one) => one.fault === fault).length,
      0,
    );
    const minutes = watchedS / 60;
    const { low, high } = poissonInterval(count);
    const rate = minutes > 0 ? { low: low / minutes, high: high / minutes } : { low: 0, high: Infinity };
    const verdict = minutes > 0 ? verdictOf(rate, limitPerMin) : 'cannot-tell';
    const slots = windows.flatMap((window) => slotsOf(window, fault));
    const seen = slots.filter(Boolean).length;
    return {
      fault,
      perMin: minutes > 0 ? count / minutes : 0,
      ...rate,
      count,
      watchedS,
      verdict,
      needsS: verdict !== 'cannot-tell' ? 0 : watchedS > 0 ? needsS(count, watchedS, limitPerMin) : null,
      slots: { seen, of: slots.length, ...wilsonInterval(seen, slots.length) },
    };
  });
}

/** The time that two windows have together, as windows of it. */
function together(a: TallyWindow, b: TallyWindow): readonly [TallyWindow, TallyWindow] | null {
  const [fromS, toS] = [Math.max(a.fromS, b.fromS), Math.min(a.toS, b.toS)];
  if (toS - fromS < SLOT_S) return null;
  const cut = (one: TallyWindow): TallyWindow => ({
    ...one,
    fromS,
    toS,
    seen: one.seen.filter(({ atS }) => atS >= fromS && atS <= toS),
  });
  return [cut(a), cut(b)];
}

export function agreementOf(windows: readonly TallyWindow[]): Agreement[] {
  const pairs = windows.flatMap((a, i) =>
    windows.slice(i + 1).flatMap((b) => {
      if (a.student !== b.student || a.observer === b.observer) return [];
      const [first, second] = a.observer < b.observer ? [a, b] : [b, a];
      const cut = together(first, second);
      return cut ? [cut] : [];
    }),
  );
  const names = [...new Set(pairs.map(([a, b]) => JSON.stringify([a.observer, b.observer])))];
  return names.flatMap((name) => {
    const own = pairs.filter(([a, b]) => JSON.stringify([a.observer, b.observer]) === name);
    const [first] = own;
    if (!first) return [];
    const [one, other] = first;
    return faultsOf(own.flat()).map((fault): Agreement => {
      let [both, onlyFirst, onlySecond, neither] = [0, 0, 0, 0];
      const differAtS: number[] = [];
      for (const [a, b] of own.filter((pair) => pair.every((window) => isWatched(window, fault)))) {
        const [sa, sb] = [slotsOf(a, fault), slotsOf(b, fault)];
        sa.forEach((seen, i) => {
          const also = sb[i] ?? false;
          if (seen && also) both++;
          else if (!seen && !also) neither++;
          else {
            differAtS.push(a.fromS + i * SLOT_S);
            if (seen) onlyFirst++;
            else onlySecond++;
          }
        });
      }
      return {
        fault,
        observers: [one.observer, other.observer],
        kappa: kappaOf(both, onlyFirst, onlySecond, neither),
        slots: both + onlyFirst + onlySecond + neither,
        differAtS,
      };
    });
  });
}

/** Rates over all windows, and how far coaches agree. */
export const readTally = (windows: readonly TallyWindow[], limitPerMin?: number): TallyReport => ({
  rates: ratesOf(windows, faultsOf(windows), limitPerMin),
  agreement: agreementOf(windows),
});

/** Whom to watch next: who was watched least, of those the one whose faults are told worst. */
export function watchNext(
  students: readonly string[],
  windows: readonly TallyWindow[],
  faults: readonly FaultName[],
): string | null {
  const rank = students.map((student) => {
    const own = windows.filter((window) => window.student === student);
    const watchedS = own.reduce((sum, { fromS, toS }) => sum + toS - fromS, 0);
    const open = ratesOf(own, faults).filter(({ verdict }) => verdict === 'cannot-tell').length;
    return { student, watchedS, open };
  });
  const [first] = rank.toSorted((a, b) => a.watchedS - b.watchedS || b.open - a.open);
  return first?.student ?? null;
}
