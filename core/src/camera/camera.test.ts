import { chanceFrom, the } from '../measure/index.ts';
import type { Point } from '../geometry/index.ts';
import {
  fitCamera,
  linearFit,
  placeOf,
  pointOf,
  readCamera,
  seenAt,
  tiltDeg,
  type CameraMark,
} from './index.ts';

const FRAME = { width: 1280, height: 720 };

/** A pinhole camera typed by hand: where it stands, how far it looks down, which way, and how long its lens is. */
interface Pinhole {
  readonly at: readonly [number, number, number];
  readonly downDeg: number;
  readonly turnDeg: number;
  readonly focal: number;
  readonly k: number;
}

/** Where it sees a point: axes of the camera by turning those of the room; pixels from the middle of the picture. */
function project(
  { at, downDeg, turnDeg, focal, k }: Pinhole,
  [x, y, z]: readonly [number, number, number],
): Point {
  const [d, t] = [(downDeg * Math.PI) / 180, (turnDeg * Math.PI) / 180];
  const right = [Math.cos(t), -Math.sin(t), 0];
  const ahead = [Math.sin(t) * Math.cos(d), Math.cos(t) * Math.cos(d), -Math.sin(d)];
  const down = [-Math.sin(t) * Math.sin(d), -Math.cos(t) * Math.sin(d), -Math.cos(d)];
  const v = [x - at[0], y - at[1], z - at[2]];
  const dot = (axis: readonly number[]): number => axis.reduce((s, one, i) => s + one * (v[i] ?? 0), 0);
  const [u, w, depth] = [(focal * dot(right)) / dot(ahead), (focal * dot(down)) / dot(ahead), dot(ahead)];
  expect(depth).toBeGreaterThan(0);
  const r2 = (u * u + w * w) / ((1280 * 1280 + 720 * 720) / 4);
  return { x: 640 + u * (1 + k * r2), y: 360 + w * (1 + k * r2) };
}

const CAMERA: Pinhole = { at: [3, -2, 2], downDeg: 28, turnDeg: -6, focal: 950, k: 0 };
const PLACES: readonly Point[] = [
  { x: 1.5, y: 1 },
  { x: 4.5, y: 1 },
  { x: 4.5, y: 4 },
  { x: 1.5, y: 4 },
  { x: 3, y: 2.5 },
  { x: 2, y: 3.2 },
  { x: 4, y: 1.6 },
];
const markOf =
  (camera: Pinhole) =>
  (at: Point, i: number): CameraMark => ({
    name: `cone ${i + 1}`,
    at,
    pixel: project(camera, [at.x, at.y, 0]),
    uM: 0.005,
    uPx: 1,
  });

// The closed form of a unit square to a quadrilateral: Heckbert, Fundamentals of Texture Mapping and Image Warping
// (1989), 2.2.3; from memory.
test('four corners of a square go where the closed form says', () => {
  const quad: readonly Point[] = [
    { x: 100, y: 500 },
    { x: 700, y: 460 },
    { x: 560, y: 200 },
    { x: 240, y: 220 },
  ];
  const [p0, p1, p2, p3] = quad.map((one) => the(one));
  const sx = the(p0).x - the(p1).x + the(p2).x - the(p3).x;
  const sy = the(p0).y - the(p1).y + the(p2).y - the(p3).y;
  const [dx1, dx2] = [the(p1).x - the(p2).x, the(p3).x - the(p2).x];
  const [dy1, dy2] = [the(p1).y - the(p2).y, the(p3).y - the(p2).y];
  const det = dx1 * dy2 - dx2 * dy1;
  const [g, h] = [(sx * dy2 - dx2 * sy) / det, (dx1 * sy - sx * dy1) / det];
  const expected = [
    the(p1).x - the(p0).x + g * the(p1).x,
    the(p3).x - the(p0).x + h * the(p3).x,
    the(p0).x,
    the(p1).y - the(p0).y + g * the(p1).y,
    the(p3).y - the(p0).y + h * the(p3).y,
    the(p0).y,
    g,
    h,
  ];
  const corners = [
    { x: 0, y: 0 },
    { x: 1, y: 0 },
    { x: 1, y: 1 },
    { x: 0, y: 1 },
  ];
  const found = the(linearFit(corners.map((at, i) => ({ at, pixel: the(quad[i]) }))));
  expected.forEach((one, i) => expect(the(found[i])).toBeCloseTo(one, 6));
});

test('a camera typed by hand is found: what it sees goes back to where it is, also above the floor', () => {
  const camera = the(fitCamera(FRAME, PLACES.slice(0, 5).map(markOf(CAMERA))));
  for (const at of [
    { x: 2.2, y: 1.4 },
    { x: 3.9, y: 3.7 },
  ]) {
    expect(seenAt(camera, at).x).toBeCloseTo(project(CAMERA, [at.x, at.y, 0]).x, 3);
    for (const heightM of [0, 0.035, 0.12]) {
      const found = the(placeOf(camera, { pixel: project(CAMERA, [at.x, at.y, heightM]), heightM }));
      expect(found.x).toBeCloseTo(at.x, 4);
      expect(found.y).toBeCloseTo(at.y, 4);
    }
  }
  expect(the(tiltDeg(camera))).toBeCloseTo(28, 0);
});

test('a lens that bends is found with six marks and more', () => {
  const bent = { ...CAMERA, k: -0.12 };
  const camera = the(fitCamera(FRAME, PLACES.map(markOf(bent))));
  expect(camera.k).toBeCloseTo(-0.12, 3);
  const at = { x: 2.1, y: 1.3 };
  const found = the(placeOf(camera, { pixel: project(bent, [at.x, at.y, 0]), heightM: 0 }));
  expect(Math.hypot(found.x - at.x, found.y - at.y)).toBeLessThan(0.002);
});

test('where a camera sees what it sees comes back: there and back again over the picture', () => {
  const camera = the(fitCamera(FRAME, PLACES.map(markOf({ ...CAMERA, k: 0.05 }))));
  for (let x = 1; x < 5; x += 0.5)
    for (let y = 0.8; y < 4.5; y += 0.5) {
      const back = the(placeOf(camera, { pixel: seenAt(camera, { x, y }), heightM: 0 }));
      expect(back.x).toBeCloseTo(x, 6);
      expect(back.y).toBeCloseTo(y, 6);
    }
});

test('an outlying mark is named; a low camera, marks in a row and too few of them are told', () => {
  const marks = PLACES.map(markOf(CAMERA));
  const wrong = marks.map((mark, i) =>
    i === 4 ? { ...mark, pixel: { x: mark.pixel.x + 40, y: mark.pixel.y } } : mark,
  );
  const read = readCamera(FRAME, wrong, []);
  expect(read).toMatchObject({ outlying: 'cone 5' });
  expect(readCamera(FRAME, marks, [])).toMatchObject({ outlying: null });
  const low: Pinhole = { at: [3, -3, 0.6], downDeg: 6, turnDeg: 0, focal: 950, k: 0 };
  const lowRead = readCamera(FRAME, PLACES.map(markOf(low)), []);
  expect(typeof lowRead === 'string' ? lowRead : lowRead.warnings.join(' ')).toContain(
    'depth is known badly',
  );
  const row = [0, 1, 2, 3, 4].map((i) => markOf(CAMERA)({ x: 2 + i * 0.5, y: 2 }, i));
  expect(readCamera(FRAME, row, [])).toBe('marks in a line');
  expect(readCamera(FRAME, marks.slice(0, 3), [])).toBe('too few marks');
});

// By simulation (JCGM 101): many cameras, every mark, pixel and height off by what it may be off by. The 95 % ellipse is
// that of chi-square with two degrees of freedom: 5.991.
test('ellipses of 95 % hold 90 to 98 % of the true places', () => {
  const chance = chanceFrom(3);
  let [inside, count] = [0, 0];
  for (let n = 0; n < 120; n++) {
    const camera: Pinhole = {
      at: [2 + 2 * chance.uniform(), -1.5 - 1.5 * chance.uniform(), 1.3 + 1.2 * chance.uniform()],
      downDeg: 22 + 12 * chance.uniform(),
      turnDeg: 16 * (chance.uniform() - 0.5),
      focal: 800 + 300 * chance.uniform(),
      k: 0,
    };
    const marks = PLACES.map((at, i): CameraMark => {
      const seen = project(camera, [at.x, at.y, 0]);
      return {
        name: `cone ${i}`,
        at: { x: at.x + 0.008 * chance.normal(), y: at.y + 0.008 * chance.normal() },
        pixel: { x: seen.x + 1.5 * chance.normal(), y: seen.y + 1.5 * chance.normal() },
        uM: 0.008,
        uPx: 1.5,
      };
    });
    const fitted = fitCamera(FRAME, marks);
    if (!fitted) continue;
    for (let i = 0; i < 4; i++) {
      const at = { x: 1.7 + 2.6 * chance.uniform(), y: 1.2 + 2.6 * chance.uniform() };
      const heightM = 0.035 * (1 + 0.2 * chance.normal());
      const seen = project(camera, [at.x, at.y, heightM]);
      const found = pointOf(fitted, {
        pixel: { x: seen.x + 3 * chance.normal(), y: seen.y + 3 * chance.normal() },
        uPx: 3,
        heightM: 0.035,
      });
      if (!found) continue;
      const [[xx, xy], [, yy]] = found.covarianceM2;
      const [dx, dy] = [found.at.x - at.x, found.at.y - at.y];
      const d2 = (yy * dx * dx - 2 * xy * dx * dy + xx * dy * dy) / (xx * yy - xy * xy);
      count++;
      if (d2 < 5.991) inside++;
    }
  }
  expect(count).toBeGreaterThan(400);
  expect(inside / count).toBeGreaterThan(0.9);
  expect(inside / count).toBeLessThan(0.98);
});
