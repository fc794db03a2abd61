import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, fitsAcross, test, testLooking } from './program.ts';

const ROOT = join(import.meta.dirname, '..');

/** The made-up tracker that comes with the program, as a coach starts it. */
function tracker(url: string, ...more: readonly string[]): Promise<{ code: number | null; text: string }> {
  const args = [
    join(ROOT, 'cli/bin/angled-chalk.mjs'),
    'tracker',
    '--plan',
    join(ROOT, 'examples/in-and-out.plan.json'),
    '--student',
    join(ROOT, 'examples/davor.student.json'),
    '--url',
    url,
    ...more,
  ];
  return new Promise((resolve) => {
    const child = spawn(process.execPath, args, { stdio: ['ignore', 'ignore', 'pipe'] });
    let text = '';
    child.stderr.on('data', (chunk: Buffer) => (text += chunk.toString()));
    child.on('close', (code) => resolve({ code, text }));
  });
}

declare global {
  /** The pitches that the page has sounded. */
  var sounded: number[];
}

const soundedIn = (page: Page): Promise<number[]> => page.evaluate(() => globalThis.sounded);

test('a tracker is seen and heard as it streams, its stream is kept, and goes straight to the check', async ({
  page,
  program,
}) => {
  await page.addInitScript(() => {
    const sounded: number[] = [];
    globalThis.sounded = sounded;
    globalThis.AudioContext = class extends AudioContext {
      override createOscillator(): OscillatorNode {
        const made = super.createOscillator();
        // Its pitch is set right after.
        queueMicrotask(() => sounded.push(Math.round(made.frequency.value)));
        return made;
      }
    };
  });
  await page.goto(`${program.url}/record`);
  await page.getByRole('button', { name: 'A tracker' }).click();
  await page.getByRole('link', { name: 'Live tracker' }).click();
  // Nobody has asked for one yet.
  const early = await tracker(program.url);
  expect(early.code).toBe(2);
  expect(early.text).toContain('no page listens: open Record, Live tracker, and press Listen');
  await page.getByRole('button', { name: 'Listen' }).click();
  await expect(page.getByRole('heading', { name: 'Listening: start the tracker' })).toBeVisible();
  const streaming = tracker(
    program.url,
    '--rate',
    '60',
    '--speed',
    '4',
    '--faults',
    'feet-together,out-of-band',
  );
  await expect(page.getByRole('heading', { name: 'The feet as they come' })).toBeVisible();
  await expect(page.getByText(/^Gap: /)).toBeVisible();
  expect((await streaming).code).toBe(0);
  await expect(page.getByRole('heading', { name: /^Recorded \d+\.\d s, \d+ samples$/ })).toBeVisible();
  // High: the feet are together.
  expect(await soundedIn(page)).toContain(988);
  await fitsAcross(page);
  await page.getByRole('button', { name: 'Check it' }).click();
  await expect(page).toHaveURL(/\/checks\//);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/feet together/i);
});

testLooking('the made-up tracker says what it cannot do', async ({ program }) => {
  const wrong = await tracker(program.url, '--rate', '500');
  expect(wrong.code).toBe(2);
  expect(wrong.text).toContain('--rate is 30 to 120 a second, not 500');
  const fault = await tracker(program.url, '--faults', 'dancing');
  expect(fault.text).toContain('There is no fault "dancing"');
  const nobody = await tracker('http://127.0.0.1:1');
  expect(nobody.code).toBe(2);
  expect(nobody.text).toContain('Is the program running there?');
});

test('stops are taped with two numbers a foot, kept, and told in words', async ({ page, program }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${program.url}/record`);
  await page.getByRole('button', { name: 'A tape' }).click();
  await page.getByRole('link', { name: 'Tape a stop' }).click();
  await page.getByRole('button', { name: 'the lane' }).click();
  await page.getByRole('button', { name: 'Add it' }).click();
  // Feet side by side, hardly a hand apart.
  const toes = [
    ['Left toe along the lane', '30'],
    ['Left toe off it, right', '-5'],
    ['Right toe along the lane', '30'],
    ['Right toe off it, right', '5'],
  ] as const;
  for (const [label, value] of toes) await page.getByRole('textbox', { name: label }).first().fill(value);
  const table = page.getByRole('table', { name: /^Taped before the first move/ });
  await expect(table.getByRole('row', { name: /^separation/ })).toBeVisible();
  for (const [label, value] of toes) await page.getByRole('textbox', { name: label }).nth(1).fill(value);
  await expect(page.getByText('feet together.')).toBeVisible();
  await page.reload();
  await expect(page.getByText('feet together.')).toBeVisible();
  await fitsAcross(page);
  const kept = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save what was found' }).click();
  const found: { format: string; outcome: string; moves: unknown[] } = JSON.parse(
    readFileSync(await (await kept).path(), 'utf8'),
  );
  expect(found.format).toBe('angled-chalk-stops');
  expect(found.outcome).toBe('not-met');
  expect(found.moves).toHaveLength(2);
  // Kept with the student, once, and told there.
  const keep = page.getByRole('button', { name: /^Keep with / });
  await keep.click();
  await expect(page.getByText(/^2 stops are kept with /)).toBeVisible();
  await expect(keep).toBeDisabled();
  await page.getByRole('button', { name: 'Show' }).click();
  const listed = page.getByRole('group').filter({ hasText: /2 stops taped/ });
  await listed.getByText(/2 stops taped/).click();
  await expect(listed.getByText('feet together.')).toBeVisible();
  await page.goBack();
  await page.getByRole('button', { name: 'two datums' }).click();
  await expect(page.getByRole('alert')).toContainText('The two tapes do not meet');
  const sheet = page.waitForEvent('download');
  await page.getByRole('button', { name: 'A sheet on paper' }).click();
  expect((await sheet).suggestedFilename()).toMatch(/\.stops\.pdf$/);
});

/** A marker file by its published layout: five lines of head, then a row a frame, parted by tabs. */
function markerFile(seconds: number): string {
  const names = ['L_TOE', 'L_HEEL', 'R_TOE', 'R_HEEL'];
  const rate = 100;
  const frames = seconds * rate;
  const rows = Array.from({ length: frames }, (_, i) => {
    const shift = i < frames / 2 ? 0 : 300;
    const at = [
      [1000, 0, -1400 - shift],
      [1000, 30, -1150 - shift],
      [1400, 0, -1000],
      [1400, 30, -750],
    ];
    return [i + 1, (i / rate).toFixed(3), ...at.flat()].join('\t');
  });
  return [
    'PathFileType\t4\t(X/Y/Z)\twalk.trc',
    'DataRate\tCameraRate\tNumFrames\tNumMarkers\tUnits\tOrigDataRate\tOrigDataStartFrame\tOrigNumFrames',
    [rate, rate, frames, names.length, 'mm', rate, 1, frames].join('\t'),
    `Frame#\tTime\t${names.join('\t\t\t')}`,
    `\t\t${names.flatMap((_, i) => [`X${i + 1}`, `Y${i + 1}`, `Z${i + 1}`]).join('\t')}`,
    ...rows,
    '',
  ].join('\n');
}

test('markers of a file are mapped to feet once, and remembered', async ({ page, program }) => {
  await page.goto(`${program.url}/record`);
  const bring = (): Promise<void> =>
    page.getByLabel('Track file').setInputFiles({
      name: 'walk.trc',
      mimeType: 'text/plain',
      buffer: Buffer.from(markerFile(4)),
    });
  await bring();
  await expect(page.getByRole('heading', { name: 'Which markers of walk.trc are the feet?' })).toBeVisible();
  await expect(page.getByText('The file is in mm.')).toBeVisible();
  // The likely ones are proposed.
  const left = page.getByRole('combobox', { name: 'Ball of the left foot' });
  await expect(left).toHaveText('L_TOE');
  await expect(page.getByRole('combobox', { name: 'Right heel' })).toHaveText('R_HEEL');
  await page.getByRole('combobox', { name: 'Left heel' }).click();
  await page.getByRole('option', { name: 'none' }).click();
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(page.getByText(/400 samples over 4\.0 s are stored/)).toBeVisible();
  await bring();
  await expect(page.getByRole('combobox', { name: 'Left heel' })).toHaveText('none');
});
