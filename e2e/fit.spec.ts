import { readFileSync } from 'node:fs';
import { OWN_PAGE } from '../scripts/steps.mjs';
import { expect, test, testLooking } from './program.ts';

const IMKE = 'a1c0e9d2-0001-4c1a-9a01-000000000001';
const TOBIAH = 'a1c0e9d2-0002-4c1a-9a01-000000000002';

test('a roster is pasted, its errors shown row by row, and brought in whole', async ({ page, program }) => {
  await page.goto(`${program.url}/students`);
  await page.getByRole('button', { name: 'Bring in a roster' }).click();
  const dialog = page.getByRole('dialog');
  await dialog
    .getByRole('textbox')
    .first()
    .fill('who,height,side\nAnna Reed,165,southpaw\nBert Moss,tall,left\n');
  await expect(dialog.getByRole('row', { name: /3 Bert Moss .*Height: "tall" is no length/ })).toBeVisible();
  await expect(dialog.getByText(/1 row is ready, 1 cannot be used as they are/)).toBeVisible();
  await dialog
    .getByRole('textbox')
    .first()
    .fill('who,height,side\nAnna Reed,165,southpaw\nBert Moss,181,left\n');
  await dialog.getByRole('button', { name: 'Add 2 students' }).click();
  await expect(page.getByRole('heading', { name: 'Who: 8 students' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Anna Reed' })).toBeVisible();
});

test('five hundred students are paged, sorted, filtered and fitted', async ({ page, program }) => {
  const students = Array.from({ length: 500 }, (_, i) => ({
    id: crypto.randomUUID(),
    value: {
      name: `Student ${String(i).padStart(3, '0')}`,
      leadSide: 'left',
      schoolId: 'neutral',
      lengths: { statureM: 1.5 + i / 1000 },
      birthYear: null,
      note: '',
    },
  }));
  const answer = await fetch(`${program.url}/api/students/import`, {
    method: 'POST',
    headers: OWN_PAGE,
    body: JSON.stringify({ students }),
  });
  expect(answer.status).toBe(201);
  await page.goto(`${program.url}/students`);
  await expect(page.getByRole('heading', { name: 'Who: 506 students' })).toBeVisible();
  await expect(page.getByText('1–25 of 506')).toBeVisible();
  await page.getByRole('button', { name: 'Height', exact: true }).click();
  await expect(page.getByRole('row').nth(1)).toContainText('1.48 m');
  await page.getByRole('searchbox', { name: 'Find a student' }).fill('Student 499');
  await expect(page.getByRole('table', { name: 'Students' }).getByRole('row')).toHaveCount(2);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the roster' }).click();
  await page.getByRole('menuitem', { name: /The fit of everyone/ }).click();
  const csv = readFileSync(await (await download).path(), 'utf8');
  expect(csv.trim().split('\n')).toHaveLength(1 + 506 * 5 * 19);
});

testLooking('the stance as taped is answered in words', async ({ page, program }) => {
  await page.goto(`${program.url}/students/${IMKE}/taped`);
  await expect(page.getByText('That is the fitted stance.')).toBeVisible();
  await page.getByRole('textbox', { name: /Ball to ball/ }).fill('37');
  await page.getByRole('textbox', { name: /Left ball to the line/ }).fill('12');
  await page.getByRole('textbox', { name: /Right ball to the line/ }).fill('12');
  await expect(page.getByText('Rear foot 5 cm further back, rear foot 9 cm to the right.')).toBeVisible();
  await page.getByRole('textbox', { name: /Right ball to the line/ }).fill('40');
  await expect(page.getByText(/Tape one of them again/)).toBeVisible();
});

testLooking('leaning past the toes and off balance is told', async ({ page, program }) => {
  await page.goto(`${program.url}/students/${IMKE}/balance`);
  const lean = page.getByRole('slider', { name: /of lean/ });
  await lean.focus();
  for (let i = 0; i < 15; i++) await page.keyboard.press('ArrowRight');
  await expect(page.getByText(/The head is past the toes/)).toBeVisible();
});

test('a school is copied as the club’s own, edited, and the student stands by it', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/students/${IMKE}/schools`);
  await page.getByRole('button', { name: "Copy Shoulder width as the club's own" }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Saltmarsh way');
  await page.getByRole('textbox', { name: 'Separation, shoulders' }).fill('1.5');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/Saltmarsh way: Imke Varga stands 62 cm/);
  await expect(page.getByText('Saved')).toBeVisible();
  await page.goto(`${program.url}/students/${IMKE}`);
  await page.getByRole('combobox', { name: 'School' }).click();
  await page.getByRole('option', { name: 'Saltmarsh way' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Imke Varga stands 62 cm');
  await page.goto(`${program.url}/patterns/b2d1f0a3-0001-4d2b-8b02-000000000001`);
  await expect(page.getByText(/Drawn for Imke Varga/)).toBeVisible();
});

test('one taped touch rescales the hands, and reach is told against bag, pad and partner', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/students/${IMKE}/reach`);
  await expect(page.getByText(/furthest hand on the bag/)).toBeVisible();
  await expect(page.getByText(/Not taped yet: hands are/)).toBeVisible();
  await page.getByRole('textbox', { name: /Touch distance/ }).fill('88');
  await expect(page.getByText(/Hands reach \d+ % further than the model/)).toBeVisible();
  await page.getByRole('combobox', { name: 'Against' }).click();
  await page.getByRole('option', { name: 'Tobiah Lund' }).click();
  await expect(page.getByRole('heading', { name: /Tobiah Lund: what reaches back/ })).toBeVisible();
  await page
    .getByRole('button', { name: /^Rear round kick, body/ })
    .first()
    .click();
  await expect(page.getByText(/Knee first nearer than/)).toBeVisible();
  await expect(
    page.getByText('Where the extended lead hand just touches, a rear round kick lands with the shin.'),
  ).toBeVisible();
});

testLooking('card and template come as PDF on A4 and Letter', async ({ page, program }) => {
  await page.goto(`${program.url}/students/${TOBIAH}`);
  for (const paper of ['A4', 'Letter']) {
    await page.getByRole('combobox', { name: 'Paper' }).click();
    await page.getByRole('option', { name: paper }).click();
    for (const button of ['Print the stance card', 'Print the feet in true scale']) {
      const download = page.waitForEvent('download');
      await page.getByRole('button', { name: button }).click();
      const bytes = readFileSync(await (await download).path());
      expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
    }
  }
});

test('a person is erased only when asked twice, and the program says what went', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/students/${IMKE}`);
  await page.getByRole('button', { name: 'Erase', exact: true }).click();
  await page.getByRole('button', { name: 'Keep' }).click();
  await page.getByRole('button', { name: 'Erase', exact: true }).click();
  await expect(
    page.getByText(/with 3 measurements, 2 checks, 2 recordings and 0 stops and windows of them/),
  ).toBeVisible();
  await page.evaluate((id) => {
    localStorage.setItem(`film ${id} drill`, '{}');
    const windows = [id, 'somebody-else'].map((studentId) => ({ studentId, seen: [] }));
    localStorage.setItem('tally', JSON.stringify({ windows, others: [] }));
  }, IMKE);
  await page.getByRole('button', { name: 'Erase for good' }).click();
  await expect(
    page.getByText(
      'Imke Varga was erased, with 3 measurements, 2 checks, 2 recordings and 0 stops and windows. The last traces are being taken out of the files.',
    ),
  ).toBeVisible();
  // Nor does this device keep anything of them.
  const left = await page.evaluate(() => Object.keys(localStorage));
  expect(left.filter((key) => key.includes('a1c0e9d2-0001'))).toEqual([]);
  expect(await page.evaluate(() => localStorage.getItem('tally'))).toBe(
    '{"windows":[{"studentId":"somebody-else","seen":[]}],"others":[]}',
  );
  await expect(page.getByRole('heading', { name: 'Who: 5 students' })).toBeVisible();
});

test('feet and inches are typed as a coach writes them, and belong to this device', async ({
  page,
  program,
  browser,
}) => {
  await page.goto(`${program.url}/students/${IMKE}`);
  await page.getByRole('button', { name: 'ft in' }).click();
  await page.getByRole('textbox', { name: /^Height/ }).fill(`5' 9"`);
  await expect(page.getByText('Saved')).toBeVisible();
  const stored = async (): Promise<number> =>
    ((await (await fetch(`${program.url}/api/students/${IMKE}`)).json()) as { lengths: { statureM: number } })
      .lengths.statureM;
  await expect.poll(stored).toBeCloseTo(1.7526, 6);
  const other = await (await browser.newContext()).newPage();
  await other.goto(`${program.url}/students/${IMKE}`);
  await expect(other.getByRole('textbox', { name: /^Height/ })).toHaveValue('175.3');
  await other.close();
});
