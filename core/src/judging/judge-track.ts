import { eventsOf, expand, expandWithout, type Footwork, type PlannedDrill } from '../pattern/index.ts';
import {
  foundBy,
  identified,
  isFault,
  judge,
  performPlan,
  type Finding,
  type Found,
  type Performance,
} from '../rules/index.ts';
import { smallestLiftM, type Detection, type Raise } from '../detection/index.ts';
import type { Track } from '../track/index.ts';
import type { AlignedMove } from '../matching/index.ts';
import { blindness } from '../matching/index.ts';
import { causesOf, type Cause } from './causes.ts';
import { clockMap, strikeClock, type ClockMap } from '../matching/index.ts';
import { compareWithPlan } from './compare.ts';
import type { FrameReport } from '../matching/index.ts';
import type { DoneAs, Match } from '../matching/index.ts';
import { notesOf, type CheckNote } from './notes.ts';
import { bouncesMiscounted, roundsMiscounted, withMiscounts } from './counting.ts';
import { drifted, offTheGround } from './creeping.ts';
import { performTrack } from './observe.ts';
import { beyondPlan } from './planned-faults.ts';
import { marksMoved, type Reading } from '../matching/index.ts';
import { drillRows } from '../matching/index.ts';
import { foldedByItem, foldedUnder } from './folding.ts';
import { asLegsShow, legsIn } from './legs.ts';
import { judgementOf, type Judgement } from '../verdict/index.ts';
import { withoutStruck, type StruckFinding, type StruckOut } from './struck-out.ts';
import { judgeTempo, type TempoReport } from './tempo.ts';

/** Everything that was judged of one recording, before it is put in words and numbers. */
export interface JudgedTrack {
  readonly drill: PlannedDrill;
  readonly footwork: Footwork;
  readonly rows: readonly AlignedMove[];
  readonly clock: ClockMap;
  readonly performance: Performance;
  readonly causes: readonly Cause[];
  readonly planFindings: readonly Finding[];
  readonly notes: readonly CheckNote[];
  readonly tempo: TempoReport;
  readonly judgement: Judgement;
  readonly ways: readonly DoneAs[];
  readonly struckOut: readonly StruckFinding[];
}

/** What a recording shows, with what was found in it. */
export interface SeenTrack {
  readonly track: Track;
  readonly detection: Detection;
}

/**
 * Judges with the marks where the plan has them. Where the whole walk lies beside them, what is found only
 * because of that cannot be told; with the marks taken as the student saw them, they lie where the walk says.
 */
export function judgeAsMarked(
  drill: PlannedDrill,
  seen: SeenTrack,
  match: Match,
  frame: FrameReport | null,
  how: HowJudged,
): JudgedTrack {
  const judgeTrack = judging(how);
  if (!frame?.isOff) return judgeTrack(drill, seen, match, null);
  const moved = marksMoved(drill, frame);
  const asSeen = judgeTrack(moved, seen, match, null);
  if (how.reading.marks === 'as seen') return asSeen;
  return judgeTrack(drill, seen, match, asSeen);
}

const idsOf = ({ id, consequences }: Cause): string[] => [id, ...consequences.map((one) => one.id)];

/**
 * @param asSeen where the whole walk lies beside the marks: what is found with the marks where the walk says.
 * What is found only beside them cannot be told, and who was off a mark is asked of those
 */
/** How a recording is to be judged: read, held to which standard, and done in which way. */
interface HowJudged {
  readonly reading: Reading;
  readonly standard: number | null;
  readonly struckOut: readonly StruckOut[];
  readonly ways: readonly DoneAs[];
}

const judging =
  ({ standard, ways, struckOut: struck }: HowJudged) =>
  (drill: PlannedDrill, seen: SeenTrack, match: Match, asSeen: JudgedTrack | null): JudgedTrack => {
    const sure = asSeen && new Set(asSeen.causes.flatMap(idsOf));
    const left = ways.flatMap((way) => (way.is === 'left out' ? way.left : []));
    const footwork = expandWithout(drill, left);
    const planned = performPlan(drill, footwork);
    const byNumber = new Map(footwork.moves.map((move) => [move.number, move]));
    const all = match.rows.map((row) => ({
      ...row,
      planned: row.planned && (byNumber.get(row.planned.number) ?? null),
    }));
    const span = drillRows(all);
    const { rows } = span;
    const beatS = 60 / drill.plan.tempoPerMin;
    const byFeet = clockMap(rows);
    const clock = byFeet.spanS ? byFeet : (strikeClock(footwork.moves, seen.track, beatS) ?? byFeet);
    const performance = performTrack(drill, planned, seen, span, clock);
    const { limits } = performance.stance.school;
    const { detection } = seen;
    const intervalS = beatS * match.pace;
    const ofRules = foundBy(performance);
    const {
      tempo,
      found: ofTempo,
      late,
    } = judgeTempo(rows, drill.plan.tempoPerMin, limits, performance.uOf, inTwo(ofRules));
    const compared = compareWithPlan(rows, {
      limits,
      leastStepM: performance.tolerances.leastStepM,
      planToTrackS: clock.planToTrackS,
      uOf: performance.uOf,
      isBlindAt: blindness(detection, intervalS),
      smallestStepM: detection.smallestStepM,
      smallestLiftM: Math.max(smallestLiftM(detection.left), smallestLiftM(detection.right)),
    });
    const planFindings = judge(left.length === 0 ? planned : performPlan(drill, expand(drill)));
    const raises = within(detection.raises, clock.spanS);
    const ofMoves = [...ofRules, ...compared];
    const ofTheWhole = [
      ...drifted(rows, performance, ofMoves),
      ...offTheGround(rows, detection, clock),
      ...bouncesMiscounted(rows, detection, clock),
    ];
    const legs = hasHeight(seen) ? null : legsIn(footwork);
    const found = [
      ...ofMoves,
      ...ofTempo,
      ...ofTheWhole,
      ...perhapsRaised(unasked(raises, footwork, clock)),
    ].flatMap(asLegsShow(legs, clock, detection.events));
    const own = identified(beyondPlan(found.filter(isFault), planFindings)).map((one): Finding =>
      sure && !sure.has(one.id) ? { ...one, verdict: 'cannot-tell' } : one,
    );
    const told = withMiscounts(
      causesOf(own, (asSeen ?? { rows }).rows),
      roundsMiscounted(drill.plan.pattern.items, [...span.walkedUp, ...rows, ...span.walkedOff]),
    );
    const { causes, struckOut } = withoutStruck(told, struck);
    return {
      drill,
      footwork,
      rows,
      clock,
      performance,
      causes: foldedUnder(foldedByItem(causes, footwork.moves), ways),
      ways,
      struckOut,
      judgement: judgementOf({
        drill,
        rows,
        performance,
        causes,
        late,
        standard,
        beatS: intervalS,
        legs,
        notSo: new Set(struck.map(({ id }) => id)),
      }),
      planFindings,
      notes: notesOf(
        span,
        raises,
        found.filter((one) => !isFault(one)),
      ),
      tempo,
    };
  };

/** Moves that fell in two: the next one has lost the beat. */
const inTwo = (found: readonly Found[]): Set<number> =>
  new Set(
    found.flatMap(({ fault, moveNumber, verdict }) =>
      (fault === 'late-follow' || fault === 'pause') && verdict === 'not-met' && moveNumber !== null
        ? [moveNumber]
        : [],
    ),
  );

const within = (raises: readonly Raise[], span: readonly [number, number] | null): Raise[] =>
  raises.filter(({ event }) => span !== null && event.landS >= span[0] && event.liftS <= span[1]);

/** Whether it can be told how high a foot was, or somebody marked where it came down. */
const hasHeight = ({ track, detection: { left, right } }: SeenTrack): boolean =>
  Boolean(track.landings) || (left.signal.z !== null && right.signal.z !== null);

/** Raises where the plan asks for none of that foot. */
const unasked = (raises: readonly Raise[], { moves }: Footwork, { trackToPlanS }: ClockMap): Raise[] =>
  raises.filter(({ event }) => {
    const [fromS, toS] = [trackToPlanS(event.liftS), trackToPlanS(event.landS)];
    return !eventsOf(moves).some(
      ({ how, foot, liftS, landS }) =>
        how === 'raise' && foot === event.foot && liftS < toS + BESIDE_S && landS > fromS - BESIDE_S,
    );
  });

/** A raise so near in time to a planned one is that one. */
const BESIDE_S = 0.5;

/** A foot that went out and came back, where no height tells whether it was in the air, is perhaps an extra move. */
const perhapsRaised = (raises: readonly Raise[]): Found[] =>
  raises.flatMap(({ event, heightM }): Found[] =>
    heightM !== null
      ? []
      : [
          {
            fault: 'extra-move',
            timeS: event.liftS,
            foot: event.foot,
            moveNumber: null,
            at: event.to,
            measured: 1,
            limit: 0,
            unit: 'count',
            expandedU: 1,
            verdict: 'cannot-tell',
          },
        ],
  );
