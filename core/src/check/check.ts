import { distanceM } from '../geometry/index.ts';
import { eventsOf, expand, type Balls, type Footwork, type PlannedDrill } from '../pattern/index.ts';
import {
  type CaptureUncertainty,
  type Finding,
  type Performance,
  foundBy,
  identified,
  judge,
  performPlan,
} from '../rules/index.ts';
import type { GapSeries } from '../range/index.ts';
import type { Verdict } from '../measure/index.ts';
import { detectFootfalls, type Detection, medianOf, type Track } from '../track/index.ts';
import { align, type AlignedMove } from './align.ts';
import { balanceReport } from './balance.ts';
import { clockMap, type ClockMap } from './clock.ts';
import { compareWithPlan, stepErrors } from './compare.ts';
import { errorScores } from './measures.ts';
import { performTrack } from './observe.ts';
import type { BeatReport, CheckReport, MoveReport, RangeReport } from './report.ts';

/** A check with the series its charts and drawings need. */
export interface CheckResult {
  readonly report: CheckReport;
  readonly footwork: Footwork;
  readonly planFindings: readonly Finding[];
  /** The gap over the capture's time, with band and planned gap. */
  readonly gap: GapSeries;
  /** Where the balls stood before the first observed footfall. */
  readonly start: Balls;
  /** The plan's times in the capture's clock, for every planned landing in order. */
  readonly plannedLandS: Float64Array;
}

export interface CheckSteps {
  /** Called between the stages with the share done, 0 to 1. May throw to cancel. */
  readonly onProgress?: (share: number, stage: string) => void;
}

/** The findings of a plan before anyone walks it. */
export function checkPlan(drill: PlannedDrill): { footwork: Footwork; findings: Finding[] } {
  const footwork = expand(drill);
  return { footwork, findings: judge(performPlan(drill, footwork)) };
}

/** Longer plans are expanded but not judged at once. */
export const MOST_JUDGED_MOVES = 1500;

export interface Judged {
  readonly footwork: Footwork;
  /** Null when the plan has too many moves to be judged at once. */
  readonly findings: Finding[] | null;
}

/** A plan judged as it is edited: one with more than MOST_JUDGED_MOVES moves is only expanded. */
export function judgePlan(drill: PlannedDrill): Judged {
  const footwork = expand(drill);
  const tooMany = footwork.moves.length > MOST_JUDGED_MOVES;
  return { footwork, findings: tooMany ? null : judge(performPlan(drill, footwork)) };
}

/**
 * Checks a track against a plan: finds the footfalls, matches them to the planned moves, judges them
 * by the rules that judged the plan, and measures gap, beat and balance.
 */
export function checkTrack(drill: PlannedDrill, track: Track, steps: CheckSteps = {}): CheckResult {
  const progress = steps.onProgress ?? (() => undefined);
  progress(0.05, 'Expanding the plan');
  const footwork = expand(drill);
  const planned = performPlan(drill, footwork);
  progress(0.15, 'Finding footfalls');
  const detection = detectFootfalls(track);
  progress(0.5, 'Matching steps to the plan');
  const rows = align(footwork.moves, detection.events, 60 / drill.plan.tempoPerMin);
  const clock = clockMap(rows);
  progress(0.7, 'Judging');
  const performance = performTrack(drill, planned, track, detection, rows, clock.trackToPlanS);
  const { limits } = footwork.stance.school;
  const findings = identified([
    ...foundBy(performance),
    ...compareWithPlan(rows, limits, performance.uncertainty, clock.planToTrackS),
  ]);
  progress(0.9, 'Measuring');
  const report = reportOf(drill, footwork, track, detection, rows, clock, performance, findings);
  progress(1, 'Done');
  return {
    report,
    footwork,
    planFindings: judge(planned),
    gap: performance.gap,
    start: performance.start,
    plannedLandS: Float64Array.from(eventsOf(footwork.moves).map((event) => clock.planToTrackS(event.landS))),
  };
}

function reportOf(
  drill: PlannedDrill,
  footwork: Footwork,
  track: Track,
  detection: Detection,
  rows: readonly AlignedMove[],
  clock: ClockMap,
  performance: Performance,
  findings: readonly Finding[],
): CheckReport {
  const faults = findings.filter((found) => found.verdict === 'not-met');
  const undecided = findings.filter((found) => found.verdict === 'cannot-tell');
  const offsets = rows.flatMap(({ planned, observed }) =>
    planned && observed.length === 2 ? [observed[0]!.landS - planned.beatS] : [],
  );
  const offsetS = offsets.length > 0 ? medianOf(offsets) : null;
  const moves = moveReports(rows, performance, findings, offsetS, clock);
  const matched = rows.filter((row) => row.planned && row.observed.length > 0).length;
  return {
    verdict: {
      outcome: outcomeOf(faults.length, undecided.length, matched),
      matched,
      planned: footwork.moves.length,
      faultCount: faults.length,
      undecidedCount: undecided.length,
    },
    capture: captureReport(track, detection, performance.uncertainty, matched),
    moves,
    faults,
    undecided,
    footfalls: detection.events,
    range: rangeReport(performance, clock.spanS, findings),
    beat: beatReport(moves, offsetS),
    balance: balanceReport(performance),
  };
}

function outcomeOf(faults: number, undecided: number, matched: number): Verdict {
  if (matched === 0) return 'cannot-tell';
  if (faults > 0) return 'not-met';
  return undecided > 0 ? 'cannot-tell' : 'met';
}

function captureReport(
  track: Track,
  detection: Detection,
  uncertainty: CaptureUncertainty,
  matched: number,
): CheckReport['capture'] {
  const withHeadings = track.left.headingDeg !== null && track.right.headingDeg !== null;
  const notices: string[] = [];
  if (!withHeadings) notices.push('No headings in this capture: facing was not checked.');
  if (matched === 0)
    notices.push('No step of this plan was found in the capture: is it the right recording?');
  if (detection.missingShare > 0.1) {
    notices.push(
      `${Math.round(100 * detection.missingShare)} % of the samples are missing: times near the holes are rough.`,
    );
  }
  return {
    durationS: track.timeS.at(-1)! - track.timeS[0]!,
    rateHz: detection.rateHz,
    noiseM: detection.noiseM,
    missingShare: detection.missingShare,
    positionUM: uncertainty.positionM,
    timeUS: uncertainty.timeS,
    headingUDeg: withHeadings ? uncertainty.headingDeg : null,
    notices,
  };
}

function moveReports(
  rows: readonly AlignedMove[],
  performance: Performance,
  findings: readonly Finding[],
  offsetS: number | null,
  clock: ClockMap,
): MoveReport[] {
  const performed = new Map(performance.moves.map((move) => [move.events[0]!.number, move]));
  const byMove = new Map<number, Finding[]>();
  const extras: Finding[] = [];
  for (const found of findings) {
    if (found.moveNumber === null) extras.push(found);
    else byMove.set(found.moveNumber, [...(byMove.get(found.moveNumber) ?? []), found]);
  }
  const fittedM = performance.stance.separation.valueM;
  return rows.map(({ planned, observed }): MoveReport => {
    const own = planned
      ? (byMove.get(planned.number) ?? [])
      : extras.filter((found) => observed.some((seen) => Math.abs(seen.landS - found.timeS) < 1e-9));
    const seen = planned && observed.find((event) => event.foot === planned.firstFoot);
    const errors = planned && seen ? stepErrors(planned.events[0]!, seen) : null;
    const after = observed[0] && performed.get(observed[0].number)?.after;
    const certain = own.filter((found) => found.verdict === 'not-met');
    const open = own.filter((found) => found.verdict === 'cannot-tell');
    return {
      number: planned?.number ?? null,
      status: !planned ? 'extra' : (['missed', 'one-foot', 'matched'] as const)[observed.length as 0 | 1 | 2],
      timeS: observed[0]?.landS ?? clock.planToTrackS(planned!.beatS),
      firstFootPlanned: planned?.firstFoot ?? null,
      firstFootObserved: observed[0]?.foot ?? null,
      directionErrorDeg: errors?.directionDeg ?? null,
      distanceErrorM: errors?.distanceM ?? null,
      separationErrorM: after ? distanceM(after.left, after.right) - fittedM : null,
      timingErrorS:
        planned && observed.length === 2 && offsetS !== null
          ? observed[0]!.landS - planned.beatS - offsetS
          : null,
      footfalls: observed.map((event) => event.number),
      faults: [...new Set(certain.map((found) => found.fault))],
      undecided: [...new Set(open.map((found) => found.fault))],
      verdict: certain.length > 0 ? 'not-met' : open.length > 0 ? 'cannot-tell' : 'met',
    };
  });
}

function rangeReport(
  { gap }: Performance,
  spanS: readonly [number, number] | null,
  findings: readonly Finding[],
): RangeReport {
  const errors: number[] = [];
  let sum = 0;
  let inside = 0;
  let longest = 0;
  let run = 0;
  for (let i = 0; i < gap.timeS.length; i++) {
    const t = gap.timeS[i]!;
    if (!spanS || t < spanS[0] || t > spanS[1]) continue;
    errors.push(gap.gapM[i]! - gap.plannedM[i]!);
    sum += gap.gapM[i]!;
    const within = gap.gapM[i]! >= gap.nearM[i]! && gap.gapM[i]! <= gap.farM[i]!;
    if (within) inside++;
    run = within || i === 0 ? 0 : run + t - gap.timeS[i - 1]!;
    longest = Math.max(longest, run);
  }
  return {
    error: errorScores(errors),
    meanGapM: errors.length > 0 ? sum / errors.length : null,
    shareInBand: errors.length > 0 ? inside / errors.length : null,
    excursions: findings.filter((found) => found.fault === 'out-of-band' && found.verdict === 'not-met')
      .length,
    longestExcursionS: longest,
  };
}

function beatReport(moves: readonly MoveReport[], offsetS: number | null): BeatReport {
  const timing = moves.flatMap((move) => (move.timingErrorS === null ? [] : [move.timingErrorS]));
  return { offsetS, asynchrony: errorScores(timing) };
}
