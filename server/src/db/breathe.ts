/**
 * Lets whoever is waiting be served before the next piece of long work: the database answers on the
 * program's own thread, and one answer after another would leave nobody else a turn.
 */
export const breathe = (): Promise<void> =>
  new Promise((resolve) => {
    setImmediate(resolve);
  });
