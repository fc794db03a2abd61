import { otherFoot, type FootName } from '../body/index.ts';
import type { StrikeCue } from '../pattern/index.ts';
import { strikeTiming } from '../range/index.ts';
import { atLeast, atMost } from '../measure/index.ts';
import {
  finding,
  isTravel,
  onFloorM,
  type Found,
  type PerformedMove,
  type Performance,
  type ThrownStrike,
} from './performance.ts';

/** A strike starts so long after the last landing where the stance is restored first (own choice). */
const RESET_S = 0.1;
/** With the landing: contact within so much of it (common practice, no published source). */
const TOGETHER_S = 0.06;
/** A strike of the recording further from where it should be than this is another one. */
const SAME_STRIKE_S = 1;

/** A strike of a move with the moment it should land, and when it did; null where the recording has none. */
interface Thrown {
  readonly cue: StrikeCue;
  readonly lastLandS: number;
  /** The landing it goes with. */
  readonly withLandS: number;
  readonly landUS: number;
  readonly strike: ThrownStrike | null;
}

const sideOf = (strike: string, lead: FootName): FootName =>
  strikeTiming(strike).side === 'lead' ? lead : otherFoot(lead);

function thrownIn(performance: Performance, move: PerformedMove): Thrown[] {
  const travels = move.events.filter(isTravel);
  // After a turn on the spot the stance stands when the turn ends.
  const steps = travels.length > 0 ? travels : move.events.filter(({ how }) => how === 'pivot');
  const last = steps.reduce<(typeof steps)[number] | undefined>(
    (latest, event) => (latest && latest.landS > event.landS ? latest : event),
    undefined,
  );
  return (move.planned?.strikes ?? []).flatMap((cue): Thrown[] => {
    if (!last) return [];
    const own = steps.findLast(({ foot }) => foot === sideOf(cue.strike, move.after.lead)) ?? last;
    const { contactS } = strikeTiming(cue.strike);
    const dueS = cue.when === 'together' ? own.landS : last.landS + RESET_S + contactS;
    const { strikes } = performance;
    const strike =
      strikes === 'as planned'
        ? { timeS: dueS, name: cue.strike, uS: 0 }
        : (strikes
            .filter(({ name, timeS }) => name === cue.strike && Math.abs(timeS - dueS) <= SAME_STRIKE_S)
            .toSorted((a, b) => Math.abs(a.timeS - dueS) - Math.abs(b.timeS - dueS))[0] ?? null);
    const { uOf } = performance;
    return [
      {
        cue,
        strike,
        lastLandS: last.landS,
        withLandS: own.landS,
        landUS: uOf(cue.when === 'together' ? own : last).landS,
      },
    ];
  });
}

const spotOf = (move: PerformedMove, strike: ThrownStrike, lead: FootName) => ({
  timeS: strike.timeS,
  foot: sideOf(strike.name, lead),
  moveNumber: move.moveNumber,
  at: null,
});

/** A strike that waits for the stance, or lands with its foot. Measured: seconds after that, negative before. */
function timing(move: PerformedMove, { cue, strike, lastLandS, withLandS, landUS }: Thrown): Found[] {
  if (!strike) return [];
  const expandedU = 2 * Math.hypot(landUS, strike.uS);
  const parts = { ...spotOf(move, strike, move.after.lead), unit: 's', expandedU } as const;
  if (cue.when === 'reset-first') {
    const measured = strike.timeS - strikeTiming(cue.strike).contactS - lastLandS;
    return finding(atLeast(measured, RESET_S, expandedU), () => ({
      ...parts,
      fault: 'strike-early',
      measured,
      limit: RESET_S,
    }));
  }
  const measured = strike.timeS - withLandS;
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

/** Every strike of a move: thrown in time, and where it reaches. */
export const strikeRules = (performance: Performance, move: PerformedMove): Found[] =>
  thrownIn(performance, move).flatMap((thrown) => [
    ...timing(move, thrown),
    ...reach(performance, move, thrown),
  ]);
