import { atMost } from '../measure/index.ts';
import type { FootEvent } from '../pattern/index.ts';
import { OWN_LIMITS } from './own-limits.ts';
import { finding, isTravel, type Found, type PerformedMove, type Performance } from './performance.ts';

/** The first landing of each foot of a move that goes somewhere, in their order. */
function landings(events: readonly FootEvent[]): FootEvent[] {
  const goes = events.filter(isTravel);
  return goes.filter((event, i) => goes.findIndex(({ foot }) => foot === event.foot) === i);
}

/** How long the second foot lands after the first. */
function apartS(events: readonly FootEvent[]): number | null {
  const [first, second] = landings(events).toSorted((a, b) => a.landS - b.landS);
  return first && second ? second.landS - first.landS : null;
}

/** The second foot of a step lands as soon after the first as planned, or a share of a beat later. */
export function lateFollow({ uOf, beatS }: Performance, move: PerformedMove): Found[] {
  const { planned, events } = move;
  if (!planned?.judged.halfStep) return [];
  const [asked, did] = [apartS(planned.events), apartS(events)];
  const second = landings(events).toSorted((a, b) => a.landS - b.landS)[1];
  const first = landings(events)[0];
  if (asked === null || did === null || !first || !second) return [];
  const limit = asked + OWN_LIMITS.lateFollowShare.value * beatS;
  const expandedU = 2 * Math.hypot(uOf(first).landS, uOf(second).landS);
  return finding(atMost(did, limit, expandedU), () => ({
    fault: 'late-follow',
    timeS: second.landS,
    foot: second.foot,
    moveNumber: move.moveNumber,
    at: second.to,
    measured: did,
    limit,
    unit: 's',
    expandedU,
  }));
}

/** Between one foot's landing and what the next one does: as planned, neither longer nor shorter by a share of a beat. */
export function outOfStep({ uOf, beatS }: Performance, move: PerformedMove): Found[] {
  const { planned, events } = move;
  // The two feet of a step are judged by when they land.
  if (!planned || planned.judged.halfStep) return [];
  const share = OWN_LIMITS.pauseShare.value * beatS;
  const [first, second] = landings(events);
  const plannedOf = (event: FootEvent | undefined): FootEvent | undefined =>
    planned.events.find((one) => isTravel(one) && one.foot === event?.foot);
  const [before, after] = [plannedOf(first), plannedOf(second)];
  if (!first || !second || !before || !after || before.liftS > after.liftS) return [];
  const moreS = second.liftS - first.landS - (after.liftS - before.landS);
  const expandedU = 2 * Math.hypot(uOf(first).landS, uOf(second).liftS);
  return finding(atMost(Math.abs(moreS), share, expandedU), () => ({
    fault: moreS > 0 ? 'pause' : 'rushed',
    timeS: second.liftS,
    foot: second.foot,
    moveNumber: move.moveNumber,
    at: second.from,
    measured: Math.abs(moreS),
    limit: share,
    unit: 's',
    expandedU,
  }));
}
