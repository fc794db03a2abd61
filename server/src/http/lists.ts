import { randomUUID } from 'node:crypto';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { Request, RequestHandler, Response } from 'express';

const zip = promisify(gzip);

/** What is listed: a write makes only those lists old that it changes. */
export const LIST_KINDS = [
  'settings',
  'schools',
  'students',
  'patterns',
  'plans',
  'floors',
  'tracks',
  'checks',
  'observations',
] as const;
export type ListKind = (typeof LIST_KINDS)[number];

interface Whole {
  readonly plain: Buffer;
  readonly zipped: Buffer;
}

/** One answer that is read again and again: as it was last read, and who waits for the next. */
interface Line {
  revision: number;
  last: Promise<Whole>;
  isReading: boolean;
  next: Promise<Line> | null;
}

/** Answers of lists, kept until something in them is written. */
export interface Lists {
  /** Every such write that was done makes the kept answers of these kinds old, before the writer hears of it. */
  readonly watch: (kinds: readonly ListKind[]) => RequestHandler;
  readonly changed: (kinds?: readonly ListKind[]) => void;
  /** Answers with what `read` gives, read once for as many as ask, and with 304 when they have it already. */
  readonly answer: (
    kind: ListKind,
    request: Request,
    response: Response,
    read: () => Promise<unknown>,
  ) => Promise<void>;
}

const MOST_KEPT = 200;

export function keepLists(): Lists {
  const boot = randomUUID().slice(0, 8);
  const lines = new Map<string, Line>();
  const revisions = new Map<ListKind, number>(LIST_KINDS.map((kind) => [kind, 0]));
  const revisionOf = (kind: ListKind): number => revisions.get(kind) ?? 0;
  const changed = (kinds: readonly ListKind[] = LIST_KINDS): void => {
    for (const kind of kinds) revisions.set(kind, revisionOf(kind) + 1);
  };
  const begin = (key: string, kind: ListKind, read: () => Promise<unknown>): Line => {
    const line: Line = { revision: revisionOf(kind), last: read().then(pack), isReading: true, next: null };
    line.last
      .catch(() => {
        if (lines.get(key) === line) lines.delete(key);
      })
      .finally(() => {
        line.isReading = false;
      });
    lines.delete(key);
    for (const [oldest] of lines) {
      if (lines.size < MOST_KEPT) break;
      lines.delete(oldest);
    }
    lines.set(key, line);
    return line;
  };
  /**
   * What was read since the last write. While an older one is still being read, all who come wait for one next, so that
   * no answer is read more than once at a time, however often is written.
   */
  const fresh = async (key: string, kind: ListKind, read: () => Promise<unknown>): Promise<Line> => {
    const known = lines.get(key);
    if (known?.revision === revisionOf(kind)) return known;
    if (!known?.isReading) return begin(key, kind, read);
    known.next ??= known.last.then(
      () => begin(key, kind, read),
      () => begin(key, kind, read),
    );
    return known.next;
  };
  return {
    changed,
    watch: (kinds) => (_request, response, next) => {
      const writeHead = response.writeHead.bind(response) as (...args: unknown[]) => Response;
      response.writeHead = ((...args: unknown[]) => {
        if (response.statusCode < 400) changed(kinds);
        return writeHead(...args);
      }) as typeof response.writeHead;
      next();
    },
    answer: async (kind, request, response, read) => {
      const role = (response.locals as { role?: string }).role ?? 'coach';
      // What one role may see must never be taken for another's, also in a browser that both use.
      const tagOf = (revision: number): string => `"${boot}-${kind}-${revision}-${role}"`;
      response.set({ 'Cache-Control': 'private, no-cache', Vary: 'Accept-Encoding' });
      const now = tagOf(revisionOf(kind));
      if (request.headers['if-none-match'] === now) {
        response.status(304).set('ETag', now).end();
        return;
      }
      const line = await fresh(`${role} ${request.originalUrl}`, kind, read);
      const { plain, zipped } = await line.last;
      response.set('ETag', tagOf(line.revision)).type('application/json');
      if (request.acceptsEncodings('gzip') === 'gzip') response.set('Content-Encoding', 'gzip').end(zipped);
      else response.end(plain);
    },
  };
}

async function pack(value: unknown): Promise<{ plain: Buffer; zipped: Buffer }> {
  const plain = Buffer.from(JSON.stringify(value));
  return { plain, zipped: await zip(plain, { level: 5 }) };
}
