import { detectFootfalls, type Detection } from '../detection/index.ts';
import { medianOf, type Track } from '../track/index.ts';
import type { Striker } from '../range/index.ts';
import { driftOf, type RoundDrift } from './drift.ts';
import { feetAlone, type FeetAlone } from './feet-alone.ts';
import { inBand, type InBand, type RoundBand } from './in-band.ts';
import { responseOf, type NoResponse, type Response, type Stepping } from './response.ts';
import { anglesOf, ribbonOf, thrownOf, type Angles, type Ribbon, type Thrown } from './ribbon.ts';
import { seriesOf, type RoundSeries } from './series.ts';

/** What is asked of a round. */
export interface RoundOrder {
  readonly track: Track;
  readonly mine: Striker;
  /** The body of a partner; null for a bag, or where it is not known. */
  readonly theirs: Striker | null;
  /** From the middle of a bag to its surface; 0 for a partner. */
  readonly radiusM: number;
  readonly band: RoundBand;
  /** Beats a minute, where the round had a beat. */
  readonly tempoPerMin: number | null;
}

/** A round read against what moved, without a plan. */
export interface Round {
  readonly seconds: number;
  readonly missingShare: number;
  /** Standard uncertainty of the gap, metres. */
  readonly gapUM: number;
  readonly band: RoundBand;
  /** Null where no target was recorded. */
  readonly against: Against | null;
  readonly feet: FeetAlone;
}

export interface Against {
  readonly series: RoundSeries;
  readonly inBand: InBand;
  /** Null where the body of the partner is not known. */
  readonly ribbon: Ribbon | null;
  readonly thrown: readonly Thrown[] | null;
  readonly angles: Angles | null;
  readonly response: Response | NoResponse;
  readonly drift: RoundDrift | null;
}

/** What a device says of its own places, or what a good one is off by, 1 sigma, metres. */
const USUAL_PLACE_UM = 0.01;

function placeUM({ notes }: Track, { noiseM }: Detection): number {
  const noted = Number(notes.position_u_m);
  return Math.hypot(Number.isFinite(noted) && noted > 0 ? noted : USUAL_PLACE_UM, noiseM / 2);
}

/** Half a beat until the next step begins, and half its flight, seconds. */
function steppingOf({ events }: Detection, tempoPerMin: number | null): Stepping {
  const flights = events.map(({ liftS, landS }) => landS - liftS);
  return {
    liftsS: events.map(({ liftS }) => liftS),
    steppingS: tempoPerMin === null || flights.length === 0 ? null : 30 / tempoPerMin + medianOf(flights) / 2,
  };
}

/** Reads a round. */
export function readRound({ track, mine, theirs, radiusM, band, tempoPerMin }: RoundOrder): Round {
  const detection = detectFootfalls(track);
  const uM = placeUM(track, detection);
  // Two feet in the middle of mine; and a target that is seen as well as they.
  const gapUM = Math.hypot(uM / Math.SQRT2, uM);
  const series = seriesOf(track, { radiusM, mine: mine.stance, theirs: theirs?.stance ?? null });
  const two = theirs && { mine, theirs };
  return {
    seconds: (track.timeS.at(-1) ?? 0) - (track.timeS[0] ?? 0),
    missingShare: detection.missingShare,
    gapUM,
    band,
    against: series && {
      series,
      inBand: inBand(series, band, gapUM),
      ribbon: two && ribbonOf(series, two),
      thrown: two && thrownOf(track, series, two, gapUM),
      angles: two && anglesOf(series, two),
      response: responseOf(series, steppingOf(detection, tempoPerMin)),
      drift: driftOf(series),
    },
    feet: feetAlone(track, detection, mine.stance, uM),
  };
}
