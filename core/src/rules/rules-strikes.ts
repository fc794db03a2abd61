import { otherFoot, type FootName } from '../body/index.ts';
import type { FootEvent, StrikeCue } from '../pattern/index.ts';
import { strikeTiming } from '../range/index.ts';
import { atLeast, atMost } from '../measure/index.ts';
import { OWN_LIMITS } from './own-limits.ts';
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
/** A strike of the recording further from where it should be than this is another one. */
const SAME_STRIKE_S = 1;

/** A strike of a move with the landings it waits for, and when it was thrown; null where the recording has none. */
interface Thrown {
  readonly cue: StrikeCue;
  /** The landing before it; null where no foot has moved yet. */
  readonly last: FootEvent | null;
  /** The landing it goes with; null where the feet stand. */
  readonly own: FootEvent | null;
  readonly strike: ThrownStrike | null;
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

function thrownIn(performance: Performance, move: PerformedMove, before: FootEvent | null): Thrown[] {
  const steps = settling(move);
  const last = latest(steps) ?? before;
  const { strikes } = performance;
  return (move.planned?.strikes ?? []).map((cue): Thrown => {
    const ofSide = steps.findLast(({ foot }) => foot === sideOf(cue.strike, move.after.lead));
    const own = cue.when === 'together' ? (ofSide ?? latest(steps)) : null;
    const restedS = last ? last.landS + RESET_S + strikeTiming(cue.strike).contactS : -Infinity;
    // Feet that stand strike on the beat, if they have stood long enough by then.
    const dueS = own ? own.landS : steps.length > 0 ? restedS : Math.max(restedS, move.beatS);
    const strike =
      strikes === 'as planned'
        ? { timeS: dueS, name: cue.strike, uS: 0 }
        : (strikes
            .filter(({ name, timeS }) => name === cue.strike && Math.abs(timeS - dueS) <= SAME_STRIKE_S)
            .toSorted((a, b) => Math.abs(a.timeS - dueS) - Math.abs(b.timeS - dueS))[0] ?? null);
    return { cue, last, own, strike };
  });
}

const spotOf = (move: PerformedMove, strike: ThrownStrike, lead: FootName) => ({
  timeS: strike.timeS,
  foot: sideOf(strike.name, lead),
  moveNumber: move.moveNumber,
  at: null,
});

/** A strike that waits for the stance, or lands with its foot. Measured: seconds after that, negative before. */
function timing({ uOf }: Performance, move: PerformedMove, { cue, last, own, strike }: Thrown): Found[] {
  const after = own ?? last;
  if (!strike || !after) return [];
  const expandedU = 2 * Math.hypot(uOf(after).landS, strike.uS);
  const parts = { ...spotOf(move, strike, move.after.lead), unit: 's', expandedU } as const;
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
function reach(performance: Performance, move: PerformedMove, { strike }: Thrown): Found[] {
  const contact = strike && performance.reachOf(strike.name);
  const measured = strike ? gapAt(performance, strike.timeS) : null;
  if (!strike || !contact || measured === null) return [];
  const { targetSeen, uncertainty } = performance;
  const centreUM = uncertainty.positionM / Math.SQRT2;
  const gapUM = targetSeen ? centreUM : onFloorM(performance, move.after.left, centreUM);
  const expandedU = 2 * Math.hypot(gapUM, contact.uM, performance.targetUM);
  return finding(atMost(measured, contact.gapM, expandedU), () => ({
    ...spotOf(move, strike, move.after.lead),
    fault: 'strike-out-of-reach',
    measured,
    limit: contact.gapM,
    unit: 'm',
    expandedU,
  })).filter(({ verdict }) => verdict === 'not-met');
}

/** Every strike, of feet that move and of feet that stand: thrown in time, and where it reaches. */
export function strikeRules(performance: Performance): Found[] {
  let last: FootEvent | null = null;
  return performance.moves.flatMap((move): Found[] => {
    const thrown = thrownIn(performance, move, last);
    last = latest(settling(move)) ?? last;
    return thrown.flatMap((one) => [...timing(performance, move, one), ...reach(performance, move, one)]);
  });
}
