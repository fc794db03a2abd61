import { readFileSync } from 'node:fs';
import { choose, expect, test, testLooking } from './program.ts';

const example = (name: string): string => `${import.meta.dirname}/../examples/${name}`;

test('from the first screen to a checked student, and all of it is there after a restart', async ({
  page,
  program,
}) => {
  await test.step('the invented club is there', async () => {
    await page.goto(program.url);
    await expect(page.getByRole('heading', { name: 'Who: 6 students' })).toBeVisible();
    await expect(page.getByRole('link', { name: 'Imke Varga' })).toBeVisible();
  });

  await test.step('a student has a stance in true measure, with what was measured and estimated', async () => {
    await page.getByRole('link', { name: 'Imke Varga' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText(
      'Imke Varga stands 47 cm ball to ball at 45°',
    );
    const lengths = page.getByRole('table', { name: 'Lengths of the body' });
    await expect(lengths.getByRole('row', { name: /Shoulder width 41 cm .* measured/ })).toBeVisible();
    await expect(lengths.getByRole('row', { name: /Hip height 91 cm .* estimated/ })).toBeVisible();
    await page.getByRole('combobox', { name: 'School' }).click();
    await page.getByRole('option', { name: 'Wide base' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('64 cm ball to ball at 42°');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('47 cm ball to ball at 45°');
    await expect(page.getByText('Saved')).toBeVisible();
  });

  await test.step('the zigzag redraws with its numbers and with the student', async () => {
    await page.getByRole('link', { name: 'Pattern' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('4 patterns');
    await page.getByRole('link', { name: 'Zigzag, five cones', exact: true }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(
      'Zigzag, five cones: clean for Imke Varga',
    );
    const floor = page.getByRole('group', { name: /Floor from above/ });
    const prints = floor.locator('path[stroke-dasharray]');
    const before = await prints.count();
    await page.getByRole('textbox', { name: 'Cones' }).fill('3');
    await expect.poll(() => prints.count()).toBeLessThan(before - 20);
    await page.getByRole('textbox', { name: 'Cones' }).fill('5');
    await choose(page, 'Tobiah Lund');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/5 places to mend for Tobiah Lund/);
    await expect(
      page.getByText(/Clean for Tobiah Lund with cones 1\.10 m apart, passed at 90 cm/),
    ).toBeVisible();
    await page.getByRole('list', { name: 'Rules not met by the plan' }).getByRole('button').first().click();
    await expect(page.getByText(/Why: The foot came down on a cone/)).toBeVisible();
    await choose(page, 'Imke Varga');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/clean for Imke Varga/);
  });

  await test.step('it plays at a chosen tempo', async () => {
    await page.getByRole('combobox', { name: 'Tempo' }).click();
    await page.getByRole('option', { name: '90 a minute' }).click();
    await page.getByRole('button', { name: 'Play' }).click();
    const moment = page.getByRole('slider', { name: 'Moment' });
    await expect.poll(async () => Number(await moment.inputValue())).toBeGreaterThan(0.4);
    await page.getByRole('button', { name: 'Stop' }).click();
  });

  await test.step('the set-out table has two tapes a cone, a diagonal, and a CSV', async () => {
    await page.getByRole('link', { name: 'Set it out' }).click();
    const table = page.getByRole('table', { name: 'Tape distances' });
    await expect(
      table.getByRole('row', { name: /Show cone 3.* [AD] \d\.\d{3} m [BCD] \d\.\d{3} m/ }),
    ).toBeVisible();
    await expect(page.getByText('A to C 10.000 m, B to D 10.000 m')).toBeVisible();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Files' }).click();
    await page.getByRole('menuitem', { name: 'Tape distances, CSV' }).click();
    const csv = readFileSync(await (await download).path(), 'utf8');
    expect(csv).toContain('cone 3,3.000,3.400,two tapes,near-left corner,4.534,far-left corner,5.492');
  });

  await test.step('a track file is brought in and checked', async () => {
    await page.getByRole('link', { name: /^Record phone/ }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Record:');
    await page.getByRole('combobox', { name: 'Pattern' }).click();
    await page.getByRole('option', { name: 'Zigzag, five cones' }).click();
    await page.getByLabel('Track file').setInputFiles(example('imke.track.csv'));
    await expect(page.getByText(/imke\.track\.csv: \d+ samples over 56\.2 s are stored/)).toBeVisible();
    await page.getByRole('button', { name: 'Check Imke Varga, imke.track' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText(/^Wrong foot first once, at move 19/);
  });

  await test.step('the check shows each move, each fault with its numbers, the gap and its measures', async () => {
    await expect(page.getByText(/50 of 54 clean; the standard of 85 % asks for 45/)).toBeVisible();
    const findings = page.getByRole('list', { name: 'Findings' });
    const short = findings.getByRole('button', { name: /step too short \(move 9, right\)/ });
    await expect(short).toContainText(/3\.\d cm ± 0\.\d cm, limit 8\.\d cm/);
    await short.click();
    await expect(page.getByRole('slider', { name: 'Moment' })).toHaveValue(/^9\.\d/);
    await expect(page.getByRole('row', { name: /Go to move 9 .* matched: step too short/ })).toBeVisible();
    await expect(page.getByText(/too far on average/)).toBeVisible();
    await expect(page.getByText('share in band')).toBeVisible();
    await expect(page.locator('.recharts-line').last()).toBeVisible();
  });

  await test.step('what the coach strikes out counts no more, stays to be seen, and comes back', async () => {
    await page.getByRole('button', { name: /^Not so: Wrong foot first once/ }).click();
    await page.getByRole('combobox', { name: 'Why' }).fill('I watched it: the left foot went first');
    await page.getByRole('button', { name: 'Strike it out' }).click();
    await expect(page.getByText(/51 of 54 clean/)).toBeVisible();
    await expect(page.getByText(/I watched it: the left foot went first/)).toBeVisible();
    await page.getByRole('button', { name: /^Take back: wrong foot first/i }).click();
    await expect(page.getByText(/50 of 54 clean/)).toBeVisible();
    await expect(page.getByText('Struck out (1)')).not.toBeVisible();
  });

  await test.step('a recording of the simulated tracker is checked too', async () => {
    await page.getByRole('link', { name: /^Record phone/ }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Record:');
    await page.getByRole('combobox', { name: 'Pattern' }).click();
    await page.getByRole('option', { name: 'Zigzag, five cones' }).click();
    await page.getByText('For practice: a recording').click();
    await page.getByRole('checkbox', { name: 'feet together' }).check();
    await page.getByRole('button', { name: 'Make a practice recording' }).click();
    await page.getByRole('button', { name: /Check Imke Varga, Zigzag, five cones, simulated/ }).click();
    const list = page.getByRole('list', { name: 'Findings' });
    await expect(list).toBeVisible();
    const more = page.getByRole('button', { name: /^Show \d+ more$/ });
    if (await more.isVisible()) await more.click();
    await expect(
      page
        .getByRole('list', { name: 'Findings' })
        .getByText(/feet together/)
        .first(),
    ).toBeVisible();
  });

  await test.step('after a restart everything is there, and the student lists the checks', async () => {
    const { port } = program;
    await program.stop();
    await program.start(port);
    await page.goto(`${program.url}/students`);
    await page.getByRole('link', { name: 'Imke Varga' }).click();
    const checks = page.locator('section', { hasText: 'Checks' }).last();
    // Striking out and taking back are checks of their own.
    await expect(checks.getByRole('heading', { name: 'Checks (6)' })).toBeVisible();
    await expect(checks.getByRole('link', { name: /Zigzag, five cones/ })).toHaveCount(4);
    await checks
      .getByRole('link', { name: /Zigzag, five cones/ })
      .last()
      .click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Wrong foot first');
  });
});

test.describe('bad files', () => {
  const good = readFileSync(example('lise.track.csv'), 'utf8').split('\n');
  const at = good.findIndex((line) => line.startsWith('time_s'));
  const file = (name: string, text: string | Buffer) => ({
    name,
    mimeType: 'text/csv',
    buffer: Buffer.from(text),
  });
  const changed = (line: number, text: string): string =>
    good.map((row, i) => (i === line ? text : row)).join('\n');

  const cases = [
    [
      'a wrong header',
      file('header.csv', changed(at, 'time,lx,ly,rx,ry')),
      /Line \d+, column time_s/,
      /lacks "time_s"/,
    ],
    [
      'time running backward',
      file('back.csv', changed(at + 50, good[at + 20]!)),
      /Line \d+, column time_s/,
      /must strictly increase/,
    ],
    [
      'text in a number cell',
      file('text.csv', changed(at + 9, '0.08,left,1,1,1,0,0,0,0')),
      /column left_x_m/,
      /"left" is not a number/,
    ],
    ['an empty file', file('empty.csv', ''), /was not brought in/, /no header row and no samples/],
    [
      'a picture',
      file('photo.csv', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 1])),
      /was not brought in/,
      /header row lacks/,
    ],
  ] as const;

  testLooking('each is told with its place and a way out, and nothing is lost', async ({ page, program }) => {
    await page.goto(`${program.url}/record`);
    const rows = page.getByRole('table', { name: 'Recorded drills' }).getByRole('row');
    await expect(rows).toHaveCount(5);
    for (const [, bad, place, reason] of cases) {
      await page.getByLabel('Track file').setInputFiles(bad);
      const alert = page.getByRole('alert');
      await expect(alert).toContainText(bad.name);
      await expect(alert).toContainText(place);
      await expect(alert).toContainText(reason);
      await expect(alert).toContainText('Nothing was stored');
      await expect(rows).toHaveCount(5);
    }
  });

  testLooking('a file of 50 MB is refused at once', async ({ page, program }) => {
    await page.goto(`${program.url}/record`);
    await page.getByLabel('Track file').waitFor({ state: 'attached' });
    await page.evaluate(() => {
      const line = '0.01,1.0000,1.0000,1.4000,1.4000\n';
      const big = new File([line.repeat(Math.ceil((50 * 1024 * 1024) / line.length))], 'big.csv', {
        type: 'text/csv',
      });
      const data = new DataTransfer();
      data.items.add(big);
      const input = document.querySelector<HTMLInputElement>('input[aria-label="Track file"]')!;
      input.files = data.files;
      input.dispatchEvent(new Event('change', { bubbles: true }));
    });
    await expect(page.getByRole('alert')).toContainText(/The file has 50 MB; the most is 40 MB/);
    await expect(page.getByRole('table', { name: 'Recorded drills' }).getByRole('row')).toHaveCount(5);
  });
});

test('a lost connection is told and the edit is saved when the program is back', async ({
  page,
  program,
}) => {
  await page.goto(`${program.url}/students/a1c0e9d2-0004-4c1a-9a01-000000000004`);
  const note = page.getByRole('textbox', { name: 'Note for the coach' });
  await expect(note).toBeVisible();
  const { port } = program;
  await program.stop('SIGKILL');
  await note.fill('Heavy on the front foot. Ask about the knee.');
  await expect(page.getByText('Not saved yet: kept on this device, trying again')).toBeVisible();
  await program.start(port);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(note).toHaveValue('Heavy on the front foot. Ask about the knee.');
});

test('two windows on one student: the later one is told of the conflict and loses nothing', async ({
  page,
  program,
  context,
}) => {
  const address = `${program.url}/students/a1c0e9d2-0004-4c1a-9a01-000000000004`;
  const other = await context.newPage();
  await Promise.all([page.goto(address), other.goto(address)]);
  const note = (of: typeof page) => of.getByRole('textbox', { name: 'Note for the coach' });
  await expect(note(other)).toBeVisible();
  await note(page).fill('From the first window');
  await expect(page.getByText('Saved')).toBeVisible();
  await expect
    .poll(
      async () =>
        (
          (await (await fetch(`${program.url}/api${new URL(address).pathname}`)).json()) as {
            version: number;
          }
        ).version,
    )
    .toBe(2);
  await note(other).fill('From the second window');
  await expect(other.getByText(/changed elsewhere too/)).toBeVisible();
  await other.getByRole('button', { name: 'Keep mine' }).click();
  await expect(other.getByText('Saved')).toBeVisible();
  await page.reload();
  await expect(note(page)).toHaveValue('From the second window');
});

test('putting a student away can be undone', async ({ page, program }) => {
  await page.goto(`${program.url}/students/a1c0e9d2-0006-4c1a-9a01-000000000006`);
  await page.getByRole('button', { name: 'Put away' }).click();
  await expect(page.getByRole('heading', { name: 'Who: 5 students' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { name: 'Who: 6 students' })).toBeVisible();
});

test('a recording with left and right swapped is asked about, settled with a click, and judged again by the same words', async ({
  page,
  program,
}) => {
  const csv = readFileSync(example('imke.track.csv'), 'utf8');
  const swapped = csv.replace(/^time_s.*$/m, (header) =>
    header.replace(/left|right/g, (side) => (side === 'left' ? 'right' : 'left')),
  );
  await page.goto(`${program.url}/record`);
  await choose(page, 'Imke Varga');
  await page.getByRole('combobox', { name: 'Pattern' }).click();
  await page.getByRole('option', { name: 'Zigzag, five cones' }).click();
  await page
    .getByLabel('Track file')
    .setInputFiles({ name: 'swapped.track.csv', mimeType: 'text/csv', buffer: Buffer.from(swapped) });
  await page.getByRole('button', { name: 'Check Imke Varga, swapped.track' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    'Not judged yet. Left and right look swapped',
  );
  await expect(page.getByRole('heading', { name: 'Nothing is judged yet' })).toBeVisible();
  await page.getByRole('button', { name: 'Swap them' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/^Wrong foot first once, at move 19/);
  await page.getByRole('button', { name: 'Judge again' }).click();
  await expect(page.getByText('Nothing changed.')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/^Wrong foot first once, at move 19/);
});
