import type { IncomingHttpHeaders } from 'node:http';
import { hostname, networkInterfaces } from 'node:os';
import { WRITE_HEADER } from '@angled-chalk/contract';
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

/** Whether a page of somebody else's asks, by what the browser says of it. */
export function isForeign(headers: IncomingHttpHeaders): boolean {
  const { origin, host } = headers;
  const site = headers['sec-fetch-site'];
  // A browser says none where a person typed the address: that is a page's address, or a file's, being read.
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return true;
  if (origin === undefined) return false;
  try {
    return new URL(origin).host !== host;
  } catch {
    return true;
  }
}

/** Answers only under the program's own names: a name that is made to point here is refused. */
export const onlyOwnNames =
  (hosts: ReadonlySet<string>): RequestHandler =>
  (request, _response, next) => {
    if (!hosts.has(hostnameOf(request.headers.host)))
      throw refuse(
        421,
        'wrong-host',
        'The program does not answer under this name. Open the address it printed when it started; another name is allowed with --allow-host NAME.',
      );
    next();
  };

/** Answers only to the program's own pages and to commands; stands before everything that can be asked. */
export const onlyOwnPages: RequestHandler = (request, _response, next) => {
  if (isForeign(request.headers))
    throw refuse(403, 'foreign-page', 'Another page asked for this. Only pages of this program may.');
  next();
};

/**
 * Something is changed only by a request that no other page can send: the browser says that it comes from our own
 * page or, where it says nothing, the origin is named; and our own header is there, which no other page can set.
 */
export const onlyOwnWrites: RequestHandler = (request, _response, next) => {
  const { headers } = request;
  const site = headers['sec-fetch-site'];
  const isOwn = site === undefined ? headers.origin !== undefined : site === 'same-origin';
  if (!isOwn || !headers[WRITE_HEADER.toLowerCase()])
    throw refuse(
      403,
      'not-from-here',
      `A call that changes something comes from a page of this program, or names its Origin and carries the header ${WRITE_HEADER}.`,
    );
  next();
};
