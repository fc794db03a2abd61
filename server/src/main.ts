import { the } from '@angled-chalk/core/measure';
import { pino } from 'pino';
import { buildRestore, endWithParent, exportCopy, lookAtBackup } from './archive/live.ts';
import { BadArchive } from './archive/read.ts';
import { DirectoryInUse } from './db/lock.ts';
import { UnusableDirectory } from './db/directory.ts';
import { backupVerb, restoreVerb } from './start/archive-verbs.ts';
import { readArguments } from './start/arguments.ts';
import { serve } from './start/serve.ts';
import { WrongArgument } from './start/wrong-argument.ts';
import { endThread } from './work/off-thread.ts';

async function run(): Promise<void> {
  const [verb, first, second] = process.argv.slice(2);
  switch (verb) {
    case 'export-copy':
      return asChild(() => exportCopy(the(first), the(second)));
    case 'build-restore':
      return asChild(() => buildRestore(the(first), the(second)));
    case 'look-backup':
      return asChild(() => lookAtBackup(the(first)));
    case 'backup':
      return backupVerb(process.argv.slice(3));
    case 'restore':
      return restoreVerb(process.argv.slice(3));
    default: {
      const logger = pino({ level: process.env['ANGLED_CHALK_LOG'] ?? 'warn' }, pino.destination(2));
      return serve(readArguments(process.argv.slice(2)), logger);
    }
  }
}

async function asChild(run: () => Promise<void>): Promise<void> {
  endWithParent();
  await run();
  await endThread();
}

/** Errors whose message is for the person who started this. */
const TOLD = [DirectoryInUse, UnusableDirectory, WrongArgument, BadArchive];

function fail(error: unknown): never {
  const { code, message } = error as NodeJS.ErrnoException;
  const text =
    code === 'EADDRINUSE'
      ? 'The port is in use. Stop the other program, or start with --port ANOTHER_PORT.'
      : code === 'EADDRNOTAVAIL' || code === 'ENOTFOUND'
        ? 'This machine has no such address. Start with --host 127.0.0.1, or with an address of this machine.'
        : code === 'EACCES'
          ? 'This user may not listen on that port. Start with --port and a number above 1023.'
          : TOLD.some((kind) => error instanceof kind) || code?.startsWith('ERR_PARSE_ARGS')
            ? message
            : `Something unforeseen happened (${error instanceof Error ? `${error.name}: ${message}` : String(error)}). Nothing was changed.`;
  const isVerb = ['backup', 'restore', 'export-copy', 'build-restore', 'look-backup'].includes(
    process.argv[2] ?? '',
  );
  process.stderr.write(isVerb ? `${text}\n` : `Angled Chalk cannot start: ${text}\n`);
  process.exit(isVerb ? 2 : 1);
}

run().catch(fail);
