import { chanceFrom, type Chance } from '@angled-chalk/core/measure';
import type { Track } from '@angled-chalk/core/track';

/**
 * Feet that nobody planned: a generator of recordings for measuring the detector. It knows nothing of the
 * detector's courses or of the simulated tracker. Metres, seconds; ranges are [least, most].
 */
export interface FeetOrder {
  readonly rateHz: number;
  readonly whiteM: number;
  /** Noise that wanders over a few tenths of a second. */
  readonly slowM: number;
  readonly swayM: number;
  /** What the ball still creeps after contact, and for how long. */
  readonly settleM: Range;
  readonly settleS: Range;
  readonly flightS: Range;
  readonly stepM: Range;
  /** Share of samples that are missing, in bursts. */
  readonly missing: number;
  readonly height: boolean;
  /** How long a foot stands at least until the other one goes, and how much longer it may; usually 0.18 s and 0.3 s. */
  readonly plantS?: Range;
  /** Share of steps that never leave the floor. */
  readonly slides: number;
}
type Range = readonly [number, number];

export interface TrueStep {
  readonly foot: 'left' | 'right';
  readonly liftS: number;
  /** Contact. */
  readonly landS: number;
  /** Where the ball comes to rest. */
  readonly x: number;
  readonly y: number;
  readonly wayM: number;
  readonly from: { readonly x: number; readonly y: number };
  /** Share of the way at a share of the time in flight. */
  readonly course: (share: number) => number;
  readonly settleM: number;
  readonly settleS: number;
}

const smooth = (s: number): number => 6 * s ** 5 - 15 * s ** 4 + 10 * s ** 3;
/** Speed that rises, holds and falls: shares of the time for rising and falling. */
const trapezoid =
  (rise: number, fall: number) =>
  (s: number): number => {
    const top = 1 / (1 - rise / 2 - fall / 2);
    if (s < rise) return (top * s * s) / (2 * rise);
    if (s <= 1 - fall) return top * (s - rise / 2);
    return 1 - (top * (1 - s) ** 2) / (2 * fall);
  };
export const FAMILIES: Readonly<Record<string, (share: number) => number>> = {
  'minimum jerk': smooth,
  'half cosine': (s) => 0.5 - 0.5 * Math.cos(Math.PI * s),
  trapezoid: trapezoid(0.25, 0.25),
  'early braking': trapezoid(0.2, 0.6),
  'late braking': trapezoid(0.6, 0.2),
  'two-phase roll': (s) =>
    0.82 * smooth(Math.min(1, s / 0.72)) + 0.18 * smooth(Math.max(0, (s - 0.45) / 0.55)),
};

const STEPS = 60;
const PLANT_S: Range = [0.18, 0.48];

/** One recording of about a minute, with what really happened. */
export function makeFeet(order: FeetOrder, seed: number): { track: Track; steps: TrueStep[] } {
  const chance = chanceFrom(seed);
  const within = ([least, most]: Range): number => least + (most - least) * chance.uniform();
  const at = { left: { x: 2, y: 2 }, right: { x: 2.4, y: 2 } };
  const courses = Object.values(FAMILIES);
  const legs: (TrueStep & Leg)[] = [];
  let timeS = 1.2;
  for (let n = 0; n < STEPS; n++) {
    const foot = n % 2 === 0 ? 'left' : 'right';
    const flightS = within(order.flightS);
    const wayM = within(order.stepM);
    // Back towards the middle of the floor when far from it.
    const away = Math.hypot(at[foot].x - 2.2, at[foot].y - 2);
    const home = Math.atan2(2 - at[foot].y, 2.2 - at[foot].x);
    const turn = away > 1 ? home + 0.6 * (chance.uniform() - 0.5) : 2 * Math.PI * chance.uniform();
    const [dx, dy] = [Math.cos(turn), Math.sin(turn)];
    const from = at[foot];
    const to = { x: from.x + wayM * dx, y: from.y + wayM * dy };
    at[foot] = to;
    legs.push({
      foot,
      liftS: timeS,
      landS: timeS + flightS,
      x: to.x,
      y: to.y,
      wayM,
      from,
      course: courses[chance.below(courses.length)]!,
      settleM: Math.min(0.4 * wayM, within(order.settleM)),
      settleS: within(order.settleS),
      riseM: chance.uniform() < order.slides ? 0 : 0.02 + 0.05 * chance.uniform(),
    });
    timeS += flightS + within(order.plantS ?? PLANT_S);
  }
  return { track: sampled(order, legs, timeS + 1, chance), steps: legs };
}

interface Leg {
  readonly riseM: number;
}

function sampled(order: FeetOrder, legs: readonly (TrueStep & Leg)[], endS: number, chance: Chance): Track {
  const n = Math.floor(endS * order.rateHz);
  const timeS = Float64Array.from({ length: n }, (_, i) => i / order.rateHz);
  const lost = new Uint8Array(n);
  for (let gone = 0; gone < order.missing * n;) {
    const from = chance.below(n);
    const length = 1 + chance.below(Math.max(2, Math.round(0.12 * order.rateHz)));
    for (let i = from; i < Math.min(n, from + length); i++) lost[i] = 1;
    gone += length;
  }
  const foot = (name: 'left' | 'right', startX: number) => {
    const own = legs.filter((leg) => leg.foot === name);
    const others = legs.filter((leg) => leg.foot !== name);
    const [x, y, z] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
    const keep = Math.exp(-1 / (0.25 * order.rateHz));
    const drive = order.slowM * Math.sqrt(1 - keep * keep);
    let [slowX, slowY] = [order.slowM * chance.normal(), order.slowM * chance.normal()];
    for (let i = 0; i < n; i++) {
      const t = timeS[i]!;
      const leg = own.findLast(({ liftS }) => liftS <= t);
      let [px, py, pz] = [leg?.from.x ?? startX, leg?.from.y ?? 2, 0];
      if (leg) {
        const share = (t - leg.liftS) / (leg.landS - leg.liftS);
        const restM = leg.settleM * Math.exp((-3 * (t - leg.landS)) / leg.settleS);
        const wayM = share < 1 ? (leg.wayM - leg.settleM) * leg.course(share) : leg.wayM - restM;
        px += ((leg.x - leg.from.x) * wayM) / leg.wayM;
        py += ((leg.y - leg.from.y) * wayM) / leg.wayM;
        pz = share < 1 ? leg.riseM * Math.sin(Math.PI * share) : 0;
      }
      // A planted ball rolls under the weight while the other foot flies.
      const other = others.find(({ liftS, landS }) => t > liftS - 0.1 && t < landS + 0.1);
      const sway = other
        ? order.swayM * Math.sin((Math.PI * (t - other.liftS + 0.1)) / (other.landS - other.liftS + 0.2)) ** 2
        : 0;
      slowX = keep * slowX + drive * chance.normal();
      slowY = keep * slowY + drive * chance.normal();
      x[i] = lost[i] ? NaN : px + sway + slowX + order.whiteM * chance.normal();
      y[i] = lost[i] ? NaN : py + 0.4 * sway + slowY + order.whiteM * chance.normal();
      z[i] = lost[i] ? NaN : pz + order.whiteM * chance.normal();
    }
    return { x, y, headingDeg: null, z: order.height ? z : null };
  };
  return {
    timeS,
    left: foot('left', 2),
    right: foot('right', 2.4),
    target: null,
    targetLeft: null,
    targetRight: null,
    strikes: [],
    notes: {},
  };
}
