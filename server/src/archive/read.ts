import { createHash } from 'node:crypto';
import { statSync } from 'node:fs';
import { pipeline, type Readable } from 'node:stream';
import { createInflateRaw } from 'node:zlib';
import { parseJson, TooLarge } from '@angled-chalk/core/reading';
import yauzl from 'yauzl';
import { MIGRATIONS } from '../db/migrations.ts';
import { linesOf } from './lines.ts';
import { MANIFEST, manifestSchema, TABLES, tablesOf, type Manifest } from './manifest.ts';

/** The archive cannot be brought back; the message says where it is wrong and what to do. */
export class BadArchive extends Error {}

export interface Archive {
  readonly manifest: Manifest;
  /** Lines of a table, none longer than a row can be; throws at the end where the file is not as the manifest says. */
  readonly lines: (file: string) => AsyncIterable<Buffer>;
  /** A whole file, as the manifest says it is. */
  readonly bytes: (file: string) => Promise<Buffer>;
  /** Reads every file and holds it to the manifest. */
  readonly verify: () => Promise<void>;
  readonly close: () => void;
}

const SAFE = 'Nothing was changed. Choose another backup.';
/** An archive of ours shrinks its text tenfold; far beyond that it was made to fill the disk. */
const MOST_GROWTH = 300;
const LONGEST_LINE = 32 * 2 ** 20;
/** A recording, packed. */
const LARGEST_FILE = 16 * 2 ** 20;
/** The manifest of a club with a hundred thousand recordings has about as much. */
const MANIFEST_BOUNDS = { mostBytes: 32 * 2 ** 20, mostDepth: 8, mostValues: 1_200_000 };

/** What is wrong with a file that was read, held to what the manifest says of it. */
function holdToListed({ file, bytes, sha256, rows }: Listed, found: Measured): void {
  if (found.bytes !== bytes || found.sha256 !== sha256)
    throw new BadArchive(
      `The file ${file} in the backup is damaged: its checksum is not the one in the manifest. ${SAFE}`,
    );
  if (rows !== null && found.rows !== rows)
    throw new BadArchive(
      `The file ${file} in the backup has ${found.rows} rows and the manifest says ${rows}. ${SAFE}`,
    );
}

interface Listed {
  readonly file: string;
  readonly bytes: number;
  readonly sha256: string;
  /** Null for what is no table. */
  readonly rows: number | null;
}

/** Opens an archive whose manifest is in order; its files are held to that as they are read. Throws BadArchive in words. */
export async function openArchive(file: string): Promise<Archive> {
  const zip = await openZip(file);
  const inWords = (error: unknown): BadArchive =>
    error instanceof BadArchive
      ? error
      : new BadArchive(`The backup cannot be read: ${(error as Error).message}. ${SAFE}`);
  try {
    const entries = await entriesOf(zip, 64 * 2 ** 20 + MOST_GROWTH * statSync(file).size);
    const open = async (name: string): Promise<Readable> => {
      const entry = entries.get(name);
      if (!entry) throw new BadArchive(`The backup lacks the file ${name}. ${SAFE}`);
      return new Promise((resolve, reject) => {
        const isPacked = entry.compressionMethod === DEFLATED;
        zip.openReadStream(entry, isPacked ? { decompress: false } : {}, (error, stream) => {
          if (error) reject(error);
          else resolve(isPacked ? inflated(stream) : stream);
        });
      });
    };
    const manifest = readManifest(
      await whole(bytesOf(await open(MANIFEST)), MANIFEST, MANIFEST_BOUNDS.mostBytes),
    );
    holdToTables(manifest);
    const listed = new Map<string, Listed>();
    for (const one of manifest.tables) listed.set(one.file, one);
    for (const one of manifest.recordings) listed.set(one.file, { ...one, rows: null });
    const missing = [...listed.keys()].find((name) => !entries.has(name));
    if (missing !== undefined) throw new BadArchive(`The backup lacks the file ${missing}. ${SAFE}`);
    /** A file piece by piece; past its end it is held to the manifest. */
    const pieces = async function* piecesOf(name: string): AsyncGenerator<Buffer> {
      const measured = measuring();
      try {
        for await (const piece of bytesOf(await open(name))) {
          measured.take(piece);
          yield piece;
        }
      } catch (error) {
        throw inWords(error);
      }
      const one = listed.get(name);
      if (one) holdToListed(one, measured.found());
    };
    return {
      manifest,
      lines: (name) =>
        linesOf(
          pieces(name),
          LONGEST_LINE,
          (line) => new BadArchive(`${name}, line ${line}: it is longer than any row of ours. ${SAFE}`),
        ),
      bytes: async (name) => whole(pieces(name), name, LARGEST_FILE),
      verify: async () => {
        for (const name of listed.keys()) for await (const _ of pieces(name));
      },
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    throw inWords(error);
  }
}

/** As a zip names the one way of packing that ours use. */
const DEFLATED = 8;
const PIECE_BYTES = 256 * 1024;

/** Unpacked in large pieces: each costs a turn of the loop. What fails in it is an error of the stream that is read. */
function inflated(packed: Readable): Readable {
  const unpacking = createInflateRaw({ chunkSize: PIECE_BYTES });
  pipeline(packed, unpacking, () => undefined);
  return unpacking;
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

function readManifest(bytes: Buffer): Manifest {
  let raw: unknown;
  try {
    raw = parseJson(bytes, MANIFEST_BOUNDS);
  } catch (error) {
    throw new BadArchive(
      `The manifest of the backup ${error instanceof TooLarge ? error.message : 'is not JSON'}. ${SAFE}`,
    );
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

const bytesOf = (stream: Readable): AsyncIterable<Buffer> => stream;

interface Measured {
  readonly bytes: number;
  readonly rows: number;
  readonly sha256: string;
}

function measuring(): { readonly take: (piece: Buffer) => void; readonly found: () => Measured } {
  const hash = createHash('sha256');
  let [bytes, rows] = [0, 0];
  return {
    take: (piece) => {
      hash.update(piece);
      bytes += piece.length;
      for (let at = piece.indexOf(10); at >= 0; at = piece.indexOf(10, at + 1)) rows++;
    },
    found: () => ({ bytes, rows, sha256: hash.digest('hex') }),
  };
}

async function whole(stream: AsyncIterable<Buffer>, name: string, mostBytes: number): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of stream) {
    size += chunk.length;
    if (size > mostBytes)
      throw new BadArchive(`The file ${name} in the backup is larger than any of ours. ${SAFE}`);
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

/** A backup has every table that a club of its version has, each once, and no other. */
function holdToTables({ schema, tables, recordings }: Manifest): void {
  const names = tables.map(({ table }) => table);
  const missing = tablesOf(schema).filter((table) => !names.includes(table));
  if (missing.length > 0)
    throw new BadArchive(`The backup is not whole: it lacks the table ${missing.join(', ')}. ${SAFE}`);
  const strange = names.find((name) => !TABLES.some((table) => table === name));
  if (strange !== undefined)
    throw new BadArchive(`The backup holds a table that no club has (${strange.slice(0, 40)}). ${SAFE}`);
  const files = [...tables, ...recordings].map(({ file }) => file);
  if (new Set(names).size !== names.length || new Set(files).size !== files.length)
    throw new BadArchive(`The manifest of the backup lists something twice. ${SAFE}`);
}
