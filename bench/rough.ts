import { chanceFrom } from '@angled-chalk/core/measure';
import type { TrueWalk } from '@angled-chalk/core/sim';
import type { Track } from '@angled-chalk/core/track';

/** What real captures do beyond white noise. Each takes a clean recording and spoils it its own way. */
export const SPOILERS: Readonly<Record<string, (track: Track, truth: TrueWalk, seed: number) => Track>> = {
  'coloured jitter': (track, _truth, seed) =>
    eachFoot(track, (foot, k) => withNoise(foot, coloured(seed + k, 0.005, 0.7))),
  'sway while planted': (track, truth, seed) =>
    eachFoot(track, (foot, k) => withNoise(foot, plus(white(seed + k, 0.005), sway(track, truth, 0.004)))),
  'skid on landing': (track, truth, seed) =>
    eachFoot(track, (foot, k) =>
      withNoise(foot, plus(white(seed + k, 0.005), skid(track, truth, k === 0 ? 'left' : 'right'))),
    ),
  'uneven times, no headings': (track, _truth, seed) => {
    const chance = chanceFrom(seed);
    const keep = Array.from(track.timeS, (_, i) => i).filter(() => chance.uniform() > 0.12);
    const pick = (values: Float64Array): Float64Array => Float64Array.from(keep, (i) => values[i]!);
    const spoiled = eachFoot(track, (foot, k) => withNoise(foot, white(seed + k, 0.005)));
    const foot = (samples: Track['left']): Track['left'] => ({
      x: pick(samples.x),
      y: pick(samples.y),
      headingDeg: null,
      z: null,
    });
    return { ...spoiled, timeS: pick(track.timeS), left: foot(spoiled.left), right: foot(spoiled.right) };
  },
};

type Disturbance = (i: number) => { readonly x: number; readonly y: number };

const plus =
  (a: Disturbance, b: Disturbance): Disturbance =>
  (i) => {
    const [p, q] = [a(i), b(i)];
    return { x: p.x + q.x, y: p.y + q.y };
  };

function white(seed: number, sd: number): Disturbance {
  const chance = chanceFrom(seed);
  return () => ({ x: sd * chance.normal(), y: sd * chance.normal() });
}

/** First-order autoregressive jitter: what a smoothing tracker hands on. */
function coloured(seed: number, sd: number, memory: number): Disturbance {
  const chance = chanceFrom(seed);
  const drive = sd * Math.sqrt(1 - memory * memory);
  let [x, y] = [0, 0];
  return () => {
    x = memory * x + drive * chance.normal();
    y = memory * y + drive * chance.normal();
    return { x, y };
  };
}

/** The planted foot rolls a few millimetres under the weight while the other one flies. */
function sway(track: Track, truth: TrueWalk, amplitudeM: number): Disturbance {
  return (i) => {
    const t = track.timeS[i]!;
    const flight = truth.events.find(({ liftS, landS }) => t >= liftS - 0.15 && t <= landS + 0.15);
    if (!flight) return { x: 0, y: 0 };
    const share = (t - flight.liftS + 0.15) / (flight.landS - flight.liftS + 0.3);
    const way = amplitudeM * Math.sin(Math.PI * share) ** 2;
    return { x: way, y: 0.5 * way };
  };
}

/** The foot comes down a centimetre short and creeps the rest. */
function skid(track: Track, truth: TrueWalk, foot: 'left' | 'right'): Disturbance {
  const own = truth.events.filter((footfall) => footfall.foot === foot);
  return (i) => {
    const t = track.timeS[i]!;
    const last = own.findLast(({ landS }) => landS <= t + 0.06);
    if (!last) return { x: 0, y: 0 };
    const age = Math.min(1, Math.max(0, (t - last.landS + 0.06) / 0.06));
    const rest = 0.008 * age * Math.exp(-Math.max(0, t - last.landS) / 0.04);
    const size = Math.max(1e-6, Math.hypot(last.to.x - last.from.x, last.to.y - last.from.y));
    return { x: (-rest * (last.to.x - last.from.x)) / size, y: (-rest * (last.to.y - last.from.y)) / size };
  };
}

function withNoise(foot: Track['left'], disturbance: Disturbance): Track['left'] {
  const x = Float64Array.from(foot.x);
  const y = Float64Array.from(foot.y);
  for (let i = 0; i < x.length; i++) {
    const d = disturbance(i);
    x[i]! += d.x;
    y[i]! += d.y;
  }
  return { ...foot, x, y };
}

const eachFoot = (track: Track, spoil: (foot: Track['left'], k: number) => Track['left']): Track => ({
  ...track,
  left: spoil(track.left, 0),
  right: spoil(track.right, 1),
});
