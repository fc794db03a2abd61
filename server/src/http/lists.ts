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

interface Kept {
  readonly revision: number;
  readonly whole: Promise<{ readonly plain: Buffer; readonly zipped: Buffer }>;
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
  const kept = new Map<string, Kept>();
  const revisions = new Map<ListKind, number>(LIST_KINDS.map((kind) => [kind, 0]));
  const revisionOf = (kind: ListKind): number => revisions.get(kind) ?? 0;
  const changed = (kinds: readonly ListKind[] = LIST_KINDS): void => {
    for (const kind of kinds) revisions.set(kind, revisionOf(kind) + 1);
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
      const key = `${role} ${request.originalUrl}`;
      const revision = revisionOf(kind);
      // What one role may see must never be taken for another's, also in a browser that both use.
      const tag = `"${boot}-${kind}-${revision}-${role}"`;
      response.set({ ETag: tag, 'Cache-Control': 'private, no-cache', Vary: 'Accept-Encoding' });
      if (request.headers['if-none-match'] === tag) {
        response.status(304).end();
        return;
      }
      let known = kept.get(key);
      if (known?.revision !== revision) {
        const fresh: Kept = { revision, whole: read().then(pack) };
        fresh.whole.catch(() => {
          if (kept.get(key) === fresh) kept.delete(key);
        });
        if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
        kept.set(key, fresh);
        known = fresh;
      }
      const { plain, zipped } = await known.whole;
      response.type('application/json');
      if (request.acceptsEncodings('gzip') === 'gzip') response.set('Content-Encoding', 'gzip').end(zipped);
      else response.end(plain);
    },
  };
}

async function pack(value: unknown): Promise<{ plain: Buffer; zipped: Buffer }> {
  const plain = Buffer.from(JSON.stringify(value));
  return { plain, zipped: await zip(plain, { level: 5 }) };
}
