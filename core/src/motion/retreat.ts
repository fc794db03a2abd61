import { longestStepM } from '../body/index.ts';
import { atMost, type Verdict } from '../measure/index.ts';
import { exchanged, furthest, halfStepM, hitsOf, usualHit, type Two } from '../pair/index.ts';
import type { StrikeId } from '../range/index.ts';

/** A stop after so many half steps back. */
export interface Stop {
  readonly steps: number;
  readonly gapM: number;
  /** Whether the counter still reaches from there: they stay; they come after me by a half step. */
  readonly reaches: Verdict;
  readonly reachesIfTheyFollow: Verdict;
  /** Whether their longest answer reaches me there, without a step. */
  readonly reached: Verdict;
}

export interface Retreat {
  readonly counter: StrikeId;
  readonly fromM: number;
  readonly stepM: number;
  readonly stops: readonly Stop[];
  /** The furthest stop from which the counter surely reaches; null where there is none. */
  readonly best: Stop | null;
  /** Why it is the best, or why there is none. */
  readonly words: string;
}

const MOST_STOPS = 5;

/**
 * Straight back out of a combination by half steps: from which stop a counter still reaches. Each stop is a whole
 * half step, both feet under the body again: who kicks while drifting back kicks off balance. Null where the counter
 * touches nothing.
 */
export function retreatAndCounter(two: Two, counter: StrikeId, fromM: number): Retreat | null {
  const mine = usualHit(two, counter);
  const theirs = furthest(hitsOf(exchanged(two)));
  if (!mine || !theirs) return null;
  const stepM = longestStepM(two.mine.stance, 180);
  const followM = halfStepM(two.theirs);
  const reach = (gapM: number): Verdict => atMost(gapM, mine.contact.gapM, 2 * mine.contact.uM);
  const stops = Array.from({ length: MOST_STOPS + 1 }, (_, steps): Stop => {
    const gapM = fromM + steps * stepM;
    return {
      steps,
      gapM,
      reaches: reach(gapM),
      reachesIfTheyFollow: reach(gapM - followM),
      reached: atMost(gapM, theirs.contact.gapM, 2 * theirs.contact.uM),
    };
  });
  const best = stops.findLast(({ reaches }) => reaches === 'met') ?? null;
  const isSafe = best?.reached === 'not-met';
  return {
    counter,
    fromM,
    stepM,
    stops,
    best,
    words: !best
      ? 'From nowhere on this way does it surely reach: go in first.'
      : `Stop after ${best.steps} ${best.steps === 1 ? 'half step' : 'half steps'}, tall, with both feet under you; ${
          isSafe
            ? 'there it reaches them and they do not reach you without a step.'
            : 'further back it falls short, and there they may still reach you.'
        }`,
  };
}
