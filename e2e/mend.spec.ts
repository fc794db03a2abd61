import { spawn } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { OWN_PAGE } from '../scripts/steps.mjs';
import { expect, Program, test, testLooking } from './program.ts';

const IMKE = 'a1c0e9d2-0001-4c1a-9a01-000000000001';
const PIET = 'a1c0e9d2-0006-4c1a-9a01-000000000006';
const HALL = 'e5a4c3d6-0001-4a5e-9e05-000000000001';
const PLAN = 'b2d1f0a3-0001-4d2b-8b02-000000000001';
const CHECK = 'd4f3b2c5-0001-4f4d-8d04-000000000001';

test('a screen that is opened while the program is away leaves the others, says so, and recovers', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/students`);
  await expect(page.getByRole('heading', { name: 'Who: 6 students' })).toBeVisible();
  const { port } = program;
  await program.stop('SIGKILL');
  await page.getByRole('link', { name: 'Set out' }).click();
  await expect(page.getByText(/does not answer, so this screen could not be loaded/)).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Order of the work' })).toBeVisible();
  await expect(page.getByText(/The program does not answer|No connection/).first()).toBeVisible();
  await program.start(port);
  await page.getByRole('button', { name: 'Try again' }).first().click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('What is set out');
});

/** Thickness in screen pixels of the line that shows the keyboard's focus on a drawing. */
const focusLine = (page: Page): Promise<{ outline: string; width: number; effect: string }> =>
  page.evaluate(() => {
    const focused = document.activeElement!;
    const style = getComputedStyle(focused.firstElementChild ?? focused);
    return {
      outline: getComputedStyle(focused).outlineStyle,
      width: Number.parseFloat(style.strokeWidth),
      effect: style.vectorEffect,
    };
  });

testLooking(
  'the focus on a drawing is a line of three pixels, not metres of colour',
  async ({ page, program }) => {
    await page.goto(`${program.url}/floors/${HALL}`);
    const lane = page
      .getByRole('group', { name: 'Things laid out' })
      .getByRole('button', { name: /^Lane 1/ });
    await lane.focus();
    await page.keyboard.press('Shift');
    expect(await focusLine(page)).toEqual({ outline: 'none', width: 3, effect: 'non-scaling-stroke' });
    await page.goto(`${program.url}/patterns/${PLAN}`);
    await page.getByRole('button', { name: /^Target: bag/ }).focus();
    await page.keyboard.press('Shift');
    expect(await focusLine(page)).toEqual({ outline: 'none', width: 3, effect: 'non-scaling-stroke' });
  },
);

test('a finger drags a lane without the page scrolling away from under it', async ({ program, browser }) => {
  const context = await browser.newContext({ hasTouch: true, viewport: { width: 820, height: 700 } });
  const page = await context.newPage();
  await page.goto(`${program.url}/floors/${HALL}`);
  const lane = page.getByRole('group', { name: 'Things laid out' }).getByRole('button', { name: /^Lane 1/ });
  const box = (await lane.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height * 0.7];
  const touch = await context.newCDPSession(page);
  const send = (type: string, dy: number) =>
    touch.send('Input.dispatchTouchEvent', {
      type: type as 'touchStart',
      touchPoints: type === 'touchEnd' ? [] : [{ x, y: y + dy }],
    });
  await send('touchStart', 0);
  for (let dy = 4; dy <= 60; dy += 4) await send('touchMove', -dy);
  await send('touchEnd', 0);
  const after = (await lane.boundingBox())!;
  const scrolled = await page.evaluate(() => scrollY);
  expect(scrolled).toBe(0);
  expect(box.y - after.y).toBeGreaterThan(40);
  await context.close();
});

testLooking(
  'a check opens near the feet: a foot is large enough to read, and the room is a small inset',
  async ({ page, program }) => {
    await page.goto(`${program.url}/checks/${CHECK}`);
    const floor = page.getByRole('group', { name: /Planned and observed/ });
    await expect(floor).toBeVisible();
    const lengths = await floor
      .locator('path[stroke-linejoin=round]')
      .evaluateAll((paths) =>
        paths.map((path) =>
          Math.hypot(path.getBoundingClientRect().width, path.getBoundingClientRect().height),
        ),
      );
    expect(Math.max(...lengths)).toBeGreaterThan(35);
  },
);

testLooking(
  'who refused is not recorded, and a minor only with a guardian’s consent',
  async ({ page, program }) => {
    await page.addInitScript((id) => localStorage.setItem('chosen-student', id), PIET);
    await page.goto(`${program.url}/record`);
    await expect(page.getByText(/Piet Sandoval refused to be filmed or recorded/)).toBeVisible();
    await expect(page.getByLabel('Track file')).toHaveCount(0);
    await expect(page.getByRole('button', { name: 'Make a practice recording' })).toHaveCount(0);
  },
);

test('a new student is stored when a name and a height were typed, not before', async ({ page, program }) => {
  await page.goto(`${program.url}/students`);
  await page.getByRole('button', { name: 'Add a student' }).click();
  const add = page.getByRole('button', { name: 'Add the student' });
  await expect(add).toBeDisabled();
  await page.getByRole('textbox', { name: 'Name' }).fill('Mo Tal');
  await expect(add).toBeDisabled();
  const count = async (): Promise<number> =>
    ((await (await fetch(`${program.url}/api/students`)).json()) as unknown[]).length;
  expect(await count()).toBe(6);
  await page.getByRole('textbox', { name: /^Height/ }).fill('171');
  await add.click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Mo Tal stands');
  expect(await count()).toBe(7);
});

test('everything is backed up from the screen, said what it holds, and brought back', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/club`);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save a backup' }).click();
  const file = await (await download).path();
  await fetch(`${program.url}/api/students/${IMKE}/erase`, {
    method: 'DELETE',
    headers: OWN_PAGE,
  });
  const bad = join(program.dataDir, '..', `angled-chalk-bad-${process.pid}.zip`);
  writeFileSync(bad, readFileSync(file).subarray(0, 9000));
  await page.getByLabel('Backup file').setInputFiles(bad);
  await expect(page.getByText(/no whole zip/)).toBeVisible();
  await page.getByLabel('Backup file').setInputFiles({
    name: 'club.zip',
    mimeType: 'application/zip',
    buffer: readFileSync(file),
  });
  await expect(
    page.getByText(/6 students, 1 kept patterns, 4 patterns, 3 floors, 4 recordings, 3 checks/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Replace this club by it' }).click();
  await expect(page.getByText('The backup was brought back.')).toBeVisible();
  await page.getByRole('link', { name: 'Who' }).click();
  await expect(page.getByRole('link', { name: 'Imke Varga' })).toBeVisible();
});

test('on a network: signing in by passphrase and by a code, helpers without notes, ids on a page that is not secure', async ({
  browser,
}) => {
  const program = await Program.withDemoClub();
  await program.stop();
  const passphrase = join(program.dataDir, '..', `angled-chalk-passphrase-${process.pid}`);
  writeFileSync(passphrase, 'four words of chalk\n');
  writeFileSync(`${passphrase}-helper`, 'helping on a tuesday\n');
  const child = spawn(
    process.execPath,
    [
      join(import.meta.dirname, '../server/dist/main.js'),
      '--data',
      program.dataDir,
      '--port',
      '0',
      '--host',
      '0.0.0.0',
      '--insecure-network',
      '--phone',
      '--passphrase-file',
      passphrase,
      '--helper-passphrase-file',
      `${passphrase}-helper`,
      '--allow-host',
      'club.localtest',
    ],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  );
  try {
    const told = await new Promise<string>((resolve, reject) => {
      let text = '';
      child.stdout.on('data', (chunk: Buffer) => {
        text += chunk.toString();
        if (text.includes('Start again with --phone')) resolve(text);
      });
      child.once('exit', () => reject(new Error(text)));
    });
    expect(told).toContain('CAUTION: the connection is not encrypted');
    const [, address, port, code] = /open (http:\/\/[\d.]+:(\d+)\/)#code=([\w-]+)/.exec(told)!;
    const plain = `http://127.0.0.1:${port}`;
    const coach = await (await browser.newContext()).newPage();
    await coach.goto(`${plain}/students`);
    await coach.getByRole('textbox', { name: 'Passphrase' }).fill('not the words at all');
    await coach.getByRole('button', { name: 'Sign in' }).click();
    await expect(coach.getByText(/not the passphrase of this club/)).toBeVisible();
    await coach.getByRole('textbox', { name: 'Passphrase' }).fill('four words of chalk');
    await coach.getByRole('button', { name: 'Sign in' }).click();
    await expect(coach.getByRole('heading', { name: 'Who: 6 students' })).toBeVisible();
    const phone = await (await browser.newContext()).newPage();
    await phone.goto(`${plain}/#code=${code}`);
    await expect(phone.getByRole('heading', { name: 'Who: 6 students' })).toBeVisible();
    expect(phone.url()).not.toContain('code');
    const helper = await (await browser.newContext()).newPage();
    await helper.goto(`${plain}/students/${IMKE}`);
    await helper.getByRole('textbox', { name: 'Passphrase' }).fill('helping on a tuesday');
    await helper.getByRole('button', { name: 'Sign in' }).click();
    await expect(helper.getByRole('heading', { level: 1 })).toContainText('Imke Varga stands');
    await expect(helper.getByText('Rushes the last two cones')).toHaveCount(0);
    await expect(helper.getByRole('button', { name: 'Erase', exact: true })).toHaveCount(0);
    // An address of this machine that is not loopback is no secure page for a browser.
    if (!address!.includes('127.0.0.1')) {
      const far = await (await browser.newContext()).newPage();
      await far.goto(`${address}students`);
      expect(await far.evaluate(() => isSecureContext)).toBe(false);
      await far.getByRole('textbox', { name: 'Passphrase' }).fill('four words of chalk');
      await far.getByRole('button', { name: 'Sign in' }).click();
      await far.getByRole('link', { name: 'Pattern' }).click();
      await far.getByRole('button', { name: 'New zigzag' }).click();
      await expect(far.getByRole('heading', { level: 1 })).toContainText('New zigzag');
    }
  } finally {
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await gone;
  }
});

testLooking(
  'at twice the size the plan has room, and the chooser of a phone finds a name',
  async ({ page, program }) => {
    // 200 % zoom of a 1280 x 800 screen is a page of 640 x 400.
    await page.setViewportSize({ width: 640, height: 400 });
    await page.goto(`${program.url}/patterns/${PLAN}`);
    const floor = page.getByRole('group', { name: /Floor from above/ });
    const box = (await floor.boundingBox())!;
    expect(box.width).toBeGreaterThan(380);
    expect(box.height).toBeGreaterThan(280);
    await page.setViewportSize({ width: 390, height: 844 });
    await page.getByRole('combobox', { name: 'Chosen student' }).fill('tobi');
    await page.getByRole('option', { name: /Tobiah Lund/ }).click();
    await expect(page.getByText(/Drawn for Tobiah Lund/)).toBeVisible();
  },
);
