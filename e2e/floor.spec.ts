import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { choose, expect, test, testLooking } from './program.ts';

const HALL = '/floors/e5a4c3d6-0001-4a5e-9e05-000000000001';

async function openHall(page: Page, url: string): Promise<void> {
  await page.goto(url + HALL);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Tuesday in the hall');
}
const piece = (page: Page, name: RegExp) =>
  page.getByRole('group', { name: 'Things laid out' }).getByRole('button', { name });
const field = (page: Page, name: string) => page.getByRole('textbox', { name });

/** Drags with the pointer by so many pixels, from the lower third of a thing. */
async function drag(page: Page, name: RegExp, dx: number, dy: number): Promise<void> {
  const box = (await piece(page, name).boundingBox())!;
  const [x, y] = [box.x + box.width * 0.25, box.y + box.height * 0.8];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx / 2, y + dy / 2, { steps: 3 });
  await page.mouse.move(x + dx, y + dy, { steps: 3 });
  await page.mouse.up();
}

test('a lane that does not fit is told, shown its nearest place, moved there, and it can be undone after a reload', async ({
  page,
  program,
}) => {
  await openHall(page, program.url);
  await choose(page, 'Davor Quill');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('1 thing does not fit');
  await page.getByRole('button', { name: /Lane 2 and Lane 1 are 89 cm apart; they want 1\.00 m/ }).click();
  await page.getByRole('button', { name: 'Nearest place that fits' }).click();
  await expect(page.getByText('11 cm away')).toBeVisible();
  await page.getByRole('button', { name: 'Move it there' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('everything fits');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('everything fits');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('1 thing does not fit');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('everything fits');
});

test('pieces are dragged, caught on the grid, nudged by keys, typed, turned, mirrored, locked, duplicated', async ({
  page,
  program,
}) => {
  await openHall(page, program.url);
  await drag(page, /^Lane 1/, 37, -11);
  await expect(field(page, 'Name')).toHaveValue('Lane 1');
  const x = Number(await field(page, 'To the right, x').inputValue());
  expect(x).toBeGreaterThan(255);
  expect(x % 10).toBe(0);
  await piece(page, /^Lane 1/).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowUp');
  await expect(field(page, 'To the right, x')).toHaveValue(String(x + 5));
  await field(page, 'To the right, x').fill('231');
  await field(page, 'Heading').fill('10');
  await piece(page, /^Lane 1/).focus();
  await page.keyboard.press('.');
  await expect(field(page, 'Heading')).toHaveValue('25');
  await page.keyboard.press('m');
  await expect(page.getByRole('switch', { name: 'Mirrored' })).toBeChecked();
  await page.keyboard.press('l');
  await expect(piece(page, /^Lane 1.*locked/)).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(field(page, 'To the right, x')).toHaveValue('231');
  await page.keyboard.press('d');
  await expect(field(page, 'Name')).toHaveValue('Lane 3');
  for (let i = 0; i < 12; i++) await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await expect(piece(page, /^Lane 3/)).toHaveCount(0);
});

test('one number changes a whole layout; broken up, its marks are loose', async ({ page, program }) => {
  await openHall(page, program.url);
  await piece(page, /^Lane 1/).focus();
  await page.keyboard.press('Enter');
  await field(page, 'Cones').fill('3');
  await expect(piece(page, /^Lane 1: Zigzag lane, 3 marks/)).toBeVisible();
  await page.getByRole('combobox', { name: 'Spacing, measured' }).click();
  await page.getByRole('option', { name: 'half steps' }).click();
  const steps = await field(page, 'Spacing').inputValue();
  expect(Number(steps)).toBeGreaterThan(2);
  await page.getByRole('button', { name: 'Break up into loose marks' }).click();
  await expect(page.getByText('3 chosen')).toBeVisible();
  await expect(piece(page, /^cone 1: cone/)).toBeVisible();
  await page.getByRole('button', { name: 'Ungroup (G)' }).click();
  await piece(page, /^cone 2: cone/).focus();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Enter');
  await expect(field(page, 'Purpose')).toHaveValue('pass on the right');
});

test('a new room is drawn by its corners, and another typed as sides and angles', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/floors`);
  await page.getByRole('button', { name: 'New floor' }).click();
  await page.getByRole('menuitem', { name: /Room, 8 m by 12 m/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('everything fits');
  await page.getByRole('tab', { name: 'Room' }).click();
  await page.getByRole('button', { name: 'Draw its corners' }).click();
  const canvas = (await page.locator('[data-drawing=outline]').boundingBox())!;
  const at = (u: number, v: number): [number, number] => [
    canvas.x + canvas.width * u,
    canvas.y + canvas.height * v,
  ];
  for (const [u, v] of [
    [0.45, 0.62],
    [0.58, 0.62],
    [0.58, 0.38],
    [0.52, 0.38],
    [0.52, 0.5],
    [0.45, 0.5],
    [0.45, 0.62],
  ] as const)
    await page.mouse.click(...at(u, v));
  await expect(field(page, 'Side 6')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'then inside' }).nth(3)).toHaveValue('270');
  await page.getByRole('button', { name: 'Take side 6 away' }).click();
  await page.getByRole('button', { name: 'Take side 5 away' }).click();
  for (const [i, side] of ['500', '4 m', '505', '400'].entries())
    await field(page, `Side ${i + 1}`).fill(side);
  for (const i of [0, 1, 2, 3]) await page.getByRole('textbox', { name: 'then inside' }).nth(i).fill('90');
  await page.getByRole('button', { name: 'Take this shape' }).click();
  await expect(page.getByText(/missed closing by 5\.0 cm/)).toBeVisible();
  await field(page, 'Side 2').fill('7 m');
  await page.getByRole('button', { name: 'Take this shape' }).click();
  await expect(page.getByText(/The sides do not close/)).toBeVisible();
});

test('the floor is filled, with the class against it; the work can be stopped', async ({ page, program }) => {
  await openHall(page, program.url);
  await page.getByRole('tab', { name: 'Fill' }).click();
  await field(page, 'Heads in the class').fill('5');
  await page.getByRole('button', { name: 'How many fit?' }).click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByRole('button', { name: 'How many fit?' }).click();
  const answer = page.getByRole('status').filter({ hasText: 'places for Lane 1' });
  await expect(answer).toContainText('The best found');
  await expect(answer).toContainText(/heads take \d turns/);
  await page.getByRole('button', { name: 'Lay them out in its place' }).click();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
  await page.getByRole('tab', { name: 'Class' }).click();
  await expect(page.getByText(/suits all best/)).toBeVisible();
});

test('files hand the floor out and take it in again; a wrong file is told and nothing is lost', async ({
  page,
  program,
}) => {
  await openHall(page, program.url);
  const take = async (item: RegExp): Promise<string> => {
    await page.getByRole('button', { name: 'Files' }).click();
    const download = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: item }).click();
    return (await download).path();
  };
  const json = readFileSync(await take(/Floor file/), 'utf8');
  const svg = readFileSync(await take(/true scale/), 'utf8');
  const csv = readFileSync(await take(/Table of marks/), 'utf8');
  expect(readFileSync(await take(/DXF/), 'utf8')).toContain('DIMENSIONS');
  await page.goto(`${program.url}/floors`);
  const open = (name: string, text: string) =>
    page.getByLabel('Floor file').setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  await open('hall.svg', svg.replace('<circle', '<circle cx="no"'));
  await expect(page.getByText(/The file was not opened: Line/)).toBeVisible();
  await open('hall.csv', csv.replace(',cone,', ',cube,'));
  await expect(page.getByText(/Line 2, column kind/)).toBeVisible();
  await open(
    'hall.json',
    json.replace('"headingDeg"', '"heading_deg"').replace('"edge": "wall"', '"edge": "lawn"'),
  );
  await expect(page.getByText(/floor\.floor\.edge/).first()).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('3 floors');
  for (const [name, text, title] of [
    ['hall.svg', svg, 'Saltmarsh hall'],
    ['hall.csv', csv, 'hall'],
    ['hall.json', json, 'Tuesday in the hall'],
  ] as const) {
    await page.goto(`${program.url}/floors`);
    await open(name, text);
    await expect(page.getByRole('heading', { level: 1 })).toContainText(title);
    await expect(page.getByText(/10 flat cones, 2\.40 m of chalk or tape/)).toBeVisible();
  }
});

// Source: the layout engine of Chromium, which measures the drawing on its own.
testLooking(
  'the SVG is in true scale: Chromium measures 6.10 m of ring as 305 mm at 1:20',
  async ({ page, program }) => {
    await page.goto(`${program.url}/floors`);
    await page.getByRole('link', { name: 'Ring, circling' }).click();
    await page.getByRole('button', { name: 'Files' }).click();
    const download = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: /true scale/ }).click();
    const svg = readFileSync(await (await download).path(), 'utf8');
    await page.setContent(svg);
    const mm = await page.evaluate(() => {
      const pxPerMm = 96 / 25.4;
      const ring = document.querySelector<SVGGraphicsElement>('[data-kind=floor]')!;
      const cones = [...document.querySelectorAll('[data-kind=cone]')].map((cone) =>
        cone.getBoundingClientRect(),
      );
      const matrix = ring.getScreenCTM()!;
      const middle = (box: DOMRect): [number, number] => [box.x + box.width / 2, box.y + box.height / 2];
      const [ax, ay] = middle(cones[0]!);
      const [bx, by] = middle(cones[4]!);
      return {
        ring: (ring.getBBox().width * matrix.a) / pxPerMm,
        across: Math.hypot(bx - ax, by - ay) / pxPerMm,
      };
    });
    expect(mm.ring).toBeCloseTo(6100 / 20, 1);
    const radius = /data-kind="cone"[^>]*cy="([\d.]+)"/.exec(svg);
    expect(radius).not.toBeNull();
    expect(mm.across).toBeGreaterThan(60);
  },
);

test('on a phone every mark is ticked in turn, the ticks survive a reload, and what is off is told', async ({
  page,
  program,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${program.url}/set-out/floor/e5a4c3d6-0002-4a5e-9e05-000000000002/walk`);
  const placed = page.getByRole('button', { name: 'Placed', exact: true });
  await expect(placed).toBeVisible();
  const box = (await placed.boundingBox())!;
  expect(box.height).toBeGreaterThanOrEqual(48);
  await placed.click();
  await placed.click();
  await page.reload();
  await expect(page.getByText('2 of 9 placed')).toBeVisible();
  for (let i = 0; i < 7; i++) await placed.click();
  await expect(page.getByText('All placed. Now measure back')).toBeVisible();
  const tape = async (from: string, reads: string): Promise<void> => {
    await page.getByRole('combobox', { name: 'From' }).click();
    await page.getByRole('option', { name: from, exact: true }).click();
    await page.getByRole('combobox', { name: 'To' }).click();
    await page.getByRole('option', { name: 'cone 2', exact: true }).click();
    await page.getByRole('textbox', { name: /Reads/ }).fill(reads);
    await page.getByRole('button', { name: 'Add', exact: true }).click();
  };
  await tape('A', '5 m');
  await tape('B', '5 m');
  await expect(page.getByText(/Move cone 2 .* towards the .*\. Known to ± /)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/Move cone 2 /)).toBeVisible();
});
