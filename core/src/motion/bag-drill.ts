import { metres } from '../body/index.ts';
import { rectangularFloor } from '../floor/index.ts';
import { radians } from '../geometry/index.ts';
import type { Item, Plan } from '../pattern/index.ts';
import type { StrikeId, Striker } from '../range/index.ts';
import { FURTHER_M, NEARER_M, toCm } from './drills.ts';
import { pendulumPeriodS, stepWithBag, swingingBag } from './swinging-bag.ts';

const MAT_M = [6, 8] as const;
const BAG_AT = { x: 3, y: 5 } as const;
const BAG_M = 0.18;
/** A drill begins with its first beat, a second after it is begun. */
const BEGINS_S = 1;

/** In and out with a bag that swings, the same strike on every landing that it fits; the band is what the jab needs. */
export function bagDrill(
  striker: Striker,
  lengthM: number,
  amplitudeDeg: number,
  swings: number,
  strike: StrikeId,
): Plan {
  const { beatS, beginsS, landings } = stepWithBag(striker, lengthM, amplitudeDeg, swings);
  const { standM } = swingingBag(striker, lengthM, amplitudeDeg);
  const periodS = pendulumPeriodS(lengthM, amplitudeDeg);
  const items = landings.map(({ moveM, strikes }): Item => {
    const thrown = strikes.includes(strike) ? { strikes: [{ strike, when: 'reset-first' as const }] } : {};
    const m = toCm(Math.abs(moveM));
    return m === 0
      ? { move: { do: 'hold' }, ...thrown }
      : { move: { do: 'step', bearingDeg: moveM > 0 ? 0 : 180, length: metres(m), feet: 'both' }, ...thrown };
  });
  const gaps = landings.flatMap(({ gapM, closestM }) => [gapM, closestM]);
  const furthestS = (((BEGINS_S - beginsS) % periodS) + periodS) % periodS;
  return {
    name: 'With a bag that swings',
    floor: rectangularFloor('Mat', ...MAT_M),
    target: {
      kind: 'bag',
      at: BAG_AT,
      radiusM: BAG_M,
      swing: {
        headingDeg: 0,
        amplitudeM: toCm(lengthM * Math.sin(radians(amplitudeDeg))),
        periodS: Math.round(1000 * periodS) / 1000,
        furthestS: Math.round(1000 * furthestS) / 1000,
      },
    },
    facing: { on: 'target' },
    band: {
      kind: 'fixed',
      nearM: toCm(Math.max(0, Math.min(...gaps) - NEARER_M)),
      farM: toCm(Math.max(standM + lengthM * Math.sin(radians(amplitudeDeg)), ...gaps) + FURTHER_M),
    },
    tempoPerMin: Math.round(60 / beatS),
    pattern: {
      start: { at: { x: BAG_AT.x, y: toCm(BAG_AT.y - BAG_M - standM) }, headingDeg: 0 },
      items,
    },
  };
}
