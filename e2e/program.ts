import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { AxeBuilder } from '@axe-core/playwright';
import { test as base, expect, type Page } from '@playwright/test';

const SERVER = join(import.meta.dirname, '../server/dist/main.js');

/** The built program with the demo club in a data directory of its own. */
export class Program {
  url = '';
  private child: ChildProcess | null = null;

  constructor(readonly dataDir: string) {}

  /** A program on its own copy of the demo club, which is made once. */
  static async withDemoClub(): Promise<Program> {
    const template = join(tmpdir(), `angled-chalk-e2e-demo-${process.pid}`);
    if (!existsSync(template)) {
      const first = new Program(template);
      await first.start();
      await first.stop();
    }
    const dataDir = mkdtempSync(join(tmpdir(), 'angled-chalk-e2e-'));
    cpSync(template, dataDir, { recursive: true });
    const program = new Program(dataDir);
    await program.start();
    return program;
  }

  async start(port = 0): Promise<void> {
    // It lives for seconds: no time goes into making the database's code faster.
    const args = ['--liftoff-only', SERVER, '--demo', '--data', this.dataDir, '--port', String(port)];
    const child = spawn(process.execPath, args, { stdio: ['ignore', 'pipe', 'inherit'] });
    this.child = child;
    this.url = await new Promise<string>((resolve, reject) => {
      child.stdout.on('data', (chunk: Buffer) => {
        const found = /http:\/\/127\.0\.0\.1:\d+/.exec(chunk.toString());
        if (found) resolve(found[0]);
      });
      child.on('exit', (code) => reject(new Error(`the program ended with ${code}`)));
    });
  }

  get port(): number {
    return Number(new URL(this.url).port);
  }

  async stop(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    const { child } = this;
    this.child = null;
    if (!child) return;
    const gone = new Promise<void>((resolve) => child.once('exit', () => resolve()));
    child.kill(signal);
    await gone;
  }

  /** Stops it and takes its data directory away. */
  async end(): Promise<void> {
    await this.stop();
    rmSync(this.dataDir, { recursive: true, force: true });
  }
}

interface Each {
  readonly program: Program;
  /** The test writes nothing: it may look at a program that others look at too. */
  readonly readsOnly: boolean;
  readonly quiet: undefined;
}

/** A test with the program running; it fails on any console error and any request that leaves the machine. */
export const test = base.extend<Each, { shared: () => Promise<Program> }>({
  readsOnly: [false, { option: true }],
  shared: [
    async ({ browserName: _ }, use) => {
      let program: Promise<Program> | undefined;
      await use(() => (program ??= Program.withDemoClub()));
      await (await program)?.end();
    },
    { scope: 'worker' },
  ],
  program: async ({ readsOnly, shared }, give) => {
    if (readsOnly) {
      await give(await shared());
      return;
    }
    const program = await Program.withDemoClub();
    await give(program);
    await program.end();
  },
  quiet: [
    async ({ page, program, readsOnly }, use) => {
      const complaints: string[] = [];
      page.on('pageerror', (error) => complaints.push(error.message));
      page.on('console', (message) => {
        // What a browser says of a program that was stopped, before, during or after it answered.
        const expected =
          /ERR_(CONNECTION_(REFUSED|RESET|CLOSED)|EMPTY_RESPONSE|INTERNET_DISCONNECTED)/.test(
            message.text(),
          ) || /status of (4\d\d)/.test(message.text());
        if (message.type() === 'error' && !expected) complaints.push(message.text());
      });
      page.on('request', (request) => {
        const url = request.url();
        if (!url.startsWith(program.url) && !/^(blob|data):/.test(url))
          complaints.push(`left the machine: ${url}`);
        if (readsOnly && request.method() !== 'GET') complaints.push(`wrote: ${request.method()} ${url}`);
      });
      await use(undefined);
      expect(complaints).toEqual([]);
    },
    { auto: true },
  ],
});

/** A test that writes nothing: it looks at a program that others look at too. */
export const testLooking = test.extend({ readsOnly: true });

export { expect };

/** axe finds nothing on the page as it stands. There are no frames in it, so none are looked for. */
export async function noBarriers(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode(true)
    // Every rule is run; only what it finds wrong is gathered, which takes half the time.
    .options({ resultTypes: ['violations'] })
    .analyze();
  expect(
    violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`),
  ).toEqual([]);
}

/** Nothing is wider than the window. */
export async function fitsAcross(page: Page): Promise<void> {
  const over = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(over).toBeLessThanOrEqual(0);
}

export const choose = async (page: Page, student: string): Promise<void> => {
  await page.getByRole('combobox', { name: 'Chosen student' }).click();
  await page.getByRole('option', { name: new RegExp(student) }).click();
};
