import fs from 'node:fs';
import { PGlite, types } from '@electric-sql/pglite';
import { NodeFS } from '@electric-sql/pglite/nodefs';

/** Hexadecimal bytea through Buffer: the driver's own codec is several times slower on tracks. */
const BYTEA = {
  serializers: {
    [types.BYTEA]: (value: Uint8Array) =>
      `\\x${Buffer.from(value.buffer, value.byteOffset, value.byteLength).toString('hex')}`,
  },
  parsers: { [types.BYTEA]: (text: string) => new Uint8Array(Buffer.from(text.slice(2), 'hex')) },
};

/** The parts of the WebAssembly module that are reached here. */
interface WasmFileSystem {
  readonly isFile: (mode: number) => boolean;
  readonly streams: ({ readonly nfd?: number } | null | undefined)[];
}
interface WasmModule {
  readonly FS: WasmFileSystem;
  readonly NODEFS: {
    readonly stream_ops: Record<string, unknown>;
    readonly tryFSOperation: (run: () => void) => void;
  };
  _PostgresMainLoopOnce: () => void;
  stackRestore: (at: number) => void;
}
interface SyncedStream {
  readonly nfd: number;
  readonly node: { readonly mode: number };
}

/**
 * The directory of a database, with an fsync that reaches the disk: the WebAssembly build asks the
 * file system for one at every commit and checkpoint, and the file system it ships with has none.
 */
class SyncedNodeFS extends NodeFS {
  override async init(...[pg, options]: Parameters<NodeFS['init']>): ReturnType<NodeFS['init']> {
    const made = await super.init(pg, options);
    const withSync = (module: unknown): void => {
      const { NODEFS, FS } = module as WasmModule;
      NODEFS.stream_ops['fsync'] = ({ nfd, node }: SyncedStream): number => {
        const sync = FS.isFile(node.mode) ? fs.fdatasyncSync : fs.fsyncSync;
        NODEFS.tryFSOperation(() => sync(nfd));
        return 0;
      };
    };
    const { emscriptenOpts } = made;
    const preRun = [...((emscriptenOpts.preRun ?? []) as ((module: never) => void)[]), withSync];
    return { ...made, emscriptenOpts: { ...emscriptenOpts, preRun: preRun as never } };
  }
}

/**
 * fsync on (`-F` would turn it off and overrule any setting). Old log segments are removed, never
 * used again, so that nothing erased stays in them; a small log keeps the need for space small.
 */
const START_PARAMS = [
  ...PGlite.defaultStartParams.filter((parameter) => parameter !== '-F'),
  ...['wal_sync_method=fsync', 'wal_recycle=off', 'min_wal_size=32MB', 'max_wal_size=64MB'].flatMap(
    (setting) => ['-c', setting],
  ),
];

/** Of a database that is thrown away when its machine stops: nothing waits for the disk. */
const UNSYNCED_PARAMS = [
  ...START_PARAMS,
  '-c',
  'fsync=off',
  '-c',
  'full_page_writes=off',
  '-c',
  'synchronous_commit=off',
];

/** One open database. */
export interface Engine {
  readonly pg: PGlite;
  /** What killed it, when it is dead: every call after that fails at once. */
  readonly death: () => Error | null;
  /** Closes in order; of a dead one, gives its files back. */
  readonly close: () => Promise<void>;
  /** Gives its files back as they are: nothing more is written. It cannot be used any more. */
  readonly abandon: () => void;
}

/**
 * Where an engine keeps its data: a directory, or nowhere. `seed` is a dumped empty directory. `unsynced` is for a database
 * that is put on the disk as a whole when it is closed, and that nobody has until then.
 */
export type Place =
  { readonly dir: string; readonly unsynced?: true } | { readonly memory: true; readonly seed?: Blob };

/** Lines that the database writes about what it cannot do. */
const GRAVE = /\b(FATAL|PANIC)\b/;

/**
 * Opens a database that acknowledges a commit only when it is on the disk. Rejects with what the
 * database itself said when it cannot open.
 */
export async function openEngine(place: Place): Promise<Engine> {
  const grave: string[] = [];
  const onStderr = (text: string): false => {
    if (GRAVE.test(text)) grave.push(text.trim());
    return false;
  };
  const where =
    'dir' in place
      ? place.unsynced
        ? { fs: new NodeFS(place.dir), startParams: UNSYNCED_PARAMS }
        : { fs: new SyncedNodeFS(place.dir), startParams: START_PARAMS }
      : place.seed
        ? { loadDataDir: place.seed }
        : {};
  try {
    const pg = await PGlite.create({ ...where, ...BYTEA, onStderr });
    return guarded(pg, grave);
  } catch (error) {
    const said = grave.at(-1)?.replace(/^.*?(FATAL|PANIC):\s*/, '');
    throw new Error(said ?? (error instanceof Error ? error.message : String(error)), { cause: error });
  }
}

/** Exit status with which the database leaves its loop after an ordinary error. */
const ORDINARY_ERROR = 100;

/**
 * A panic (no space for the log, above all) ends the WebAssembly program, and the driver would call
 * it again for ever without giving anybody else a turn. Here the first such end is final.
 */
function guarded(pg: PGlite, grave: readonly string[]): Engine {
  const module = pg.Module as unknown as WasmModule;
  let dead: Error | null = null;
  const loopOnce = module._PostgresMainLoopOnce;
  const restore = module.stackRestore;
  module._PostgresMainLoopOnce = () => {
    if (dead) throw dead;
    try {
      loopOnce();
    } catch (error) {
      if ((error as { status?: number }).status !== ORDINARY_ERROR)
        dead = new Error(grave.at(-1) ?? String(error), { cause: error });
      throw error;
    }
  };
  module.stackRestore = (at) => {
    if (dead) throw dead;
    restore(at);
  };
  const giveBack = (): void => {
    for (const stream of module.FS.streams) {
      if (typeof stream?.nfd !== 'number') continue;
      try {
        fs.closeSync(stream.nfd);
      } catch {
        // It was closed already.
      }
    }
  };
  return {
    pg,
    death: () => dead,
    abandon: () => {
      dead ??= new Error('The database was given up.');
      giveBack();
    },
    close: async () => {
      if (dead) giveBack();
      else await pg.close();
    },
  };
}
