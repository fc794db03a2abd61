import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs, type ParseArgsConfig } from 'node:util';
import { DEFAULT_DATA_DIR } from '../places.ts';
import { isLoopback } from '../http/guard.ts';
import { certificateOf, type Tls } from './certificate.ts';
import { WrongArgument } from './wrong-argument.ts';

const DEFAULT_PORT = 4780;
const MEMORY = 'memory://';

export interface Arguments {
  /** A data directory, or null for a club that is gone when the program ends. */
  readonly data: string | null;
  readonly port: number;
  readonly host: string;
  readonly demo: boolean;
  readonly tls: Tls | null;
  readonly phone: boolean;
  readonly allowHosts: readonly string[];
  readonly passphrase: string | null;
  readonly helperPassphrase: string | null;
}

const OPTIONS = {
  data: { type: 'string' },
  port: { type: 'string' },
  host: { type: 'string' },
  demo: { type: 'boolean', default: false },
  phone: { type: 'boolean', default: false },
  'allow-host': { type: 'string', multiple: true },
  'tls-cert': { type: 'string' },
  'tls-key': { type: 'string' },
  'insecure-network': { type: 'boolean', default: false },
  'passphrase-file': { type: 'string' },
  'helper-passphrase-file': { type: 'string' },
} as const satisfies ParseArgsConfig['options'];

function readable(path: string, option: string): Buffer {
  try {
    return readFileSync(path);
  } catch (error) {
    throw new WrongArgument(
      `${option}: the file ${path} cannot be read (${(error as NodeJS.ErrnoException).code ?? ''}).`,
    );
  }
}

export const dataOption = (value: string | undefined): string | null => {
  const data = value ?? process.env['ANGLED_CHALK_DATA'] ?? DEFAULT_DATA_DIR;
  return data === MEMORY ? null : resolve(data);
};

/** The arguments of the server. Beyond this machine it is encrypted, or the risk is typed out in full. */
export function readArguments(args: string[]): Arguments {
  const { values } = parseArgs({ args, options: OPTIONS });
  const portText = values.port ?? process.env['ANGLED_CHALK_PORT'] ?? String(DEFAULT_PORT);
  const port = Number(portText);
  if (portText.trim() === '' || !Number.isInteger(port) || port < 0 || port > 65535)
    throw new WrongArgument(`--port is a whole number from 0 to 65535, not "${portText}".`);
  const host = values.host ?? process.env['ANGLED_CHALK_HOST'] ?? (values.phone ? '0.0.0.0' : '127.0.0.1');
  const tls = tlsOf(values['tls-cert'], values['tls-key']);
  if (!isLoopback(host) && !tls && !values['insecure-network'])
    throw new WrongArgument(
      `With --host ${host} others on the network reach the club, and without encryption they can read along. Give --tls-cert FILE and --tls-key FILE; on a network that only you use, --insecure-network typed in full allows it as it is.`,
    );
  const secret = (path: string | undefined, option: string, variable: string): string | null =>
    path === undefined ? (process.env[variable] ?? null) : readable(path, option).toString('utf8').trim();
  return {
    data: dataOption(values.data),
    port,
    host,
    demo: values.demo,
    tls,
    phone: values.phone,
    allowHosts: values['allow-host'] ?? [],
    passphrase: secret(values['passphrase-file'], '--passphrase-file', 'ANGLED_CHALK_PASSPHRASE'),
    helperPassphrase: secret(
      values['helper-passphrase-file'],
      '--helper-passphrase-file',
      'ANGLED_CHALK_HELPER_PASSPHRASE',
    ),
  };
}

function tlsOf(cert: string | undefined, key: string | undefined): Tls | null {
  if (cert === undefined && key === undefined) return null;
  if (cert === undefined || key === undefined)
    throw new WrongArgument('--tls-cert and --tls-key go together: give both files.');
  return certificateOf(readable(cert, '--tls-cert'), readable(key, '--tls-key'), new Date());
}
