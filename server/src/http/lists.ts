import { randomUUID } from 'node:crypto';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { Request, RequestHandler, Response } from 'express';

const zip = promisify(gzip);

interface Kept {
  readonly revision: number;
  readonly whole: Promise<{ readonly plain: Buffer; readonly zipped: Buffer }>;
}

/** Answers of lists, kept until something is written. */
export interface Lists {
  /** Every write that was done makes all kept answers old, before the writer hears of it. */
  readonly watch: RequestHandler;
  readonly changed: () => void;
  /** Answers with what `read` gives, read once for as many as ask, and with 304 when they have it already. */
  readonly answer: (request: Request, response: Response, read: () => Promise<unknown>) => Promise<void>;
}

const MOST_KEPT = 200;
const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

export function keepLists(): Lists {
  const boot = randomUUID().slice(0, 8);
  const kept = new Map<string, Kept>();
  let revision = 0;
  const changed = (): void => {
    revision++;
    kept.clear();
  };
  return {
    changed,
    watch: (request, response, next) => {
      if (!READS.has(request.method)) {
        const writeHead = response.writeHead.bind(response) as (...args: unknown[]) => Response;
        response.writeHead = ((...args: unknown[]) => {
          if (response.statusCode < 400) changed();
          return writeHead(...args);
        }) as typeof response.writeHead;
      }
      next();
    },
    answer: async (request, response, read) => {
      const role = (response.locals as { role?: string }).role ?? 'coach';
      const key = `${role} ${request.originalUrl}`;
      // What one role may see must never be taken for another's, also in a browser that both use.
      const tag = `"${boot}-${revision}-${role}"`;
      response.set({ ETag: tag, 'Cache-Control': 'private, no-cache', Vary: 'Accept-Encoding' });
      if (request.headers['if-none-match'] === tag) {
        response.status(304).end();
        return;
      }
      let known = kept.get(key);
      if (known?.revision !== revision) {
        known = { revision, whole: read().then(pack) };
        known.whole.catch(() => kept.delete(key));
        if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
        kept.set(key, known);
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
