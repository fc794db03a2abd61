import { expect, test } from './program.ts';

const SEQUENCE = 'b2d1f0a3-0003-4d2b-8b02-000000000003';

test('a drill of the club goes into the library, is found there, and copied', async ({ page, program }) => {
  await page.goto(`${program.url}/patterns/${SEQUENCE}`);
  await page.getByRole('tab', { name: 'Drill' }).click();
  await page.getByRole('button', { name: 'Keep it in the library' }).click();
  await page.getByLabel('What it is for').fill('In, hit, and out on another line.');
  // "Saved" may be of what was typed before: the page is left once the last of it is kept.
  const kept = page.waitForResponse(
    (response) => response.ok() && (response.request().postData() ?? '').includes('hands come home first'),
  );
  await page.getByLabel('Look for, one a line').fill('the far foot follows\nhands come home first');
  await kept;
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto(`${program.url}/patterns/library`);
  await page.getByLabel('Words').fill('another line');
  await page.getByRole('link', { name: 'In, round and out' }).click();
  const article = page.getByRole('article', { name: 'In, round and out' });
  await expect(article).toContainText('In, hit, and out on another line.');
  await expect(article).toContainText('hands come home first');
  await article.getByRole('button', { name: 'Copy it' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('In, round and out, copy');
  // The copy is a drill of its own, and says nothing in the library.
  await page.getByRole('tab', { name: 'Drill' }).click();
  await expect(page.getByRole('button', { name: 'Keep it in the library' })).toBeVisible();
});

test('a version is kept, compared with what was changed since, and brought back', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/patterns/${SEQUENCE}`);
  await page.getByRole('tab', { name: 'Drill' }).click();
  await page.getByLabel('Name of this version').fill('Before the camp');
  await page.getByRole('button', { name: 'Keep it', exact: true }).click();
  await expect(page.getByText(/^Before the camp \(/)).toBeVisible();
  await page.getByLabel('Beats a minute').fill('62');
  await page.getByRole('group', { name: /^Bench/ }).focus();
  await page.keyboard.press('PageUp');
  await page.keyboard.press('ArrowUp');
  await expect(page.getByText(/^12 moves,/)).toBeVisible();
  await page.getByRole('button', { name: 'Compare' }).click();
  const other = page.getByRole('group', { name: 'What is other now' });
  await expect(other).toContainText('beats a minute was 50, is 62');
  await expect(other).toContainText('+ step forward 13 cm');
  await page.getByRole('button', { name: 'Go back to it' }).click();
  await expect(page.getByText(/^11 moves,.* at 50 a minute/)).toBeVisible();
  await expect(page.getByText('It is the same as now.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/^12 moves,.* at 62 a minute/)).toBeVisible();
});

test('the marks of a sequence become marks of a floor, and are set out there', async ({ page, program }) => {
  await page.goto(`${program.url}/set-out/${SEQUENCE}`);
  const rows = page.getByRole('table').first().getByRole('row');
  await expect(rows.nth(4)).toBeVisible();
  const marks = (await rows.count()) - 1;
  await page.getByRole('button', { name: 'Keep on a floor' }).click();
  await page.getByRole('menuitem', { name: /A floor of its own/ }).click();
  await expect(page).toHaveURL(/\/floors\//);
  await page.goto(page.url().replace('/floors/', '/set-out/floor/'));
  await expect(page.getByRole('table').first().getByRole('row')).toHaveCount(marks + 1);
});
