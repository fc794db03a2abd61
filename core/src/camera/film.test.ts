import type { Point } from '../geometry/index.ts';
import { chanceFrom } from '../measure/index.ts';
import {
  cameraAdvice,
  marksToLay,
  ellipseRing,
  fitCamera,
  landingOnFloor,
  majorM,
  pinholePixel,
  pointOf,
  proposeLandings,
  type Camera,
  type CameraMark,
  type FoundFeet,
  type Pinhole,
} from './index.ts';

const FRAME = { width: 1280, height: 720 };

/**
 * A camera typed anew, by the textbook: x = K [R | t] X (Hartley and Zisserman, Multiple View Geometry, 6.1), the rows of R
 * the axes of the camera in the room.
 */
function textbook(
  { at, heightM, towards, focalPx }: Pinhole,
  [X, Y, Z]: readonly [number, number, number],
): Point {
  type Axis = readonly [number, number, number];
  const ahead: Axis = [towards.x - at.x, towards.y - at.y, -heightM];
  const long = Math.hypot(...ahead);
  const k: Axis = [ahead[0] / long, ahead[1] / long, ahead[2] / long];
  const flat = Math.hypot(k[0], k[1]);
  const right: Axis = [k[1] / flat, -k[0] / flat, 0];
  const down: Axis = [
    k[1] * right[2] - k[2] * right[1],
    k[2] * right[0] - k[0] * right[2],
    k[0] * right[1] - k[1] * right[0],
  ];
  const d: Axis = [X - at.x, Y - at.y, Z - heightM];
  const along = (axis: Axis): number => axis[0] * d[0] + axis[1] * d[1] + axis[2] * d[2];
  return {
    x: FRAME.width / 2 + (focalPx * along(right)) / along(k),
    y: FRAME.height / 2 + (focalPx * along(down)) / along(k),
  };
}

const CAMERA: Pinhole = {
  frame: FRAME,
  at: { x: 2, y: -3.5 },
  heightM: 2.2,
  towards: { x: 1.8, y: 3 },
  focalPx: 980,
};
const PLACES: readonly Point[] = [
  { x: 0.2, y: 0.3 },
  { x: 3.6, y: 0.2 },
  { x: 3.4, y: 3.4 },
  { x: 0.4, y: 3.6 },
  { x: 1.1, y: 1.7 },
  { x: 2.8, y: 1.9 },
];

function seenCamera(noisePx = 0, seed = 1): Camera {
  const chance = chanceFrom(seed);
  const marks = PLACES.map((at, i): CameraMark => {
    const { x, y } = textbook(CAMERA, [at.x, at.y, 0]);
    const pixel = { x: x + noisePx * chance.normal(), y: y + noisePx * chance.normal() };
    return { name: String(i), at, pixel, uM: 0.001, uPx: Math.max(0.5, noisePx) };
  });
  const camera = fitCamera(FRAME, marks);
  if (!camera) throw new Error('no camera');
  return camera;
}

test('the made-up camera sees what the textbook’s does, on the floor and above it', () => {
  for (const [x, y, z] of [
    [1.2, 0.8, 0],
    [2.9, 2.4, 0.035],
    [1.7, 1.4, 1.8],
  ] as const) {
    const own = pinholePixel(CAMERA, { x, y }, z);
    const theirs = textbook(CAMERA, [x, y, z]);
    expect(own?.x).toBeCloseTo(theirs.x, 9);
    expect(own?.y).toBeCloseTo(theirs.y, 9);
  }
  expect(pinholePixel(CAMERA, { x: 2, y: -6 })).toBeNull();
});

test('a foot that is clicked, with its toes, stands where it stood and points where it pointed', () => {
  const camera = seenCamera();
  const [ball, headingDeg] = [{ x: 1.9, y: 1.5 }, 40];
  const ahead = (headingDeg * Math.PI) / 180;
  const toe = { x: ball.x + 0.08 * Math.sin(ahead), y: ball.y + 0.08 * Math.cos(ahead) };
  const found = landingOnFloor(camera, {
    foot: 'left',
    timeS: 2,
    liftS: null,
    ball: textbook(CAMERA, [ball.x, ball.y, 0]),
    toe: textbook(CAMERA, [toe.x, toe.y, 0]),
    isTurn: false,
    uPx: 3,
    uS: 0.01,
    heightM: 0,
  });
  expect(found?.at.x).toBeCloseTo(ball.x, 4);
  expect(found?.at.y).toBeCloseTo(ball.y, 4);
  expect(found?.headingDeg).toBeCloseTo(headingDeg, 1);
});

test('clicks that miss by what they claim lie within their own 95 % ellipses, 90 to 98 times of 100', () => {
  const camera = seenCamera();
  const chance = chanceFrom(20);
  let within = 0;
  const tries = 1500;
  for (let i = 0; i < tries; i++) {
    const at = { x: 0.8 + 2.2 * chance.uniform(), y: 0.6 + 2.4 * chance.uniform() };
    const { x, y } = textbook(CAMERA, [at.x, at.y, 0]);
    const point = pointOf(camera, {
      pixel: { x: x + 4 * chance.normal(), y: y + 4 * chance.normal() },
      uPx: 4,
      heightM: 0,
    });
    if (point && isIn(ellipseRing(point), at)) within++;
  }
  expect(within / tries).toBeGreaterThan(0.9);
  expect(within / tries).toBeLessThan(0.98);
});

/** Whether a ring of places has one inside: crossings of a ray (even and odd). */
function isIn(ring: readonly Point[], { x, y }: Point): boolean {
  let inside = false;
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length] ?? a;
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  });
  return inside;
}

describe('where to put the phone', () => {
  const landings = [
    { x: 1.5, y: 1.4 },
    { x: 2.1, y: 2.2 },
  ];
  const advice = cameraAdvice(PLACES, landings);

  test('higher is better from the same side and distance', () => {
    const from = (heightM: number): number =>
      advice.find((one) => one.from === 'the near side' && one.distanceM === 5 && one.heightM === heightM)
        ?.worstUM ?? NaN;
    expect(from(3)).toBeLessThan(from(2.2));
    expect(from(2.2)).toBeLessThan(from(1.6));
  });

  test('what it says of a place is what clicks from there show', () => {
    const place = advice.find(({ from, heightM }) => from === 'the near side' && heightM === 2.2);
    if (!place) throw new Error('no advice');
    const middle = { x: 1.8, y: 1.8 };
    const at = { x: middle.x, y: middle.y - place.distanceM };
    const beyond = 2.2 / (2.2 - 0.85);
    const camera: Pinhole = {
      frame: FRAME,
      at,
      heightM: 2.2,
      towards: { x: middle.x, y: at.y + place.distanceM * beyond },
      focalPx: 640 / Math.tan((33 * Math.PI) / 180),
    };
    const chance = chanceFrom(5);
    const marks = PLACES.map((one, i): CameraMark => ({
      name: String(i),
      at: one,
      pixel: textbook(camera, [one.x, one.y, 0]),
      uM: 0.01,
      uPx: 1.5,
    })).filter(({ pixel: { x, y } }) => x > 12 && y > 12 && x < 1268 && y < 708);
    const fitted = fitCamera(FRAME, marks);
    const off: number[] = [];
    for (let i = 0; i < 400; i++) {
      const { x, y } = textbook(camera, [2.1, 2.2, 0]);
      const point =
        fitted &&
        pointOf(fitted, {
          pixel: { x: x + 4 * chance.normal(), y: y + 4 * chance.normal() },
          uPx: 4,
          heightM: 0,
        });
      if (point) off.push(point.at.y - 2.2);
    }
    const sd = Math.sqrt(off.reduce((s, one) => s + one * one, 0) / off.length);
    // Marks are exact here: what is left of it is the click, the greater part.
    expect(2 * sd).toBeLessThan(place.worstUM * 1.15);
    expect(2 * sd).toBeGreaterThan(place.worstUM * 0.6);
  });

  test('of three marks nothing is said', () => {
    expect(cameraAdvice(PLACES.slice(0, 3), landings)).toEqual([]);
  });

  test('in a large hall four marks about the drill are proposed, and help as they say', () => {
    const hall = [
      { x: 0, y: 0 },
      { x: 14, y: 0 },
      { x: 14, y: 11 },
      { x: 0, y: 11 },
    ];
    const here = landings.map(({ x, y }) => ({ x: x + 5, y: y + 3.5 }));
    const [bare] = cameraAdvice(hall, here);
    const laid = marksToLay(hall, hall, here);
    if (!laid) throw new Error('nothing to lay');
    for (const { x, y } of laid.at) {
      // Beside the drill, where nobody steps on them, and in the room.
      expect(here.every((at) => Math.hypot(at.x - x, at.y - y) > 0.3)).toBe(true);
      expect(x > 0 && x < 14 && y > 0 && y < 11).toBe(true);
    }
    expect(laid.best.worstUM).toBeLessThan(0.7 * (bare?.worstUM ?? Infinity));
    expect(cameraAdvice([...hall, ...laid.at], here)[0]).toEqual(laid.best);
  });

  test('where marks stand about the drill already nothing is proposed, nor where the room has no place', () => {
    const box = (x1: number, y1: number, x2: number, y2: number): Point[] => [
      { x: x1, y: y1 },
      { x: x2, y: y1 },
      { x: x2, y: y2 },
      { x: x1, y: y2 },
    ];
    expect(marksToLay(box(0, 0, 8, 8), box(0.9, 0.8, 2.7, 2.8), landings)).toBeNull();
    expect(marksToLay(box(1.4, 1.3, 2.2, 2.3), [], landings)).toBeNull();
  });
});

describe('landings proposed from found feet', () => {
  const HZ = 30;
  const FILMED = { footLengthM: 0.26, toesDeg: () => 0 };
  /** A foot that stands, goes in a quarter of a second, and stands again; found with a scatter of pixels. */
  function film(
    steps: Readonly<Record<'left' | 'right', readonly (readonly [number, Point])[]>>,
    noisePx: number,
  ): FoundFeet[] {
    const chance = chanceFrom(3);
    const where = (foot: 'left' | 'right', t: number): Point => {
      const own = steps[foot];
      const i = own.findLastIndex(([landS]) => landS <= t);
      const [now, next] = [own[Math.max(0, i)], own[i + 1]];
      if (!now) throw new Error('no place');
      if (!next || t < next[0] - 0.25) return now[1];
      const share = (t - next[0] + 0.25) / 0.25;
      const s = share * share * (3 - 2 * share);
      return { x: now[1].x + s * (next[1].x - now[1].x), y: now[1].y + s * (next[1].y - now[1].y) };
    };
    return Array.from({ length: 5 * HZ }, (_, i): FoundFeet => {
      const timeS = i / HZ;
      const foot = (name: 'left' | 'right') => {
        const { x, y } = where(name, timeS);
        const pixel = (dy: number, z: number): Point => {
          const p = textbook(CAMERA, [x, y + dy, z]);
          return { x: p.x + noisePx * chance.normal(), y: p.y + noisePx * chance.normal() };
        };
        return { toe: pixel(0.07, 0.035), heel: pixel(-0.18, 0.06), sure: 0.9 };
      };
      return { timeS, left: foot('left'), right: foot('right') };
    });
  }
  const STEPS = {
    left: [
      [0, { x: 1.5, y: 1.6 }],
      [1, { x: 1.5, y: 2.0 }],
      [3, { x: 1.2, y: 2.0 }],
    ],
    right: [
      [0, { x: 1.9, y: 1.3 }],
      [1.4, { x: 1.9, y: 1.7 }],
      [3.4, { x: 1.6, y: 1.7 }],
    ],
  } as const;

  test.each([
    ['without scatter', 0, 0.02],
    ['with a scatter of two pixels', 2, 0.06],
  ])('%s: every landing, at its time and place', (_name, noisePx, withinM) => {
    const camera = seenCamera();
    const proposals = proposeLandings(camera, film(STEPS, noisePx), FILMED);
    for (const foot of ['left', 'right'] as const) {
      const own = proposals.filter((one) => one.foot === foot);
      expect(own).toHaveLength(STEPS[foot].length);
      own.forEach((one, i) => {
        const [landS, at] = STEPS[foot][i] ?? [NaN, { x: NaN, y: NaN }];
        const found = landingOnFloor(camera, one);
        // Within three of the uncertainties that it claims itself.
        expect(Math.abs(one.timeS - landS)).toBeLessThan(3 * one.uS);
        expect(Math.hypot((found?.at.x ?? NaN) - at.x, (found?.at.y ?? NaN) - at.y)).toBeLessThan(withinM);
      });
    }
  });

  test('a foot found too long or too short, or hardly at all, is to be looked at', () => {
    const camera = seenCamera();
    const unsure = film(STEPS, 0).map((one) => ({
      ...one,
      left: one.left && { ...one.left, sure: 0.3 },
    }));
    const proposals = proposeLandings(camera, unsure, FILMED);
    expect(proposals.filter(({ foot }) => foot === 'left').every(({ weak }) => weak)).toBe(true);
    expect(proposals.filter(({ foot }) => foot === 'right').some(({ weak }) => weak)).toBe(false);
  });

  test('nobody found is no landing', () => {
    expect(proposeLandings(seenCamera(), [{ timeS: 0, left: null, right: null }], FILMED)).toEqual([]);
  });
});

test('the longer half axis of an ellipse is that of its covariance', () => {
  // Turned by 30 degrees with half axes 3 and 1: worked by hand.
  const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)];
  const covarianceM2 = [
    [9 * c * c + s * s, 8 * c * s],
    [8 * c * s, 9 * s * s + c * c],
  ] as const;
  expect(majorM({ at: { x: 0, y: 0 }, covarianceM2 })).toBeCloseTo(3, 12);
});
