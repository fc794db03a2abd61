import type { PGlite, Results } from '@electric-sql/pglite';
import type { Engine } from './engine.ts';

/** The database cannot answer now; the message says why, and what happens next. */
export class DatabaseAway extends Error {}

const DIED =
  'The database stopped, most likely because the disk is full. It is opened again by itself as soon as there is room; what was saved before is safe.';

type Transaction = Parameters<Parameters<PGlite['transaction']>[0]>[0];

/**
 * The driver that the query builder talks to, over whichever database is open at the moment: one that
 * died is opened again, and a restored one takes the place of another, without anybody else noticing
 * more than a wait.
 */
export class Seat {
  #engine: Engine;
  readonly #reopen: (() => Promise<Engine>) | null;
  #gate: Promise<void> = Promise.resolve();
  readonly #serving = new Set<Promise<unknown>>();
  #reopening: NodeJS.Timeout | null = null;
  #closed = false;

  /** `reopen` opens the same database anew; without it a dead one stays dead. */
  constructor(engine: Engine, reopen: (() => Promise<Engine>) | null) {
    this.#engine = engine;
    this.#reopen = reopen;
  }

  get engine(): Engine {
    return this.#engine;
  }

  async query<T>(...call: Parameters<PGlite['query']>): Promise<Results<T>> {
    return this.#use((pg) => pg.query<T>(...call));
  }

  async exec(...call: Parameters<PGlite['exec']>): Promise<Awaited<ReturnType<PGlite['exec']>>> {
    return this.#use((pg) => pg.exec(...call));
  }

  async transaction<T>(run: (inside: Transaction) => Promise<T>): Promise<T> {
    return this.#use((pg) => pg.transaction(run));
  }

  /** Nobody else is served while `run` has the database to itself. */
  async alone<T>(run: (pg: PGlite) => Promise<T>): Promise<T> {
    return this.#use((pg) => pg._runExclusiveTransaction(() => pg._runExclusiveQuery(() => run(pg))));
  }

  /**
   * Closes the database, lets `between` put another in its place, and opens that; calls made meanwhile
   * wait. When either fails, `undo` puts the old one back, which is opened again, and the failure is
   * passed on.
   */
  async replace(between: () => Promise<void>, undo: () => Promise<void>): Promise<void> {
    let open = (): void => undefined;
    const opened = new Promise<void>((resolve) => {
      open = resolve;
    });
    const before = this.#gate;
    // Whoever asks from here on waits; whoever asked before is served first.
    this.#gate = before.then(() => opened);
    await before;
    await Promise.allSettled(this.#serving);
    try {
      await this.#engine.close();
      try {
        await between();
        this.#engine = await this.#reopen!();
      } catch (error) {
        await undo();
        this.#engine = await this.#reopen!();
        throw error;
      }
    } finally {
      open();
    }
  }

  async close(): Promise<void> {
    this.#closed = true;
    if (this.#reopening) clearTimeout(this.#reopening);
    await this.#engine.close();
  }

  async #use<T>(run: (pg: PGlite) => Promise<T>): Promise<T> {
    await this.#gate;
    const engine = this.#engine;
    if (engine.death()) throw this.#away();
    const answer = run(engine.pg);
    this.#serving.add(answer);
    try {
      return await answer;
    } catch (error) {
      if (engine.death()) throw this.#away();
      throw error;
    } finally {
      this.#serving.delete(answer);
    }
  }

  #away(): DatabaseAway {
    this.#tryAgainSoon();
    return new DatabaseAway(DIED);
  }

  #tryAgainSoon(): void {
    if (this.#reopening || this.#closed || !this.#reopen) return;
    const dead = this.#engine;
    this.#reopening = setTimeout(() => {
      void (async () => {
        try {
          await dead.close();
          this.#engine = await this.#reopen!();
          this.#reopening = null;
        } catch {
          this.#reopening = null;
          if (this.#engine === dead) this.#tryAgainSoon();
        }
      })();
    }, REOPEN_AFTER_MS);
  }
}

const REOPEN_AFTER_MS = 1000;
