import { randomBytes } from 'node:crypto';
import { createServer as createHttp, type Server } from 'node:http';
import { createServer as createHttps } from 'node:https';
import type { AddressInfo } from 'node:net';
import { networkInterfaces } from 'node:os';
import type { Logger } from 'pino';
import { toString as qrText } from 'qrcode';
import { passphraseProblem, passphrasesIn, type Passphrases } from '../access/passphrases.ts';
import { createApp, type App } from '../app.ts';
import { readyDirectory } from '../db/directory.ts';
import { lockDirectory } from '../db/lock.ts';
import { openDatabase, openInMemory } from '../db/open.ts';
import { seedDemo } from '../demo/seed.ts';
import { hostsFor, isLoopback } from '../http/guard.ts';
import { relayLive } from '../live/relay.ts';
import { dropUnfinishedRosters } from '../students/store.ts';
import { dropUnfinishedTracks } from '../tracks/store.ts';
import type { Arguments } from './arguments.ts';
import { forgetRunning, tellRunning } from './running.ts';
import { WrongArgument } from './wrong-argument.ts';

const say = (line: string): void => void process.stdout.write(`${line}\n`);

/** Starts the program and serves until it is asked to stop. Rejects in words when it cannot. */
export async function serve(options: Arguments, logger: Logger): Promise<void> {
  const lock = options.data === null ? null : await lockDirectory(options.data);
  const opened =
    options.data === null ? await openInMemory() : await openDatabase(readyDirectory(options.data), say);
  await dropUnfinishedRosters(opened.db);
  await dropUnfinishedTracks(opened.db);
  if (options.demo) await seedDemo(opened.db);
  const passphrases = isLoopback(options.host) ? null : await passphrasesFor(options);
  const localToken = randomBytes(32).toString('hex');
  const app = createApp(opened, {
    logger,
    hosts: hostsFor(options.host, options.allowHosts),
    access: { passphrases, localToken, secure: options.tls !== null },
    hsts: options.tls?.isKnown ?? false,
  });
  const server = options.tls ? createHttps(options.tls, app.express) : createHttp(app.express);
  limitWaiting(server);
  const live = relayLive(server, {
    hosts: hostsFor(options.host, options.allowHosts),
    isKnown: app.signIn.isKnown,
  });
  onStop(async () => {
    live.close();
    await closeServer(server);
    await app.scrubbing.stop();
    if (options.data !== null) forgetRunning(options.data);
    await opened.close();
    await lock?.release();
  });
  await listening(server, options, async () => {
    await opened.close();
    await lock?.release();
  });
  const url = addressOf(server, options);
  say(`Angled Chalk: ${url}`);
  if (options.data !== null) {
    say(`Data: ${options.data}`);
    tellRunning(options.data, { pid: process.pid, url: localUrl(server, options), token: localToken });
  }
  if (passphrases) say('Others on the network can reach it: they sign in with the passphrase of the club.');
  if (passphrases && !options.tls)
    say('CAUTION: the connection is not encrypted. Use it only on a network that is yours alone.');
  if (options.phone) await showPhone(url, app);
}

/** The passphrases of a club that others can reach: without one for the coach it does not start. */
async function passphrasesFor({
  data,
  passphrase,
  helperPassphrase,
  phone,
}: Arguments): Promise<Passphrases> {
  const passphrases = passphrasesIn(data);
  for (const [role, words] of [
    ['coach', passphrase],
    ['helper', helperPassphrase],
  ] as const) {
    if (words === null) continue;
    const wrong = passphraseProblem(words);
    if (wrong) throw new WrongArgument(`The passphrase of the ${role} cannot be used: ${wrong}`);
    await passphrases.set(role, words);
  }
  if (!passphrases.known().includes('coach') && !phone)
    throw new WrongArgument(
      'Beyond this machine the club needs a passphrase. Write one into a file and start with --passphrase-file FILE, or set ANGLED_CHALK_PASSPHRASE; it is kept, hashed, for the next start.',
    );
  return passphrases;
}

/** A request that stops sending does not hold the program. */
function limitWaiting(server: Server): void {
  server.headersTimeout = 15_000;
  server.requestTimeout = 10 * 60_000;
}

function listening(server: Server, { port, host }: Arguments, undo: () => Promise<void>): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', (error) => {
      void undo().finally(() => reject(error));
    });
    server.listen(port, host, resolve);
  });
}

const bracketed = ({ address, family }: Pick<AddressInfo, 'address' | 'family'>): string =>
  family === 'IPv6' ? `[${address}]` : address;

const ANY = ['0.0.0.0', '::'];

function addressOf(server: Server, { tls }: Arguments): string {
  const own = server.address() as AddressInfo;
  const outward = Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .find(({ internal, family }) => !internal && family === 'IPv4');
  const shown = ANY.includes(own.address) && outward ? outward.address : bracketed(own);
  return `${tls ? 'https' : 'http'}://${shown}:${own.port}/`;
}

function localUrl(server: Server, { tls }: Arguments): string {
  const own = server.address() as AddressInfo;
  const host = ANY.includes(own.address) ? '127.0.0.1' : bracketed(own);
  return `${tls ? 'https' : 'http'}://${host}:${own.port}`;
}

async function showPhone(url: string, { signIn }: App): Promise<void> {
  const address = `${url}#code=${signIn.oneTimeCode()}`;
  say(await qrText(address, { type: 'utf8', errorCorrectionLevel: 'M' }));
  say(`Scan this with the phone, or open ${address}`);
  say('It signs one device in, once, within ten minutes. Start again with --phone for another.');
}

/** Ends in order on SIGINT or SIGTERM, once; a close that hangs is not waited for. */
function onStop(close: () => Promise<void>): void {
  let stopping = false;
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.on(signal, () => {
      if (stopping) return;
      stopping = true;
      setTimeout(() => process.exit(0), LONGEST_STOP_MS).unref();
      close().then(
        () => process.exit(0),
        () => process.exit(0),
      );
    });
  }
}

const LONGEST_STOP_MS = 10_000;

function closeServer(server: Server): Promise<void> {
  return new Promise((done) => {
    server.close(() => done());
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 3000).unref();
  });
}
