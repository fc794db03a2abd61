import { distanceM } from '../geometry/index.ts';
import { isTravel, type FaultName, type Finding, type Performance } from '../rules/index.ts';
import type { Verdict } from '../measure/index.ts';
import { medianOf, tellsOfStrikes } from '../track/index.ts';
import { balanceReport } from './balance.ts';
import { captureReport } from './capture.ts';
import { flatFindings, type Cause, stepErrors, type JudgedTrack, type SeenTrack } from '../judging/index.ts';
import type { AlignedMove, FrameReport } from '../matching/index.ts';
import { errorScores } from './measures.ts';
import type { Question } from '../matching/index.ts';
import type { Reading } from '../matching/index.ts';
import {
  ENGINE_VERSION,
  type BeatReport,
  type CheckReport,
  type MoveReport,
  type RangeReport,
  type StrikeReport,
} from './report.ts';
import { rhythmsOf } from './rhythm.ts';

/** What stands beside the judgement: how the recording was read, and what is open about it. */
interface Circumstances {
  readonly reading: Reading;
  readonly questions: readonly Question[];
  /** Whether a question stands in the way of judging. */
  readonly isOpen: boolean;
  readonly frame: FrameReport | null;
}

/** The report of a judged recording. While a question stands in the way it holds no fault. */
export function reportOf(judged: JudgedTrack, seen: SeenTrack, around: Circumstances): CheckReport {
  const { rows, performance, planFindings, notes, tempo } = judged;
  const { detection } = seen;
  const planned = rows.filter((row) => row.planned !== null);
  const found = planned.filter(({ observed }) => observed.length > 0);
  // Where no foot has to go anywhere the hands are what is judged.
  const isOfHands = planned.length > 0 && planned.every((row) => row.planned?.events.length === 0);
  const isJudged = !around.isOpen && (found.length > 0 || isOfHands);
  const causes = isJudged ? judged.causes : [];
  const faults = causes.filter((cause) => cause.verdict === 'not-met');
  const undecided = causes.filter((cause) => cause.verdict === 'cannot-tell');
  const offsetS = offsetOf(rows, beatIn(seen.track.notes), 60 / judged.drill.plan.tempoPerMin);
  const moves = moveReports(judged, causes, offsetS);
  const { frame } = around;
  return {
    engine: ENGINE_VERSION,
    reading: around.reading,
    verdict: {
      outcome: outcomeOf(judged, isJudged, around.isOpen),
      // Where a body is to stand there is nothing to find.
      matched: isJudged ? found.length + planned.filter(isStanding).length : 0,
      planned: planned.length,
      faultCount: faults.length,
      undecidedCount: undecided.length,
    },
    questions: around.questions,
    capture: captureReport(seen, performance.uncertainty),
    moves,
    faults,
    undecided,
    judgement: isJudged ? judged.judgement : null,
    ways: around.isOpen ? [] : judged.ways,
    struckOut: judged.struckOut,
    planFindings,
    notes: isJudged ? notes : [],
    frame: frame && { shiftM: frame.shiftM, turnDeg: frame.turnDeg, isOff: frame.isOff },
    tempo,
    strikes: strikeReport(judged, seen, causes),
    footfalls: detection.events.map((event) => ({ ...event, placeUM: performance.uOf(event).toM })),
    range: rangeReport(performance, causes),
    beat: {
      ...beatReport(moves, offsetS),
      rhythms: isJudged ? rhythmsOf(rows, tempo.walkedPerMin && tempo.askedPerMin / tempo.walkedPerMin) : [],
    },
    balance: balanceReport(performance),
  };
}

function strikeReport(
  { footwork, performance }: JudgedTrack,
  { track }: SeenTrack,
  causes: readonly Cause[],
): StrikeReport {
  const [fromS, toS] = performance.spanS;
  const found = flatFindings(causes);
  const count = (...faults: readonly FaultName[]): number =>
    found.filter(({ fault, verdict }) => verdict === 'not-met' && faults.includes(fault)).length;
  return {
    planned: footwork.moves.reduce((sum, { strikes }) => sum + strikes.length, 0),
    seen: tellsOfStrikes(track)
      ? track.strikes.filter(({ index }) => {
          const timeS = track.timeS[index] ?? NaN;
          return timeS >= fromS - BESIDE_DRILL_S && timeS <= toS + BESIDE_DRILL_S;
        }).length
      : null,
    missed: count('missed-strike'),
    wrong: count('wrong-strike', 'strike-order'),
    extra: count('extra-strike'),
  };
}

/** Of a part of a drill it is not told that it is met; of feet that stayed it is told that it is not. */
function outcomeOf({ judgement, ways }: JudgedTrack, isJudged: boolean, isOpen: boolean): Verdict {
  if (!isOpen && ways.some(({ is }) => is === 'stayed')) return 'not-met';
  if (!isJudged) return 'cannot-tell';
  const isPart = ways.some(({ is }) => is === 'ended early' || is === 'begun late');
  return isPart && judgement.outcome === 'met' ? 'cannot-tell' : judgement.outcome;
}

/** A move in which no foot does anything. */
const isStanding = ({ planned, observed }: AlignedMove): boolean =>
  planned?.events.length === 0 && observed.length === 0;

/** The last strike of a drill is thrown after its last step. */
const BESIDE_DRILL_S = 1;

/** Whether everything of a move was seen that the recording can show. */
const isWhole = ({ expected, observed }: AlignedMove): boolean =>
  observed.length > 0 && observed.length === expected.length;

function statusOf({ planned, expected, observed }: AlignedMove): MoveReport['status'] {
  if (!planned) return 'extra';
  if (expected.length === 0) return 'unseen';
  if (observed.length === 0) return 'missed';
  return observed.length < expected.length ? 'one-foot' : 'matched';
}

/** The metronome that a recording tells of in its notes; null where it does not. */
function beatIn(notes: Readonly<Record<string, string>>): { periodS: number; phaseS: number } | null {
  const [periodS, phaseS] = [Number(notes['beat_period_s']), Number(notes['beat_phase_s'])];
  return periodS > 0 && Number.isFinite(phaseS) ? { periodS, phaseS } : null;
}

/** A metronome sets the clock of a plan whose beat is its own, to so much of itself (own choice). */
const SAME_BEAT = 0.03;

/**
 * Start of the drill in the capture's clock against the plan's: by the metronome where it was heard, else by the student's
 * own landings.
 */
function offsetOf(
  rows: JudgedTrack['rows'],
  beat: ReturnType<typeof beatIn>,
  intervalS: number,
): number | null {
  const offsets = rows.flatMap((row) => {
    const { planned, observed } = row;
    return planned && observed[0] && isWhole(row) ? [observed[0].landS - planned.beatS] : [];
  });
  if (offsets.length === 0) return null;
  const own = medianOf(offsets);
  const first = rows.find(({ planned }) => planned)?.planned;
  if (!beat || !first || Math.abs(beat.periodS - intervalS) > SAME_BEAT * intervalS) return own;
  // The click that is nearest to where the student had the first beat.
  const { periodS, phaseS } = beat;
  return phaseS + Math.round((own + first.beatS - phaseS) / periodS) * periodS - first.beatS;
}

function moveReports(
  { rows, performance, clock }: JudgedTrack,
  causes: readonly Cause[],
  offsetS: number | null,
): MoveReport[] {
  const findings = flatFindings(causes);
  const performed = new Map(performance.moves.map((move) => [move.events[0]?.number, move]));
  const byMove = new Map<number, Finding[]>();
  const extras: Finding[] = [];
  for (const found of findings) {
    if (found.moveNumber === null) extras.push(found);
    else byMove.set(found.moveNumber, [...(byMove.get(found.moveNumber) ?? []), found]);
  }
  const fittedM = performance.stance.separation.valueM;
  return rows.map((row): MoveReport => {
    const { planned, expected, observed } = row;
    const own = planned
      ? (byMove.get(planned.number) ?? [])
      : extras.filter((found) => observed.some((seen) => Math.abs(seen.landS - found.timeS) < 1e-9));
    const lead = expected.find(isTravel);
    const seen = lead && observed.find((event) => isTravel(event) && event.foot === lead.foot);
    const errors = lead && seen ? stepErrors(lead, seen) : null;
    const after = observed[0] && performed.get(observed[0].number)?.after;
    const certain = own.filter((found) => found.verdict === 'not-met');
    const open = own.filter((found) => found.verdict === 'cannot-tell');
    return {
      number: planned?.number ?? null,
      status: statusOf(row),
      timeS: observed[0]?.landS ?? clock.planToTrackS(planned!.beatS),
      firstFootPlanned: planned?.firstFoot ?? null,
      firstFootObserved: observed[0]?.foot ?? null,
      directionErrorDeg: errors?.directionDeg ?? null,
      distanceErrorM: errors?.distanceM ?? null,
      separationErrorM: after ? distanceM(after.left, after.right) - fittedM : null,
      timingErrorS:
        planned && observed[0] && isWhole(row) && offsetS !== null
          ? observed[0].landS - planned.beatS - offsetS
          : null,
      footfalls: observed.map((event) => event.number),
      faults: [...new Set(certain.map((found) => found.fault))],
      undecided: [...new Set(open.map((found) => found.fault))],
      verdict:
        certain.length > 0
          ? 'not-met'
          : open.length > 0 || statusOf(row) === 'unseen'
            ? 'cannot-tell'
            : 'met',
    };
  });
}

function rangeReport({ gap, spanS }: Performance, causes: readonly Cause[]): RangeReport {
  const findings = flatFindings(causes);
  const errors: number[] = [];
  let sum = 0;
  let inside = 0;
  let longest = 0;
  let run = 0;
  for (let i = 0; i < gap.timeS.length; i++) {
    const t = gap.timeS[i]!;
    if (t < spanS[0] || t > spanS[1]) continue;
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
