import {
  eventsOf,
  expand,
  expandWithout,
  settled,
  type Balls,
  type Footwork,
  type PlannedDrill,
  type PlannedMove,
} from '../pattern/index.ts';
import { isTravel, judge, performPlanForFindings, type Finding } from '../rules/index.ts';
import type { GapSeries } from '../range/index.ts';
import {
  detectFootfalls,
  withLegs,
  withoutRaises,
  withRaises,
  withTurns,
  type Detection,
} from '../detection/index.ts';
import type { Track } from '../track/index.ts';
import { frameOf, type FrameReport } from '../matching/index.ts';
import { judgeAsMarked, type StruckOut } from '../judging/index.ts';
import { doneAs, exchangesIn, matchToPlan, showsOf } from '../matching/index.ts';
import { questionOf, type DoneAs, type Question } from '../matching/index.ts';
import { drillRead, trackRead, type Reading } from '../matching/index.ts';
import { type CheckReport, reportOf } from '../report/index.ts';

/** A check with the series its charts and drawings need. */
export interface CheckResult {
  readonly report: CheckReport;
  /** The drill as it was judged: another than the one given where the reading says so. */
  readonly drill: PlannedDrill;
  readonly footwork: Footwork;
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
  /** How the recording is to be read where it is not what it seemed. */
  readonly reading?: Reading;
  /** What a coach says is not so. */
  readonly struckOut?: readonly StruckOut[];
  /** Share of clean moves that is asked for, whatever the drill and the student say. */
  readonly standard?: number;
}

/** A move in which one foot goes alone: it may go out and come back with the next. */
const goesAlone = ({ events }: PlannedMove): boolean =>
  new Set(events.filter(isTravel).map(({ foot }) => foot)).size === 1 &&
  events.every(({ how }) => how !== 'raise');

/** The turns and raises of feet that stand are looked for where a plan asks for them. */
function withAsked(landings: Detection, { moves }: Footwork): Detection {
  const asked = new Set(eventsOf(moves).map(({ how }) => how));
  const turned = asked.has('pivot') ? withTurns(landings) : landings;
  if (asked.has('raise')) return withRaises(withLegs(turned));
  return moves.some(goesAlone) ? withoutRaises(turned) : turned;
}

/** The findings of a plan before anyone walks it. */
export function checkPlan(drill: PlannedDrill): { footwork: Footwork; findings: Finding[] } {
  const footwork = expand(drill);
  return { footwork, findings: judge(performPlanForFindings(drill, footwork)) };
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
  return { footwork, findings: tooMany ? null : judge(performPlanForFindings(drill, footwork)) };
}

/**
 * Checks a track against a plan: finds the events, matches them to the planned moves, judges them
 * by the rules that judged the plan, and measures gap, beat and balance. Whether it is this drill at all is
 * asked first: while that is open, nothing is judged.
 */
export function checkTrack(given: PlannedDrill, recorded: Track, steps: CheckSteps = {}): CheckResult {
  const { round, ...reading } = steps.reading ?? {};
  if (round === undefined) return checkRead(given, recorded, steps);
  const whole = checkRead(given, recorded, { ...steps, reading });
  const [rounds] = whole.report.questions.flatMap((one) => (one.about === 'rounds' ? [one.spansS] : []));
  const spanS = rounds?.[round - 1];
  // A round that is not there is asked about again.
  return spanS ? checkRead(given, recorded, { ...steps, reading: { ...reading, spanS } }) : whole;
}

function checkRead(given: PlannedDrill, recorded: Track, steps: CheckSteps): CheckResult {
  const progress = steps.onProgress ?? (() => undefined);
  const reading = steps.reading ?? {};
  progress(0.05, 'Expanding the plan');
  const asked = settled(drillRead(given, reading));
  const track = trackRead(recorded, reading, given.plan);
  const footwork = expand(asked);
  progress(0.15, 'Finding footfalls');
  const landings = detectFootfalls(track);
  const detection = track.landings ? landings : withAsked(landings, footwork);
  progress(0.5, 'Matching steps to the plan');
  const seen = { track, detection };
  const matching = { intervalS: 60 / asked.plan.tempoPerMin, shows: showsOf(detection) };
  const asIs = matchToPlan(footwork.moves, detection.events, matching);
  const exchangesS = exchangesIn(track);
  const [fromS] = exchangesS;
  const first: Question | null =
    fromS === undefined
      ? questionOf(asked, detection, asIs)
      : { about: 'exchanged', fromS, times: exchangesS.length, reading: { exchanged: true } };
  // What would settle itself by another reading is asked; what is only done otherwise is looked at before it is another drill.
  const done =
    first && first.about !== 'another drill'
      ? { match: asIs, ways: [], isExplained: false }
      : doneAs(
          {
            moves: footwork.moves,
            events: detection.events,
            matching,
            items: asked.plan.pattern.items,
            endS: footwork.endS,
            without: (left) => expandWithout(asked, left).moves,
          },
          asIs,
          { left: detection.left.start, right: detection.right.start },
        );
  // What is another drill has no way of doing this one.
  const isOther = first !== null && !done.isExplained;
  const { match, ways } = isOther ? { match: asIs, ways: [] } : done;
  const question = isOther ? first : roundsAsked(ways);
  const frame = question ? null : frameOf(match.rows);
  progress(0.7, 'Judging');
  const judged = judgeAsMarked(asked, seen, match, frame, {
    reading,
    standard: steps.standard ?? null,
    struckOut: steps.struckOut ?? [],
    ways,
  });
  progress(0.9, 'Measuring');
  const questions = question
    ? [question]
    : frame?.isOff && reading.marks !== 'as seen'
      ? [frameQuestion(frame)]
      : [];
  const report = reportOf(judged, seen, { reading, questions, isOpen: question !== null, frame });
  progress(1, 'Done');
  return {
    report,
    drill: judged.drill,
    footwork: judged.footwork,
    gap: judged.performance.gap,
    start: { left: detection.left.start, right: detection.right.start },
    plannedLandS: Float64Array.from(
      eventsOf(judged.footwork.moves).map((event) => judged.clock.planToTrackS(event.landS)),
    ),
  };
}

/** Several rounds are judged one at a time: which is asked. */
function roundsAsked(ways: readonly DoneAs[]): Question | null {
  const rounds = ways.find((way) => way.is === 'rounds');
  if (rounds?.is !== 'rounds') return null;
  const [span] = rounds.spansS;
  return { about: 'rounds', spansS: rounds.spansS, reading: span ? { spanS: span } : null };
}

const frameQuestion = ({ shiftM, turnDeg }: FrameReport): Question => ({
  about: 'frame',
  shiftM: Math.hypot(shiftM.x, shiftM.y),
  turnDeg,
  reading: { marks: 'as seen' },
});
