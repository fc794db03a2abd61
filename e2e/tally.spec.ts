import { observationPageSchema } from '@angled-chalk/contract';
import { expect, test } from './program.ts';

test('a class watched by eye: a window by the clock, taps, one taken back, and what they say, after a reload too', async ({
  page,
  program,
}) => {
  await page.clock.install({ time: new Date('2026-05-04T18:00:00') });
  await page.goto(`${program.url}/record`);
  await page.getByRole('button', { name: 'Only eyes' }).click();
  await page.getByRole('link', { name: 'Watch by eye' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/^By eye: watch .* next$/);
  await page.getByRole('button', { name: 'Watch', exact: true }).click();
  await expect(page.getByRole('timer')).toHaveText('30 s');
  const crossed = page.getByRole('button', { name: /^feet crossed/ });
  const box = await crossed.boundingBox();
  expect(box?.height).toBeGreaterThan(96);
  await crossed.click();
  await crossed.click();
  await page.clock.runFor(5000);
  await crossed.click();
  await page.getByRole('button', { name: 'Take the last one back' }).click();
  await expect(crossed).toContainText('2');
  // Without a server it goes on.
  await page.context().setOffline(true);
  await page.clock.runFor(26_000);
  const rates = page.getByRole('region', { name: 'Rates so far' });
  await expect(rates.getByRole('row', { name: /feet crossed/ })).toContainText('4.0 (0.5 to 14.4)');
  await expect(rates.getByRole('row', { name: /feet crossed/ })).toContainText(/watch about \d+ s more/);
  await expect(page.getByText(/0 kept with their students, 1 waits for the program/)).toBeVisible();
  await page.context().setOffline(false);
  await page.reload();
  await expect(rates.getByRole('row', { name: /feet crossed/ })).toContainText('4.0 (0.5 to 14.4)');
  // With the program there again it is kept with its student, once.
  await expect(page.getByText(/1 kept with their students\./)).toBeVisible();
  // A new class begun without the program takes nothing away that it has not got yet.
  await page.context().setOffline(true);
  await page.getByRole('button', { name: 'Watch', exact: true }).click();
  await page.clock.runFor(31_000);
  await page.getByRole('button', { name: 'Begin a new class' }).click();
  await expect(page.getByText(/^0 windows so far\. 0 kept with their students, 1 waits/)).toBeVisible();
  await page.context().setOffline(false);
  await page.clock.runFor(6000);
  await expect(page.getByText(/^0 windows so far\. 1 kept with their students\./)).toBeVisible();
  const list = async () => {
    const answer = await page.request.get(`${program.url}/api/observations?limit=200`);
    return observationPageSchema.parse(await answer.json()).items;
  };
  const kept = (await list()).filter(({ takenAt }) => takenAt.startsWith('2026-05-04'));
  expect(kept).toHaveLength(2);
  const first = kept.at(-1);
  expect(first?.seen).toMatchObject({
    kind: 'window',
    window: { watched: ['feet-crossed', 'feet-together'], seen: [{}, {}] },
  });
  await page.goto(`${program.url}/students/${first?.studentId ?? ''}`);
  await expect(page.getByText('Watched by eye for 30 s in 1 window.')).toBeVisible();
});

test('two coaches are compared, and a file that is none is refused with its place', async ({
  page,
  program,
}) => {
  await page.clock.install({ time: new Date('2026-05-04T18:00:00') });
  await page.goto(`${program.url}/record/by-eye`);
  await page.getByRole('button', { name: 'Watch', exact: true }).click();
  const student = await page.getByRole('heading', { level: 1 }).innerText();
  await page.getByRole('button', { name: /^feet crossed/ }).click();
  await page.clock.runFor(31_000);
  await expect(page.getByRole('region', { name: 'Rates so far' })).toBeVisible();
  const bring = page.getByLabel('Tally of another coach');
  const file = (value: unknown) => ({
    name: 'other.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(value)),
  });
  const beginS = 18 * 3600;
  await bring.setInputFiles(
    file({
      windows: [
        {
          observer: 'Another',
          student,
          from_s: beginS,
          to_s: beginS + 32,
          seen: [{ fault: 'feet-crossed', at_s: beginS + 20 }],
        },
      ],
    }),
  );
  await expect(page.getByText(/they differ in 2\.$/)).toBeVisible();
  await bring.setInputFiles(file({ windows: [{ observer: 'Another' }] }));
  await expect(page.getByText(/windows\[0\]\.student/)).toBeVisible();
});
