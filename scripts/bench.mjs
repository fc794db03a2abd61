import { spawnSync } from 'node:child_process';
import { ensureChromium, ensurePackages, ROOT } from './steps.mjs';

ensurePackages();
const { buildAll, bundleNode } = await import('./build.mjs');
const what = process.argv[2] ?? 'all';
if (!['frames', 'club', 'keys', 'drag', 'capture', 'marking'].includes(what)) await runCore();
if (what === 'all' || what === 'club') await runClub();
if (what === 'all' || what === 'frames') await runFrames();
if (what === 'all' || what === 'keys') await runKeys();
if (what === 'all' || what === 'drag') await runDrag();
if (what === 'all' || what === 'capture') await runCapture();
if (what === 'all' || what === 'marking') await runMarking();

/** The benches of the core, in one process of their own. */

async function runCore() {
  await bundleNode('bench/main.ts', 'bench/dist/main.js');
  const done = spawnSync(process.execPath, ['bench/dist/main.js', ...process.argv.slice(2)], {
    cwd: ROOT,
    stdio: 'inherit',
  });
  if (done.status !== 0) process.exit(done.status ?? 1);
}

/** Lists of a large club, from the built program. */
async function runClub() {
  await buildAll();
  const { club } = await import('../bench/club.mjs');
  print('A club of 206 students and 10,400 checks', ['asked', 'median', '95 %'], await club());
}

function print(title, headings, rows) {
  const widths = headings.map((heading, i) => Math.max(heading.length, ...rows.map((row) => row[i].length)));
  console.log(`\n${title}\n`);
  for (const cells of [headings, widths.map((width) => '-'.repeat(width)), ...rows])
    console.log(cells.map((cell, i) => cell.padEnd(widths[i])).join('  '));
}

/** Frames of the built program in Chromium. */
async function runFrames() {
  ensureChromium();
  await buildAll();
  const { frames } = await import('../bench/frames.mjs');
  const rows = await frames();
  const headings = ['dragged', 'frames', 'under 16.7 ms', 'median ms', '95 % ms', 'longest ms'];
  print('Frames while dragging in the built program, frame limit off', headings, rows);
}

/** The bench of patterns in Chromium. */
async function runKeys() {
  ensureChromium();
  await buildAll();
  const { keys } = await import('../bench/keys.mjs');
  print('The bench of patterns in the built program', ['what', 'median ms', '95 % ms'], await keys());
}

/** The range room in Chromium. */
async function runDrag() {
  ensureChromium();
  await buildAll();
  const { drag } = await import('../bench/drag.mjs');
  print('The range room in the built program', ['what', 'median', '95 %'], await drag());
}

/** Live streams and films in Chromium. */
async function runCapture() {
  ensureChromium();
  await buildAll();
  const { capture } = await import('../bench/capture.mjs');
  print('Capture in the built program', ['what', 'times', 'median', '95 %', 'ratio'], await capture());
}

/** A film marked by hand. */
async function runMarking() {
  ensureChromium();
  await buildAll();
  const { marking } = await import('../bench/marking.mjs');
  print('A drill of twenty moves marked in a film by hand', ['what', ''], await marking());
}
