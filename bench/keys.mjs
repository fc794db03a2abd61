import { openProgram } from '../scripts/open-program.mjs';
import { OWN_PAGE } from '../scripts/steps.mjs';

/**
 * The bench of a pattern in the built program: from a key that adds a move to the picture that has its footprint,
 * and how long the page's own thread works for it; and from opening the longest drill of the library to its first
 * footprint.
 */
const MOVES = 200;
const PRESSES = 80;
const STUDENTS = 24;
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

/**
 * Runs in the page: for every key, how long the page works until it is done with it, from the first listener to the
 * last, with all that is drawn at once between them; whether the next picture has other feet on its floor; and when the
 * picture after that is begun.
 */
function watchKeys() {
  globalThis.keysFound = [];
  const moves = () => document.querySelector('svg[aria-label^="Floor from above"]').innerHTML;
  let own = null;
  addEventListener(
    'keydown',
    () => {
      const before = moves();
      const pressed = performance.now();
      const found = { pressed, worked: NaN, isDrawn: false, painted: NaN };
      own = found;
      globalThis.keysFound.push(found);
      requestAnimationFrame(() => {
        found.isDrawn = moves() !== before;
        requestAnimationFrame(() => {
          found.painted = performance.now() - pressed;
        });
      });
    },
    { capture: true },
  );
  addEventListener('keydown', () => {
    own.worked = performance.now() - own.pressed;
  });
}

/** Runs in the page before its own scripts: how long a worker takes for what it is asked, from message to message. */
function watchWorkers() {
  globalThis.answers = [];
  globalThis.Worker = class extends Worker {
    postMessage(message, ...rest) {
      const asked = performance.now();
      const done = ({ data }) => {
        if (data.id !== message.id) return;
        this.removeEventListener('message', done);
        globalThis.answers.push(performance.now() - asked);
      };
      if (message?.path?.[0] === 'rows') this.addEventListener('message', done);
      super.postMessage(message, ...rest);
    }
  };
}

const quantile = (values, share) =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))];

export async function keys() {
  const { url, browser, close } = await openProgram([]);
  try {
    return await measured(url, browser);
  } finally {
    await close();
  }
}

/** So many students that a class is full: bodies of other sizes, of both sides and of every school. */
async function addStudents(url) {
  const known = await (await fetch(`${url}/api/students`)).json();
  const [one] = known;
  for (let i = known.length; i < STUDENTS; i++) {
    const { id: _, version: __, ...value } = one;
    const body = { ...value, name: `Student ${i}`, leadSide: i % 2 === 0 ? 'left' : 'right' };
    body.lengths = { ...value.lengths, statureM: 1.5 + 0.02 * i };
    await post(`${url}/api/students`, { id: crypto.randomUUID(), value: body });
  }
}

async function post(path, body) {
  const answer = await fetch(path, {
    method: 'POST',
    headers: OWN_PAGE,
    body: JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(await answer.text());
}

async function measured(url, browser) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript(watchWorkers);
  await addStudents(url);
  const items = Array.from({ length: MOVES }, (_, i) => step([0, 180, 90, -90][i % 4]));
  const id = crypto.randomUUID();
  await post(`${url}/api/plans`, { id, value: plan(items) });
  await page.goto(`${url}/patterns/${id}`);
  const bench = page.getByRole('group', { name: /^Bench/ });
  await bench.focus();
  await page.keyboard.press('[');
  await page.evaluate(watchKeys);
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Performance.enable');
  const taskS = async () =>
    (await devtools.send('Performance.getMetrics')).metrics.find(({ name }) => name === 'TaskDuration').value;
  const totals = [];
  for (let i = 0; i < PRESSES; i++) {
    const before = await taskS();
    // A pattern that stays as long as it is: every other key takes the move out again.
    await page.keyboard.press(['ArrowUp', 'Delete'][i % 2]);
    await page.waitForTimeout(150);
    totals.push(1000 * ((await taskS()) - before));
  }
  const found = await page.evaluate(() => globalThis.keysFound);
  const drawn = found.filter(({ isDrawn }) => isDrawn).length;
  const painted = found.map((one) => one.painted);
  const worked = found.map((one) => one.worked);
  const row = (name, values) => [name, quantile(values, 0.5).toFixed(1), quantile(values, 0.95).toFixed(1)];
  const rows = [
    [`keys drawn in the next picture, ${MOVES} moves`, `${drawn} of ${found.length}`, ''],
    row('ms from the key to the picture after that', painted),
    row('ms of work of the key itself on the page', worked),
    row('ms of all work of the page for it, drawing and judging with it', totals),
  ];
  await page.getByRole('tab', { name: 'For whom' }).click();
  await page.getByRole('table', { name: 'For whom' }).waitFor();
  await page.evaluate(() => (globalThis.answers.length = 0));
  await bench.focus();
  for (let i = 0; i < 20; i++) {
    await page.keyboard.press(['ArrowUp', 'Delete'][i % 2]);
    await page.waitForTimeout(900);
  }
  const answers = await page.evaluate(() => globalThis.answers);
  rows.push(row(`ms to judge ${STUDENTS} students in a worker, asked ${answers.length} times`, answers));
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
  return rows;
}
