import { longestPlannedTravelM, metres } from '../body/index.ts';
import { rectangularFloor } from '../floor/index.ts';
import type { Item, Plan } from '../pattern/index.ts';
import type { Circling } from './circle.ts';
import type { Two } from '../pair/index.ts';
import type { InOut } from './in-out.ts';

/** A mat with room to go back, and the partner on it. */
const MAT_M = [6, 8] as const;
const PARTNER_AT = { x: 3, y: 6.3 } as const;
/** So far beyond its nearest and furthest a band reaches (own choice: a foot that is put down a little elsewhere). */
export const NEARER_M = 0.15;
export const FURTHER_M = 0.2;
const TEMPO = 60;

export const toCm = (m: number): number => Math.round(m * 100) / 100;

/** A drill of the two: begun at a gap, within a band that is a little wider than what it needs. */
export function planFor(
  two: Two,
  name: string,
  items: readonly Item[],
  { beginsM, nearM, farM }: { readonly beginsM: number; readonly nearM: number; readonly farM: number },
): Plan {
  return {
    name: `${name} ${two.theirs.student.name}`,
    floor: rectangularFloor('Mat', ...MAT_M),
    target: { kind: 'partner', at: PARTNER_AT, radiusM: 0 },
    facing: { on: 'target' },
    band: { kind: 'fixed', nearM: toCm(Math.max(0, nearM - NEARER_M)), farM: toCm(farM + FURTHER_M) },
    tempoPerMin: TEMPO,
    pattern: {
      start: { at: { x: PARTNER_AT.x, y: toCm(PARTNER_AT.y - beginsM) }, headingDeg: 0 },
      items,
    },
  };
}

/** In, the strikes on the last landing, and out again, as often as was asked, with the band that it is judged by. */
export function inOutDrill(two: Two, { outM, inM, lands, returns }: InOut): Plan {
  const wayM = toCm(outM - inM);
  const lastM = toCm(Math.min(wayM, 0.9 * longestPlannedTravelM(two.mine.stance)));
  const before = toCm(wayM - lastM);
  const once: Item[] = [
    ...(before > 0 ? [{ move: { do: 'half-steps', bearingDeg: 0, distance: metres(before) } } as const] : []),
    {
      move: { do: 'step', bearingDeg: 0, length: metres(lastM), feet: 'both' },
      strikes: lands.map(({ strike }) => ({ strike, when: 'reset-first' as const })),
    },
    { move: { do: 'half-steps', bearingDeg: 180, distance: metres(wayM) } },
    { move: { do: 'hold' } },
  ];
  const items = returns === 1 ? once : [{ repeat: returns, items: once }];
  return planFor(two, 'In and out on', items, { beginsM: outM, nearM: inM, farM: outM });
}

/** Round them in equal steps, and back the other way. */
export function circleDrill(two: Two, { radiusM, steps, angleEachDeg }: Circling): Plan {
  const walk = (byDeg: number): Item => ({
    move: { do: 'arc-walk', byDeg: Math.round(byDeg * 10) / 10, steps },
  });
  const items = [walk(angleEachDeg), { move: { do: 'hold' } } as const, walk(-angleEachDeg)];
  return planFor(two, 'Round', items, { beginsM: radiusM, nearM: radiusM, farM: radiusM });
}
