import { apiErrorSchema, type ApiError, type Erased } from '@angled-chalk/contract';

/** An answer that is an error, with the server's own code, sentence and place. */
export class ApiProblem extends Error {
  readonly status: number;
  readonly detail: ApiError['error'];

  constructor(status: number, detail: ApiError['error']) {
    super(detail.message);
    this.status = status;
    this.detail = detail;
  }
}

/** No answer came: the program is stopped or the connection is lost. */
export class NoConnection extends Error {
  constructor() {
    super('No connection to the program. It may have been stopped; what you typed is kept on this device.');
  }
}

async function send(path: string, init: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, init);
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new NoConnection();
  }
  if (response.ok) return response;
  const parsed = apiErrorSchema.safeParse(await response.json().catch(() => null));
  const unknown = {
    code: 'unknown',
    message: `The program answered with status ${response.status}.`,
    place: {},
  };
  throw new ApiProblem(response.status, parsed.success ? parsed.data.error : unknown);
}

const withJson = (method: string, body: unknown): RequestInit => ({
  method,
  headers: { 'Content-Type': 'application/json' },
  body: JSON.stringify(body),
});

/** The one fetch layer. Bodies and answers are the contract's shapes. */
export const api = {
  get: async <T>(path: string): Promise<T> => (await (await send(path, {})).json()) as T,
  bytes: async (path: string): Promise<Uint8Array> =>
    new Uint8Array(await (await send(path, {})).arrayBuffer()),
  post: async <T>(path: string, body: unknown): Promise<T> =>
    (await (await send(path, withJson('POST', body))).json()) as T,
  put: async <T>(path: string, body: unknown): Promise<T> =>
    (await (await send(path, withJson('PUT', body))).json()) as T,
  postBytes: async <T>(path: string, bytes: Uint8Array<ArrayBuffer>): Promise<T> =>
    (await (
      await send(path, {
        method: 'POST',
        headers: { 'Content-Type': 'application/octet-stream' },
        body: new Blob([bytes]),
      })
    ).json()) as T,
  erase: async (path: string): Promise<Erased> =>
    (await (await send(path, { method: 'DELETE' })).json()) as Erased,
  remove: async (path: string): Promise<void> => {
    await send(path, { method: 'DELETE' });
  },
};
