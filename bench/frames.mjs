import { openProgram } from '../scripts/open-program.mjs';
import { OWN_PAGE } from '../scripts/steps.mjs';

/**
 * Frames while a layout of 300 marks is dragged in the built program. The browser draws as fast as it
 * can (its frame limit is off), so that the time from one frame to the next is what a frame costs.
 */
const MARKS = 300;
const MOVES = 300;
const FRAME_MS = 1000 / 60;

const piece = (id, name, layout, at) => ({
  id,
  name,
  group: null,
  locked: false,
  backward: false,
  worksOn: null,
  kind: 'layout',
  layout,
  at,
  headingDeg: 90,
});
const floorOf = (pieces) => ({
  name: 'Bench',
  floor: {
    name: 'hall',
    outline: [
      { x: 0, y: 0 },
      { x: 40, y: 0 },
      { x: 40, y: 20 },
      { x: 0, y: 20 },
    ],
    datums: [
      { id: 'A', name: 'near-left corner', at: { x: 0, y: 0 } },
      { id: 'B', name: 'near-right corner', at: { x: 40, y: 0 } },
    ],
  },
  pieces,
  tape: { lengthM: 10, readingUM: 0.005 },
});
const metres = (value) => ({ value, unit: 'm' });
const long = { kind: 'straight-lane', length: metres((MARKS - 1) / 10), every: metres(0.1) };

const loose = Array.from({ length: MARKS }, (_, i) => ({
  ...piece(`mark-${i}`, `cone ${i + 1}`, null, null),
  group: 'all',
  kind: 'mark',
  mark: {
    number: i + 1,
    name: `cone ${i + 1}`,
    purpose: '',
    at: { x: 3 + (i % 30), y: 4 + Math.floor(i / 30) },
    kind: 'cone',
    tall: false,
  },
}));

const CASES = [
  [
    'one cone (reference)',
    [piece('one', 'Single marker', { kind: 'single-marker' }, { x: 20, y: 8 })],
    /^Single marker/,
  ],
  [`a layout of ${MARKS} marks`, [piece('lane', 'Lane', long, { x: 4, y: 8 })], /^Lane/],
  [`a group of ${MARKS} loose marks`, loose, /^cone 155:/],
];

/** Runs in the page: notes the time from a frame in which the pointer moved to the next. */
function watchFrames() {
  const found = [];
  let moved = false;
  let before = 0;
  addEventListener('pointermove', () => (moved = true), { capture: true });
  const frame = (now) => {
    if (before > 0) found.push(now - before);
    before = moved ? now : 0;
    moved = false;
    requestAnimationFrame(frame);
  };
  requestAnimationFrame(frame);
  globalThis.framesFound = found;
}

export async function frames() {
  const { url, browser, close } = await openProgram(['--disable-frame-rate-limit', '--disable-gpu-vsync']);
  const rows = [];
  for (const [what, pieces, name] of CASES) rows.push([what, ...(await measure(browser, url, pieces, name))]);
  await close();
  return rows;
}

async function measure(browser, url, pieces, name) {
  const id = crypto.randomUUID();
  const answer = await fetch(`${url}/api/floors`, {
    method: 'POST',
    headers: OWN_PAGE,
    body: JSON.stringify({ id, value: floorOf(pieces) }),
  });
  if (!answer.ok) throw new Error(await answer.text());
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${url}/floors/${id}`);
  const thing = page.getByRole('group', { name: 'Things laid out' }).getByRole('button', { name });
  const box = await thing.boundingBox();
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 6, y + 6, { steps: 3 });
  await page.evaluate(watchFrames);
  for (let i = 0; i < MOVES; i++) {
    const turn = (i / MOVES) * 4 * Math.PI;
    await page.mouse.move(x + 60 * Math.sin(turn), y + 40 * Math.sin(2 * turn));
  }
  const found = (await page.evaluate(() => globalThis.framesFound)).sort((a, b) => a - b);
  await page.mouse.up();
  await page.close();
  const under = found.filter((ms) => ms < FRAME_MS).length / found.length;
  const at = (share) => found[Math.min(found.length - 1, Math.floor(share * found.length))].toFixed(1);
  return [String(found.length), `${(100 * under).toFixed(1)} %`, at(0.5), at(0.95), at(1)];
}
