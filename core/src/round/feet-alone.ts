import type { FittedStance } from '../body/index.ts';
import { convexHull, inFacing, signedAreaM2, type Point } from '../geometry/index.ts';
import type { Detection } from '../detection/index.ts';
import { atLeast, type Verdict } from '../measure/index.ts';
import { indexBefore, type Track } from '../track/index.ts';

/** What feet tell alone, without a plan and without a target. */
export interface FeetAlone {
  readonly seconds: number;
  readonly steps: number;
  /** Ball to ball while both stand: mean and least, metres, and the stance they were fitted. */
  readonly apartM: number | null;
  readonly leastApartM: number | null;
  readonly fittedM: number | null;
  /** Whether the feet were never closed further than half the fitted stance. */
  readonly neverTogether: Verdict;
  /** How far the steps went to either side of where the stance faces, metres, and the left share of it. */
  readonly leftM: number;
  readonly rightM: number;
  readonly leftShare: number | null;
  /** Of both feet together, metres; and the floor within the outermost places of the middle. */
  readonly wayM: number;
  readonly groundM2: number;
}

/** Nearer than this share of the fitted stance feet are as good as together (own choice). */
const TOGETHER_SHARE = 0.5;

/** Places where both feet stand: after every footfall, until the next foot leaves. */
function stands(
  track: Track,
  { events, left, right }: Detection,
): { readonly left: Point; readonly right: Point }[] {
  let balls = { left: left.start, right: right.start };
  const found = [balls];
  events.forEach((event, i) => {
    balls = { ...balls, [event.foot]: event.to };
    const next = events[i + 1];
    const end = track.timeS.at(-1) ?? 0;
    if ((next ? next.liftS : end) > event.landS) found.push(balls);
  });
  return found;
}

export function feetAlone(
  track: Track,
  detection: Detection,
  stance: FittedStance | null,
  uM: number,
): FeetAlone {
  const { events } = detection;
  const all = stands(track, detection);
  const apart = all.map(({ left, right }) => Math.hypot(left.x - right.x, left.y - right.y));
  const leastApartM = apart.length === 0 ? null : Math.min(...apart);
  const fittedM = stance?.separation.valueM ?? null;
  const firstS = track.timeS[0] ?? 0;
  const seconds = (track.timeS.at(-1) ?? 0) - firstS;
  let [leftM, rightM, wayM] = [0, 0, 0];
  for (const { from, to, liftS, headingBeforeDeg } of events) {
    wayM += Math.hypot(to.x - from.x, to.y - from.y);
    // Sideways is told by the toes, or else by the line of the feet of that moment.
    const i = indexBefore(track.timeS, liftS);
    const facing = headingBeforeDeg ?? facingBy(track, i);
    const { rightM: aside } = inFacing({ x: to.x - from.x, y: to.y - from.y }, facing);
    if (aside < 0) leftM -= aside;
    else rightM += aside;
  }
  const middles = all.map(({ left, right }) => ({ x: (left.x + right.x) / 2, y: (left.y + right.y) / 2 }));
  const sideways = leftM + rightM;
  return {
    seconds,
    steps: events.length,
    apartM: apart.length === 0 ? null : apart.reduce((a, b) => a + b, 0) / apart.length,
    leastApartM,
    fittedM,
    neverTogether:
      leastApartM === null || fittedM === null
        ? 'cannot-tell'
        : atLeast(leastApartM, TOGETHER_SHARE * fittedM, 2 * Math.SQRT2 * uM),
    leftM,
    rightM,
    leftShare: sideways > 0 ? leftM / sideways : null,
    wayM,
    groundM2: middles.length < 3 ? 0 : Math.abs(signedAreaM2(convexHull(middles))),
  };
}

function facingBy({ left, right }: Track, i: number): number {
  const [dx, dy] = [(right.x[i] ?? 0) - (left.x[i] ?? 0), (right.y[i] ?? 0) - (left.y[i] ?? 0)];
  // From the left foot to the right is to the right of somebody who stands square.
  return (Math.atan2(-dy, dx) * 180) / Math.PI;
}
