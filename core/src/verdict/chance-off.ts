import { lengthM } from '../geometry/index.ts';
import type { FaultName, Finding, Performance } from '../rules/index.ts';
import { meanOf, normalCdf, spreadOf } from './normal.ts';
import type { MoveReading, Signed } from './readings.ts';

/** How a number of many moves is spread in truth: with what the capture adds taken out. */
interface Spread {
  readonly mean: number;
  readonly s: number;
}

/** Fewer values than this say nothing of a spread. */
const LEAST = 5;
/** A value further out than this is no part of the spread: it is taken as it was measured. */
const OUTSIDE = 3;

function spreadWithout(values: readonly Signed[], alike = 0): Spread | null {
  if (values.length < LEAST) return null;
  const own = values.map(({ value }) => value);
  const sorted = own.toSorted((a, b) => a - b);
  const middle = sorted[sorted.length >> 1] ?? 0;
  const away = own.map((value) => Math.abs(value - middle)).toSorted((a, b) => a - b);
  const robust = 1.4826 * (away[away.length >> 1] ?? 0) || spreadOf(own);
  const captureU2 = meanOf(values.map(({ u }) => Math.max(0, u * u - alike * alike)));
  return { mean: middle, s: Math.sqrt(Math.max(0, robust * robust - captureU2)) };
}

/**
 * What a measured number tells of the true one, given how those of its kind are spread (normal posterior).
 * @param alike what all of them may be off by together, 1 sigma: it is in `u`, and no spread takes it away
 */
function trueOf(given: Signed, spread: Spread | null, alike = 0): Signed {
  const { value } = given;
  const u = Math.sqrt(Math.max(0, given.u * given.u - alike * alike));
  if (!spread || u <= 0) return { value, u };
  const { mean, s } = spread;
  if (Math.abs(value - mean) > OUTSIDE * Math.hypot(s, u)) return { value, u };
  const keeps = (s * s) / (s * s + u * u);
  return { value: mean + keeps * (value - mean), u: Math.sqrt(keeps) * u };
}

/** The chance that a number is beyond a limit on either side. */
const beyond = ({ value, u }: Signed, limit: number): number =>
  u <= 0 ? Number(Math.abs(value) > limit) : normalCdf((value - limit) / u) + normalCdf((-value - limit) / u);

/** Faults whose limit is a least one. */
const AT_LEAST: readonly FaultName[] = ['feet-together', 'pivot-short', 'no-pivot', 'strike-early'];

/** The chance that a finding is one, for what it says alone. */
function plainly({ fault, measured, limit, unit, expandedU, verdict }: Finding): number {
  if (verdict === 'not-met') return 1;
  if (unit === 'count' || !(expandedU > 0) || !Number.isFinite(expandedU)) return 0.5;
  const sign = AT_LEAST.includes(fault) ? -1 : 1;
  return normalCdf((sign * (measured - limit)) / (expandedU / 2));
}

/** What a capture may be off by in every move alike, 1 sigma: between the feet, in headings, and in both ends of a step, where it cancels. */
export interface Alike {
  readonly apartM: number;
  readonly headingDeg: number;
  readonly stepM: number;
}

/** Where all of a capture may be off to: so much longer and wider between the feet, so many degrees. */
export interface Shift {
  readonly longM: number;
  readonly wideM: number;
  readonly deg: number;
}
export const NO_SHIFT: Shift = { longM: 0, wideM: 0, deg: 0 };

export interface Spreads {
  readonly length: Spread | null;
  readonly direction: Spread | null;
  readonly long: Spread | null;
  readonly wide: Spread | null;
  readonly facing: Spread | null;
  readonly beat: Spread | null;
}

/** How the numbers of a drill are spread in truth. */
export function spreadsOf(
  readings: readonly MoveReading[],
  late: ReadonlyMap<number, Signed>,
  { apartM, headingDeg, stepM }: Alike,
): Spreads {
  const of = (value: (reading: MoveReading) => Signed | null, alike: number): Spread | null =>
    spreadWithout(
      readings.flatMap((reading) => value(reading) ?? []),
      alike,
    );
  return {
    length: of(({ lengthM: own }) => own, stepM),
    direction: of(({ directionDeg }) => directionDeg, 0),
    long: of(({ longM }) => longM, apartM),
    wide: of(({ wideM }) => wideM, apartM),
    facing: of(({ facingDeg }) => facingDeg, headingDeg),
    beat: spreadWithout([...late.values()]),
  };
}

/** What is known of a drill beside a finding. */
export interface Known {
  readonly spreads: Spreads;
  readonly late: ReadonlyMap<number, Signed>;
  readonly performance: Performance;
  readonly alike: Alike;
}

/**
 * The chance that a finding is one. What is certain is; where the capture cannot tell, what it tells of the other moves
 * helps: of many moves that a coarse capture scatters alike, few are as far off as they were measured.
 */
export function chanceOff(
  found: Finding,
  reading: MoveReading | undefined,
  { spreads, late, performance: { stance }, alike }: Known,
  shift: Shift,
): number {
  if (found.verdict === 'not-met' || !reading) return plainly(found);
  const one = (
    signed: Signed | null | undefined,
    spread: Spread | null,
    limit: number,
    ofAll = 0,
    by = 0,
  ): number => {
    if (!signed) return plainly(found);
    const { value, u } = trueOf(signed, spread, ofAll);
    return beyond({ value: value + by, u }, limit);
  };
  switch (found.fault) {
    case 'step-short':
    case 'step-over': {
      const { lengthM: own } = reading;
      return one(
        own,
        spreads.length,
        own ? Math.abs(found.limit - (found.measured - own.value)) : 0,
        alike.stepM,
      );
    }
    case 'wrong-direction':
      return one(reading.directionDeg, spreads.direction, found.limit);
    case 'not-facing':
      return one(reading.facingDeg, spreads.facing, found.limit, alike.headingDeg, shift.deg);
    case 'off-beat':
      return one(late.get(reading.number), spreads.beat, found.limit);
    case 'stance-not-restored':
    case 'foot-not-following': {
      const { longM, wideM } = reading;
      if (!longM || !wideM) return plainly(found);
      const [long, wide] = [
        trueOf(longM, spreads.long, alike.apartM),
        trueOf(wideM, spreads.wide, alike.apartM),
      ];
      const limit = stance.school.limits.restoreRatio * stance.separation.valueM;
      // As far out as both together are, known as well as the worse of the two.
      return beyond(
        {
          value: lengthM({ x: long.value + shift.longM, y: wide.value + shift.wideM }),
          u: Math.max(long.u, wide.u),
        },
        limit,
      );
    }
    default:
      return plainly(found);
  }
}
