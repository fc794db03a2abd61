import { fileURLToPath } from 'node:url';

/** Folders beside the server, the same from its sources and from its bundle. */
const beside = (path: string): string => fileURLToPath(new URL(path, import.meta.url));

export const MIGRATIONS_DIR = beside('../drizzle');
export const WEB_DIR = beside('../../web/dist');
/** An empty database, made when the program is built. */
export const READY_MADE_DIR = beside('../dist/ready-made');
export const DEFAULT_DATA_DIR = beside('../../data');
/** The built program, which other processes of it start from. */
export const SERVER_BUNDLE = beside('../dist/main.js');
/** What it does off its own thread. */
export const THREAD_BUNDLE = beside('../dist/thread.js');
