import { openProgram } from '../scripts/open-program.mjs';

/**
 * The bench of a pattern in the built program: from a key that adds a move to the picture that has its footprint,
 * and how long the page's own thread works for it; and from opening the longest drill of the library to its first
 * footprint.
 */
const MOVES = 200;
const PRESSES = 60;
const LONGEST = 'weave-cones';

const plan = (items) => ({
  band: { kind: 'around-plan', toleranceM: 3 },
  name: 'Keys',
  facing: { on: 'lane' },
  floor: {
    name: 'Hall',
    outline: [
      { x: 0, y: 0 },
      { x: 12, y: 0 },
      { x: 12, y: 12 },
      { x: 0, y: 12 },
    ],
    datums: [
      { id: 'A', name: 'near-left corner', at: { x: 0, y: 0 } },
      { id: 'B', name: 'near-right corner', at: { x: 12, y: 0 } },
    ],
  },
  pattern: { start: { at: { x: 6, y: 6 }, headingDeg: 0 }, items },
  target: { at: { x: 6, y: 9 }, kind: 'bag', radiusM: 0.18 },
  tempoPerMin: 60,
});
const step = (bearingDeg) => ({
  move: { do: 'step', bearingDeg, length: { value: 0.13, unit: 'm' }, feet: 'both' },
});

/** Runs in the page: for every key, when the next picture after it was drawn, and how long its own thread worked. */
function watchKeys() {
  globalThis.keysFound = [];
  addEventListener(
    'keydown',
    () => {
      const pressed = performance.now();
      // The work of a key is done before the next frame: what that draws has its footprint.
      requestAnimationFrame(() => {
        const worked = performance.now() - pressed;
        requestAnimationFrame(() =>
          globalThis.keysFound.push({ worked, painted: performance.now() - pressed }),
        );
      });
    },
    { capture: true },
  );
}

const quantile = (values, share) =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))];

export async function keys() {
  const { url, browser, close } = await openProgram([]);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const items = Array.from({ length: MOVES }, (_, i) => step([0, 180, 90, -90][i % 4]));
  const id = crypto.randomUUID();
  const answer = await fetch(`${url}/api/plans`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ id, value: plan(items) }),
  });
  if (!answer.ok) throw new Error(await answer.text());
  await page.goto(`${url}/patterns/${id}`);
  const bench = page.getByRole('group', { name: /^Bench/ });
  await bench.focus();
  await page.keyboard.press('[');
  await page.evaluate(watchKeys);
  for (let i = 0; i < PRESSES; i++) {
    await page.keyboard.press(['ArrowUp', 'ArrowDown'][i % 2]);
    await page.waitForTimeout(120);
  }
  const found = await page.evaluate(() => globalThis.keysFound);
  const painted = found.map((one) => one.painted);
  const worked = found.map((one) => one.worked);
  const rows = [
    [
      `a key to its footprint, ${MOVES} moves`,
      quantile(painted, 0.5).toFixed(1),
      quantile(painted, 0.95).toFixed(1),
    ],
    [
      'of it work of the page before the picture',
      quantile(worked, 0.5).toFixed(1),
      quantile(worked, 0.95).toFixed(1),
    ],
  ];
  await page.goto(`${url}/patterns/library`);
  await page.getByRole('heading', { level: 1 }).waitFor();
  const opened = [];
  for (let i = 0; i < 8; i++) {
    const ms = await page.evaluate(async (drill) => {
      const start = performance.now();
      history.pushState(null, '', `/patterns/library/${drill}`);
      dispatchEvent(new PopStateEvent('popstate'));
      for (;;) {
        await new Promise(requestAnimationFrame);
        if (document.querySelector('svg[role=group] path')) return performance.now() - start;
        if (performance.now() - start > 5000) return NaN;
      }
    }, LONGEST);
    opened.push(ms);
    await page.evaluate(() => {
      history.pushState(null, '', '/patterns/library');
      dispatchEvent(new PopStateEvent('popstate'));
    });
    await page.waitForTimeout(300);
  }
  rows.push([
    'opening a drill of the library to its first footprint',
    quantile(opened, 0.5).toFixed(0),
    quantile(opened, 0.95).toFixed(0),
  ]);
  await close();
  return rows;
}
