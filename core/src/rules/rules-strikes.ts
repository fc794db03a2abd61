import { otherFoot, type FootName } from '../body/index.ts';
import type { FootEvent, StrikeCue } from '../pattern/index.ts';
import { strikeTiming } from '../range/index.ts';
import { atLeast, atMost } from '../measure/index.ts';
import { OWN_LIMITS } from './own-limits.ts';
import { pairStrikes, type Pairing } from './pair-strikes.ts';
import {
  finding,
  isTravel,
  onFloorM,
  type Found,
  type PerformedMove,
  type Performance,
  type ThrownStrike,
} from './performance.ts';

const RESET_S = OWN_LIMITS.resetS.value;
/** With the landing: contact within so much of it. */
const TOGETHER_S = OWN_LIMITS.togetherS.value;
/** So long after one strike the next one of a combination comes (own choice). */
const NEXT_STRIKE_S = 0.3;
/** A strike of a move with the landings it waits for, and when it is due. */
interface Due {
  readonly move: PerformedMove;
  readonly cue: StrikeCue;
  /** The landing before it; null where no foot has moved yet. */
  readonly last: FootEvent | null;
  /** The landing it goes with; null where the feet stand. */
  readonly own: FootEvent | null;
  readonly dueS: number;
}

const sideOf = (strike: string, lead: FootName): FootName =>
  strikeTiming(strike).side === 'lead' ? lead : otherFoot(lead);

const latest = (events: readonly FootEvent[]): FootEvent | null =>
  events.reduce<FootEvent | null>((last, event) => (last && last.landS > event.landS ? last : event), null);

/** What a strike waits for: steps, and where a move is a turn on the spot, the turn. */
function settling({ events }: PerformedMove): FootEvent[] {
  const travels = events.filter(isTravel);
  return travels.length > 0 ? travels : events.filter(({ how }) => how === 'pivot');
}

function duesOf(move: PerformedMove, before: FootEvent | null): Due[] {
  const steps = settling(move);
  const last = latest(steps) ?? before;
  return (move.planned?.strikes ?? []).map((cue, i): Due => {
    const ofSide = steps.findLast(({ foot }) => foot === sideOf(cue.strike, move.after.lead));
    const own = cue.when === 'together' ? (ofSide ?? latest(steps)) : null;
    const restedS = last ? last.landS + RESET_S + strikeTiming(cue.strike).contactS : -Infinity;
    // Feet that stand strike on the beat, if they have stood long enough by then.
    const firstS = steps.length > 0 ? restedS : Math.max(restedS, move.beatS);
    // Of several strikes each comes after the one before it.
    const dueS = own ? own.landS : firstS + i * NEXT_STRIKE_S;
    return { move, cue, last, own, dueS };
  });
}

const spotOf = ({ move, cue }: Due, { timeS }: ThrownStrike) => ({
  timeS,
  foot: sideOf(cue.strike, move.after.lead),
  moveNumber: move.moveNumber,
  at: null,
});

/** A strike that waits for the stance, or lands with its foot. Measured: seconds after that, negative before. */
function timing({ uOf }: Performance, due: Due, strike: ThrownStrike): Found[] {
  const { cue, last, own } = due;
  const after = own ?? last;
  if (!after) return [];
  const expandedU = 2 * Math.hypot(uOf(after).landS, strike.uS);
  const parts = { ...spotOf(due, strike), unit: 's', expandedU } as const;
  if (!own) {
    const measured = strike.timeS - strikeTiming(cue.strike).contactS - after.landS;
    return finding(atLeast(measured, RESET_S, expandedU), () => ({
      ...parts,
      fault: 'strike-early',
      measured,
      limit: RESET_S,
    }));
  }
  const measured = strike.timeS - own.landS;
  return [
    ...finding(atLeast(measured, -TOGETHER_S, expandedU), () => ({
      ...parts,
      fault: 'strike-early',
      measured,
      limit: -TOGETHER_S,
    })),
    ...finding(atMost(measured, TOGETHER_S, expandedU), () => ({
      ...parts,
      fault: 'strike-late',
      measured,
      limit: TOGETHER_S,
    })),
  ];
}

/** The gap at the moment nearest to a time. */
function gapAt({ gap: { timeS, gapM } }: Performance, atS: number): number | null {
  const i = timeS.findIndex((t) => t >= atS);
  return gapM[i === -1 ? timeS.length - 1 : i] ?? null;
}

/** A strike is thrown where it reaches. Measured: the gap; limit: the furthest contact of this body. */
function reach(performance: Performance, due: Due, strike: ThrownStrike): Found[] {
  const contact = performance.reachOf(strike.name);
  const measured = gapAt(performance, strike.timeS);
  if (!contact || measured === null) return [];
  const { targetSeen, uncertainty } = performance;
  const centreUM = uncertainty.positionM / Math.SQRT2;
  const gapUM = targetSeen ? centreUM : onFloorM(performance, due.move.after.left, centreUM);
  const expandedU = 2 * Math.hypot(gapUM, contact.uM, performance.targetUM);
  return finding(atMost(measured, contact.gapM, expandedU), () => ({
    ...spotOf(due, strike),
    fault: 'strike-out-of-reach',
    measured,
    limit: contact.gapM,
    unit: 'm',
    expandedU,
  })).filter(({ verdict }) => verdict === 'not-met');
}

/** A strike that is there or not, or another than planned. */
const miscast = (fault: Found['fault'], due: Due, timeS: number): Found => ({
  fault,
  timeS,
  foot: sideOf(due.cue.strike, due.move.after.lead),
  moveNumber: due.move.moveNumber,
  at: null,
  measured: 1,
  limit: 0,
  unit: 'count',
  expandedU: 0,
  verdict: 'not-met',
});

/** Strikes that were left out, exchanged, or thrown beside the plan. */
function cast(dues: readonly Due[], paired: Pairing): Found[] {
  const found: Found[] = [];
  const missed = new Set<Due>();
  const isOther = (i: number): boolean => {
    const strike = paired.of[i];
    return strike !== undefined && strike !== null && strike.name !== dues[i]?.cue.strike;
  };
  for (let i = 0; i < dues.length; i++) {
    const [due, strike, next] = [dues[i], paired.of[i], paired.of[i + 1]];
    if (!due) continue;
    if (!strike) missed.add(due);
    else if (!isOther(i)) continue;
    else if (isOther(i + 1) && next?.name === due.cue.strike && strike.name === dues[i + 1]?.cue.strike) {
      found.push(miscast('strike-order', due, strike.timeS));
      i++;
    } else found.push(miscast('wrong-strike', due, strike.timeS));
  }
  for (const strike of paired.beside) {
    // Thrown before or after another that was to come between: one order for another, not two mistakes.
    const exchanged = [...missed].find(
      ({ cue, dueS }) => cue.strike === strike.name && Math.abs(dueS - strike.timeS) <= EXCHANGED_S,
    );
    if (exchanged) {
      missed.delete(exchanged);
      found.push(miscast('strike-order', exchanged, strike.timeS));
      continue;
    }
    const nearest = dues.reduce<Due | null>(
      (best, due) =>
        best && Math.abs(best.dueS - strike.timeS) <= Math.abs(due.dueS - strike.timeS) ? best : due,
      null,
    );
    if (nearest && Math.abs(nearest.dueS - strike.timeS) <= BESIDE_S)
      found.push(miscast('extra-strike', nearest, strike.timeS));
  }
  return [...found, ...[...missed].map((due) => miscast('missed-strike', due, due.dueS))];
}

/** Two strikes that changed places are no further from where they should be than this (own choice). */
const EXCHANGED_S = 1.5;
/** Hands that move longer before or after everything that is planned belong to nothing of it (own choice). */
const BESIDE_S = 2;

/**
 * Every strike, of feet that move and of feet that stand: thrown, in its order, in time, and where it reaches. Where the
 * recording tells of no strikes, nothing is said of them.
 */
export function strikeRules(performance: Performance): Found[] {
  const { moves, strikes } = performance;
  if (strikes === 'not seen') return [];
  let last: FootEvent | null = null;
  const dues = moves.flatMap((move): Due[] => {
    const own = duesOf(move, last);
    last = latest(settling(move)) ?? last;
    return own;
  });
  if (dues.length === 0) return [];
  const thrown =
    strikes === 'as planned'
      ? dues.map(({ cue, dueS }): ThrownStrike => ({ timeS: dueS, name: cue.strike, uS: 0 }))
      : strikes.toSorted((a, b) => a.timeS - b.timeS);
  const paired =
    strikes === 'as planned'
      ? { of: thrown, beside: [] }
      : pairStrikes(
          dues.map(({ cue, dueS }) => ({ name: cue.strike, dueS })),
          thrown,
        );
  const judged = dues.flatMap((due, i): Found[] => {
    const strike = paired.of[i];
    if (!strike) return [];
    // How far another strike reaches than the planned one is told by its own reach; it has no time of its own.
    const own = strike.name === due.cue.strike ? timing(performance, due, strike) : [];
    return [...own, ...reach(performance, due, strike)];
  });
  return [...cast(dues, paired), ...judged];
}
