/** Runs when the page has nothing else to do, or after so long at the latest. Gives what calls it off. */
export function whenIdle(run: () => void, timeoutMs: number): () => void {
  if (typeof requestIdleCallback === 'undefined') {
    const timer = setTimeout(run, 0);
    return () => clearTimeout(timer);
  }
  const id = requestIdleCallback(run, { timeout: timeoutMs });
  return () => cancelIdleCallback(id);
}

/** Runs every step, one whenever the page has nothing else to do. Gives what calls off those that are left. */
export function oneByOne(steps: readonly (() => void)[]): () => void {
  let callOff = (): void => undefined;
  const next = (place: number): void => {
    const step = steps[place];
    if (!step) return;
    callOff = whenIdle(() => {
      step();
      next(place + 1);
    }, LATEST_MS);
  };
  next(0);
  return () => callOff();
}

/** What is done ahead hurries nobody. */
const LATEST_MS = 60_000;
