import type { UnitSystem } from './units.ts';

const INCH_M = 0.0254;
const FOOT_M = 0.3048;
const UNITS_M: Readonly<Record<string, number>> = {
  m: 1,
  cm: 0.01,
  mm: 0.001,
  in: INCH_M,
  '"': INCH_M,
  ft: FOOT_M,
  "'": FOOT_M,
};

const NUMBER = String.raw`(\d+(?:\.\d*)?|\.\d+)?\s*(½)?`;
const FEET_INCHES = new RegExp(
  String.raw`^(-)?\s*${NUMBER}\s*(?:'|ft|feet|foot)\s*(?:${NUMBER}\s*(?:"|''|in|inch|inches)?)?$`,
);
const PLAIN = new RegExp(String.raw`^(-)?\s*${NUMBER}\s*(mm|cm|m|in|")?$`);

const amount = (digits: string | undefined, half: string | undefined): number | null =>
  digits === undefined && half === undefined ? null : Number(digits ?? 0) + (half ? 0.5 : 0);

/**
 * Reads a length as a coach writes it: a bare number in centimetres (metric) or inches (imperial), or
 * with its unit, or feet and inches: 5' 8½", 5 ft 8.5 in. Metres; null when it is not a length.
 */
export function parseLength(text: string, units: UnitSystem): number | null {
  const tidy = text
    .trim()
    .toLowerCase()
    .replace(',', '.')
    .replaceAll(/[’′]/g, "'")
    .replaceAll(/[”″]/g, '"')
    .replaceAll('−', '-')
    .replace(/(\d)\s+1\/2/, '$1½')
    .replace('1/2', '½');
  const feet = FEET_INCHES.exec(tidy);
  if (feet) {
    const whole = amount(feet[2], feet[3]);
    if (whole === null) return null;
    return (feet[1] ? -1 : 1) * (whole * FOOT_M + (amount(feet[4], feet[5]) ?? 0) * INCH_M);
  }
  const plain = PLAIN.exec(tidy);
  const value = plain && amount(plain[2], plain[3]);
  if (!plain || value === null) return null;
  const unit = plain[4] ?? (units === 'metric' ? 'cm' : 'in');
  return (plain[1] ? -1 : 1) * value * UNITS_M[unit]!;
}

/** A length as a field shows it: centimetres to the millimetre, or feet and inches to a tenth. */
export function lengthFieldText(metres: number, units: UnitSystem): string {
  if (units === 'metric') return String(Math.round(metres * 1000) / 10);
  const tenths = Math.round((Math.abs(metres) / INCH_M) * 10);
  const sign = metres < 0 && tenths > 0 ? '-' : '';
  const feet = Math.floor(tenths / 120);
  const inches = (tenths % 120) / 10;
  return feet > 0 ? `${sign}${feet}' ${inches}"` : `${sign}${inches}"`;
}
