import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import bcrypt from 'bcryptjs';
import { z } from 'zod';

export const ROLES = ['coach', 'helper'] as const;
export type Role = (typeof ROLES)[number];

const LEAST_LETTERS = 10;
/** bcrypt reads no more bytes than this. */
const MOST_BYTES = 72;
const ROUNDS = 11;

const fileSchema = z.object({ coach: z.string().optional(), helper: z.string().optional() });

/** The club's passphrases, hashed, in a file of their own: they belong to this installation, not to its data. */
export interface Passphrases {
  readonly known: () => readonly Role[];
  readonly set: (role: Role, passphrase: string) => Promise<void>;
  /** Whose passphrase this is, or nobody's. Takes the same time either way. */
  readonly roleOf: (passphrase: string) => Promise<Role | null>;
}

/** What is wrong with a passphrase, in words, or null. */
export function passphraseProblem(passphrase: string): string | null {
  if (Array.from(passphrase).length < LEAST_LETTERS)
    return `A passphrase has at least ${LEAST_LETTERS} letters: take three or four words.`;
  if (Buffer.byteLength(passphrase) > MOST_BYTES)
    return 'This passphrase is too long: take at most 70 letters.';
  return null;
}

export function passphrasesIn(root: string | null): Passphrases {
  const path = root === null ? null : join(root, 'access.json');
  let hashes = path && existsSync(path) ? fileSchema.parse(JSON.parse(readFileSync(path, 'utf8'))) : {};
  const none = bcrypt.hash('nobody has this passphrase', ROUNDS);
  return {
    known: () => ROLES.filter((role) => hashes[role] !== undefined),
    set: async (role, passphrase) => {
      hashes = { ...hashes, [role]: await bcrypt.hash(passphrase, ROUNDS) };
      if (!path) return;
      writeFileSync(`${path}.new`, `${JSON.stringify(hashes)}\n`, { mode: 0o600, flush: true });
      renameSync(`${path}.new`, path);
    },
    roleOf: async (passphrase) => {
      if (Buffer.byteLength(passphrase) > MOST_BYTES) return null;
      let found: Role | null = null;
      for (const role of ROLES) {
        const fits = await bcrypt.compare(passphrase, hashes[role] ?? (await none));
        if (fits && hashes[role] !== undefined) found ??= role;
      }
      return found;
    },
  };
}
