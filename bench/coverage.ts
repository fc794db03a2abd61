import { detectFootfalls, type ObservedEvent } from '@angled-chalk/core/detection';
import { boundOf, boundOfKinds } from './bound.ts';
import { makeFeet, type FeetOrder, type TrueStep } from './feet.ts';
import { printTable } from './table.ts';

const PLAIN: FeetOrder = {
  rateHz: 100,
  whiteM: 0.005,
  slowM: 0,
  swayM: 0.006,
  settleM: [0, 0],
  settleS: [0.04, 0.06],
  flightS: [0.12, 1.2],
  stepM: [0.04, 0.6],
  missing: 0,
  height: false,
  slides: 0.2,
};

/** Short steps one close on the other, that slide and settle as they come. */
const FREE: Partial<FeetOrder> = {
  flightS: [0.1, 0.35],
  stepM: [0.05, 0.4],
  plantS: [0.03, 0.25],
  settleM: [0, 0.012],
  settleS: [0.03, 0.1],
  swayM: 0.01,
  slides: 0.5,
};

const ROWS: readonly (readonly [string, Partial<FeetOrder>])[] = [
  ['six courses, no settling', {}],
  ['the same, with height', { height: true, slides: 0 }],
  ['settling to 8 mm', { settleM: [0, 0.008] }],
  ['settling 4 mm over 50 ms', { settleM: [0.004, 0.004], settleS: [0.05, 0.05] }],
  ['settling 12 mm, with height', { settleM: [0.012, 0.012], height: true, slides: 0 }],
  ['settling to 20 mm over 30 to 120 ms', { settleM: [0, 0.02], settleS: [0.03, 0.12] }],
  ['settling 20 mm over 30 to 120 ms', { settleM: [0.02, 0.02], settleS: [0.03, 0.12] }],
  ['the same, of feet that slide', { settleM: [0.02, 0.02], settleS: [0.03, 0.12], slides: 1 }],
  ['free boxing', FREE],
  ['free boxing, with height', { ...FREE, height: true }],
  ['sway 12 mm', { swayM: 0.012 }],
  ['no noise to speak of', { whiteM: 0.001, swayM: 0 }],
  ['white noise 10 mm', { whiteM: 0.01 }],
  ['white noise 20 mm', { whiteM: 0.02 }],
  ['slow noise 5 mm', { whiteM: 0.002, slowM: 0.005 }],
  ['30 Hz', { rateHz: 30 }],
  ['30 Hz, white noise 20 mm', { rateHz: 30, whiteM: 0.02 }],
  ['30 Hz, slow noise 8 mm', { rateHz: 30, whiteM: 0.002, slowM: 0.008 }],
  ['15 Hz, white noise 15 mm', { rateHz: 15, whiteM: 0.015 }],
  ['240 Hz', { rateHz: 240 }],
  ['20 % missing in bursts', { missing: 0.2 }],
  ['40 % missing in bursts', { missing: 0.4 }],
];

interface Tally {
  steps: number;
  large: number;
  missed: number;
  invented: number;
  impossible: number;
  landS: number[];
  /** What one is off by who knows every course. */
  knownS: number[];
  /** What one is off by who knows the six courses, and not which of them a step took. */
  kindsS: number[];
  placeM: number[];
  readonly held: { lift: number; land: number; x: number; y: number };
  seen: number;
}

/** How far landings, lifts and places are off, and how often U = 2u holds the truth. */
export function coverage(recordings: number, seed: number): void {
  console.log(`\nFeet nobody simulated here: ${recordings} recordings of 60 steps a row, seed ${seed}\n`);
  const rows = ROWS.map(([name, more], r) => {
    const tally: Tally = {
      steps: 0,
      large: 0,
      missed: 0,
      invented: 0,
      impossible: 0,
      landS: [],
      knownS: [],
      kindsS: [],
      placeM: [],
      held: { lift: 0, land: 0, x: 0, y: 0 },
      seen: 0,
    };
    for (let i = 0; i < recordings; i++) {
      const order = { ...PLAIN, ...more };
      const { track, steps } = makeFeet(order, seed + 1000 * r + i);
      count(tally, steps, detectFootfalls(track).events);
      tally.knownS.push(...boundOf(track, steps));
      tally.kindsS.push(...boundOfKinds(track, steps, order));
    }
    const share = (n: number, of: number): string => `${((100 * n) / Math.max(1, of)).toFixed(1)} %`;
    const { held, seen } = tally;
    return [
      name,
      `${ms(tally.landS, 0.5)} / ${ms(tally.landS, 0.95)}`,
      ms(tally.knownS, 0.95),
      ms(tally.kindsS, 0.95),
      (1000 * quantile(tally.placeM, 0.95)).toFixed(1),
      share(tally.missed, tally.large),
      `${tally.invented}`,
      `${tally.impossible}`,
      share(held.lift, seen),
      share(held.land, seen),
      share(held.x + held.y, 2 * seen),
    ];
  });
  printTable(
    [
      'recording',
      'land ms p50 / p95',
      'p95 knowing all',
      'the kinds',
      'place mm p95',
      'missed > 4 cm',
      'invented',
      'lift before land',
      'U holds lift',
      'land',
      'place',
    ],
    rows,
  );
}

const NEAR_S = 0.35;

function count(tally: Tally, steps: readonly TrueStep[], found: readonly ObservedEvent[]): void {
  const free = new Set(found);
  for (const real of steps) {
    tally.steps++;
    const seen = [...free]
      .filter(({ foot, landS }) => foot === real.foot && Math.abs(landS - real.landS) < NEAR_S)
      .sort((a, b) => Math.abs(a.landS - real.landS) - Math.abs(b.landS - real.landS))[0];
    if (real.wayM > 0.04) tally.large++;
    if (!seen) {
      if (real.wayM > 0.04) tally.missed++;
      continue;
    }
    free.delete(seen);
    tally.seen++;
    tally.landS.push(Math.abs(seen.landS - real.landS));
    tally.placeM.push(Math.hypot(seen.to.x - real.x, seen.to.y - real.y));
    const { held } = tally;
    if (Math.abs(seen.landS - real.landS) <= 2 * seen.landUS) held.land++;
    if (Math.abs(seen.liftS - real.liftS) <= 2 * seen.liftUS) held.lift++;
    if (Math.abs(seen.to.x - real.x) <= 2 * seen.placeUM) held.x++;
    if (Math.abs(seen.to.y - real.y) <= 2 * seen.placeUM) held.y++;
  }
  tally.invented += free.size;
  for (const foot of ['left', 'right'] as const) {
    const own = found.filter((one) => one.foot === foot).sort((a, b) => a.liftS - b.liftS);
    for (let i = 1; i < own.length; i++) if (own[i]!.liftS < own[i - 1]!.landS) tally.impossible++;
  }
}

const quantile = (values: readonly number[], share: number): number =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? NaN;
const ms = (values: readonly number[], share: number): string => (1000 * quantile(values, share)).toFixed(0);
