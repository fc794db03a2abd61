import { STATUS_CODES, type IncomingMessage, type Server } from 'node:http';
import type { Duplex } from 'node:stream';
import { LIVE_CLOSED, LIVE_PATHS, readLiveLine } from '@angled-chalk/contract';
import { WebSocketServer, type RawData, type WebSocket } from 'ws';
import { isForeign, hostnameOf, isLoopback } from '../http/guard.ts';

/** A message holds a few lines; more is no stream of feet. */
const LARGEST_BYTES = 64 * 1024;
/** A screen that does not take what it gets misses lines instead of holding them all. */
const MOST_WAITING_BYTES = 1024 * 1024;

export interface RelayOptions {
  readonly hosts: ReadonlySet<string>;
  /** Whether whoever asks may see the club. */
  readonly isKnown: (request: IncomingMessage) => boolean;
}

export interface Relay {
  /** Ends every connection. */
  readonly close: () => void;
}

/**
 * Passes on what a tracker on this machine sends, line by line, to the pages that listen. Nothing is stored, and a
 * tracker is heard only while a page asks for one.
 */
export function relayLive(server: Server, { hosts, isKnown }: RelayOptions): Relay {
  const sockets = new WebSocketServer({
    noServer: true,
    maxPayload: LARGEST_BYTES,
    perMessageDeflate: false,
  });
  const screens = new Set<WebSocket>();
  let tracker: WebSocket | null = null;
  const tell = (line: string): void => {
    for (const screen of screens) if (screen.bufferedAmount < MOST_WAITING_BYTES) screen.send(line);
  };
  const listen = (screen: WebSocket): void => {
    screens.add(screen);
    screen.on('close', () => {
      screens.delete(screen);
      if (screens.size === 0) tracker?.close(LIVE_CLOSED['nobody listens'], 'nobody listens any more');
    });
  };
  const hear = (device: WebSocket): void => {
    if (screens.size === 0) {
      device.close(
        LIVE_CLOSED['nobody listens'],
        'no page listens: open Record, Live tracker, and press Listen',
      );
      return;
    }
    if (tracker) {
      device.close(LIVE_CLOSED['another tracker'], 'another tracker is sending: end it first');
      return;
    }
    tracker = device;
    let count = 0;
    device.on('message', (data, isBinary) => {
      const lines = isBinary
        ? ['']
        : textOf(data)
            .split('\n')
            .filter((line) => line.trim() !== '');
      for (const line of lines) {
        count += 1;
        const read = readLiveLine(line);
        if (read.type === 'bad') {
          device.close(LIVE_CLOSED['bad line'], `line ${count}, ${read.why}`.slice(0, 120));
          return;
        }
        tell(line);
      }
    });
    device.on('close', () => {
      if (tracker === device) tracker = null;
      tell('{"type":"end"}');
    });
  };
  server.on('upgrade', (request: IncomingMessage, socket: Duplex, head: Buffer) => {
    const path = request.url?.split('?')[0];
    const isTracker = path === LIVE_PATHS.tracker;
    const status = !isTracker && path !== LIVE_PATHS.screen ? 404 : refusalOf(request, isTracker);
    if (status !== null) {
      socket.end(`HTTP/1.1 ${status} ${STATUS_CODES[status] ?? ''}\r\nConnection: close\r\n\r\n`);
      return;
    }
    sockets.handleUpgrade(request, socket, head, (opened) => {
      opened.on('error', () => opened.terminate());
      (isTracker ? hear : listen)(opened);
    });
  });
  const refusalOf = (request: IncomingMessage, isTracker: boolean): number | null => {
    if (!hosts.has(hostnameOf(request.headers.host))) return 421;
    if (isForeign(request.headers)) return 403;
    // A device is on this machine; a page is whoever may see the club.
    if (isTracker) return isLoopback(bare(request.socket.remoteAddress)) ? null : 403;
    return isKnown(request) ? null : 401;
  };
  return { close: () => sockets.clients.forEach((one) => one.terminate()) };
}

function textOf(data: RawData): string {
  if (Array.isArray(data)) return Buffer.concat(data).toString('utf8');
  return (data instanceof ArrayBuffer ? Buffer.from(data) : data).toString('utf8');
}

/** An address of version 4 that is written as one of version 6, as it is. */
const bare = (address = ''): string => address.replace(/^::ffff:/, '');
