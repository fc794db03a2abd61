import type { Locator, Page } from '@playwright/test';
import { expect, test, testLooking } from './program.ts';

const panelOf = (page: Page, title: string): Locator =>
  page.locator('section').filter({ has: page.getByRole('heading', { name: title }) });

testLooking(
  'two people: the partner, the foot in front and the gap change what is told, by keys alone',
  async ({ page, program }) => {
    await page.goto(`${program.url}/range`);
    await expect(page.getByRole('heading', { level: 1 })).toContainText(/half step|no gap/);
    const floor = page.getByRole('group', { name: 'The ground about the partner, from above' });
    await expect(floor.locator('path[fill-rule="evenodd"]').first()).toBeVisible();
    await expect(page.getByText(/^both reach, about at once: \d+\.\d m²/)).toBeVisible();
    const partner = page.getByRole('combobox', { name: 'Against' });
    await partner.focus();
    await page.keyboard.press('Enter');
    await page.keyboard.type('Tobiah');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/Tobiah Lund hits in|Tobiah Lund cannot hit/)).toBeVisible();
    await expect(page.getByText(/^Mirrored: /)).toBeVisible();
    const gap = page.getByRole('textbox', { name: 'Gap (cm)' });
    await gap.fill('60');
    await gap.blur();
    const table = page.getByRole('region', { name: / on Tobiah Lund$/ });
    await expect(table.getByRole('row').filter({ hasText: 'Cross, head' })).toContainText('yes');
    await gap.fill('250');
    await gap.blur();
    await expect(table.getByRole('row').filter({ hasText: 'Cross, head' })).not.toContainText('yes');
    await expect(page.getByText(/cannot hit, not even with a half step/).first()).toBeVisible();
    // Dragging by keys: to the side of them they have to turn.
    await gap.fill('90');
    await gap.blur();
    await page.getByRole('button', { name: /Arrow keys move it/ }).focus();
    for (let i = 0; i < 30; i++) await page.keyboard.press('ArrowDown');
    await expect(page.getByText(/Tobiah Lund hits in .* after turning/)).toBeVisible();
  },
);

test('in and out on a partner becomes a drill on the bench, with its band', async ({ page, program }) => {
  await page.goto(`${program.url}/range`);
  await page.getByRole('tab', { name: 'Move' }).click();
  await expect(page.getByText(/^From .* in \d+ half steps to .* on landing \d+/)).toBeVisible();
  const panel = panelOf(page, 'In and really out');
  await panel.getByRole('button', { name: 'Make it a drill' }).click();
  await expect(page).toHaveURL(/\/patterns\//);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/^In and out on .*: clean for /);
  await page.getByRole('tab', { name: 'Drill' }).click();
  await expect(page.getByRole('combobox', { name: 'Gap band' })).toContainText('between two distances');
});

test('a gap is held to a partner who circles, and becomes a drill of two', async ({ page, program }) => {
  await page.goto(`${program.url}/range`);
  await page.getByRole('tab', { name: 'Move' }).click();
  const panel = panelOf(page, 'Hold the gap');
  await expect(panel.getByRole('row', { name: /everything known 100 %/ })).toBeVisible();
  await panel.getByRole('combobox', { name: 'The partner' }).click();
  await page.getByRole('option', { name: 'circles, and back' }).click();
  await expect(panel.getByRole('row', { name: /reacting only 100 %/ })).toBeVisible();
  await panel.getByRole('button', { name: 'Make it a drill' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/^Hold the gap to /);
});

test('a better place is a way to it that breaks no rule; walls tell the side to leave by', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/range`);
  const gap = page.getByRole('textbox', { name: 'Gap (cm)' });
  await gap.fill('80');
  await gap.blur();
  const floors = page.getByRole('combobox', { name: 'Floor' });
  await floors.click();
  await page
    .getByRole('option', { name: /hall|ring|mat/i })
    .first()
    .click();
  await expect(page.getByText(/^Behind you .* clean half steps.* leave by/)).toBeVisible();
  await page.getByRole('button', { name: 'Make the way a drill' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    /^To the better place at .*: clean for /,
  );
});

testLooking(
  'a practice round is read: words first, then the gap and who could have hit whom',
  async ({ page, program }) => {
    await page.goto(`${program.url}/range`);
    await page.getByRole('tab', { name: 'A round' }).click();
    await page.getByRole('button', { name: 'A practice round' }).click();
    const told = panelOf(page, 'What the round says');
    await expect(told.getByRole('listitem').first()).toContainText(/in the band \d+ % of the time/, {
      timeout: 20_000,
    });
    await expect(told.getByText(/Could hit alone \d+ % of the time/)).toBeVisible();
    await expect(page.getByRole('img', { name: /^The gap over \d+ s/ })).toBeVisible();
    // What is no track is told with its place, and what was read stays.
    await page.getByLabel('Track file of the round').setInputFiles({
      name: 'no.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from('time_s,left_x_m\n0,1\n'),
    });
    await expect(page.getByText('no.csv was not read')).toBeVisible();
    await expect(told).toBeVisible();
  },
);

test('a bag that swings: when to step, what lands, the room it needs, and a drill of it', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/range`);
  await page.getByRole('combobox', { name: 'Against' }).click();
  await page.getByRole('option', { name: 'a bag that swings' }).click();
  await expect(page.getByText(/a landing every 1\.3\d s/)).toBeVisible();
  await page.getByRole('button', { name: 'three: outside, pocket, close' }).click();
  await expect(page.getByRole('region', { name: 'Bands on the axis of the gap' })).toContainText(
    'the pocket',
  );
  await page.getByRole('button', { name: 'Make it a drill' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('With a bag that swings');
});
