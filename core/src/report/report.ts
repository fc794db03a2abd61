import type { FootName } from '../body/index.ts';
import type { Point } from '../geometry/index.ts';
import type { FaultName, Finding } from '../rules/index.ts';
import type { Verdict } from '../measure/index.ts';
import type { ObservedEvent } from '../detection/index.ts';
import type { BalanceReport } from './balance.ts';
import type { CaptureReport } from './capture.ts';
import type { Cause, CheckNote, StruckFinding, TempoReport } from '../judging/index.ts';
import type { ErrorScores } from './measures.ts';
import type { DoneAs, Question } from '../matching/index.ts';
import type { Reading } from '../matching/index.ts';
import type { Judgement } from '../verdict/index.ts';
import type { Rhythm } from './rhythm.ts';

/**
 * Version of what judges. It rises whenever the same recording may be judged otherwise than before, so that a
 * stored report says whose judgement it is.
 */
export const ENGINE_VERSION = 13;

/** What happened at one planned move (`unseen`: the recording cannot show such a move), or at a move the plan lacks. Errors are observed - planned. */
export interface MoveReport {
  /** Planned number; null for an extra move. */
  readonly number: number | null;
  readonly status: 'matched' | 'one-foot' | 'missed' | 'extra' | 'unseen';
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
  /** The rhythm of moves that were done again and again; not in checks of earlier engines. */
  readonly rhythms?: readonly Rhythm[];
}

/** How the walk as a whole lies to the plan: what the middle is off by, and how far all of it is turned. */
export interface FrameSummary {
  readonly shiftM: Point;
  readonly turnDeg: number;
  /** Whether that explains where the student landed: then no step is to blame for it. */
  readonly isOff: boolean;
}

/** Strikes of the drill: how many were asked for and thrown, and how many of them otherwise than planned. */
export interface StrikeReport {
  readonly planned: number;
  /** Null where the recording tells of no strikes: then the check is of the feet alone. */
  readonly seen: number | null;
  readonly missed: number;
  /** Another one, or in another order. */
  readonly wrong: number;
  readonly extra: number;
}

export interface CheckReport {
  readonly engine: number;
  /** How the recording was read, where it was not as it is. */
  readonly reading: Reading;
  readonly verdict: {
    readonly outcome: Verdict;
    readonly matched: number;
    readonly planned: number;
    /** Causes: what follows from a fault is not counted beside it. */
    readonly faultCount: number;
    readonly undecidedCount: number;
  };
  /** What has to be settled; where one of them stands in the way, nothing is judged. */
  readonly questions: readonly Question[];
  readonly capture: CaptureReport;
  readonly moves: readonly MoveReport[];
  readonly faults: readonly Cause[];
  readonly undecided: readonly Cause[];
  /** The share of clean moves, habits, states and what holds; null where nothing was judged. Reports of engine 8 and before have none. */
  readonly judgement?: Judgement | null;
  /** What a coach struck out, with what it was: nothing of it counts. */
  readonly struckOut?: readonly StruckFinding[];
  /** How the drill was done where that was not as planned and yet the drill. */
  readonly ways?: readonly DoneAs[];
  /** Rules that the plan itself breaks for this body. */
  readonly planFindings: readonly Finding[];
  readonly notes: readonly CheckNote[];
  readonly frame: FrameSummary | null;
  readonly tempo: TempoReport;
  /** Reports of engine 7 and before have none. */
  readonly strikes?: StrikeReport;
  readonly footfalls: readonly ObservedEvent[];
  readonly range: RangeReport;
  readonly beat: BeatReport;
  readonly balance: BalanceReport;
}
