import { expect, test } from './program.ts';

const SEQUENCE = 'b2d1f0a3-0003-4d2b-8b02-000000000003';

test('moves are written in lines: what is read is drawn and kept, what is not is told and changes nothing', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/patterns/${SEQUENCE}`);
  await page.getByRole('tab', { name: 'All moves' }).click();
  await page.getByRole('button', { name: 'Write the moves in lines' }).click();
  const lines = page.getByRole('textbox', { name: 'The moves in lines' });
  await expect(lines).toContainText('pivot 45 right on the lead foot, then cross');
  await lines.focus();
  await page.keyboard.press('Control+End');
  await page.keyboard.press('Enter');
  await page.keyboard.type('step forwad 13 cm');
  await expect(page.getByText(/^Line 10: .*Did you mean "forward"\?/)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Moves (9)' })).toBeVisible();
  for (const _ of 'ad 13 cm') await page.keyboard.press('Backspace');
  await page.keyboard.type('ard 13 cm');
  await page.keyboard.press('Escape');
  await expect(page.getByText('Every line is read.')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Moves (10)' })).toBeVisible();
  await expect(page.getByText('Saved')).toBeVisible();
  await page.reload();
  await page.getByRole('tab', { name: 'All moves' }).click();
  await expect(page.getByRole('heading', { name: 'Moves (10)' })).toBeVisible();
  // What is changed in the list is written anew.
  await page.getByRole('button', { name: 'Write the moves in lines' }).click();
  await page.getByRole('button', { name: 'Delete move 10' }).click();
  await expect(page.getByRole('textbox', { name: 'The moves in lines' })).toContainText(/hold$/);
  await expect(page.getByRole('heading', { name: 'Moves (9)' })).toBeVisible();
});
