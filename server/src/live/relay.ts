import { STATUS_CODES, type IncomingMessage, type Server } from 'node:http';
import type { Duplex } from 'node:stream';
import { LIVE_CLOSED, LIVE_PATHS, readLiveLine } from '@angled-chalk/contract';
import { WebSocketServer, type RawData, type WebSocket } from 'ws';
import { isForeign, hostnameOf, isLoopback } from '../http/guard.ts';

/** A message holds a few lines; more is no stream of feet. */
const LARGEST_BYTES = 64 * 1024;
/** A screen that does not take what it gets misses lines instead of holding them all. */
const MOST_WAITING_BYTES = 1024 * 1024;
/** Twice the fastest stream that a recording may have: a thousand samples a second. */
const MOST_LINES_A_SECOND = 2000;
/** So many seconds in a row at that bound, and it is no tracker. */
const PATIENCE_S = 5;
/** Lines that are read before everybody else has a turn. */
const AT_ONCE = 50;
/** With so many lines waiting the device is not listened to until they are done. */
const MOST_WAITING_LINES = 200;

export interface RelayOptions {
  /** Bounds of a stream, when they are not the usual ones. */
  readonly mostLinesASecond?: number;
  readonly patienceS?: number;
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
export function relayLive(
  server: Server,
  { hosts, isKnown, mostLinesASecond = MOST_LINES_A_SECOND, patienceS = PATIENCE_S }: RelayOptions,
): Relay {
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
    const stream = slowly({ device, mostLinesASecond, patienceS, tell });
    device.on('message', (data, isBinary) => stream.take(isBinary ? [''] : linesOf(data)));
    device.on('close', () => {
      if (tracker === device) tracker = null;
      void stream.done().then(() => tell('{"type":"end"}'));
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

interface Slowly {
  readonly device: WebSocket;
  readonly mostLinesASecond: number;
  readonly patienceS: number;
  readonly tell: (line: string) => void;
}

const turn = (): Promise<void> =>
  new Promise((resolve) => {
    setImmediate(resolve);
  });
const pause = (ms: number): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve, ms);
  });

const tooFast = (most: number): string =>
  JSON.stringify({
    type: 'notice',
    text: `The tracker sends more than ${most} lines a second: what is shown is late. Set it to at most 1,000 samples a second.`,
  });

/**
 * Reads the lines of one device a few at a time, and no more of them a second than a stream of feet can have:
 * while some wait, the device is not listened to. A device that goes on like that is told, and ended.
 */
function slowly({ device, mostLinesASecond, patienceS, tell }: Slowly) {
  const waiting: string[] = [];
  let [count, inSecond, secondAt, fullSeconds] = [0, 0, performance.now(), 0];
  let reading: Promise<void> | null = null;
  const end = (code: number, why: string): void => {
    waiting.length = 0;
    device.resume();
    device.close(code, why.slice(0, 120));
  };
  /** Waits for the next second where this one is used up; false where there were too many of those. */
  const mayGoOn = async (): Promise<boolean> => {
    const sinceMs = performance.now() - secondAt;
    if (sinceMs < 1000 && inSecond < mostLinesASecond) return true;
    if (sinceMs < 1000) {
      fullSeconds++;
      if (fullSeconds === 1) tell(tooFast(mostLinesASecond));
      if (fullSeconds > patienceS) return false;
      while (performance.now() - secondAt < 1000) await pause(1000 - (performance.now() - secondAt));
    } else if (sinceMs > 2000 || inSecond < mostLinesASecond) fullSeconds = 0;
    [inSecond, secondAt] = [0, performance.now()];
    return true;
  };
  const read = async (): Promise<void> => {
    while (waiting.length > 0) {
      if (!(await mayGoOn())) {
        end(
          LIVE_CLOSED['too fast'],
          `more than ${mostLinesASecond} lines a second for ${patienceS} s: send at most 1,000 samples a second`,
        );
        return;
      }
      const now = waiting.splice(0, Math.min(AT_ONCE, mostLinesASecond - inSecond));
      inSecond += now.length;
      for (const line of now) {
        count += 1;
        const one = readLiveLine(line);
        if (one.type === 'bad' || one.type === 'notice') {
          end(LIVE_CLOSED['bad line'], `line ${count}, ${one.type === 'bad' ? one.why : 'type'}`);
          return;
        }
        tell(line);
      }
      await turn();
    }
    device.resume();
  };
  return {
    take: (lines: readonly string[]): void => {
      waiting.push(...lines);
      if (waiting.length > MOST_WAITING_LINES) device.pause();
      reading ??= read().finally(() => {
        reading = null;
      });
    },
    /** Resolves when all that came is passed on. */
    done: async (): Promise<void> => {
      await reading;
    },
  };
}

const linesOf = (data: RawData): string[] =>
  textOf(data)
    .split('\n')
    .filter((line) => line.trim() !== '');

function textOf(data: RawData): string {
  if (Array.isArray(data)) return Buffer.concat(data).toString('utf8');
  return (data instanceof ArrayBuffer ? Buffer.from(data) : data).toString('utf8');
}

/** An address of version 4 that is written as one of version 6, as it is. */
const bare = (address = ''): string => address.replace(/^::ffff:/, '');
