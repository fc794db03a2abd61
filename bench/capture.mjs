import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openProgram } from '../scripts/open-program.mjs';
import { ROOT } from '../scripts/steps.mjs';

/**
 * Capture in the built program: a live sample from the device to the screen and to the sound, beside a bare page that does
 * nothing but count the same lines; a film stepped picture by picture, beside the browser's own player that seeks; and how
 * long a picture takes in which feet are looked for.
 */
const STEPS = 60;

const quantile = (values, share) =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))];
const row = (name, values, reference = null) => [
  name,
  String(values.length),
  quantile(values, 0.5).toFixed(1),
  quantile(values, 0.95).toFixed(1),
  reference ? (quantile(values, 0.5) / quantile(reference, 0.5)).toFixed(2) : '',
];

export async function capture() {
  const { url, browser, close } = await openProgram([]);
  const folder = mkdtempSync(join(tmpdir(), 'angled-chalk-bench-'));
  try {
    return [...(await live(url, browser)), ...(await film(url, browser, folder))];
  } finally {
    rmSync(folder, { recursive: true, force: true });
    await close();
  }
}

/** Runs in the page before its own scripts: when a sample is on the screen, and when it sounds. */
function watchLive() {
  const now = () => performance.timeOrigin + performance.now();
  globalThis.found = { drawn: [], sounded: [] };
  let latest = null;
  const { WebSocket: Socket } = globalThis;
  globalThis.WebSocket = class extends Socket {
    constructor(...given) {
      super(...given);
      this.addEventListener('message', ({ data }) => {
        const { sent_ms: sentMs } = JSON.parse(data);
        if (sentMs !== undefined) latest = sentMs;
      });
    }
  };
  globalThis.AudioContext = class extends AudioContext {
    createOscillator() {
      const { baseLatency } = this;
      if (latest !== null) globalThis.found.sounded.push(now() - latest + 1000 * baseLatency);
      return super.createOscillator();
    }
  };
  addEventListener('DOMContentLoaded', () => {
    let waiting = null;
    new MutationObserver((changes) => {
      const isFoot = changes.some(({ target }) => target.nodeName === 'path' && target.closest('svg'));
      if (!isFoot || latest === null || waiting !== null) return;
      waiting = latest;
      // The picture that has it is begun after this one's scripts.
      requestAnimationFrame(() => {
        globalThis.found.drawn.push(now() - waiting);
        waiting = null;
      });
    }).observe(document, { subtree: true, attributes: true, attributeFilter: ['transform'] });
  });
}

/** The same lines in a page that only counts them. */
function watchBare(address) {
  const now = () => performance.timeOrigin + performance.now();
  globalThis.bare = [];
  document.body.innerHTML = '<p id="n"></p>';
  let count = 0;
  new WebSocket(address).addEventListener('message', ({ data }) => {
    const { sent_ms: sentMs } = JSON.parse(data);
    if (sentMs === undefined) return;
    count += 1;
    requestAnimationFrame(() => {
      document.querySelector('#n').textContent = String(count);
      requestAnimationFrame(() => globalThis.bare.push(now() - sentMs));
    });
  });
}

async function live(url, browser) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript(watchLive);
  await page.goto(`${url}/record/live`);
  await page.getByRole('button', { name: 'Listen' }).click();
  const bare = await (await browser.newContext()).newPage();
  await bare.goto(`${url}/feet/NOTICE.txt`);
  await bare.evaluate(watchBare, `${url.replace('http', 'ws')}/api/live/screen`);
  // A page in the background draws slowly: one after the other, each in front.
  const results = [];
  for (const [one, read] of [
    [page, () => page.evaluate(() => globalThis.found)],
    [bare, () => bare.evaluate(() => globalThis.bare)],
  ]) {
    await one.bringToFront();
    await stream(url);
    results.push(await read());
  }
  const [{ drawn, sounded }, counted] = results;
  return [
    row('ms from a live sample to its picture, 100 Hz', drawn, counted),
    row('the same in a bare page that counts lines', counted),
    row('ms from a live sample to the start of its sound', sounded),
  ];
}

function stream(url) {
  const args = [
    join(ROOT, 'cli/bin/angled-chalk.mjs'),
    'tracker',
    '--plan',
    join(ROOT, 'examples/in-and-out.plan.json'),
    '--student',
    join(ROOT, 'examples/davor.student.json'),
    '--url',
    url,
    '--faults',
    'feet-together,out-of-band',
  ];
  return new Promise((resolve) => spawn(process.execPath, args, { stdio: 'inherit' }).once('close', resolve));
}

async function film(url, browser, folder) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${url}/record/film`);
  await page.getByText('For practice: a film').click();
  const downloads = [];
  page.on('download', (download) => downloads.push(download));
  await page.getByRole('button', { name: 'Make a practice film' }).click();
  await page.getByText(/picture 1 of/).waitFor({ timeout: 600_000 });
  while (downloads.length < 2) await page.waitForTimeout(100);
  const path = join(folder, 'film.mp4');
  await downloads[1].saveAs(path);
  const group = page.getByRole('group', { name: /^Picture \d+ of/ });
  await group.focus();
  const step = async (key) => {
    const took = await page.evaluate(
      (name) =>
        new Promise((resolve) => {
          const status = document.querySelector('canvas[data-shown]');
          const before = status.dataset.shown;
          const began = performance.now();
          new MutationObserver((_changes, observer) => {
            if (status.dataset.shown === before) return;
            observer.disconnect();
            requestAnimationFrame(() => resolve(performance.now() - began));
          }).observe(status, { attributes: true });
          document.activeElement.dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true }));
        }),
      key,
    );
    // A practised hand looks at a picture before the next.
    await page.waitForTimeout(60);
    return took;
  };
  const on = [];
  const back = [];
  for (let i = 0; i < STEPS; i++) on.push(await step('ArrowRight'));
  for (let i = 0; i < STEPS; i++) back.push(await step('ArrowLeft'));
  const seeks = await seekBare(browser, path);
  return [
    row('ms of a step on in a film, 1280 x 720', on, seeks),
    row('ms of a step back', back, seeks),
    row("the browser's own player seeking on, one picture at a time", seeks),
    ...(await finding(page)),
  ];
}

/** The same pictures by the browser's own player, in a page without a policy. */
async function seekBare(browser, path) {
  const page = await (await browser.newContext()).newPage();
  await page.goto('about:blank');
  await page.setContent('<input type="file">');
  await page.setInputFiles('input', path);
  return page.evaluate(async (steps) => {
    const video = document.createElement('video');
    video.muted = true;
    video.src = URL.createObjectURL(document.querySelector('input').files[0]);
    document.body.append(video);
    await new Promise((resolve) => video.addEventListener('loadeddata', resolve, { once: true }));
    const took = [];
    for (let i = 1; i <= steps; i++) {
      const began = performance.now();
      await new Promise((resolve) => {
        video.requestVideoFrameCallback(resolve);
        video.currentTime = i / 30 + 0.001;
      });
      took.push(performance.now() - began);
    }
    return took;
  }, STEPS);
}

/** How long one picture takes in which feet are looked for, by the worker's own clock. */
async function finding(page) {
  const marks = await page.getByRole('button', { name: /corner|cone/ }).all();
  if (marks.length < 4) return [];
  const group = page.getByRole('group', { name: /^Picture \d+ of/ });
  const { x, y, width, height } = await group.boundingBox();
  // Any four places that fix a floor: where feet are found does not hang on them.
  for (const [i, [sx, sy]] of [
    [0.2, 0.5],
    [0.8, 0.5],
    [0.95, 0.95],
    [0.05, 0.95],
  ].entries()) {
    const button = page.getByRole('button', { name: /corner|cone/ }).first();
    if (i === 0) await button.click();
    await page.mouse.click(x + sx * width, y + sy * height);
  }
  await page.getByRole('button', { name: 'Draw a box about the student' }).click();
  const box = await group.boundingBox();
  await page.mouse.move(box.x + 0.3 * box.width, box.y + 4);
  await page.mouse.down();
  await page.mouse.move(box.x + 0.7 * box.width, box.y + box.height - 4);
  await page.mouse.up();
  const button = page.getByRole('button', { name: 'Propose landings' });
  if (await button.isDisabled()) return [];
  await button.click();
  const told = page.getByText(/ms a picture/);
  await told.waitFor({ timeout: 600_000 });
  const ms = Number(/(\d+) ms a picture/.exec(await told.innerText())?.[1]);
  return [row('ms of a picture in which feet are looked for', [ms])];
}
