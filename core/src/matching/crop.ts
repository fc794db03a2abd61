import type { FootSamples, Samples, Track } from '../track/index.ts';

/** A recording between two times; its clock stays. A copy of what is in it. */
export function cropped(track: Track, [fromS, toS]: readonly [number, number]): Track {
  const { timeS } = track;
  const first = Math.max(
    0,
    timeS.findIndex((at) => at >= fromS),
  );
  const past = timeS.findIndex((at) => at > toS);
  const end = past === -1 ? timeS.length : past;
  const cut = (samples: Samples): Samples => samples.slice(first, end);
  const maybe = (samples: Samples | null): Samples | null => samples && cut(samples);
  const foot = ({ x, y, headingDeg, z }: FootSamples): FootSamples => ({
    x: cut(x),
    y: cut(y),
    headingDeg: maybe(headingDeg),
    z: maybe(z),
  });
  const { target, targetLeft, targetRight, landings } = track;
  return {
    ...track,
    timeS: cut(timeS),
    left: foot(track.left),
    right: foot(track.right),
    target: target && { x: cut(target.x), y: cut(target.y), headingDeg: maybe(target.headingDeg) },
    targetLeft: targetLeft && { x: cut(targetLeft.x), y: cut(targetLeft.y) },
    targetRight: targetRight && { x: cut(targetRight.x), y: cut(targetRight.y) },
    strikes: track.strikes
      .filter(({ index }) => index >= first && index < end)
      .map((strike) => ({ ...strike, index: strike.index - first })),
    ...(landings ? { landings: landings.filter((one) => one.timeS >= fromS && one.timeS <= toS) } : {}),
  };
}
