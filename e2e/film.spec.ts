import { readFileSync } from 'node:fs';
import { landingOnFloor, fitCamera, type SeenLanding } from '@angled-chalk/core/camera';
import { trackPageSchema } from '@angled-chalk/contract';
import type { FilmTruth } from '@angled-chalk/core/sim';
import { unpackTrack } from '@angled-chalk/core/track';
import type { Download, Page } from '@playwright/test';
import { CORNER } from '../scripts/film-shot.mjs';
import { OWN_PAGE } from '../scripts/steps.mjs';
import { expect, fitsAcross, noBarriers, test, testLooking } from './program.ts';

const PICTURE = /^Picture \d+ of/;

/** Where a pixel of the film is on the screen. */
interface Frame {
  readonly width: number;
  readonly height: number;
}

async function onScreen(page: Page, { width, height }: Frame) {
  const box = await page.getByRole('group', { name: PICTURE }).boundingBox();
  if (!box) throw new Error('no picture');
  return ({ x, y }: { x: number; y: number }): [number, number] => [
    box.x + (x / width) * box.width,
    box.y + (y / height) * box.height,
  ];
}

/** Presses on a pixel of the film, wherever its picture is on the screen now. */
async function press(page: Page, frame: Frame, pixel: { x: number; y: number }): Promise<void> {
  const [x, y] = (await onScreen(page, frame))(pixel);
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.up();
}

async function pick(page: Page, label: string, option: string): Promise<void> {
  await page.getByRole('combobox', { name: label, exact: true }).click();
  await page.getByRole('option', { name: option }).click();
}

/** The boxes of a film, one after another: length, kind, and what is in it. */
function boxesOf(film: Buffer): { readonly kind: string; readonly at: number; readonly bytes: Buffer }[] {
  const boxes = [];
  for (let at = 0; at < film.length;) {
    const length = film.readUInt32BE(at);
    boxes.push({ kind: film.toString('latin1', at + 4, at + 8), at, bytes: film.subarray(at, at + length) });
    at += Math.max(8, length);
  }
  return boxes;
}

const bytesOf = async (download: Download): Promise<Buffer> => readFileSync(await download.path());

interface Kept {
  readonly landings: readonly (SeenLanding & { readonly state: string })[];
}

/** What the page keeps of its work on this device. */
const keptOf = (page: Page, name: string): Promise<Kept> =>
  page.evaluate((film) => {
    const [, text] =
      Object.entries(localStorage).find(([key]) => key.startsWith('film ') && key.includes(film)) ?? [];
    const kept: Kept = JSON.parse(text ?? '{}');
    return kept;
  }, name);

/** A hand misses by some pixels, each time otherwise. */
const missed = ({ x, y }: { x: number; y: number }, i: number) => ({
  x: x + 2 * Math.sin(7 * i + 1),
  y: y + 2 * Math.cos(5 * i + 2),
});

/** The landing of the truth that is nearest in time, of the same foot. */
function nearest({ landings }: FilmTruth, { foot, timeS }: Pick<SeenLanding, 'foot' | 'timeS'>) {
  const own = landings.filter((one) => one.foot === foot);
  return own.reduce((a, b) => (Math.abs(b.timeS - timeS) < Math.abs(a.timeS - timeS) ? b : a));
}

const middle = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[values.length >> 1] ?? NaN;

test('a made-up film, marked by hand and proposed by itself, held against its truth, and checked', async ({
  page,
  program,
}) => {
  const made = await page.request.post(`${program.url}/api/plans`, {
    headers: OWN_PAGE,
    data: { id: crypto.randomUUID(), value: CORNER },
  });
  expect(made.status()).toBe(201);
  await page.goto(`${program.url}/record/film`);
  await pick(page, 'Pattern', 'Four steps in the corner');
  await page.getByText('For practice: a film').click();
  await pick(page, 'Picture', '640 x 360');
  await pick(page, 'Pictures', '25 a second');
  await page.getByRole('checkbox', { name: 'Pictures come unevenly' }).check();
  const downloads: Download[] = [];
  page.on('download', (download) => downloads.push(download));
  await page.getByRole('button', { name: 'Make a practice film' }).click();
  await expect(page.getByText(/picture 1 of/)).toBeVisible();
  await expect.poll(() => downloads.length).toBe(2);
  const [truthFile, filmFile] = downloads;
  if (!truthFile || !filmFile) throw new Error('no film');
  const truth: FilmTruth = JSON.parse((await bytesOf(truthFile)).toString());
  const { frame } = truth.camera;

  // Marks: all that are in the picture, each where it is, a pixel of the screen off at most.
  const seen = truth.marks.filter(
    ({ pixel: { x, y } }) => x > 4 && y > 4 && x < frame.width - 4 && y < frame.height - 4,
  );
  expect(seen.length).toBeGreaterThanOrEqual(4);
  for (const { name, pixel } of seen) {
    const button = page.getByRole('button', { name, exact: true });
    if ((await button.getAttribute('aria-pressed')) === 'false') await button.click();
    await press(page, frame, pixel);
  }
  await expect(page.getByRole('heading', { name: `1. Marks (${seen.length})` })).toBeVisible();
  await expect(page.getByText('The grid should lie on the floor.')).toBeVisible();
  await fitsAcross(page);
  await noBarriers(page);

  // The beat is heard.
  await page.getByRole('button', { name: 'Listen for it' }).click();
  await expect(page.getByText(/^60\.0 a minute; \d+ % of its clicks are heard\.$/)).toBeVisible();

  // By hand: a press a landing, at its picture and its place.
  const gaps = truth.pictures.slice(1).map((timeS, i) => timeS - (truth.pictures[i] ?? 0));
  expect(Math.max(...gaps) / Math.min(...gaps)).toBeGreaterThan(2);
  for (const [i, { foot, timeS, pixel }] of truth.landings.entries()) {
    const at = truth.pictures.findIndex((taken) => taken >= timeS - 1e-6);
    await page.getByRole('slider', { name: 'Picture' }).fill(String(at));
    await expect(
      page.getByText(
        `${(truth.pictures[at] ?? 0).toFixed(2)} s, picture ${at + 1} of ${truth.pictures.length}`,
      ),
    ).toBeVisible();
    await page.getByRole('button', { name: foot === 'left' ? 'left (L)' : 'right (R)' }).click();
    await press(page, frame, missed(pixel, i));
  }
  await expect(page.getByRole('heading', { name: `2. Landings (${truth.landings.length})` })).toBeVisible();
  const camera = fitCamera(
    frame,
    seen.map(({ name, at: place, pixel }) => ({ name, at: place, pixel, uM: 0.01, uPx: 1.5 })),
  );
  if (!camera) throw new Error('no camera');
  const off = (one: SeenLanding): number => {
    const found = landingOnFloor(camera, one);
    const { at: place } = nearest(truth, one);
    return found ? Math.hypot(found.at.x - place.x, found.at.y - place.y) : Infinity;
  };
  const clicked = (await keptOf(page, 'practice-1')).landings;
  for (const landing of clicked)
    expect(Math.abs(landing.timeS - nearest(truth, landing).timeS)).toBeLessThanOrEqual(Math.max(...gaps));
  const byHand = clicked.map(off);
  console.log(
    `by hand: ${byHand.length} landings, middle ${(100 * middle(byHand)).toFixed(1)} cm, worst ${(100 * Math.max(...byHand)).toFixed(1)} cm`,
  );
  // Two pixels of this picture, at its far end.
  expect(Math.max(...byHand)).toBeLessThan(0.05);
  expect(Math.max(...byHand)).toBeGreaterThan(0.002);

  // One is taken back, and comes again.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(
    page.getByRole('heading', { name: `2. Landings (${truth.landings.length - 1})` }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).click();

  // The jab after the first step, by its key; a cross too many is taken out again.
  const [, , , firstEnds] = truth.landings;
  const jabS = (firstEnds?.timeS ?? 0) + 0.4;
  const jabAt = truth.pictures.findIndex((taken) => taken >= jabS);
  await page.getByRole('slider', { name: 'Picture' }).fill(String(jabAt));
  await page.getByRole('group', { name: PICTURE }).focus();
  await page.keyboard.press('1');
  await pick(page, 'Another strike', 'Cross');
  await expect(page.getByRole('heading', { name: 'Strikes (2)' })).toBeVisible();
  await page.getByRole('button', { name: /^Take out cross/ }).click();
  await expect(page.getByRole('heading', { name: 'Strikes (1)' })).toBeVisible();
  await noBarriers(page);

  await page.getByRole('button', { name: 'Check it' }).click();
  await expect(page).toHaveURL(/\/checks\//);
  await expect(page.getByText(/of 4 clean/).first()).toBeVisible();
  await expect(page.getByText(/strikes were not seen/i)).toHaveCount(0);
  await expect(page.getByText(/Landings only/).first()).toBeVisible();

  // What is kept goes with the student: marks, clicks and small pictures, and nothing of the film.
  const list = trackPageSchema.parse(
    await (await page.request.get(`${program.url}/api/tracks?page=0&size=5`)).json(),
  );
  const stored = list.items.find(({ source }) => source === 'film');
  const packed = await (
    await page.request.get(`${program.url}/api/tracks/${stored?.id ?? ''}/samples`)
  ).body();
  const track = unpackTrack(new Uint8Array(packed));
  expect(track.landings).toHaveLength(truth.landings.length);
  expect(track.strikes.map(({ name }) => name)).toEqual(['jab']);
  // The samples of a film of landings lie 0.02 s apart.
  expect(
    Math.abs((track.timeS[track.strikes[0]?.index ?? 0] ?? 0) - (truth.pictures[jabAt] ?? 0)),
  ).toBeLessThan(0.011);
  expect(track.film?.marks.length).toBe(seen.length);
  expect(track.landings?.[0]?.picture?.thumbnail).toMatch(/^data:image\/jpeg;base64,/);
  expect(packed.length).toBeLessThan(120_000);

  // Copies that went wrong, made of the film itself by the published layout of its boxes (ISO/IEC 14496-12).
  await page.goto(`${program.url}/record/film`);
  const whole = await bytesOf(filmFile);
  const bring = (name: string, buffer: Buffer): Promise<void> =>
    page.getByLabel('Film', { exact: true }).setInputFiles({ name, mimeType: 'video/mp4', buffer });
  await bring('half.mp4', whole.subarray(0, Math.round(0.6 * whole.length)));
  await expect(page.getByText(/The film ends early, at \d\.\d s\. What is there can be used/)).toBeVisible();
  await page.goto(`${program.url}/record/film`);
  const alert = page.getByRole('alert');
  await bring(
    'no-index.mp4',
    Buffer.concat(boxesOf(whole).flatMap(({ kind, bytes }) => (kind === 'moov' ? [] : [bytes]))),
  );
  await expect(alert).toContainText('its index is missing. Copy it again from the phone.');
  const otherKind = Buffer.from(whole);
  otherKind.write('hvc1', otherKind.indexOf('avc1', boxesOf(whole).find(({ kind }) => kind === 'moov')?.at));
  await bring('other-kind.mp4', otherKind);
  await expect(alert).toContainText('export the film as H.264');

  // The same walk again with somebody else beside the student, its landings proposed.
  await page.goto(`${program.url}/record/film`);
  await page.getByText('For practice: a film').click();
  await pick(page, 'Picture', '640 x 360');
  await pick(page, 'Pictures', '25 a second');
  await page.getByRole('checkbox', { name: 'Somebody else beside the student' }).check();
  await page.getByRole('textbox', { name: 'Seed' }).fill('1');
  await page.getByRole('button', { name: 'Make a practice film' }).click();
  await expect(page.getByText(/picture 1 of/)).toBeVisible();
  await expect.poll(() => downloads.length).toBe(4);
  // Nothing of the first film is taken for this one.
  await expect(page.getByRole('heading', { name: '2. Landings (0)' })).toBeVisible();
  for (const { name, pixel } of seen) {
    const button = page.getByRole('button', { name, exact: true });
    if ((await button.getAttribute('aria-pressed')) === 'false') await button.click();
    await press(page, frame, pixel);
  }
  const [one, other] = truth.landings;
  if (!one || !other) throw new Error('no landings');
  const [x, y] = [(one.pixel.x + other.pixel.x) / 2, (one.pixel.y + other.pixel.y) / 2];
  const tall = 0.8 * frame.height;
  const box = async (fromX: number, toX: number): Promise<void> => {
    await page.getByRole('button', { name: /^(Draw a box about the student|Box again)$/ }).click();
    const again = await onScreen(page, frame);
    await page.mouse.move(...again({ x: fromX, y: Math.max(2, y - tall) }));
    await page.mouse.down();
    await page.mouse.move(...again({ x: toX, y: Math.min(frame.height - 2, y + 60) }));
    await page.mouse.up();
  };
  // About both of them nobody is followed.
  await box(x - tall / 3, x + tall);
  await page.getByRole('button', { name: 'Propose landings' }).click();
  await expect(page.getByText(/^Two people are in that box\./)).toBeVisible();
  await box(x - tall / 3, x + tall / 3);
  await page.getByRole('button', { name: 'Propose landings' }).click();
  await expect(page.getByText(/landings are proposed/)).toBeVisible();
  const shared = downloads[3];
  if (!shared) throw new Error('no second film');
  const proposed = (await keptOf(page, `practice-1.mp4 ${(await bytesOf(shared)).length}`)).landings;
  const places = proposed.map(off);
  const times = proposed.map((landing) => Math.abs(landing.timeS - nearest(truth, landing).timeS));
  const found = truth.landings.filter((landing) =>
    proposed.some(({ foot, timeS }) => foot === landing.foot && Math.abs(timeS - landing.timeS) < 0.15),
  );
  console.log(
    `proposed: ${proposed.length} for ${truth.landings.length}, ${found.length} found within 0.15 s, middle ${(100 * middle(places)).toFixed(1)} cm and ${(1000 * middle(times)).toFixed(0)} ms off, ${proposed.filter(({ state }) => state === 'check').length} to be looked at`,
  );
  // Good enough to be proposed: most are found, and no more than some are too many.
  expect(found.length).toBeGreaterThanOrEqual(0.8 * truth.landings.length);
  expect(proposed.length).toBeLessThanOrEqual(1.4 * truth.landings.length);
  expect(middle(places)).toBeLessThan(0.1);
});

testLooking('what is no film is told in plain words, and nothing is lost', async ({ page, program }) => {
  await page.goto(`${program.url}/record/film`);
  const bring = (name: string, buffer: Buffer): Promise<void> =>
    page.getByLabel('Film', { exact: true }).setInputFiles({ name, mimeType: 'video/mp4', buffer });
  const alert = page.getByRole('alert');
  await bring('notes.mp4', Buffer.from('These are notes and no film.\n'.repeat(50)));
  await expect(alert).toContainText('this is not a video file');
  await bring('empty.mp4', Buffer.alloc(0));
  await expect(alert).toContainText('the file is empty');
  // A second of silence: RIFF, 8 kHz, 8 bits, one channel, by its published layout.
  const wav = Buffer.alloc(44 + 8000, 0x80);
  wav.write('RIFF', 0);
  wav.writeUInt32LE(36 + 8000, 4);
  wav.write('WAVEfmt ', 8);
  for (const [at, value] of [
    [16, 16],
    [24, 8000],
    [28, 8000],
    [40, 8000],
  ] as const)
    wav.writeUInt32LE(value, at);
  for (const [at, value] of [
    [20, 1],
    [22, 1],
    [32, 1],
    [34, 8],
  ] as const)
    wav.writeUInt16LE(value, at);
  wav.write('data', 36);
  await bring('sound.wav', wav);
  await expect(alert).toContainText('no picture in this file, only sound');
  await expect(alert).toContainText('nothing that was there has changed');
});

testLooking(
  'who has not said yes is not filmed, and a minor not without a guardian',
  async ({ page, program }) => {
    await page.goto(`${program.url}/record/film`);
    await pick(page, 'Student', 'Piet Sandoval');
    await expect(page.getByRole('alert')).toContainText('refused to be filmed');
    await pick(page, 'Student', 'Noor Achterberg');
    await expect(page.getByRole('alert')).toContainText('was not asked yet');
    await expect(page.getByLabel('Film', { exact: true })).toHaveCount(0);
  },
);
