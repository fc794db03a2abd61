import type { SetOutJob } from '@angled-chalk/core/pattern';
import { useDeviceState } from '../parts/useDeviceState.ts';

interface Kept<T> {
  readonly version: string;
  readonly value: T;
}

/** What was placed and taped belongs to one state of the floor: every point to the millimetre. */
export const versionOf = ({ floor, points }: SetOutJob): string =>
  [...floor.datums, ...points]
    .map(({ id, at }) => `${id}:${Math.round(at.x * 1000)}:${Math.round(at.y * 1000)}`)
    .join(';');

export interface OfVersion<T> {
  readonly value: T;
  readonly set: (value: T) => void;
  /** Something is kept that belongs to an earlier state of the floor: it is not used. */
  readonly outdated: boolean;
  readonly forget: () => void;
}

/** State of this device that belongs to the floor as it is now. */
export function useOfVersion<T>(
  key: string,
  job: SetOutJob,
  start: T,
  isEmpty: (value: T) => boolean,
): OfVersion<T> {
  const version = versionOf(job);
  const [kept, setKept] = useDeviceState<Kept<T> | null>(key, null);
  const current = kept !== null && typeof kept === 'object' && 'version' in kept && kept.version === version;
  return {
    value: current ? kept.value : start,
    set: (value) => setKept({ version, value }),
    outdated: !current && kept !== null && (!('value' in kept) || !isEmpty(kept.value)),
    forget: () => setKept(null),
  };
}
