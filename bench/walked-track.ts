import type { Chance } from '@angled-chalk/core/measure';
import type { Track } from '@angled-chalk/core/track';
import { cos, sin, type Beside, type Foot, type Name, type Segment, type Walker } from './walker.ts';

const NOWHERE: Beside = { x: NaN, y: NaN };

export interface Capture {
  readonly rateHz: number;
  readonly noiseM: number;
  readonly headingDeg: number;
}

/** The samples of a walk: places, headings and heights with white noise. */
export function trackOf(
  { segments, strikes, beside, t }: Pick<Walker, 'segments' | 'strikes' | 'beside' | 't'>,
  start: Record<Name, Foot>,
  capture: Capture,
  chance: Chance,
): Track {
  const n = Math.floor((t + 1) * capture.rateHz);
  const timeS = Float64Array.from({ length: n }, (_, i) => i / capture.rateHz);
  const foot = (name: Name) => {
    const own = segments.filter((one) => one.foot === name).toSorted((a, b) => a.fromS - b.fromS);
    const columns = [
      new Float64Array(n),
      new Float64Array(n),
      new Float64Array(n),
      new Float64Array(n),
    ] as const;
    const [x, y, z, h] = columns;
    timeS.forEach((at, i) => {
      const one = own.findLast(({ fromS }) => fromS <= at);
      const now = one ? placeIn(one, at) : { ...start[name], z: 0 };
      x[i] = now.x + capture.noiseM * chance.normal();
      y[i] = now.y + capture.noiseM * chance.normal();
      z[i] = now.z + capture.noiseM * chance.normal();
      const deg = now.h + capture.headingDeg * chance.normal();
      h[i] = (((deg % 360) + 540) % 360) - 180;
    });
    return { x, y, z, headingDeg: h };
  };
  const noisy = (values: (at: Beside) => number | undefined, by: number): Float64Array =>
    timeS.map((at) => (values(beside?.(at) ?? NOWHERE) ?? NaN) + by * chance.normal());
  const place = (of: (at: Beside) => { readonly x: number; readonly y: number } | undefined) => ({
    x: noisy((at) => of(at)?.x, capture.noiseM),
    y: noisy((at) => of(at)?.y, capture.noiseM),
  });
  const own = { left: foot('left'), right: foot('right') };
  const isPartner = beside?.(0).partner !== undefined;
  return {
    timeS,
    ...own,
    target: beside && {
      ...place((at) => at),
      headingDeg: isPartner ? noisy(({ partner }) => partner?.h, capture.headingDeg) : null,
    },
    targetLeft: isPartner ? place(({ partner }) => partner?.left) : null,
    targetRight: isPartner ? place(({ partner }) => partner?.right) : null,
    strikes: strikes.map(({ timeS: at, name }) => ({ index: Math.round(at * capture.rateHz), name })),
    notes: { position_u_m: String(Math.max(0.002, 0.4 * capture.noiseM)) },
  };
}

function placeIn(
  { fromS, toS, from, to, about, riseM, course, how }: Segment,
  at: number,
): Foot & { z: number } {
  const share = Math.min(1, (at - fromS) / (toS - fromS));
  const way = share >= 1 ? 1 : course(share);
  const h = from.h + way * (to.h - from.h);
  const z = share < 1 ? riseM * Math.sin(Math.PI * share) : 0;
  if (about && share < 1) {
    const deg = way * about.byDeg;
    const outM = Math.hypot(from.x - about.x, from.y - about.y);
    const size = 1 + way * (Math.hypot(to.x - about.x, to.y - about.y) / outM - 1);
    const [dx, dy] = [size * (from.x - about.x), size * (from.y - about.y)];
    return {
      x: about.x + dx * cos(deg) + dy * sin(deg),
      y: about.y - dx * sin(deg) + dy * cos(deg),
      h,
      z,
    };
  }
  // A leg that is raised goes out to where it points and comes back.
  const out = how === 'raise' && riseM > 0.2 && share < 1 ? 0.5 * Math.sin(Math.PI * share) ** 2 : 0;
  return {
    x: from.x + way * (to.x - from.x) + out * sin(from.h),
    y: from.y + way * (to.y - from.y) + out * cos(from.h),
    h,
    z,
  };
}
