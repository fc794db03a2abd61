import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test, testLooking } from './program.ts';

const SEQUENCE = 'b2d1f0a3-0003-4d2b-8b02-000000000003';
const title = (page: Page) => page.getByRole('heading', { level: 1 });

/** Tab after Tab until what is focused has such a name; nothing but the keyboard. */
async function tabTo(page: Page, role: string, name: RegExp): Promise<void> {
  for (let i = 0; i < 140; i++) {
    await page.keyboard.press('Tab');
    const focused = page.locator('*:focus');
    if ((await focused.count()) === 0) continue;
    const found = await page.evaluate(() => {
      const { activeElement: own } = document;
      const label = own?.getAttribute('aria-labelledby');
      const named = label ? document.querySelector(`#${CSS.escape(label)}`)?.textContent : null;
      return {
        role: own?.getAttribute('role') ?? own?.tagName.toLowerCase() ?? '',
        name: own?.getAttribute('aria-label') ?? named ?? own?.textContent ?? '',
      };
    });
    if (found.role === role && name.test(found.name)) return;
  }
  throw new Error(`No Tab leads to a ${role} named ${String(name)}`);
}

test('by keyboard only: composed from nothing, mended, played, printed and checked', async ({
  page,
  program,
}) => {
  test.setTimeout(150_000);
  await page.goto(`${program.url}/patterns`);
  await tabTo(page, 'button', /^New sequence$/);
  await page.keyboard.press('Enter');
  await expect(title(page)).toContainText('New sequence');
  await tabTo(page, 'group', /^Bench/);
  // All but one of what a new sequence begins with goes; a pattern has at least one move.
  for (const key of [']', 'Delete', 'Delete']) await page.keyboard.press(key);
  await expect(page.getByText(/^1 moves?,/)).toBeVisible();
  // The angle shuffle: ahead and off to the side, and the same again.
  for (const key of ['ArrowUp', 'ArrowRight', 'ArrowUp', 'ArrowLeft']) await page.keyboard.press(key);
  await expect(page.getByText(/^5 moves,/)).toBeVisible();
  await expect(title(page)).toContainText('clean for');
  // Longer than a half step: found at once, and mended by what was computed.
  for (let i = 0; i < 12; i++) await page.keyboard.press('+');
  await expect(title(page)).toContainText('to mend for');
  await tabTo(page, 'button', /longer than a half step/);
  await page.keyboard.press('Enter');
  await tabTo(page, 'button', /^Split it into half steps/);
  await page.keyboard.press('Enter');
  await expect(title(page)).toContainText('clean for');
  await expect(page.getByText(/^6 moves,/)).toBeVisible();
  // One step back undoes the mend.
  await tabTo(page, 'button', /^Undo/);
  await page.keyboard.press('Enter');
  await expect(title(page)).toContainText('to mend for');
  await tabTo(page, 'button', /^Redo/);
  await page.keyboard.press('Enter');
  await expect(title(page)).toContainText('clean for');
  // Played with Space, stopped with Space.
  await tabTo(page, 'group', /^Bench/);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
  // The card.
  await page.keyboard.press('Shift+Tab');
  const download = page.waitForEvent('download');
  await tabTo(page, 'button', /^Give it out$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('menuitem', { name: /^Card on A4/ })).toBeFocused();
  await page.keyboard.press('Enter');
  const card = await (await download).path();
  expect(readFileSync(card).subarray(0, 5).toString()).toBe('%PDF-');
  // A recording of it, checked.
  await expect(page.getByText('Saved')).toBeVisible();
  await tabTo(page, 'a', /^6\s*Record/);
  await page.keyboard.press('Enter');
  await tabTo(page, 'summary', /^For practice/);
  await page.keyboard.press('Enter');
  await tabTo(page, 'button', /^Make a practice recording$/);
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^Recorded /)).toBeVisible();
  await tabTo(page, 'button', /^Check .*simulated/);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/checks\//);
  await expect(title(page)).toContainText(/met|clean|fault/i);
});

test('by mouse: walked in by buttons, a foot dragged, a move chosen in the score, the same to the other side', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/patterns`);
  await page.getByRole('button', { name: 'New sequence' }).click();
  await page.getByRole('tab', { name: 'Walk in' }).click();
  await page.getByRole('button', { name: /step forward/ }).click();
  await expect(page.getByText(/^4 moves,/)).toBeVisible();
  await page.getByRole('tab', { name: 'Move', exact: true }).click();
  const numbers = page.getByLabel('Numbers of move 4');
  await expect(numbers).toContainText('13 cm');
  const grip = page.getByRole('button', { name: /^The (left|right) foot of move 4/ }).first();
  const box = await grip.boundingBox();
  if (!box) throw new Error('no handle');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 8, y - 8, { steps: 4 });
  await page.mouse.up();
  await expect(numbers).not.toContainText('13 cm');
  await expect(page.getByText('Saved')).toBeVisible();
  await page.getByRole('img', { name: /moves over/ }).click({ position: { x: 8, y: 40 } });
  await expect(page.getByLabel('Numbers of move 1')).toContainText('straight ahead');
  await page.getByRole('button', { name: 'Quarter right' }).click();
  await expect(page.getByLabel('Numbers of move 1')).toContainText('90° to the right');
  await page.getByRole('button', { name: 'Other side', exact: true }).click();
  await expect(page.getByLabel('Numbers of move 1')).toContainText('90° to the left');
});

test('several moves are chosen on the score and the floor, dragged to another place, and made a group', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/patterns/${SEQUENCE}`);
  const score = page.getByRole('img', { name: /moves over/ });
  const box = await score.boundingBox();
  if (!box) throw new Error('no score');
  const texts = async (): Promise<string[]> => score.locator('text').allTextContents();
  const xOf = async (number: string): Promise<number> => {
    const at = await score.locator('text', { hasText: new RegExp(`^${number}!?$`) }).boundingBox();
    if (!at) throw new Error(`no move ${number}`);
    return at.x + 4;
  };
  const y = box.y + 55;
  expect(await texts()).toContain('2!');
  await page.mouse.click(await xOf('2'), y);
  await expect(page.getByLabel('Numbers of move 2')).toBeVisible();
  await page.keyboard.down('Shift');
  await page.mouse.click(await xOf('3'), y);
  await page.keyboard.up('Shift');
  await expect(page.getByText('Moves 2 to 3 are chosen.')).toBeVisible();
  // The accent stands on the step that is chosen: dragged to where move 5 stands it is the fourth.
  await page.mouse.move((await xOf('2')) + 4, y);
  await page.mouse.down();
  await page.mouse.move((await xOf('5')) + 4, y, { steps: 6 });
  await page.mouse.up();
  await expect.poll(texts).toContain('4!');
  await expect(page.getByText('Moves 4 to 5 are chosen.')).toBeVisible();
  await page.getByRole('button', { name: 'Three times' }).click();
  await expect(page.getByText('Moves 4 to 9 are chosen.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(texts).toContain('2!');
  // A print of the floor is pressed.
  const foot = page.getByRole('group', { name: /^Floor from above/ }).locator('text', { hasText: /^[LR]\d/ });
  const at = await foot.first().boundingBox();
  if (at) {
    await page.mouse.click(at.x + at.width / 2, at.y);
    await expect(page.getByLabel(/^Numbers of move /)).toBeVisible();
  }
  await page.getByRole('group', { name: /^Bench/ }).focus();
  await page.keyboard.press('PageUp');
  await page.keyboard.press('Shift+PageUp');
  await expect(page.getByText(/^Moves \d+ to \d+ are chosen\./)).toBeVisible();
});

test('for whom: every student in a row, and one change for those it does not suit', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/patterns/${SEQUENCE}`);
  await page.getByRole('tab', { name: 'For whom' }).click();
  const table = page.getByRole('table', { name: 'For whom' });
  await expect(table.getByRole('row')).toHaveCount(7);
  await expect(page.getByText(/^Clean for \d of 6\.$/)).toBeVisible();
});

test('the page to take home plays on a phone without any network', async ({ page, program, context }) => {
  await page.goto(`${program.url}/patterns/${SEQUENCE}`);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Give it out' }).click();
  await page.getByRole('menuitem', { name: /take home/ }).click();
  const path = await (await download).path();
  const html = readFileSync(path, 'utf8');
  expect(html.length).toBeLessThan(300_000);
  const phone = await context.newPage();
  const asked: string[] = [];
  const errors: string[] = [];
  phone.on('request', (request) => asked.push(request.url()));
  phone.on('pageerror', (error) => errors.push(error.message));
  await phone.setViewportSize({ width: 390, height: 844 });
  await phone.setContent(html);
  const feet = () =>
    phone.locator('svg g').evaluateAll((all) => all.map((one) => one.getAttribute('transform')));
  const before = await feet();
  expect(before).toHaveLength(2);
  await phone.getByRole('button', { name: 'Play' }).click();
  await expect(phone.locator('#now')).toHaveText(/^[2-9]\. /, { timeout: 20_000 });
  expect(await feet()).not.toEqual(before);
  await phone.getByRole('button', { name: 'Other side' }).click();
  await expect(phone.locator('#now')).toHaveText(/^In stance/);
  expect(await feet()).not.toEqual(before);
  expect(errors).toEqual([]);
  expect(asked).toEqual([]);
  // Nothing is wider than the phone.
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

/**
 * A projector that stands aslant: a map from its picture to the floor, in metres, typed by hand. Corners of the
 * marks are found in the picture by halving, with no code of the program.
 */
const thrown = (x: number, y: number): readonly [number, number] => {
  const w = 1 + 0.00012 * x + 0.00025 * y;
  return [(0.3 + 0.0031 * x + 0.0002 * y) / w, (0.2 + 0.0001 * x + 0.0036 * y) / w];
};
function pictureOf([u, v]: readonly [number, number]): readonly [number, number] {
  let [x, y] = [640, 400];
  for (let i = 0; i < 60; i++) {
    const [a, b] = thrown(x, y);
    x += (u - a) / 0.0031;
    y += (v - b) / 0.0036;
  }
  return [x, y];
}

testLooking(
  'light on the floor: with its corners on four marks a foot lies where it should, to a few millimetres',
  async ({ page, program }) => {
    await page.goto(`${program.url}/light/${SEQUENCE}`);
    // Marks taped 1.6 m by 1.2 m.
    const [left, top, across, along] = [0.7, 0.55, 1.6, 1.2];
    await page.getByLabel(/across/).fill('160');
    await page.getByLabel(/along/).fill('120');
    const marks = [
      ['upper left', left, top],
      ['upper right', left + across, top],
      ['lower right', left + across, top + along],
      ['lower left', left, top + along],
    ] as const;
    for (const [name, u, v] of marks) {
      const [x, y] = pictureOf([u, v]);
      const corner = page.getByRole('button', { name: new RegExp(`^Corner ${name}`) });
      const box = await corner.boundingBox();
      if (!box) throw new Error(name);
      await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
      await page.mouse.down();
      await page.mouse.move(x, y, { steps: 3 });
      await page.mouse.up();
    }
    await expect(page.getByRole('status')).toContainText(/off by up to/);
    // Both balls, as they fall on the floor through the slanted projector: the distance is the student's own.
    const balls = await Promise.all(
      (['left', 'right'] as const).map(async (foot) => {
        const box = await page.getByTestId(`ball-${foot}`).boundingBox();
        if (!box) throw new Error(foot);
        return thrown(box.x + box.width / 2, box.y + box.height / 2);
      }),
    );
    const [a, b] = balls;
    if (!a || !b) throw new Error('no feet');
    const apart = Math.hypot(a[0] - b[0], a[1] - b[1]);
    const stance = await page.evaluate(async (id) => {
      const plans: { id: string }[] = await (await fetch('/api/plans')).json();
      return plans.some((plan) => plan.id === id);
    }, SEQUENCE);
    expect(stance).toBe(true);
    // In the picture as it is made, before it is bent, 300 pixels are a metre.
    const drawn = await page.getByTestId('thrown').evaluate((svg) => {
      const circles = [...svg.querySelectorAll('circle')].map((one) => [
        Number(one.getAttribute('cx')),
        Number(one.getAttribute('cy')),
      ]);
      const [p, q] = circles;
      return Math.hypot((p?.[0] ?? 0) - (q?.[0] ?? 0), (p?.[1] ?? 0) - (q?.[1] ?? 0)) / 300;
    });
    expect(Math.abs(apart - drawn)).toBeLessThan(0.006);
  },
);
