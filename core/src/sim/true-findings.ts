import { targetAt } from '../floor/index.ts';
import type { Point } from '../geometry/index.ts';
import { align, type AlignedMove, clockMap } from '../matching/index.ts';
import { beyondPlan, compareWithPlan, judgeTempo, performedMoves, plannedGap } from '../judging/index.ts';
import { bandsAlong, expand, courseOf, settled, type PlannedDrill } from '../pattern/index.ts';
import {
  asPeopleAreJudged,
  EXACT_EVENT,
  type Finding,
  foundBy,
  identified,
  isFault,
  judge,
  OF_PEOPLE,
  type Performance,
  performPlan,
} from '../rules/index.ts';
import { gapSeries } from '../range/index.ts';
import type { TrueWalk } from './walk.ts';

/**
 * What a perfect capture of a simulated walk would find: the rules on the exact events, with the
 * known belonging of every event and no uncertainty. The measure for judging a real capture.
 */
export function trueFindings(given: PlannedDrill, truth: TrueWalk): Finding[] {
  const drill = settled(given);
  const footwork = expand(drill);
  const { target } = drill.plan;
  const bandAt = bandsAlong(drill.plan, footwork);
  const planned = performPlan(drill, footwork);
  const rows = knownRows(truth, footwork.moves);
  const clock = clockMap(rows);
  const ballAt = courseOf(truth.start, truth.events);
  const plannedGapAt = plannedGap(planned, target.radiusM);
  const targetNow = (timeS: number): Point => targetAt(target, clock.trackToPlanS(timeS));
  const timeS = Float64Array.from({ length: Math.floor(truth.endS * 50) }, (_, i) => i / 50);
  const stance = asPeopleAreJudged(planned.stance);
  const moves = performedMoves(rows, { ...planned, start: truth.start }, clock);
  const performance: Performance = {
    ...planned,
    stance,
    tolerances: OF_PEOPLE,
    start: truth.start,
    moves,
    ballAt,
    strikes: truth.strikes.map((strike) => ({ ...strike, uS: 0 })),
    spanS: clock.spanS ?? [0, 0],
    targetAt: targetNow,
    gap: gapSeries(
      timeS,
      { ballAt, targetAt: targetNow },
      { target, bandAt: (t) => bandAt(clock.trackToPlanS(t)) },
      (t) => plannedGapAt(clock.trackToPlanS(t)),
    ),
  };
  const { limits } = stance.school;
  const uOf = () => EXACT_EVENT;
  const found = [
    ...foundBy(performance).filter(isFault),
    ...compareWithPlan(rows, {
      limits,
      leastStepM: OF_PEOPLE.leastStepM,
      planToTrackS: clock.planToTrackS,
      uOf,
      isBlindAt: () => false,
      smallestStepM: 0,
      smallestLiftM: 0,
    }),
    ...judgeTempo(rows, drill.plan.tempoPerMin, limits, uOf).found,
  ];
  return identified(beyondPlan(found, judge(planned))).filter((found) => found.verdict === 'not-met');
}

function knownRows(truth: TrueWalk, planned: Parameters<typeof align>[0]): AlignedMove[] {
  const rows: AlignedMove[] = planned.map((move) => ({
    planned: move,
    expected: move.events.filter((event) => event.how !== 'bounce'),
    observed: truth.events.filter((_, i) => truth.moveOf[i] === move.number),
  }));
  const extras = truth.events.flatMap((event, i) => (truth.moveOf[i] === null ? [{ event, i }] : []));
  for (let e = 0; e < extras.length; e += 2) {
    const before = truth.moveOf.slice(0, extras[e]!.i).findLast((number) => number !== null) ?? 0;
    const at = rows.findIndex((row) => row.planned?.number === before) + 1;
    rows.splice(at, 0, {
      planned: null,
      expected: [],
      observed: extras.slice(e, e + 2).map(({ event }) => event),
    });
  }
  return rows;
}
