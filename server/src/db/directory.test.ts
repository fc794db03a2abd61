import { execFileSync } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { endPrograms, runProgram, testClub, testFolder } from '../test-program.ts';
import { dataDirectory, readyDirectory, UnusableDirectory } from './directory.ts';
import { crc32c, lookAt } from './look.ts';
import { openDatabase } from './open.ts';
import { addStudent, listStudents } from '../students/store.ts';

afterAll(endPrograms);

let good: string;
beforeAll(async () => {
  good = await testClub();
  const opened = await openDatabase(readyDirectory(good));
  await addStudent(opened.db, '5e0c0de0-0000-4000-8000-000000000002', {
    name: 'Ada',
    leadSide: 'left',
    schoolId: 'neutral',
    lengths: { statureM: 1.7 },
    birthYear: null,
    reactionS: null,
    note: '',
    level: 'new',
    standard: null,
    filmingConsent: 'not asked',
    measuredBy: 'tape',
  });
  await opened.close();
});

/** A copy of the good directory with something done to it. */
function copy(damage: (club: string) => void = () => undefined): string {
  const root = join(testFolder(), 'data');
  cpSync(good, root, { recursive: true });
  damage(join(root, 'club'));
  return root;
}

// Source: RFC 3720, appendix B.4: CRC-32C of 32 zero bytes and of the bytes 0 to 31.
test('the checksum of the control file is CRC-32C', () => {
  expect(crc32c(new Uint8Array(32)).toString(16)).toBe('8a9136aa');
  expect(crc32c(Uint8Array.from({ length: 32 }, (_, i) => i)).toString(16)).toBe('46dd794e');
});

const newestSegment = (club: string): string =>
  join(
    club,
    'pg_wal',
    readdirSync(join(club, 'pg_wal'))
      .filter((name) => /^[0-9A-F]{24}$/.test(name))
      .sort()[0]!,
  );

test.each<[string, (club: string) => void, RegExp]>([
  ['lacks its version', (club) => rmSync(join(club, 'PG_VERSION')), /PG_VERSION is missing/],
  ['has an empty version', (club) => writeFileSync(join(club, 'PG_VERSION'), ''), /PG_VERSION is empty/],
  [
    'is of another version',
    (club) => writeFileSync(join(club, 'PG_VERSION'), '14\n'),
    /version 14 .* reads version 18/,
  ],
  [
    'lacks its control file',
    (club) => rmSync(join(club, 'global/pg_control')),
    /global\/pg_control is missing/,
  ],
  [
    'has half a control file',
    (club) => truncateSync(join(club, 'global/pg_control'), 4096),
    /4096 bytes, not 8192/,
  ],
  [
    'has a damaged control file',
    (club) => {
      const path = join(club, 'global/pg_control');
      const bytes = readFileSync(path);
      bytes[60]! ^= 1;
      writeFileSync(path, bytes);
    },
    /checksum is wrong/,
  ],
  [
    'lacks an empty folder that a copy left out',
    (club) => rmSync(join(club, 'pg_notify'), { recursive: true }),
    /folder pg_notify is missing/,
  ],
  ['lacks its log', (club) => rmSync(newestSegment(club)), /pg_wal\/[0-9A-F]{24} is missing/],
  ['has a log cut short', (club) => truncateSync(newestSegment(club), 1000), /is cut short/],
  [
    'has a damaged page in the roster',
    (club) => {
      const files = readdirSync(join(club, 'base'), { recursive: true, withFileTypes: true }).filter(
        (entry) => entry.isFile(),
      );
      for (const entry of files) {
        const path = join(entry.parentPath ?? entry.path, entry.name);
        const bytes = readFileSync(path);
        const at = bytes.indexOf('statureM');
        if (at < 0) continue;
        bytes[at]! ^= 1;
        writeFileSync(path, bytes);
      }
    },
    /is damaged: invalid page in block 0/,
  ],
  [
    'has a zeroed log',
    (club) => writeFileSync(newestSegment(club), Buffer.alloc(16 * 2 ** 20)),
    /is damaged: could not locate a valid checkpoint/,
  ],
])('a club that %s is told in plain words, and nothing is changed', async (_what, damage, says) => {
  const root = copy(damage);
  const before = readdirSync(join(root, 'club')).sort();
  const { code, text } = await runProgram(['--data', root, '--port', '0']);
  expect(code).toBe(1);
  expect(text).toMatch(says);
  expect(text).toMatch(/npx angled-chalk restore FILE|Nothing was changed/);
  expect(text).not.toMatch(/\[object Object\]|^\s+at /m);
  const after = readdirSync(join(root, 'club')).filter((name) => name !== 'postmaster.pid');
  expect(after.sort()).toEqual(before.filter((name) => name !== 'postmaster.pid'));
});

test("somebody else's directory is refused and left as it is", () => {
  const root = testFolder();
  writeFileSync(join(root, 'thesis.txt'), 'mine');
  expect(() => readyDirectory(root)).toThrow(/other files \(thesis\.txt\).*Nothing was written/s);
  expect(readdirSync(root)).toEqual(['thesis.txt']);
});

test('a file in the place of a directory is refused', () => {
  const file = join(testFolder(), 'file');
  writeFileSync(file, '');
  expect(() => readyDirectory(file)).toThrow(UnusableDirectory);
});

test('an absent or empty directory is where a new club is made; what file systems put there is no matter', () => {
  const root = testFolder();
  mkdirSync(join(root, 'lost+found'));
  expect(lookAt(readyDirectory(root).club)).toBe('absent');
});

test('a directory that only can be read is told with its owner', () => {
  if (process.getuid?.() !== 0) {
    console.warn('SKIPPED: only root can give a directory away.');
    return;
  }
  const root = copy();
  execFileSync('chmod', ['-R', 'a-w', root]);
  const path = execFileSync('sh', ['-c', 'command -v setpriv || true']).toString().trim();
  if (path === '') {
    console.warn('SKIPPED: setpriv is not here to become another user.');
    return;
  }
  execFileSync('chmod', ['-R', 'a+rX', join(root, '..')]);
  let text = '';
  try {
    execFileSync(
      path,
      [
        '--reuid=65534',
        '--regid=65534',
        '--clear-groups',
        process.execPath,
        join(__dirname, '../../dist/main.js'),
        '--data',
        root,
      ],
      { stdio: 'pipe' },
    );
  } catch (error) {
    text = (error as { stderr: Buffer }).stderr.toString();
  }
  expect(text).toMatch(/may not write in the data directory .*It belongs to user number 0/s);
  expect(text).not.toMatch(/^\s+at /m);
});

test('a directory of an earlier version, which was the database itself, is taken over with everything in it, also when that was cut short', async () => {
  for (const cutShort of [false, true]) {
    const root = copy();
    for (const name of readdirSync(join(root, 'club')))
      renameSync(join(root, 'club', name), join(root, name));
    rmSync(join(root, 'club'), { recursive: true });
    if (cutShort) {
      mkdirSync(join(root, 'club.adopting'));
      for (const name of ['PG_VERSION', 'base', 'pg_xact'])
        renameSync(join(root, name), join(root, 'club.adopting', name));
    }
    const opened = await openDatabase(readyDirectory(root));
    expect((await listStudents(opened.db)).map(({ name }) => name)).toEqual(['Ada']);
    await opened.close();
    expect(existsSync(join(root, 'PG_VERSION'))).toBe(false);
  }
});

test('a restore that was cut short between two names is undone at the next start', () => {
  const root = copy();
  const { club, last, next } = dataDirectory(root);
  renameSync(club, last);
  mkdirSync(next);
  readyDirectory(root);
  expect(lookAt(club)).toBe('there');
  expect(existsSync(next)).toBe(false);
});
