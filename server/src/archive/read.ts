import { createHash } from 'node:crypto';
import { statSync } from 'node:fs';
import { createInterface } from 'node:readline';
import type { Readable } from 'node:stream';
import yauzl from 'yauzl';
import { MIGRATIONS } from '../db/migrations.ts';
import { MANIFEST, manifestSchema, type Manifest } from './manifest.ts';

/** The archive cannot be brought back; the message says where it is wrong and what to do. */
export class BadArchive extends Error {}

export interface Archive {
  readonly manifest: Manifest;
  readonly lines: (file: string) => AsyncIterable<string>;
  readonly bytes: (file: string) => Promise<Buffer>;
  readonly close: () => void;
}

const SAFE = 'Nothing was changed. Choose another backup.';
/** An archive of ours shrinks its text tenfold; far beyond that it was made to fill the disk. */
const MOST_GROWTH = 300;

/** Opens an archive and checks every file in it against its manifest. Throws BadArchive in words. */
export async function openArchive(file: string): Promise<Archive> {
  const zip = await openZip(file);
  try {
    const entries = await entriesOf(zip, 64 * 2 ** 20 + MOST_GROWTH * statSync(file).size);
    const open = async (name: string): Promise<Readable> => {
      const entry = entries.get(name);
      if (!entry) throw new BadArchive(`The backup lacks the file ${name}. ${SAFE}`);
      return new Promise((resolve, reject) => {
        zip.openReadStream(entry, (error, stream) => (error ? reject(error) : resolve(stream)));
      });
    };
    const manifest = readManifest((await whole(await open(MANIFEST))).toString('utf8'));
    const listed = [
      ...manifest.tables.map((one) => ({ ...one, isTable: true })),
      ...manifest.recordings.map((one) => ({ ...one, rows: 0, isTable: false })),
    ];
    for (const { file: name, bytes, sha256, rows, isTable } of listed) {
      const found = await measure(await open(name));
      if (found.bytes !== bytes || found.sha256 !== sha256)
        throw new BadArchive(
          `The file ${name} in the backup is damaged: its checksum is not the one in the manifest. ${SAFE}`,
        );
      if (isTable && found.rows !== rows)
        throw new BadArchive(
          `The file ${name} in the backup has ${found.rows} rows and the manifest says ${rows}. ${SAFE}`,
        );
    }
    return {
      manifest,
      lines: async function* lines(name) {
        for await (const line of createInterface({ input: await open(name), crlfDelay: Infinity }))
          if (line !== '') yield line;
      },
      bytes: async (name) => whole(await open(name)),
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    throw error instanceof BadArchive
      ? error
      : new BadArchive(`The backup cannot be read: ${(error as Error).message}. ${SAFE}`);
  }
}

function openZip(file: string): Promise<yauzl.ZipFile> {
  return new Promise((resolve, reject) => {
    yauzl.open(file, { lazyEntries: true, autoClose: false, strictFileNames: true }, (error, zip) => {
      if (!error) resolve(zip);
      else if ((error as NodeJS.ErrnoException).code === 'ENOENT')
        reject(new BadArchive(`There is no file ${file}.`));
      else
        reject(
          new BadArchive(
            `This is not a backup of this program: it is no whole zip (${error.message}). ${SAFE}`,
          ),
        );
    });
  });
}

function entriesOf(zip: yauzl.ZipFile, mostBytes: number): Promise<Map<string, yauzl.Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, yauzl.Entry>();
    let bytes = 0;
    zip.on('entry', (entry: yauzl.Entry) => {
      bytes += entry.uncompressedSize;
      if (bytes > mostBytes) {
        reject(new BadArchive(`The backup would unpack to far more than it can hold. ${SAFE}`));
        return;
      }
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.on('end', () => resolve(entries));
    zip.on('error', reject);
    zip.readEntry();
  });
}

function readManifest(text: string): Manifest {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    throw new BadArchive(`The manifest of the backup is not JSON. ${SAFE}`);
  }
  const version = (raw as { version?: unknown } | null)?.version;
  const parsed = manifestSchema.safeParse(raw);
  if (!parsed.success) {
    throw new BadArchive(
      typeof version === 'number' && version > 1
        ? `The backup was made by a later version of the program. Bring this program up to date first.`
        : `This zip is no backup of this program: its manifest is not ours. ${SAFE}`,
    );
  }
  if (parsed.data.schema > MIGRATIONS.length)
    throw new BadArchive(
      'The backup was made by a later version of the program. Bring this program up to date first.',
    );
  return parsed.data;
}

async function measure(stream: Readable): Promise<{ bytes: number; rows: number; sha256: string }> {
  const hash = createHash('sha256');
  let [bytes, rows] = [0, 0];
  for await (const chunk of stream) {
    const buffer = chunk as Buffer;
    hash.update(buffer);
    bytes += buffer.length;
    for (const byte of buffer) if (byte === 10) rows++;
  }
  return { bytes, rows, sha256: hash.digest('hex') };
}

async function whole(stream: Readable): Promise<Buffer> {
  const chunks: Buffer[] = [];
  for await (const chunk of stream) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
}
