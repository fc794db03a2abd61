import { formatDegrees, formatSeconds, formatSmall, type UnitSystem } from '@angled-chalk/core/measure';
import { faultWords, type Finding } from '@angled-chalk/core/rules';

/** A measured value or limit with its unit, in the coach's units. */
export function amount(value: number, unit: Finding['unit'], units: UnitSystem): string {
  if (unit === 'm') return formatSmall(value, units);
  if (unit === 'deg') return formatDegrees(value);
  if (unit === 's') return formatSeconds(value);
  if (unit === 'per min') return `${Math.round(value)} a minute`;
  return String(Math.round(value));
}

/** What one finding says: the fault, its foot, the value against the limit, and how sure. */
export function findingWords(
  finding: Finding,
  units: UnitSystem,
): { readonly title: string; readonly numbers: string } {
  const { fault, foot, moveNumber, measured, limit, unit, expandedU } = finding;
  const where = [moveNumber === null ? '' : `move ${moveNumber}`, foot ?? '']
    .filter((part) => part !== '')
    .join(', ');
  const sure = expandedU > 0 ? ` ± ${amount(expandedU, unit, units)}` : '';
  return {
    title: `${faultWords(fault)}${where === '' ? '' : ` (${where})`}`,
    numbers:
      unit === 'count' ? '' : `${amount(measured, unit, units)}${sure}, limit ${amount(limit, unit, units)}`,
  };
}
