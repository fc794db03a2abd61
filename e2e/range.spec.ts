import { expect, test } from './program.ts';

test('two people: the partner, the foot in front and the gap change what is told, by keys alone', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/range`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/half step|no gap/);
  const floor = page.getByRole('group', { name: 'The ground about the partner, from above' });
  await expect(floor.locator('path[fill-rule="evenodd"]').first()).toBeVisible();
  await expect(page.getByText(/^both reach, about at once: \d+\.\d m²/)).toBeVisible();
  const partner = page.getByRole('combobox', { name: 'Partner' });
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
});

test('in and out on a partner becomes a drill on the bench, with its band', async ({ page, program }) => {
  await page.goto(`${program.url}/range`);
  await expect(page.getByText(/^From .* in \d+ half steps to .* on landing \d+/)).toBeVisible();
  await page.getByRole('button', { name: 'Make it a drill' }).first().click();
  await expect(page).toHaveURL(/\/patterns\//);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/^In and out on .*: clean for /);
  await page.getByRole('tab', { name: 'Drill' }).click();
  await expect(page.getByRole('combobox', { name: 'Gap band' })).toContainText('between two distances');
});
