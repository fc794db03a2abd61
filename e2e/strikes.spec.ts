import { expect, noBarriers, test } from './program.ts';

test('strikes are counted on a stored recording, and it is judged with them', async ({ page, program }) => {
  await page.goto(`${program.url}/checks`);
  await page.getByRole('link', { name: /In, round and out/ }).click();
  await page.getByRole('button', { name: 'Count the strikes' }).click();
  await expect(page.getByRole('heading', { name: 'Strikes (2 in the recording)' })).toBeVisible();
  // Only the jab, where the page opens: the cross of the third move is left out.
  await page.keyboard.press('1');
  await expect(page.getByRole('heading', { name: 'Strikes (1)' })).toBeVisible();
  await noBarriers(page);
  const before = page.url();
  await page.getByRole('button', { name: 'Judge with these strikes' }).click();
  await expect(page).not.toHaveURL(before);
  await expect(
    page.getByRole('list', { name: 'Findings' }).getByRole('button', { name: /strike left out \(move 3/ }),
  ).toBeVisible();
  // The new check keeps what was counted.
  await page.reload();
  await page.getByRole('button', { name: 'Count the strikes' }).click();
  await expect(page.getByRole('heading', { name: 'Strikes (1)' })).toBeVisible();
});
