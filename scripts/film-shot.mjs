import { readFileSync } from 'node:fs';

const mark = (id, x, y) => ({ id, name: `mark ${id}`, at: { x, y } });
const step = (bearingDeg) => ({
  move: { do: 'step', bearingDeg, length: { value: 0.35, unit: 'm' }, feet: 'both' },
});

/** A corner of a hall with six marks, and four steps in it. */
export const CORNER = {
  name: 'Four steps in the corner',
  band: { kind: 'around-plan', toleranceM: 0.4 },
  facing: { on: 'lane' },
  floor: {
    name: 'Corner',
    outline: [
      { x: 0, y: 0 },
      { x: 3.5, y: 0 },
      { x: 3.5, y: 3.5 },
      { x: 0, y: 3.5 },
    ],
    datums: [
      mark('A', 0, 0),
      mark('B', 3.5, 0),
      mark('C', 3.5, 3.5),
      mark('D', 0, 3.5),
      mark('E', 0.9, 1.8),
      mark('F', 2.6, 1.8),
    ],
  },
  pattern: {
    start: { at: { x: 1.7, y: 1.4 }, headingDeg: 0 },
    items: [
      { ...step(0), strikes: [{ strike: 'jab', when: 'reset-first' }] },
      step(90),
      step(180),
      step(-90),
    ],
  },
  target: { at: { x: 1.7, y: 3.2 }, kind: 'bag', radiusM: 0.18 },
  tempoPerMin: 60,
};

/** A made-up film, marked and clicked as a coach does it, at its fourth landing. */
export async function filmed(page) {
  await page.getByText('For practice: a film').click();
  const truthFile = page.waitForEvent('download', { timeout: 300_000 });
  await page.getByRole('button', { name: 'Make a practice film' }).click();
  const { marks, landings, camera } = JSON.parse(readFileSync(await (await truthFile).path(), 'utf8'));
  await page.getByText(/picture 1 of/).waitFor({ timeout: 300_000 });
  const { width, height } = camera.frame;
  const press = async ({ x, y }, by = { x: 0, y: 0 }) => {
    const box = await page.getByRole('group', { name: /^Picture \d+ of/ }).boundingBox();
    const at = (p) => [box.x + (p.x / width) * box.width, box.y + (p.y / height) * box.height];
    await page.mouse.move(...at({ x, y }));
    await page.mouse.down();
    await page.mouse.move(...at({ x: x + by.x, y: y + by.y }));
    await page.mouse.up();
  };
  for (const { name, pixel } of marks) {
    if (!(pixel.x > 4 && pixel.y > 4 && pixel.x < width - 4 && pixel.y < height - 4)) continue;
    const button = page.getByRole('button', { name, exact: true });
    if ((await button.getAttribute('aria-pressed')) === 'false') await button.click();
    await press(pixel);
  }
  for (const { foot, timeS, pixel } of landings.slice(0, 6)) {
    await page.getByRole('slider', { name: 'Picture' }).fill(String(Math.ceil(timeS * 30 - 1e-6)));
    await page.getByRole('button', { name: foot === 'left' ? 'left (L)' : 'right (R)' }).click();
    await press(pixel);
  }
  await page.evaluate(() => window.scrollTo(0, 0));
}
