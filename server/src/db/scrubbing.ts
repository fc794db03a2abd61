import { the } from '@angled-chalk/core/measure';
import { asc, inArray, isNull } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Activity } from '../http/activity.ts';
import { reasonOf } from '../http/errors.ts';
import { breathe } from './breathe.ts';
import type { Database, OpenDatabase } from './open.ts';
import { erasures } from './schema.ts';
import { countOf, rowOf, rowsOf } from './rows.ts';
import type { Seat } from './seat.ts';
import { freeBytes, RESERVE_BYTES } from './space.ts';

/** Tables that may hold something of a person; what refers to others comes first. */
const OF_PERSONS = [
  'checks',
  'observations',
  'track_parts',
  'tracks',
  'plan_versions',
  'plans',
  'patterns',
  'floors',
  'schools',
  'settings',
  'students',
] as const;
type OfPersons = (typeof OF_PERSONS)[number];
/** Of these a club may have many megabytes, and nothing refers to them. */
const IN_SLICES = ['checks', 'observations', 'track_parts'] as const;
type InSlices = (typeof IN_SLICES)[number];
const isInSlices = (table: OfPersons): table is InSlices => IN_SLICES.some((one) => one === table);

/** A table up to this size is rewritten in one go, some tenths of a second; a larger one in slices. */
const AT_ONCE_BYTES = 6 * 2 ** 20;
const SLICE_BYTES = 2 * 2 ** 20;

/** Takes the traces of erased people out of the files, when nobody works. */
export interface Scrubbing {
  /** Someone was erased: start as soon as nobody works. */
  readonly wake: () => void;
  readonly pending: () => Promise<number>;
  /** Stops between two steps; what is left goes on at the next start. */
  readonly stop: () => Promise<void>;
}

const IDLE_MS = 400;
const AGAIN_MS = 5000;

/**
 * Deleted rows stay in tables, indexes, statistics and the log until they are rewritten. Each table is
 * rewritten by itself, each step stopping others for less than a second, and only when nobody has asked
 * for anything for a moment; the log is then cut. A step that fails is tried again later.
 */
export function startScrubbing(opened: OpenDatabase, activity: Activity, logger: Logger): Scrubbing {
  const { db, seat, directory } = opened;
  let stopped = false;
  let running: Promise<void> | null = null;
  let timer: NodeJS.Timeout | null = null;
  const pause = (): Promise<void> => activity.idle(IDLE_MS);
  const round = async (): Promise<void> => {
    const asked = await db
      .select()
      .from(erasures)
      .where(isNull(erasures.doneAt))
      .orderBy(asc(erasures.askedAt));
    if (asked.length === 0 || stopped) return;
    if (directory && freeBytes(directory.root) < RESERVE_BYTES) throw new Error('the disk is full');
    for (const table of OF_PERSONS) {
      await pause();
      if (stopped) return;
      await rewrite(seat, table, pause);
    }
    await pause();
    if (stopped) return;
    await seat.exec('vacuum full pg_statistic');
    await cutLog(seat, pause);
    await db
      .update(erasures)
      .set({ doneAt: new Date() })
      .where(
        inArray(
          erasures.id,
          asked.map(({ id }) => id),
        ),
      );
  };
  const run = (): void => {
    if (running || stopped) return;
    if (timer) clearTimeout(timer);
    timer = null;
    running = round()
      .then(async () => {
        running = null;
        if (!stopped && (await countPending(db)) > 0) later();
      })
      .catch((error: unknown) => {
        running = null;
        logger.warn({ reason: reasonOf(error) }, 'erasing goes on later');
        later();
      });
  };
  const later = (): void => {
    if (stopped || timer) return;
    timer = setTimeout(run, AGAIN_MS);
    timer.unref();
  };
  run();
  return {
    wake: run,
    pending: () => countPending(db),
    stop: async () => {
      stopped = true;
      if (timer) clearTimeout(timer);
      activity.release();
      await running;
    },
  };
}

async function countPending(db: Database): Promise<number> {
  return (await db.select({ id: erasures.id }).from(erasures).where(isNull(erasures.doneAt))).length;
}

/** Old log segments are removed, not used again, once two checkpoints have passed them. */
async function cutLog(seat: Seat, pause: () => Promise<void>): Promise<void> {
  for (let i = 0; i < 2; i++) {
    await seat.exec('select pg_switch_wal()');
    await seat.exec('checkpoint');
    await pause();
  }
}

async function rewrite(seat: Seat, table: OfPersons, pause: () => Promise<void>): Promise<void> {
  const size = await rowOf<{ bytes: number | string }>(
    seat,
    'select pg_total_relation_size($1::regclass)::int8 as bytes',
    [table],
  );
  const bytes = Number(size.bytes);
  if (bytes <= AT_ONCE_BYTES || !isInSlices(table)) {
    await seat.exec(`vacuum full ${table}`);
  } else await rewriteInSlices(seat, table, bytes, pause);
  await pause();
  await seat.exec(`analyze ${table}`);
}

/** What a table is called by its key, and what refers to what, for rewriting it beside itself. */
const KEYS: Readonly<Record<InSlices, string>> = {
  checks: 'id',
  observations: 'id',
  track_parts: 'track_id, part',
};

/**
 * Copies a table slice by slice into a new one, adds what came meanwhile, and lets the new one take its
 * name. Nothing refers to these tables, so that only their own keys and indexes are made again.
 */
async function rewriteInSlices(
  seat: Seat,
  table: InSlices,
  bytes: number,
  pause: () => Promise<void>,
): Promise<void> {
  const fresh = `${table}_fresh`;
  const key = KEYS[table];
  const definitions = await definitionsOf(seat, table);
  await seat.exec(
    `drop table if exists ${fresh}; create table ${fresh} (like ${table} including defaults including storage)`,
  );
  await seat.exec(`alter table ${fresh} add primary key (${key})`);
  const counted = await countOf(seat, table);
  const rows = Math.max(1, Math.floor((SLICE_BYTES * counted) / bytes));
  let copied = 1;
  while (copied > 0) {
    await pause();
    copied = await copySlice(seat, { table, fresh, key, rows });
    await breathe();
  }
  await pause();
  await seat.transaction(async (inside) => {
    await inside.exec(`
      delete from ${fresh} where (${key}) not in (select ${key} from ${table});
      insert into ${fresh} select * from ${table} where (${key}) not in (select ${key} from ${fresh});
      drop table ${table};
      alter table ${fresh} rename to ${table};
      alter index ${fresh}_pkey rename to ${definitions.primary};
      ${definitions.rest.join(';\n')}`);
  });
}

/** Copies the rows after the last copied one; resolves to how many those were. */
async function copySlice(seat: Seat, { table, fresh, key, rows }: Slice): Promise<number> {
  const newest = key
    .split(', ')
    .map((part) => `${part} desc`)
    .join(', ');
  const done = await seat.query(
    `insert into ${fresh} select * from ${table}
     where (${key}) > all (select ${key} from ${fresh} order by ${newest} limit 1) order by ${key} limit ${rows}`,
  );
  return done.affectedRows ?? 0;
}

interface Slice {
  readonly table: string;
  readonly fresh: string;
  readonly key: string;
  readonly rows: number;
}

interface Definitions {
  readonly primary: string;
  /** Statements that make the other indexes, the foreign keys and the triggers again. */
  readonly rest: readonly string[];
}

async function definitionsOf(seat: Seat, table: string): Promise<Definitions> {
  const keys = await rowsOf<{ name: string; kind: string; text: string }>(
    seat,
    `select conname as name, contype as kind, pg_get_constraintdef(oid) as text from pg_constraint where conrelid = $1::regclass and contype in ('p', 'f')`,
    [table],
  );
  const indexes = await rowsOf<{ name: string; text: string }>(
    seat,
    `select indexname as name, indexdef as text from pg_indexes where schemaname = 'public' and tablename = $1`,
    [table],
  );
  const triggers = await rowsOf<{ text: string }>(
    seat,
    'select pg_get_triggerdef(oid) as text from pg_trigger where tgrelid = $1::regclass and not tgisinternal',
    [table],
  );
  const primary = the(keys.find(({ kind }) => kind === 'p')).name;
  return {
    primary,
    rest: [
      ...indexes.filter(({ name }) => name !== primary).map(({ text }) => text),
      ...keys
        .filter(({ kind }) => kind === 'f')
        .map(({ name, text }) => `alter table ${table} add constraint "${name}" ${text}`),
      ...triggers.map(({ text }) => text),
    ],
  };
}
