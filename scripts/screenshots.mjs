import { mkdirSync } from 'node:fs';
import { ensurePackages, ROOT } from './steps.mjs';

/** Pictures of the main views of the built program, from the demo club, for docs/screenshots. */
ensurePackages();
const { openProgram } = await import('./open-program.mjs');
const { CORNER, filmed } = await import('./film-shot.mjs');
const FOLDER = `${ROOT}docs/screenshots`;
const IMKE = 'a1c0e9d2-0001-4c1a-9a01-000000000001';
const TOBIAH = 'a1c0e9d2-0002-4c1a-9a01-000000000002';
const DAVOR = 'a1c0e9d2-0004-4c1a-9a01-000000000004';
const HALL = 'e5a4c3d6-0001-4a5e-9e05-000000000001';
const PLAN = 'b2d1f0a3-0001-4d2b-8b02-000000000001';
const SEQUENCE = 'b2d1f0a3-0003-4d2b-8b02-000000000003';
const CHECK = 'd4f3b2c5-0001-4f4d-8d04-000000000001';

const VIEWS = [
  { name: 'who', path: '/students' },
  { name: 'student', path: `/students/${IMKE}` },
  { name: 'taped', path: `/students/${IMKE}/taped`, fill: ['input[value="47"]', '38'] },
  { name: 'schools', path: `/students/${IMKE}/schools` },
  { name: 'reach', path: `/students/${TOBIAH}/reach`, student: TOBIAH },
  { name: 'pattern', path: `/patterns/${PLAN}`, student: TOBIAH },
  { name: 'range', path: '/range', student: TOBIAH },
  { name: 'library', path: '/patterns/library/angle-step-strike' },
  {
    name: 'sequence',
    path: `/patterns/${SEQUENCE}`,
    clicks: ['svg[aria-label*="moves over"]'],
  },
  {
    name: 'floor',
    path: `/floors/${HALL}`,
    student: DAVOR,
    clicks: ['ol[aria-label="What does not fit"] button', 'text=Nearest place that fits'],
    until: 'text=Move it there',
  },
  { name: 'set-out', path: `/set-out/floor/${HALL}` },
  { name: 'walk', path: `/set-out/floor/${HALL}/walk`, phone: true },
  { name: 'record', path: '/record' },
  { name: 'film', path: '/record/film', plan: CORNER, act: filmed },
  { name: 'check', path: `/checks/${CHECK}` },
  {
    name: 'check-near',
    path: `/checks/${CHECK}`,
    clicks: ['ol[aria-label=Findings] li:nth-child(3) button'],
  },
  { name: 'phone', path: `/checks/${CHECK}`, phone: true },
  { name: 'club', path: '/club' },
  { name: 'night', path: `/floors/${HALL}`, dark: true },
];

const { url, browser, close } = await openProgram();
mkdirSync(FOLDER, { recursive: true });
const wanted = process.argv.slice(2);
for (const { name, path, student = IMKE, clicks = [], until, fill, phone, dark, plan, act } of VIEWS) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  const page = await browser.newPage({
    colorScheme: dark ? 'dark' : 'light',
    viewport: phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
  });
  await page.addInitScript((id) => localStorage.setItem('chosen-student', id), student);
  if (plan) {
    const id = crypto.randomUUID();
    await page.request.post(`${url}/api/plans`, { data: { id, value: plan } });
    await page.addInitScript((own) => localStorage.setItem('record-against', JSON.stringify(own)), id);
  }
  await page.goto(url + path);
  await page.waitForLoadState('networkidle');
  if (fill) await page.fill(...fill);
  for (const click of clicks) await page.click(click);
  if (act) await act(page);
  if (until) await page.waitForSelector(until, { timeout: 60_000 });
  await page.waitForTimeout(900);
  await page.screenshot({ path: `${FOLDER}/${name}.png` });
  await page.close();
  console.log(`docs/screenshots/${name}.png`);
}
await close();
