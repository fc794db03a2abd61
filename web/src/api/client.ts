import { apiErrorSchema, erasedSchema, FROM_PAGE, type ApiError, type Erased } from '@angled-chalk/contract';
import { z } from 'zod';

/** An answer that is an error, with the server's own code, sentence and place. */
export class ApiProblem extends Error {
  readonly status: number;
  readonly detail: ApiError['error'];
  /** Seconds until it may be tried again, where the program says so. */
  readonly afterS: number | null;

  constructor(status: number, detail: ApiError['error'], afterS: number | null = null) {
    super(detail.message);
    this.status = status;
    this.detail = detail;
    this.afterS = afterS;
  }
}

/** No answer came: the program is stopped, the connection is lost, or it took too long. */
export class NoConnection extends Error {
  constructor(
    message = 'No connection to the program. It may have been stopped; what you typed is kept on this device.',
  ) {
    super(message);
  }
}

/** Worth trying again by itself: nothing is wrong with what was sent. */
export const isPassing = (error: unknown): boolean =>
  error instanceof NoConnection ||
  (error instanceof ApiProblem && (error.status >= 500 || error.status === 429 || error.status === 401));

const ANSWER_WITHIN_MS = 20_000;
/** A recording or a backup goes over a slow connection. */
export const LONG_MS = 10 * 60_000;

/** Told when the program asks for signing in. */
export const SIGN_IN_NEEDED = 'sign-in-needed';

async function send(path: string, init: RequestInit, withinMs = ANSWER_WITHIN_MS): Promise<Response> {
  let response: Response;
  const stop = new AbortController();
  const timer = setTimeout(() => stop.abort(), withinMs);
  try {
    response = await fetch(`/api${path}`, { ...init, signal: stop.signal });
  } catch {
    throw stop.signal.aborted
      ? new NoConnection(
          'The program does not answer. What you typed is kept on this device; it is tried again.',
        )
      : new NoConnection();
  } finally {
    clearTimeout(timer);
  }
  if (response.ok) return response;
  const parsed = apiErrorSchema.safeParse(await response.json().catch(() => null));
  const unknown = {
    code: 'unknown',
    message: `The program answered with status ${response.status}.`,
    place: {},
  };
  const after = response.headers.get('Retry-After');
  const problem = new ApiProblem(
    response.status,
    parsed.success ? parsed.data.error : unknown,
    after === null ? null : Number(after),
  );
  if (problem.detail.code === 'sign-in') window.dispatchEvent(new Event(SIGN_IN_NEEDED));
  throw problem;
}

/** An answer in its promised shape; another one is an error, not a surprise on a screen. */
async function answer<T>(response: Response, schema: z.ZodType<T>): Promise<T> {
  const parsed = schema.safeParse(await response.json());
  if (parsed.success) return parsed.data;
  throw new ApiProblem(response.status, {
    code: 'strange-answer',
    message:
      'The program answered in a way this page does not know: they are of different versions. Load the page again.',
    place: { path: parsed.error.issues[0]!.path.join('.') },
  });
}

const JSON_TYPE = { 'Content-Type': 'application/json', ...FROM_PAGE };
const withJson = (method: string, body: unknown): RequestInit => ({
  method,
  headers: JSON_TYPE,
  body: JSON.stringify(body),
});

/** The one fetch layer. Bodies and answers are the contract's shapes, and checked to be. */
export const api = {
  get: async <T>(path: string, schema: z.ZodType<T>): Promise<T> => answer(await send(path, {}), schema),
  bytes: async (path: string): Promise<Uint8Array> =>
    new Uint8Array(await (await send(path, {}, LONG_MS)).arrayBuffer()),
  post: async <T>(path: string, body: unknown, schema: z.ZodType<T>, withinMs?: number): Promise<T> =>
    answer(await send(path, withJson('POST', body), withinMs), schema),
  put: async <T>(path: string, body: unknown, schema: z.ZodType<T>): Promise<T> =>
    answer(await send(path, withJson('PUT', body)), schema),
  postBytes: async <T>(
    path: string,
    bytes: Blob,
    schema: z.ZodType<T>,
    type = 'application/octet-stream',
  ): Promise<T> =>
    answer(
      await send(
        path,
        { method: 'POST', headers: { 'Content-Type': type, ...FROM_PAGE }, body: bytes },
        LONG_MS,
      ),
      schema,
    ),
  erase: async (path: string): Promise<Erased> =>
    answer(await send(path, { method: 'DELETE', headers: JSON_TYPE }), erasedSchema),
  remove: async (path: string): Promise<void> => {
    await send(path, { method: 'DELETE', headers: JSON_TYPE });
  },
};
