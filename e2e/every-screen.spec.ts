import { expect, fitsAcross, noBarriers, test, testLooking } from './program.ts';

const IMKE = 'a1c0e9d2-0001-4c1a-9a01-000000000001';
const PLAN = 'b2d1f0a3-0001-4d2b-8b02-000000000001';
const SEQUENCE = 'b2d1f0a3-0003-4d2b-8b02-000000000003';
const TURNS = 'd4f3b2c5-0004-4f4d-8d04-000000000004';
const HALL = 'e5a4c3d6-0001-4a5e-9e05-000000000001';
const CHECK = 'd4f3b2c5-0001-4f4d-8d04-000000000001';

const SCREENS = [
  ['/students', /Who: 6 students/],
  [`/students/${IMKE}`, /Imke Varga stands/],
  [`/students/${IMKE}/taped`, /Imke Varga stands/],
  [`/students/${IMKE}/balance`, /Imke Varga stands/],
  [`/students/${IMKE}/schools`, /Imke Varga stands/],
  [`/students/${IMKE}/reach`, /Imke Varga stands/],
  [`/students/${IMKE}/history`, /Imke Varga stands/],
  ['/floors', /3 floors/],
  [`/floors/${HALL}`, /Tuesday in the hall/],
  ['/patterns', /4 patterns/],
  ['/patterns/library/angle-step-strike', /37 drills to begin from/],
  [`/patterns/${PLAN}`, /Zigzag, five cones/],
  [`/patterns/${SEQUENCE}`, /In, round and out: clean/],
  ['/set-out', /What is set out/],
  [`/set-out/floor/${HALL}`, /Set out Tuesday/],
  [`/set-out/floor/${HALL}/walk`, /1\. cone/],
  [`/set-out/${PLAN}`, /Set out Zigzag/],
  ['/record', /Record:/],
  ['/record/by-eye', /By eye/],
  ['/record/tape', /Tape:/],
  ['/record/live', /Live:/],
  ['/record/film', /Film:/],
  ['/checks', /3 checks/],
  [`/checks/${CHECK}`, /Wrong foot first once, at move 19/],
  [`/checks/${TURNS}`, /Centre drifted once, at move 6/],
  ['/club', /Saltmarsh/],
  ['/nowhere', /nothing at this address/],
] as const;

test.describe('every screen', () => {
  // One after another: two of these at once, and each takes more than twice as long.
  test.describe.configure({ mode: 'default' });
  for (const [width, height, colorScheme] of [
    [1280, 800, 'light'],
    [390, 844, 'light'],
    [640, 400, 'dark'],
  ] as const) {
    testLooking(
      `at ${width} x ${height}, ${colorScheme}, screens fit across and axe finds nothing`,
      async ({ page, program }) => {
        await page.setViewportSize({ width, height });
        await page.emulateMedia({ colorScheme });
        const screens = colorScheme === 'dark' ? SCREENS.filter((_, i) => i % 3 === 0) : SCREENS;
        for (const [path, heading] of screens) {
          await page.goto(program.url + path);
          await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible();
          await page.waitForLoadState('networkidle');
          await fitsAcross(page);
          await noBarriers(page);
        }
      },
    );
  }
});
