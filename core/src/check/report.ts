import type { FootName } from '../body/index.ts';
import type { FaultName, Finding } from '../rules/index.ts';
import type { Verdict } from '../measure/index.ts';
import type { ObservedEvent } from '../track/index.ts';
import type { BalanceReport } from './balance.ts';
import type { ErrorScores } from './measures.ts';

/** What happened at one planned move, or at a move the plan lacks. Errors are observed - planned. */
export interface MoveReport {
  /** Planned number; null for an extra move. */
  readonly number: number | null;
  readonly status: 'matched' | 'one-foot' | 'missed' | 'extra';
  readonly timeS: number;
  readonly firstFootPlanned: FootName | null;
  readonly firstFootObserved: FootName | null;
  /** Of the leading foot's step; null when it was not seen. */
  readonly directionErrorDeg: number | null;
  readonly distanceErrorM: number | null;
  /** Of the stance after the move, against the fitted separation. */
  readonly separationErrorM: number | null;
  /** Landing of the first foot against its beat, the student's own start counted as zero. */
  readonly timingErrorS: number | null;
  readonly footfalls: readonly number[];
  readonly faults: readonly FaultName[];
  readonly undecided: readonly FaultName[];
  readonly verdict: Verdict;
}

export interface RangeReport {
  /** Gap minus planned gap over the walk, metres. */
  readonly error: ErrorScores | null;
  readonly meanGapM: number | null;
  readonly shareInBand: number | null;
  readonly excursions: number;
  readonly longestExcursionS: number;
}

export interface BeatReport {
  /** Start of the drill in the capture's clock against the plan's. */
  readonly offsetS: number | null;
  /** Asynchrony of the first foot's landing, its mean after the offset and its SD. */
  readonly asynchrony: ErrorScores | null;
}

export interface CaptureReport {
  readonly durationS: number;
  readonly rateHz: number;
  readonly noiseM: number;
  readonly missingShare: number;
  readonly positionUM: number;
  readonly timeUS: number;
  readonly headingUDeg: number | null;
  readonly notices: readonly string[];
}

export interface CheckReport {
  readonly verdict: {
    readonly outcome: Verdict;
    readonly matched: number;
    readonly planned: number;
    readonly faultCount: number;
    readonly undecidedCount: number;
  };
  readonly capture: CaptureReport;
  readonly moves: readonly MoveReport[];
  readonly faults: readonly Finding[];
  readonly undecided: readonly Finding[];
  readonly footfalls: readonly ObservedEvent[];
  readonly range: RangeReport;
  readonly beat: BeatReport;
  readonly balance: BalanceReport;
}
