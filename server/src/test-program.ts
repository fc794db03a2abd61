import { type ChildProcess, spawn } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FROM_PAGE } from '@angled-chalk/contract';
import { z } from 'zod';
import { checkTrack, packCheck } from '@angled-chalk/core/check';
import { DEMO_DRILLS, DEMO_PLAN, recordDemoDrill } from '@angled-chalk/core/sim';

const BUNDLE = join(__dirname, '../dist/main.js');

export interface Ended {
  readonly code: number | null;
  readonly text: string;
}

/** The built program in a process of its own. */
export interface Program {
  readonly child: ChildProcess;
  readonly url: string;
  readonly ended: Promise<Ended>;
  /** Asks it to end, as a shell does. */
  readonly stop: () => Promise<Ended>;
  readonly kill: () => Promise<Ended>;
}

const children = new Set<ChildProcess>();
const folders = new Set<string>();
process.on('exit', () => {
  for (const child of children) child.kill('SIGKILL');
});

/** Ends whatever a test started and takes its folders away: to be called after each test. */
export async function endPrograms(): Promise<void> {
  await Promise.all(
    [...children].map(
      (child) =>
        new Promise<void>((resolve) => {
          child.once('close', () => resolve());
          child.kill('SIGKILL');
        }),
    ),
  );
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
  folders.clear();
}

export function testFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'angled-chalk-test-'));
  folders.add(folder);
  return folder;
}

const CACHE = join(__dirname, '../../node_modules/.cache/angled-chalk');

/**
 * A data directory with an empty club in it, copied from one that is made once for each set of migrations:
 * a test that is not about the first start need not wait for one.
 */
export async function testClub(): Promise<string> {
  const journal = readFileSync(join(__dirname, '../drizzle/meta/_journal.json'));
  const template = join(CACHE, `club-${createHash('sha256').update(journal).digest('hex').slice(0, 12)}`);
  if (!existsSync(template)) {
    mkdirSync(CACHE, { recursive: true });
    const making = mkdtempSync(join(CACHE, 'making-'));
    await (await startProgram(['--data', making])).stop();
    try {
      renameSync(making, template);
    } catch {
      // Another test file was quicker.
      rmSync(making, { recursive: true, force: true });
    }
  }
  const folder = join(testFolder(), 'data');
  cpSync(template, folder, { recursive: true });
  return folder;
}

interface Spawned {
  readonly child: ChildProcess;
  readonly text: () => string;
  readonly ended: Promise<Ended>;
}

/** Programs of tests live for seconds: their time goes into starting, not into making the database's code faster. */
const QUICK_START = ['--liftoff-only'];

interface How {
  /** Options of Node.js itself. */
  readonly node?: readonly string[];
  readonly env?: Readonly<Record<string, string>>;
}

function spawnProgram(args: readonly string[], { node = [], env = {} }: How = {}): Spawned {
  const child = spawn(process.execPath, [...QUICK_START, ...node, BUNDLE, ...args], {
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, ...env },
  });
  children.add(child);
  let text = '';
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (chunk: Buffer) => {
      text += chunk.toString();
    });
  const ended = new Promise<Ended>((resolve) => {
    child.once('close', (code) => {
      children.delete(child);
      resolve({ code, text });
    });
  });
  return { child, text: () => text, ended };
}

/** Runs the program to its end: a verb, or a start that fails. */
export const runProgram = (args: readonly string[], how?: How): Promise<Ended> =>
  spawnProgram(args, how).ended;

/** Starts the program on a free port; rejects with what it said when it ends first. */
export async function startProgram(args: readonly string[], how?: How): Promise<Program> {
  const { child, text, ended } = spawnProgram(['--port', '0', ...args], how);
  const url = await new Promise<string>((resolve, reject) => {
    const hear = (): void => {
      const found = /Angled Chalk: (https?:\/\/[\w.[\]:]+:\d+)\//.exec(text())?.[1];
      if (found) resolve(found);
    };
    child.stdout!.on('data', hear);
    void ended.then(() => reject(new Error(text())));
  });
  const end = (signal: NodeJS.Signals) => (): Promise<Ended> => {
    child.kill(signal);
    return ended;
  };
  return { child, url, ended, stop: end('SIGTERM'), kill: end('SIGKILL') };
}

/** What a browser and our own page say of a call from that page. */
export const OWN_PAGE = { ...FROM_PAGE, 'Sec-Fetch-Site': 'same-origin' } as const;

/** A call that changes something. */
export const write = (url: string, method: 'POST' | 'PUT' | 'DELETE', body?: unknown): Promise<Response> =>
  fetch(url, {
    method,
    headers: { 'Content-Type': 'application/json', ...OWN_PAGE },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });

/** What an address answers, as a shape. */
export const answerOf = async <T>(schema: z.ZodType<T>, url: string): Promise<T> =>
  schema.parse(await (await fetch(url)).json());

/** The list that an address answers, of anything. */
export const listAt = (url: string): Promise<unknown[]> => answerOf(z.array(z.unknown()), url);

/** A student as a coach would send one. */
export const testStudent = (name: string, more: object = {}) => ({
  name,
  leadSide: 'left',
  schoolId: 'neutral',
  lengths: { statureM: 1.7 },
  birthYear: null,
  note: '',
  ...more,
});

/** A check of the demo plan as the page would send it. */
export const testCheck = (studentId: string, trackId: string, name = 'Ada', partner?: string) => ({
  id: randomUUID(),
  studentId,
  trackId,
  planId: null,
  drill: {
    plan: DEMO_PLAN,
    student: { name, leadSide: 'left', schoolId: 'neutral', lengths: { statureM: 1.7 } },
    ...withPartner(partner),
  },
  verdict: REPORT.report.verdict,
  headline: `${name} met it.`,
  engine: REPORT.report.engine,
  report: packCheck(
    partner === undefined ? REPORT : { ...REPORT, drill: { ...REPORT.drill, ...withPartner(partner) } },
  ),
});

const withPartner = (name: string | undefined) =>
  name === undefined
    ? {}
    : {
        partner: {
          name,
          leadSide: 'right' as const,
          schoolId: 'neutral' as const,
          lengths: { statureM: 1.83 },
        },
      };

const tapes = (x: number, y: number) => ({
  by: 'two tapes',
  from: [
    { x: 0, y: 0 },
    { x: 6, y: 0 },
  ],
  distancesM: [Math.hypot(x, y), Math.hypot(x - 6, y)],
});

/** Stops as the page sends them, one taped where the demo plan begins. */
export const testStops = (studentId: string, name = 'Ada') => ({
  id: randomUUID(),
  studentId,
  planId: null,
  takenAt: new Date().toISOString(),
  seen: {
    kind: 'stops',
    drill: {
      plan: DEMO_PLAN,
      student: { name, leadSide: 'left', schoolId: 'neutral', lengths: { statureM: 1.7 } },
    },
    stops: [{ moveNumber: 0, toes: { left: tapes(2, 2.5), right: tapes(2.3, 2.1) } }],
  },
});

/** A window watched by eye, as a device sends it. */
export const testWindow = (studentId: string, name = 'Ada', observer = 'A coach') => ({
  id: randomUUID(),
  studentId,
  planId: null,
  takenAt: new Date().toISOString(),
  seen: {
    kind: 'window',
    window: {
      observer,
      student: name,
      fromS: 65_000,
      toS: 65_030,
      seen: [{ fault: 'feet-crossed', atS: 65_012 }],
      watched: ['feet-crossed', 'feet-together'],
    },
  },
});

/** The demo plan walked without a fault, judged once for all tests of a file. */
const REPORT = (() => {
  const clean = DEMO_DRILLS[1]!;
  const { planned, track } = recordDemoDrill(clean);
  return checkTrack(planned, track);
})();
