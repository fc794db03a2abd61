import { wrapDeg, distanceM } from '../geometry/index.ts';
import type { EventKind, FootEvent } from '../pattern/index.ts';

/** Costs of the alignment, in units of "a footfall that does not belong" (own choice), in one table. */
export const COSTS = {
  /** A planned event of a move of which nothing was seen, and of a move of which something was. */
  missedEvent: 0.75,
  missingBeside: 0.9,
  /** An event that belongs to no move; before the first and after the last move people walk up and off. */
  extra: 0.8,
  beside: 0.3,
  /** A foot that turns a little in the midst of a move that asks for no turn of it. */
  looseTurn: 0.25,
  /** Two events of a move in the other order than planned. */
  swapped: 0.3,
  /** What a step differs by, and the place it reached: of the two the better, and each alone. */
  better: 0.3,
  step: 0.3,
  place: 0.05,
  stepCap: 2.5,
  /** A turn that differs by this many degrees costs as much as a step that differs by its own length. */
  turnScaleDeg: 45,
  turn: 0.5,
  /** An event of another kind than planned, as a hop for a step. */
  otherKind: 0.2,
  /** A leg that should go up and is seen to step. */
  legAsStep: 0.3,
  /** The least length that a step is off by the measure of, and the share of what it went. */
  stepScaleM: 0.1,
  longStep: 0.5,
  /** A ball that should stay and goes this far costs as much as a step that differs by its own length. */
  driftScaleM: 0.2,
  /** A leg that comes down this far from its place, too. */
  raiseScaleM: 0.3,
  rhythm: 0.5,
  rhythmCap: 1.2,
  /** Losing or gaining the beat costs once, however far it goes: a pause is a pause. */
  beatCap: 1.2,
  /** A beat lost or gained together with a move left out or put in. */
  shifted: 0.15,
} as const;

/** A foot that turns on its ball is seen otherwise than one that goes elsewhere. */
export const isTurn = ({ how }: { readonly how: EventKind }): boolean => how === 'pivot';

/** Whether a seen event may be a planned one: a foot that should turn on its ball may go somewhere instead. */
const mayBe = (planned: FootEvent, seen: FootEvent): boolean =>
  planned.foot === seen.foot && (isTurn(planned) || !isTurn(seen));

/** The planned event of a move that a seen one is taken for: the first of its foot and kind, or else of its foot. */
export const plannedFor = (
  { events }: { readonly events: readonly FootEvent[] },
  seen: FootEvent,
): FootEvent | undefined =>
  events.find((event) => event.foot === seen.foot && isTurn(event) === isTurn(seen)) ??
  events.find((event) => mayBe(event, seen));

/** How badly an event fits a planned one. */
function eventCost(planned: FootEvent, seen: FootEvent): number {
  // A leg that goes up is no step; where no height was recorded it looks like one.
  const asStep = planned.how === 'raise' && seen.how !== 'raise' ? COSTS.legAsStep : 0;
  if (!isTurn(planned)) return asStep + stepCost(planned, seen);
  const drift = isTurn(seen) ? 0 : COSTS.otherKind + driftCost(seen);
  return turnCost(planned, seen) + drift;
}

/** A foot that should have stayed: as a step that is off by that much. */
const driftCost = ({ from, to }: FootEvent): number =>
  COSTS.step * Math.min(COSTS.stepCap, distanceM(from, to) / COSTS.driftScaleM);

/**
 * How badly a footfall fits a planned one, from the step it made and the place it reached. The better
 * of the two decides most: a student who is off the marks still makes the planned steps, and one who
 * finds the mark again still reaches the planned place.
 */
function stepCost(planned: FootEvent, seen: FootEvent): number {
  // In numbers: this is the innermost call.
  const wantedX = planned.to.x - planned.from.x;
  const wantedY = planned.to.y - planned.from.y;
  const wentX = seen.to.x - seen.from.x;
  const wentY = seen.to.y - seen.from.y;
  const offX = wentX - wantedX;
  const offY = wentY - wantedY;
  const leastM = planned.how === 'raise' ? COSTS.raiseScaleM : COSTS.stepScaleM;
  const scale = Math.max(
    leastM,
    Math.sqrt(wantedX * wantedX + wantedY * wantedY),
    COSTS.longStep * Math.sqrt(wentX * wentX + wentY * wentY),
  );
  const off = Math.min(COSTS.stepCap, Math.sqrt(offX * offX + offY * offY) / scale);
  const away = Math.min(COSTS.stepCap, distanceM(planned.to, seen.to) / scale);
  return COSTS.better * Math.min(off, away) + COSTS.step * off + COSTS.place * away;
}

const turnOf = ({ headingBeforeDeg, headingAfterDeg }: FootEvent): number =>
  headingBeforeDeg === null || headingAfterDeg === null ? 0 : wrapDeg(headingAfterDeg - headingBeforeDeg);

function turnCost(planned: FootEvent, seen: FootEvent): number {
  const off = Math.abs(wrapDeg(turnOf(seen) - turnOf(planned))) / COSTS.turnScaleDeg;
  return COSTS.turn * Math.min(COSTS.stepCap, off);
}

/** What it costs to take events for those of a move, and the track's clock minus the plan's by them. */
export interface Taken {
  readonly cost: number;
  readonly clockS: number;
  /** The same by its last landing: who waits within a move is late with all that comes after it. */
  readonly leavesS: number;
  /** For each seen event the planned one it is taken for; null for a turn that is of none. */
  readonly as: readonly (FootEvent | null)[];
}

/**
 * Takes some events, in the order in which they were seen, for those of a move: each for one planned event of
 * its foot and kind, the cheapest way; a turn between others may be of none. Null where another has none.
 * @param planned the events of the move that can be seen, in their order
 */
export function takenFor(
  planned: readonly FootEvent[],
  seen: readonly FootEvent[],
  intervalS: number,
): Taken | null {
  let best: Taken | null = null;
  // What the events so far are taken for: one list, that grows and shrinks on the way through all of them.
  const as: (FootEvent | null)[] = [];
  const assign = (cost: number): void => {
    // No cost is negative: what costs as much already is no better in the end.
    if (best && cost >= best.cost) return;
    const event = seen[as.length];
    if (!event) {
      const missing = planned.length - takenOf(as);
      if (missing < 0 || missing === planned.length) return;
      const total = cost + COSTS.missingBeside * missing + orderCost(planned, seen, as, intervalS);
      if (!best || total < best.cost)
        best = { cost: total, clockS: clockOf(planned, seen, as), leavesS: leavesOf(seen, as), as: [...as] };
      return;
    }
    for (const one of planned) {
      if (!mayBe(one, event) || as.includes(one)) continue;
      as.push(one);
      assign(cost + eventCost(one, event));
      as.pop();
    }
    if (isTurn(event) && as.length > 0 && as.length < seen.length - 1) {
      as.push(null);
      assign(cost + COSTS.looseTurn);
      as.pop();
    }
  };
  assign(0);
  return best;
}

/** How many of some events are taken for planned ones. */
function takenOf(as: readonly (FootEvent | null)[]): number {
  let count = 0;
  for (const one of as) if (one !== null) count++;
  return count;
}

function orderCost(
  planned: readonly FootEvent[],
  seen: readonly FootEvent[],
  as: readonly (FootEvent | null)[],
  intervalS: number,
): number {
  let cost = 0;
  let before: FootEvent | null = null;
  let wantedBefore: FootEvent | null = null;
  let placeBefore = -1;
  let k = -1;
  for (let i = 0; i < seen.length; i++) {
    const one = as[i];
    const now = seen[i];
    if (!one || !now) continue;
    // The next of the planned events that some other is taken for, in their own order.
    do k++;
    while (k < planned.length && !as.includes(planned[k] ?? null));
    const wanted: FootEvent = planned[k] ?? one;
    const place = planned.indexOf(one);
    if (before && wantedBefore) {
      if (place < placeBefore) cost += COSTS.swapped;
      const rhythm = (now.landS - before.landS - (wanted.landS - wantedBefore.landS)) / (intervalS / 2);
      cost += COSTS.rhythm * Math.min(COSTS.rhythmCap, rhythm * rhythm);
    }
    before = now;
    wantedBefore = wanted;
    placeBefore = place;
  }
  return cost;
}

/** The first landing seen against the one it was: against the beat where all of the move was seen. */
const clockOf = (
  planned: readonly FootEvent[],
  seen: readonly FootEvent[],
  as: readonly (FootEvent | null)[],
): number => {
  const wanted = takenOf(as) === planned.length ? planned[0] : as[0];
  return (seen[0]?.landS ?? NaN) - (wanted?.landS ?? NaN);
};

/** The latest of the seen landings against the one it was. */
function leavesOf(seen: readonly FootEvent[], as: readonly (FootEvent | null)[]): number {
  let leavesS = -Infinity;
  for (let i = 0; i < seen.length; i++) {
    const [one, now] = [as[i], seen[i]];
    if (one && now) leavesS = Math.max(leavesS, now.landS - one.landS);
  }
  return leavesS;
}

/** What it costs that the track's clock moved against the plan's since the move matched before. */
export function beatCost(changeS: number, intervalS: number): number {
  if (Number.isNaN(changeS)) return 0;
  const off = changeS / (intervalS / 2);
  return Math.min(COSTS.beatCap, off * off);
}

/** A move left out or put in may take its beat with it. */
export function beatCostAfterSkip(changeS: number, intervalS: number): number {
  return Math.min(
    beatCost(changeS, intervalS),
    COSTS.shifted + beatCost(changeS - intervalS, intervalS),
    COSTS.shifted + beatCost(changeS + intervalS, intervalS),
  );
}
