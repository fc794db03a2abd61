import { readFileSync } from 'node:fs';
import { openProgram } from '../scripts/open-program.mjs';
import { CORNER } from '../scripts/film-shot.mjs';

/**
 * How long a practised hand takes to mark a drill of twenty moves in a film: every mark and every landing of a made-up
 * film is really pressed in the built program, and what the hand, the eye and the head need for that is added by the
 * keystroke-level model of Card, Moran and Newell (The keystroke-level model for user performance time with interactive
 * systems, Communications of the ACM 23 (1980) 396-410; its times from memory). One hand is on the keys, the other on
 * the mouse, so that none goes from one to the other. Not measured on a person.
 */
const KLM_S = { key: 0.2, point: 1.1, button: 0.1, think: 1.35 };
const RATE = 30;

const twenty = {
  ...CORNER,
  name: 'Twenty steps in the corner',
  pattern: {
    ...CORNER.pattern,
    items: Array.from({ length: 5 }, () => CORNER.pattern.items).flat(),
  },
};

export async function marking() {
  const { url, browser, close } = await openProgram([]);
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.request.post(`${url}/api/plans`, { data: { id: crypto.randomUUID(), value: twenty } });
    await page.goto(`${url}/record/film`);
    const pick = async (label, option) => {
      await page.getByRole('combobox', { name: label, exact: true }).click();
      await page.getByRole('option', { name: option }).click();
    };
    await pick('Pattern', twenty.name);
    await page.getByText('For practice: a film').click();
    await pick('Picture', '640 x 360');
    const truthFile = page.waitForEvent('download', { timeout: 600_000 });
    await page.getByRole('button', { name: 'Make a practice film' }).click();
    const truth = JSON.parse(readFileSync(await (await truthFile).path(), 'utf8'));
    await page.getByText(/picture 1 of/).waitFor({ timeout: 600_000 });
    const { width, height } = truth.camera.frame;
    const group = page.getByRole('group', { name: /^Picture \d+ of/ });
    const hand = { keys: 0, presses: 0, looks: 0 };
    const began = performance.now();
    const press = async ({ x, y }) => {
      const box = await group.boundingBox();
      await page.mouse.click(box.x + (x / width) * box.width, box.y + (y / height) * box.height);
      hand.presses++;
    };
    const key = async (name) => {
      await page.keyboard.press(name);
      hand.keys++;
    };
    const placeNow = async () =>
      Number(/Picture (\d+) of/.exec((await group.getAttribute('aria-label')) ?? '')?.[1]) - 1;

    // Four marks: one is begun, the others follow by themselves.
    const seen = truth.marks.filter(
      ({ pixel: { x, y } }) => x > 4 && y > 4 && x < width - 4 && y < height - 4,
    );
    for (const { name, pixel } of seen) {
      const button = page.getByRole('button', { name, exact: true });
      if ((await button.getAttribute('aria-pressed')) === 'false') {
        await button.click();
        hand.presses++;
      }
      await press(pixel);
      hand.looks++;
    }
    // Landings by time: the foot is taken from the plan; where it is not right it is said by its letter.
    const landings = truth.landings.toSorted((a, b) => a.timeS - b.timeS);
    for (const { foot, timeS, pixel } of landings) {
      const wanted = Math.ceil(timeS * RATE - 1e-6);
      hand.looks++;
      if (!(await group.getAttribute('aria-label')).includes(`the ${foot} foot`))
        await key(foot === 'left' ? 'l' : 'r');
      let off = wanted - (await placeNow());
      while (off !== 0) {
        const far = Math.abs(off) >= 7;
        await key(`${far ? 'Shift+' : ''}Arrow${off > 0 ? 'Right' : 'Left'}`);
        const now = await placeNow();
        off = wanted - now;
      }
      await press(pixel);
    }
    const machineS = (performance.now() - began) / 1000;
    const heading = await page.getByRole('heading', { name: /^2\. Landings/ }).innerText();
    const handS =
      hand.keys * KLM_S.key + hand.presses * (KLM_S.point + 2 * KLM_S.button) + hand.looks * KLM_S.think;
    return [
      ['marks, and landings of twenty moves', `${seen.length}, ${landings.length} (${heading})`],
      ['keys pressed', String(hand.keys)],
      ['places pointed at and pressed', String(hand.presses)],
      ['times the eye decides', String(hand.looks)],
      ['seconds of the hand, by the keystroke-level model', handS.toFixed(0)],
      ['seconds of the machine, with what drives it', machineS.toFixed(0)],
      ['seconds together', (handS + machineS).toFixed(0)],
    ];
  } finally {
    await close();
  }
}
