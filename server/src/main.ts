import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { DirectoryInUse, lockDirectory } from './db/lock.ts';
import { openDatabase } from './db/open.ts';
import { seedDemo } from './demo/seed.ts';
import { DEFAULT_DATA_DIR } from './places.ts';

const DEFAULT_PORT = 4780;

function readArguments() {
  const { values } = parseArgs({
    options: {
      data: { type: 'string', default: process.env['ANGLED_CHALK_DATA'] ?? DEFAULT_DATA_DIR },
      port: { type: 'string', default: process.env['ANGLED_CHALK_PORT'] ?? String(DEFAULT_PORT) },
      host: { type: 'string', default: process.env['ANGLED_CHALK_HOST'] ?? '127.0.0.1' },
      demo: { type: 'boolean', default: false },
    },
  });
  const port = Number(values.port);
  if (!Number.isInteger(port) || port < 0 || port > 65535) {
    throw new Error(`--port is a whole number from 0 to 65535, not "${values.port}".`);
  }
  return { ...values, port, data: values.data === 'memory://' ? values.data : resolve(values.data) };
}

async function start(): Promise<void> {
  const options = readArguments();
  const logger = pino({ level: process.env['ANGLED_CHALK_LOG'] ?? 'warn' }, pino.destination(2));
  const lock = options.data === 'memory://' ? null : await lockDirectory(options.data);
  const { db, close } = await openDatabase(options.data);
  if (options.demo) await seedDemo(db);
  const server = createApp(db, logger).listen(options.port, options.host, (error?: Error) => {
    if (error) {
      fail(error);
      return;
    }
    const { address, port, family } = server.address() as AddressInfo;
    process.stdout.write(`Angled Chalk: http://${family === 'IPv6' ? `[${address}]` : address}:${port}/\n`);
    if (options.data !== 'memory://') process.stdout.write(`Data: ${options.data}\n`);
  });
  const stop = async (): Promise<void> => {
    await closeServer(server);
    await close();
    await lock?.release();
    process.exit(0);
  };
  let stopping = false;
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.on(signal, () => {
      if (stopping) return;
      stopping = true;
      void stop();
    });
  }
}

function closeServer(server: Server): Promise<void> {
  return new Promise((done) => {
    server.close(() => done());
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 3000).unref();
  });
}

function fail(error: unknown): never {
  const { code, message } = error as NodeJS.ErrnoException;
  const text =
    code === 'EADDRINUSE'
      ? 'The port is in use. Stop the other program, or start with --port ANOTHER_PORT.'
      : error instanceof DirectoryInUse || code?.startsWith('ERR_PARSE_ARGS')
        ? message
        : error instanceof Error
          ? (error.stack ?? message)
          : String(error);
  process.stderr.write(`Angled Chalk cannot start: ${text}\n`);
  process.exit(1);
}

start().catch(fail);
