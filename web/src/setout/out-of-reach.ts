import { formatLength, type UnitSystem } from '@angled-chalk/core/measure';
import type { SetOutJob } from '@angled-chalk/core/pattern';

/** Which marks no tape reaches, and the way out; empty when all are reached. */
export function outOfReachWords({ table }: SetOutJob, units: UnitSystem): string {
  const { unreachable, tape } = table;
  if (unreachable.length === 0) return '';
  const names = unreachable.slice(0, 4).map(({ id }) => id);
  const more = unreachable.length > names.length ? ` and ${unreachable.length - names.length} more` : '';
  return `Out of reach of a tape of ${formatLength(tape.lengthM, units)}: ${names.join(', ')}${more}. Add a datum or take a longer tape.`;
}
