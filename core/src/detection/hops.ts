import type { ObservedEvent } from './observed.ts';
import { indexBefore, medianOf, type FootSamples, type Samples } from '../track/index.ts';

/** Both feet are in the air at once where their flights share so much of the shorter one, and rise so far. */
const SHARED = 0.6;
const RISE_M = 0.03;

/** Greatest height of a ball above where it mostly is, between two times; null without heights. */
function riseBetween(timeS: Samples, { z }: FootSamples, fromS: number, toS: number): number | null {
  if (!z) return null;
  const stride = Math.max(1, Math.floor(z.length / 2000));
  const floorM = medianOf(z.filter((value, i) => i % stride === 0 && !Number.isNaN(value)));
  let topM = 0;
  for (let i = indexBefore(timeS, fromS); i < z.length && timeS[i]! <= toS; i++)
    if (z[i]! - floorM > topM) topM = z[i]! - floorM;
  return topM;
}

/**
 * Names as hops the events of two feet that were in the air together; by height, so that two feet that slide
 * at once are no hop. Takes them in the order in which they left the floor.
 */
export function withHops(
  timeS: Samples,
  feet: Readonly<Record<'left' | 'right', FootSamples>>,
  events: readonly ObservedEvent[],
): ObservedEvent[] {
  const named = [...events];
  for (let i = 1; i < named.length; i++) {
    const [a, b] = [named[i - 1]!, named[i]!];
    if (a.foot === b.foot) continue;
    const sharedS = Math.min(a.landS, b.landS) - Math.max(a.liftS, b.liftS);
    if (sharedS < SHARED * Math.min(a.landS - a.liftS, b.landS - b.liftS) || sharedS <= 0) continue;
    const rises = [a, b].map((one) => riseBetween(timeS, feet[one.foot], one.liftS, one.landS) ?? 0);
    if (Math.min(...rises) < RISE_M) continue;
    named[i - 1] = { ...a, how: 'hop' };
    named[i] = { ...b, how: 'hop' };
  }
  return named;
}
