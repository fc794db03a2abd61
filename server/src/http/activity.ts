import type { RequestHandler } from 'express';

/** Whether somebody is being served, for work that waits until nobody is. */
export interface Activity {
  readonly watch: RequestHandler;
  /** Resolves when nobody has been served for so long; at once after `release`. */
  readonly idle: (forMs: number) => Promise<void>;
  /** Lets everything go on that waits for a quiet moment. */
  readonly release: () => void;
}

export function watchActivity(now: () => number = () => performance.now()): Activity {
  let open = 0;
  let lastMs = now();
  let released = false;
  const waiting = new Set<() => void>();
  return {
    watch: (_request, response, next) => {
      open++;
      lastMs = now();
      response.once('close', () => {
        open--;
        lastMs = now();
      });
      next();
    },
    idle: (forMs) =>
      new Promise((resolve) => {
        const look = (): void => {
          const left = forMs - (now() - lastMs);
          if (released || (open === 0 && left <= 0)) {
            waiting.delete(look);
            resolve();
            return;
          }
          waiting.add(look);
          setTimeout(look, Math.max(10, open > 0 ? 50 : left)).unref();
        };
        look();
      }),
    release: () => {
      released = true;
      for (const look of waiting) look();
    },
  };
}
