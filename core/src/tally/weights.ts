import { the } from '../measure/index.ts';
import { grouped, merged, sharesTime, type Span, type TallyWindow } from './window.ts';

/**
 * How much of a window counts: windows that share time with other coaches' of the same student count by the share that is
 * their own. Each coach's windows are merged once, and each window is looked up in the others'.
 */
function weightsAmong(all: readonly TallyWindow[], among: readonly number[]): (index: number) => number {
  const weight = new Map<number, number>();
  for (const indexes of grouped(among, (i) => the(all[i]).student).values()) {
    const own = [...grouped(indexes, (i) => the(all[i]).observer)];
    const watching: readonly (readonly [string, Span[]])[] = own.map(([observer, list]) => [
      observer,
      merged(list.map((i) => the(all[i]))),
    ]);
    for (const i of indexes) {
      const window = the(all[i]);
      let others = 0;
      for (const [observer, spans] of watching)
        if (observer !== window.observer && sharesTime(spans, window)) others++;
      weight.set(i, 1 / (1 + others));
    }
  }
  return (index) => weight.get(index) ?? 1;
}

/** The same for several faults: those that the same windows were watched for share their weights. */
export function weights() {
  const known = new Map<string, (index: number) => number>();
  return (all: readonly TallyWindow[], among: readonly number[]): ((index: number) => number) => {
    const key = among.length === all.length ? 'all' : among.join(' ');
    const found = known.get(key) ?? weightsAmong(all, among);
    known.set(key, found);
    return found;
  };
}
