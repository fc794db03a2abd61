/** The one place where metres and degrees become text a coach can tape. */
export type UnitSystem = 'metric' | 'imperial';

const INCH_M = 0.0254;

/**
 * Length as text: metric to the centimetre ("63 cm", "1.35 m"); imperial in feet and inches to the
 * half inch (`2' 1½"`). International inch of 0.0254 m exactly (yard and pound agreement, 1959).
 */
export function formatLength(metres: number, units: UnitSystem): string {
  const sign = metres < 0 ? '−' : '';
  const size = Math.abs(metres);
  if (units === 'metric') {
    const cm = Math.round(size * 100);
    if (cm === 0) return '0 cm';
    return cm < 100 ? `${sign}${cm} cm` : `${sign}${(cm / 100).toFixed(2)} m`;
  }
  const halves = Math.round(size / INCH_M / 0.5);
  if (halves === 0) return '0"';
  const feet = Math.floor(halves / 24);
  const inches = (halves % 24) / 2;
  const whole = Math.floor(inches);
  const half = inches % 1 ? '½' : '';
  const inchText = whole === 0 && half ? `½"` : `${whole}${half}"`;
  return `${sign}${feet ? `${feet}' ` : ''}${inchText}`;
}

/** Tape reading: metric to the millimetre in metres, imperial to the half inch. */
export const formatTape = (metres: number, units: UnitSystem): string =>
  units === 'metric' ? `${metres.toFixed(3)} m` : formatLength(metres, units);

/** Small length: metric to the millimetre in cm, imperial to a tenth of an inch. */
export function formatSmall(metres: number, units: UnitSystem): string {
  const value = units === 'metric' ? metres * 100 : metres / INCH_M;
  const text = Math.abs(value).toFixed(1);
  return `${Number(text) !== 0 && value < 0 ? '−' : ''}${text} ${units === 'metric' ? 'cm' : 'in'}`;
}

export const formatDegrees = (deg: number): string =>
  `${Math.round(deg) < 0 ? '−' : ''}${Math.abs(Math.round(deg))}°`;

/** Seconds to the hundredth, with a real minus sign. */
export const formatSeconds = (seconds: number): string => {
  const text = Math.abs(seconds).toFixed(2);
  return `${seconds < 0 && Number(text) !== 0 ? '−' : ''}${text} s`;
};

/** Number shown in an input box for a length: centimetres or inches. */
export const lengthToField = (metres: number, units: UnitSystem): number =>
  units === 'metric' ? Math.round(metres * 1000) / 10 : Math.round((metres / INCH_M) * 10) / 10;

export const fieldToLength = (value: number, units: UnitSystem): number =>
  units === 'metric' ? value / 100 : value * INCH_M;

export const fieldUnit = (units: UnitSystem): string => (units === 'metric' ? 'cm' : 'in');
