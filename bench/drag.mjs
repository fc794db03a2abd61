import { openProgram } from '../scripts/open-program.mjs';

/**
 * The range room in the built program: the student dragged about the partner, from a move of the pointer to the
 * picture, and how long the page's own thread works for it (scripts, styles and layout, by the browser's own account);
 * and from another foot in front to the ground as it is then, coarse and fine.
 */
const MOVES = 80;
const TURNS = 10;

const quantile = (values, share) =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))];

export async function drag() {
  const { url, browser, close } = await openProgram([]);
  try {
    return await measured(url, browser);
  } finally {
    await close();
  }
}

async function measured(url, browser) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${url}/range`);
  const floor = page.getByRole('group', { name: 'The ground about the partner, from above' });
  await floor.locator('path[fill-rule="evenodd"]').first().waitFor();
  await page.waitForTimeout(1500);
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Performance.enable');
  const workS = async () => {
    const { metrics } = await devtools.send('Performance.getMetrics');
    const of = (name) => metrics.find((one) => one.name === name).value;
    return of('ScriptDuration') + of('LayoutDuration') + of('RecalcStyleDuration');
  };
  await page.evaluate(watchMoves);
  const handle = page.getByRole('button', { name: /Arrow keys move it/ });
  const { x, y, width, height } = await handle.boundingBox();
  const [cx, cy] = [x + width / 2, y + height / 2];
  await page.mouse.move(cx, cy);
  await page.mouse.down();
  const works = [];
  for (let i = 1; i <= MOVES; i++) {
    const before = await workS();
    await page.mouse.move(cx + 90 * Math.sin(i / 9), cy + 40 * Math.sin(i / 5));
    await page.waitForTimeout(60);
    works.push(1000 * ((await workS()) - before));
  }
  await page.mouse.up();
  const moves = (await page.evaluate(() => globalThis.movesFound)).slice(1, MOVES + 1);
  const [coarse, fine] = [[], []];
  for (let i = 0; i < TURNS; i++) {
    await page
      .getByRole('combobox', { name: /^Imke|^Davor|^Lise|^Noor|^Piet|^Tobiah/ })
      .last()
      .click();
    const option = page.getByRole('option', {
      name: i % 2 === 0 ? 'right foot in front' : 'left foot in front',
    });
    await option.waitFor();
    const times = await page.evaluate(watchGround, await option.evaluateHandle((one) => one));
    coarse.push(times[0]);
    fine.push(times.at(-1));
    await page.waitForTimeout(300);
  }
  const drawn = moves.filter(({ isDrawn }) => isDrawn).length;
  const row = (name, values) => [name, quantile(values, 0.5).toFixed(1), quantile(values, 0.95).toFixed(1)];
  return [
    ['moves drawn in the next picture', `${drawn} of ${moves.length}`, ''],
    row(
      'ms from the move until the feet are elsewhere, all work of the page in it',
      moves.map((one) => one.workedMs).filter(Number.isFinite),
    ),
    row('ms of all work of the page for a move, words and tables with it', works),
    row('ms from another foot in front to the coarse ground', coarse),
    row('ms from another foot in front to the fine ground', fine),
  ];
}

/**
 * Runs in the page: for every move of the pointer, how long the page works until the student's feet are drawn elsewhere,
 * and whether that was before the next picture.
 */
function watchMoves() {
  globalThis.movesFound = [];
  let own = null;
  const handle = document.querySelector('svg[aria-label^="The ground"] circle.stays');
  new MutationObserver(() => {
    if (own && Number.isNaN(own.workedMs)) own.workedMs = performance.now() - own.moved;
  }).observe(handle, { attributes: true, attributeFilter: ['cx', 'cy'] });
  addEventListener(
    'pointermove',
    () => {
      const found = { moved: performance.now(), workedMs: NaN, isDrawn: false };
      own = found;
      globalThis.movesFound.push(found);
      requestAnimationFrame(() =>
        requestAnimationFrame(() => {
          found.isDrawn = !Number.isNaN(found.workedMs);
        }),
      );
    },
    { capture: true },
  );
}

/** Runs in the page: presses a choice, and notes when the ground is drawn anew, until it stays for half a second. */
async function watchGround(option) {
  const outline = () =>
    [...document.querySelectorAll('svg[aria-label^="The ground"] path[fill-rule="evenodd"]')]
      .map((path) => path.getAttribute('d').length)
      .join(' ');
  const start = performance.now();
  let before = outline();
  const times = [];
  option.click();
  while (performance.now() - start < 5000) {
    await new Promise(requestAnimationFrame);
    const now = outline();
    if (now !== before) times.push(performance.now() - start);
    before = now;
    if (times.length > 0 && performance.now() - start - times.at(-1) > 500) break;
  }
  return times;
}
