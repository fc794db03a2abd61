import { the, type Verdict } from '../measure/index.ts';
import type { FaultName } from '../rules/index.ts';
import { agreementOf, type Agreement } from './agreement.ts';
import { poissonInterval, wilsonInterval, type Interval } from './intervals.ts';
import { faultsOf, grouped, isWatched, slotCount, slotsSeen, type TallyWindow } from './window.ts';
import { weights } from './weights.ts';

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

export interface TallyReport {
  readonly rates: readonly TallyRate[];
  readonly agreement: readonly Agreement[];
}

/** A fault that comes less often than this a minute is rare enough (own choice; a coach may set it). */
export const USUAL_LIMIT_PER_MIN = 2;
const MOST_MORE_S = 3600;

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

/** What was seen in each window, fault by fault, read once. */
const byFault = ({ seen }: TallyWindow): ReadonlyMap<string, readonly number[]> =>
  new Map(
    [...grouped(seen, ({ fault }) => fault)].map(([fault, list]) => [fault, list.map(({ atS }) => atS)]),
  );

/** How often each fault was seen. Windows that two coaches shared count by the share that is each one's own. */
export function ratesOf(
  all: readonly TallyWindow[],
  faults: readonly FaultName[] = faultsOf(all),
  limitPerMin = USUAL_LIMIT_PER_MIN,
): TallyRate[] {
  const times = all.map(byFault);
  const weigh = weights();
  return faults.map((fault): TallyRate => {
    const watched = all.flatMap((window, i) => (isWatched(window, fault) ? [i] : []));
    const weightOf = weigh(all, watched);
    let [watchedS, count, seen, of] = [0, 0, 0, 0];
    for (const i of watched) {
      const { fromS, toS } = the(all[i]);
      const own = times[i]?.get(fault) ?? [];
      watchedS += weightOf(i) * (toS - fromS);
      count += weightOf(i) * own.length;
      const slots = slotCount(fromS, toS);
      seen += slotsSeen(own, fromS, slots).size;
      of += slots;
    }
    const minutes = watchedS / 60;
    const { low, high } = poissonInterval(count);
    const rate = minutes > 0 ? { low: low / minutes, high: high / minutes } : { low: 0, high: Infinity };
    const verdict = minutes > 0 ? verdictOf(rate, limitPerMin) : 'cannot-tell';
    return {
      fault,
      perMin: minutes > 0 ? count / minutes : 0,
      ...rate,
      count,
      watchedS,
      verdict,
      needsS: verdict !== 'cannot-tell' ? 0 : watchedS > 0 ? needsS(count, watchedS, limitPerMin) : null,
      slots: { seen, of, ...wilsonInterval(seen, of) },
    };
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
