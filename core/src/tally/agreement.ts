import { the } from '../measure/index.ts';
import type { FaultName } from '../rules/index.ts';
import { kappaOf } from './intervals.ts';
import {
  faultsOf,
  grouped,
  isWatched,
  merged,
  SLOT_S,
  slotCount,
  slotsSeen,
  type Span,
  type TallyWindow,
} from './window.ts';

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

interface Counts {
  both: number;
  onlyFirst: number;
  onlySecond: number;
  neither: number;
  readonly differAtS: number[];
}

/** The time that two coaches watched together, in spans of at least a slot. */
function together(a: readonly Span[], b: readonly Span[]): Span[] {
  const shared: Span[] = [];
  for (let [i, j] = [0, 0]; i < a.length && j < b.length;) {
    const [one, other] = [the(a[i]), the(b[j])];
    const span = { fromS: Math.max(one.fromS, other.fromS), toS: Math.min(one.toS, other.toS) };
    if (span.toS - span.fromS >= SLOT_S) shared.push(span);
    if (one.toS < other.toS) i++;
    else j++;
  }
  return shared;
}

/** What one coach watched of a student for one fault, when it was seen, in order, and where it was said to be watched for. */
interface Watch {
  readonly spans: readonly Span[];
  readonly timesS: readonly number[];
  readonly asked: readonly Span[];
}

/** What one coach watched of a student. */
interface Coach {
  readonly observer: string;
  readonly spans: readonly Span[];
  readonly faults: readonly FaultName[];
  readonly watchFor: (fault: FaultName) => Watch;
}

function coachOf(observer: string, windows: readonly TallyWindow[]): Coach {
  const known = new Map<FaultName, Watch>();
  const watchFor = (fault: FaultName): Watch => {
    const before = known.get(fault);
    if (before) return before;
    const own = windows.filter((window) => isWatched(window, fault));
    const timesS = own.flatMap(({ seen }) => seen.flatMap((one) => (one.fault === fault ? [one.atS] : [])));
    const watch = {
      spans: merged(own),
      timesS: timesS.toSorted((a, b) => a - b),
      asked: merged(own.filter(({ watched }) => watched !== undefined)),
    };
    known.set(fault, watch);
    return watch;
  };
  return { observer, spans: merged(windows), faults: faultsOf(windows), watchFor };
}

/** Where of a sorted list the first is that is not before a time. */
function firstFrom(timesS: readonly number[], fromS: number): number {
  let [low, high] = [0, timesS.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((timesS[middle] ?? 0) >= fromS) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** The times of a sorted list within a span, its two ends with it. */
function within(timesS: readonly number[], { fromS, toS }: Span): number[] {
  const found: number[] = [];
  for (let i = firstFrom(timesS, fromS); i < timesS.length; i++) {
    const atS = the(timesS[i]);
    if (atS > toS) break;
    found.push(atS);
  }
  return found;
}

function count(into: Counts, first: Watch, second: Watch): void {
  for (const span of together(first.spans, second.spans)) {
    const slots = slotCount(span.fromS, span.toS);
    const a = slotsSeen(within(first.timesS, span), span.fromS, slots);
    const b = slotsSeen(within(second.timesS, span), span.fromS, slots);
    const either = [...new Set([...a, ...b])].toSorted((one, other) => one - other);
    for (const slot of either) {
      if (a.has(slot) && b.has(slot)) into.both++;
      else {
        into.differAtS.push(span.fromS + slot * SLOT_S);
        if (a.has(slot)) into.onlyFirst++;
        else into.onlySecond++;
      }
    }
    into.neither += slots - either.length;
  }
}

interface Pair {
  readonly observers: readonly [string, string];
  readonly faults: Map<FaultName, Counts>;
}

const nothing = (): Counts => ({ both: 0, onlyFirst: 0, onlySecond: 0, neither: 0, differAtS: [] });

/** Whether a fault is told of two coaches: one of them saw it, or was asked to watch for it, while both watched. */
function isTold(
  { both, onlyFirst, onlySecond }: Counts,
  first: Coach,
  second: Coach,
  fault: FaultName,
): boolean {
  if (both + onlyFirst + onlySecond > 0) return true;
  return (
    together(first.watchFor(fault).asked, second.spans).length > 0 ||
    together(first.spans, second.watchFor(fault).asked).length > 0
  );
}

/**
 * How far coaches agree who watched the same student at the same time, pair by pair and fault by fault. Each coach's
 * windows are merged once, and gone through once for each other coach.
 */
export function agreementOf(windows: readonly TallyWindow[]): Agreement[] {
  const pairs = new Map<string, Pair>();
  for (const ofStudent of grouped(windows, ({ student }) => student).values()) {
    const coaches = [...grouped(ofStudent, ({ observer }) => observer)]
      .map(([observer, own]) => coachOf(observer, own))
      .toSorted((a, b) => (a.observer < b.observer ? -1 : 1));
    coaches.forEach((first, i) => {
      for (const second of coaches.slice(i + 1)) {
        if (together(first.spans, second.spans).length === 0) continue;
        const key = JSON.stringify([first.observer, second.observer]);
        const pair = pairs.get(key) ?? { observers: [first.observer, second.observer], faults: new Map() };
        pairs.set(key, pair);
        for (const fault of new Set([...first.faults, ...second.faults])) {
          const counts = nothing();
          count(counts, first.watchFor(fault), second.watchFor(fault));
          if (isTold(counts, first, second, fault))
            pair.faults.set(fault, added(pair.faults.get(fault), counts));
        }
      }
    });
  }
  return [...pairs.values()].flatMap(({ observers, faults }) =>
    [...faults].map(([fault, { both, onlyFirst, onlySecond, neither, differAtS }]): Agreement => ({
      fault,
      observers,
      kappa: kappaOf(both, onlyFirst, onlySecond, neither),
      slots: both + onlyFirst + onlySecond + neither,
      differAtS,
    })),
  );
}

const added = (before: Counts | undefined, now: Counts): Counts =>
  before
    ? {
        both: before.both + now.both,
        onlyFirst: before.onlyFirst + now.onlyFirst,
        onlySecond: before.onlySecond + now.onlySecond,
        neither: before.neither + now.neither,
        differAtS: [...before.differAtS, ...now.differAtS],
      }
    : now;
