import type { FaultName } from '../rules/index.ts';

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

export const isWatched = ({ watched }: TallyWindow, fault: FaultName): boolean =>
  watched === undefined || watched.includes(fault);

/** Seconds of a slot: what two coaches saw in the same one, they saw together. */
export const SLOT_S = 2;

/** What was seen or watched for in some of the windows. */
export const faultsOf = (windows: readonly TallyWindow[]): FaultName[] => [
  ...new Set(windows.flatMap(({ seen, watched = [] }) => [...seen.map(({ fault }) => fault), ...watched])),
];

/** Slots of two seconds from the beginning of a window; a short one is one slot. */
export const slotCount = (fromS: number, toS: number): number =>
  Math.max(1, Math.floor((toS - fromS) / SLOT_S));

/** In which of so many slots something was seen. */
export const slotsSeen = (timesS: readonly number[], fromS: number, slots: number): ReadonlySet<number> =>
  new Set(timesS.map((atS) => Math.min(slots - 1, Math.max(0, Math.floor((atS - fromS) / SLOT_S)))));

/** A time in which somebody watched, seconds. */
export interface Span {
  readonly fromS: number;
  readonly toS: number;
}

/** Spans in order, those that touch as one. */
export function merged(spans: readonly Span[]): Span[] {
  const whole: { fromS: number; toS: number }[] = [];
  for (const { fromS, toS } of spans.toSorted((a, b) => a.fromS - b.fromS)) {
    const last = whole.at(-1);
    if (last && fromS <= last.toS) last.toS = Math.max(last.toS, toS);
    else whole.push({ fromS, toS });
  }
  return whole;
}

/** Where of merged spans the first is that ends after a time. */
function firstAfter(spans: readonly Span[], atS: number): number {
  let [low, high] = [0, spans.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((spans[middle]?.toS ?? 0) > atS) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** Whether any of merged spans shares time with one. */
export const sharesTime = (spans: readonly Span[], { fromS, toS }: Span): boolean =>
  (spans[firstAfter(spans, fromS)]?.fromS ?? Infinity) < toS;

/** Things by what they have in common, in the order in which they come. */
export function grouped<T>(list: readonly T[], keyOf: (one: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const one of list) {
    const key = keyOf(one);
    const group = groups.get(key);
    if (group) group.push(one);
    else groups.set(key, [one]);
  }
  return groups;
}
