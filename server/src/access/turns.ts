/** The answer to whoever wants to try: now, after so long, or not before so long. */
export type Turn = { readonly afterMs: number } | { readonly refusedForMs: number };

/** Who may try a passphrase, and when. */
export interface Turns {
  /** A turn for one who asks; a turn that was given is used. `known` devices wait only for their own mistakes. */
  readonly take: (who: string, known: boolean) => Turn;
  /** The try was wrong: the next wait of whoever tried is twice as long. */
  readonly wrong: (who: string) => void;
  /** The try was right: nothing is held against whoever tried. */
  readonly right: (who: string) => void;
}

const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 30_000;
/** Mistakes are forgotten after so long without one. */
const FORGOTTEN_MS = 15 * 60_000;
/** All devices that nobody knows share one try in so long. */
const BETWEEN_MS = 1000;
const MOST_REMEMBERED = 10_000;

interface Mistakes {
  readonly count: number;
  readonly untilMs: number;
  readonly lastMs: number;
}

/**
 * Tries of a passphrase in time: each mistake doubles the wait of its address, from a second to half a minute, and
 * all addresses that are not known share one try a second, for which they queue. Nobody is ever shut out for longer.
 */
export function takeTurns(now: () => number): Turns {
  const mistakes = new Map<string, Mistakes>();
  const queued = new Map<string, number>();
  let nextFreeMs = 0;
  const forget = (): void => {
    const at = now();
    for (const [who, { lastMs }] of mistakes) if (at - lastMs > FORGOTTEN_MS) mistakes.delete(who);
    for (const [who, turnMs] of queued) if (turnMs <= at) queued.delete(who);
    for (const [who] of mistakes) {
      if (mistakes.size <= MOST_REMEMBERED) break;
      mistakes.delete(who);
    }
  };
  return {
    take: (who, known) => {
      forget();
      const at = now();
      const own = (mistakes.get(who)?.untilMs ?? 0) - at;
      if (own > 0) return { refusedForMs: own };
      if (known) return { afterMs: 0 };
      const waiting = (queued.get(who) ?? 0) - at;
      if (waiting > 0) return { refusedForMs: waiting };
      const turnMs = Math.max(at, nextFreeMs);
      if (turnMs - at > LONGEST_WAIT_MS) return { refusedForMs: LONGEST_WAIT_MS };
      nextFreeMs = turnMs + BETWEEN_MS;
      queued.set(who, turnMs);
      return { afterMs: turnMs - at };
    },
    wrong: (who) => {
      const at = now();
      const count = (mistakes.get(who)?.count ?? 0) + 1;
      const waitMs = Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (count - 1));
      mistakes.delete(who);
      mistakes.set(who, { count, untilMs: at + waitMs, lastMs: at });
    },
    right: (who) => void mistakes.delete(who),
  };
}
