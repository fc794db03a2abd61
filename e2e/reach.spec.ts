import { expand } from '@angled-chalk/core/pattern';
import { DEMO_PLAN, DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { choose, expect, test, testLooking } from './program.ts';

const IMKE = 'a1c0e9d2-0001-4c1a-9a01-000000000001';
const PLAN = 'b2d1f0a3-0001-4d2b-8b02-000000000001';
const HALL = 'e5a4c3d6-0001-4a5e-9e05-000000000001';
const CHECK = 'd4f3b2c5-0001-4f4d-8d04-000000000001';

test('the keyboard alone moves the target, plays, and goes from fault to fault', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/patterns/${PLAN}`);
  await page.getByRole('button', { name: /^Target: bag/ }).focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(page.getByRole('textbox', { name: 'Target x' })).toHaveValue('295');
  await expect(page.getByRole('textbox', { name: 'Target y' })).toHaveValue('739');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('textbox', { name: 'Target y' })).toHaveValue('740');
  await expect(page.getByText('Saved')).toBeVisible();
  await page.goto(`${program.url}/checks/${CHECK}`);
  const first = page.getByRole('list', { name: 'Findings' }).getByRole('button').first();
  await first.focus();
  await page.keyboard.press('Enter');
  await expect(first).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Space');
  await expect(first).toHaveAttribute('aria-pressed', 'false');
});

test('the target is dragged with the pointer and its numbers follow', async ({ page, program }) => {
  await page.goto(`${program.url}/patterns/${PLAN}`);
  const bag = page.getByRole('button', { name: /^Target: bag/ });
  const box = (await bag.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2, { steps: 6 });
  await page.mouse.up();
  const x = Number(await page.getByRole('textbox', { name: 'Target x' }).inputValue());
  expect(x).toBeGreaterThan(340);
  await expect(page.getByRole('textbox', { name: 'Target y' })).toHaveValue(/^7[34]\d/);
});

testLooking('feet and inches everywhere, and never a centimetre among them', async ({ page, program }) => {
  await page.goto(`${program.url}/students/${IMKE}`);
  await page.getByRole('button', { name: 'ft in' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(`1' 6½"`);
  const tabs = ['', '/taped', '/balance', '/schools', '/reach', '/history'].map(
    (tab) => `/students/${IMKE}${tab}`,
  );
  const floors = ['', '/walk'].map((more) => `/set-out/floor/${HALL}${more}`).concat(`/floors/${HALL}`);
  for (const path of [...tabs, `/patterns/${PLAN}`, `/set-out/${PLAN}`, `/checks/${CHECK}`, ...floors]) {
    await page.goto(program.url + path);
    await page.waitForLoadState('networkidle');
    await expect(page.locator('main')).not.toContainText(/\d ?cm\b/);
  }
});

testLooking('with reduced motion the playback steps from landing to landing', async ({ page, program }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.goto(`${program.url}/patterns/${PLAN}`);
  await choose(page, 'Imke');
  await expect(page.getByRole('heading', { level: 1, name: 'Imke' })).toBeVisible();
  await page.getByRole('button', { name: 'Play' }).click();
  const { moves } = expand({ plan: DEMO_PLAN, student: DEMO_STUDENTS[0]! });
  const landings = moves.flatMap(({ events }) => events.map(({ landS }) => landS));
  const moments = new Set<number>();
  while (moments.size < 5)
    moments.add(Number(await page.getByRole('slider', { name: 'Moment' }).inputValue()));
  // The slider's own step is a twentieth of a second.
  for (const moment of moments)
    expect(Math.min(moment, ...landings.map((landS) => Math.abs(landS - moment)))).toBeLessThan(0.03);
});

testLooking(
  'the set-out sheet prints on A4 and Letter with the table and without the buttons',
  async ({ page, program }) => {
    await page.goto(`${program.url}/set-out/${PLAN}`);
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('table', { name: 'Tape distances' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Files' })).toBeHidden();
    await expect(page.getByRole('navigation', { name: 'Order of the work' })).toBeHidden();
    for (const format of ['A4', 'Letter'])
      expect((await page.pdf({ format })).byteLength).toBeGreaterThan(5000);
  },
);
