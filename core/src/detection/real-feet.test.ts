import { chanceFrom } from '../measure/index.ts';
import { detectFootfalls } from './detect.ts';
import type { Track } from '../track/index.ts';

/** What a test asks of its feet; metres, seconds. */
interface Feet {
  readonly rateHz?: number;
  readonly noiseM?: number;
  readonly wayM?: number;
  readonly flightS?: number;
  /** What is left of the way at contact and then crept, over about this long. */
  readonly settleM?: number;
  readonly settleS?: number;
  /** What a standing ball rolls while the other foot flies. */
  readonly swayM?: number;
  readonly heightM?: number | null;
}

const STEPS = 16;

/**
 * Two feet that step to the right in turn, written down by hand: half a cosine from lift to contact, then
 * what is left of the way in an exponential creep.
 */
function feet(
  order: Feet,
  seed: number,
): { track: Track; lands: { foot: 'left' | 'right'; liftS: number; landS: number; x: number }[] } {
  const {
    rateHz = 100,
    noiseM = 0.004,
    wayM = 0.3,
    flightS = 0.3,
    settleM = 0,
    settleS = 0.05,
    swayM = 0,
    heightM = null,
  } = order;
  const chance = chanceFrom(seed);
  const lands = Array.from({ length: STEPS }, (_, n) => {
    const liftS = 1.003 + n * (flightS + 0.24);
    return {
      foot: n % 2 ? ('right' as const) : ('left' as const),
      liftS,
      landS: liftS + flightS,
      x: 1 + wayM * (1 + Math.floor(n / 2)),
    };
  });
  const n = Math.ceil((lands.at(-1)!.landS + 1) * rateHz);
  const timeS = Float64Array.from({ length: n }, (_, i) => i / rateHz);
  const foot = (name: 'left' | 'right'): Track['left'] => {
    const own = lands.filter((one) => one.foot === name);
    const others = lands.filter((one) => one.foot !== name);
    const columns = { x: new Float64Array(n), y: new Float64Array(n), z: new Float64Array(n) };
    timeS.forEach((t, i) => {
      const step = own.findLast(({ liftS }) => liftS <= t);
      const share = step ? (t - step.liftS) / flightS : 0;
      const goneM = !step
        ? 0
        : share < 1
          ? (wayM - settleM) * (0.5 - 0.5 * Math.cos(Math.PI * share))
          : wayM - settleM * Math.exp((-3 * (t - step.landS)) / settleS);
      const other = others.find(({ liftS, landS }) => t > liftS && t < landS);
      const roll = other ? swayM * Math.sin((Math.PI * (t - other.liftS)) / flightS) ** 2 : 0;
      columns.x[i] = (step ? step.x - wayM : 1) + goneM + noiseM * chance.normal();
      columns.y[i] = (name === 'left' ? 1.4 : 1) + roll + noiseM * chance.normal();
      columns.z[i] =
        (step && share < 1 ? (heightM ?? 0) * Math.sin(Math.PI * share) : 0) + noiseM * chance.normal();
    });
    return { ...columns, z: heightM === null ? null : columns.z, headingDeg: null };
  };
  const track = {
    timeS,
    left: foot('left'),
    right: foot('right'),
    target: null,
    targetLeft: null,
    targetRight: null,
    strikes: [],
    notes: {},
  };
  return { track, lands };
}

const SEEDS = [1, 2, 3, 4, 5, 6];

/** Errors of every landing, and how often U = 2u holds. */
function seen(order: Feet) {
  const errors: number[] = [];
  const held = { land: 0, lift: 0, place: 0 };
  for (const seed of SEEDS) {
    const { track, lands } = feet(order, seed);
    const { events } = detectFootfalls(track);
    expect(events.map(({ foot }) => foot)).toEqual(lands.map(({ foot }) => foot));
    events.forEach((found, i) => {
      const real = lands[i]!;
      errors.push(Math.abs(found.landS - real.landS));
      if (Math.abs(found.landS - real.landS) <= 2 * found.landUS) held.land++;
      if (Math.abs(found.liftS - real.liftS) <= 2 * found.liftUS) held.lift++;
      if (Math.abs(found.to.x - real.x) <= 2 * found.placeUM) held.place++;
    });
  }
  const share = (count: number): number => count / errors.length;
  return {
    medianS: errors.sort((a, b) => a - b)[errors.length >> 1]!,
    held: { land: share(held.land), lift: share(held.lift), place: share(held.place) },
  };
}

test.each([
  ['does not settle', {}],
  ['settles 4 mm over 50 ms', { settleM: 0.004 }],
  ['settles 8 mm over 50 ms', { settleM: 0.008 }],
  ['settles 12 mm, seen with its height', { settleM: 0.012, heightM: 0.05 }],
])('a foot that %s has landed when it touches, and U holds that', (_what, order) => {
  const { medianS, held } = seen(order);
  expect(medianS).toBeLessThan(0.03);
  expect(held.land).toBeGreaterThan(0.86);
  expect(held.lift).toBeGreaterThan(0.86);
});

test.each([
  ['slow', { wayM: 0.12, flightS: 0.75 }],
  ['slow and short', { wayM: 0.08, flightS: 1 }],
  ['slow, over a swaying body', { wayM: 0.15, flightS: 0.75, swayM: 0.012 }],
])('a flight that is %s is one footfall, not two', (_what, order) => {
  // The order of the feet is compared footfall by footfall.
  expect(seen(order).held.land).toBeGreaterThan(0.85);
});

test.each([
  [30, 0.02],
  [15, 0.015],
  [100, 0.005],
])('at %d Hz the noise of %d m is seen as what it is', (rateHz, noiseM) => {
  for (const seed of SEEDS) {
    const found = detectFootfalls(feet({ rateHz, noiseM }, seed).track).noiseM;
    expect(found).toBeGreaterThan(0.6 * noiseM);
    expect(found).toBeLessThan(1.7 * noiseM);
  }
});

test('a foot never lifts before it has landed, however noisy the recording', () => {
  for (const seed of SEEDS) {
    const { events } = detectFootfalls(feet({ noiseM: 0.012, flightS: 0.2 }, seed).track);
    for (const foot of ['left', 'right'] as const) {
      const own = events.filter((one) => one.foot === foot);
      own.slice(1).forEach((one, i) => expect(one.liftS).toBeGreaterThanOrEqual(own[i]!.landS));
    }
  }
});

test('the place is where the ball comes to rest, and its uncertainty holds it', () => {
  expect(seen({ settleM: 0.008, swayM: 0.006 }).held.place).toBeGreaterThan(0.88);
});
