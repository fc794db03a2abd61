import type { IncomingHttpHeaders } from 'node:http';
import { hostname, networkInterfaces } from 'node:os';
import type { RequestHandler } from 'express';
import { HttpProblem } from './errors.ts';

const LOOPBACK = ['localhost', '127.0.0.1', '::1'];

/** Is this an address that only this machine reaches? */
export const isLoopback = (host: string): boolean =>
  host === 'localhost' || host === '::1' || /^127(\.\d{1,3}){3}$/.test(host);

/** Names under which the program may be asked, for the address it listens on. */
export function hostsFor(host: string, more: readonly string[]): ReadonlySet<string> {
  const own = isLoopback(host)
    ? []
    : [
        ...Object.values(networkInterfaces()).flatMap((list) => (list ?? []).map(({ address }) => address)),
        hostname().toLowerCase(),
        `${hostname().toLowerCase()}.local`,
      ];
  return new Set([...LOOPBACK, host.toLowerCase(), ...own, ...more.map((name) => name.toLowerCase())]);
}

/** The name without its port and brackets; empty when it is none. */
export function hostnameOf(header: string | undefined): string {
  const bracketed = /^\[([0-9a-f:.]+)\](?::\d+)?$/i.exec(header ?? '');
  if (bracketed) return bracketed[1]!.toLowerCase();
  return /^([^:/@\s]+)(?::\d+)?$/.exec(header ?? '')?.[1]?.toLowerCase() ?? '';
}

const refuse = (status: number, code: string, message: string): HttpProblem =>
  new HttpProblem(status, { code, message, place: {} });

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);
/** No page can send these elsewhere without asking the server first. */
const ASKED_FIRST = ['application/json', 'application/octet-stream', 'application/zip'];

/** Whether a page of somebody else's asks. */
export function isForeign(headers: IncomingHttpHeaders): boolean {
  const { origin, host } = headers;
  const site = headers['sec-fetch-site'];
  if (site === 'cross-site' || site === 'same-site') return true;
  if (origin === undefined) return false;
  try {
    return new URL(origin).host !== host;
  } catch {
    return true;
  }
}

/**
 * Keeps other pages out: the program answers only under its own names (a name that is made to point
 * here is refused), only to its own pages, and changes nothing on a request that a form could send.
 */
export function keepOthersOut(hosts: ReadonlySet<string>): RequestHandler {
  return (request, _response, next) => {
    if (!hosts.has(hostnameOf(request.headers.host)))
      throw refuse(
        421,
        'wrong-host',
        'The program does not answer under this name. Open the address it printed when it started; another name is allowed with --allow-host NAME.',
      );
    if (request.path.startsWith('/api') && isForeign(request.headers))
      throw refuse(403, 'foreign-page', 'Another page asked for this. Only pages of this program may.');
    if (request.path.startsWith('/api') && !READS.has(request.method)) {
      const type = request.headers['content-type']?.split(';')[0]?.trim().toLowerCase() ?? '';
      if (!ASKED_FIRST.includes(type))
        throw refuse(
          415,
          'json-expected',
          'A call that changes something needs Content-Type: application/json (recordings: application/octet-stream).',
        );
    }
    next();
  };
}
