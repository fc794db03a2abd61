import type { FootName } from '@angled-chalk/core/body';
import type { Point } from '@angled-chalk/core/geometry';
import { expand, type PlannedDrill } from '@angled-chalk/core/pattern';
import type { FootSamples, Track } from '@angled-chalk/core/track';

/** One thing a foot does, typed by hand: a step to a place, or a kick out to a place and back. */
export interface TypedStep {
  readonly foot: FootName;
  readonly liftS: number;
  readonly landS: number;
  readonly to: Point;
  readonly heading: number;
  /** A kick: the ball goes out to `to`, this high, and comes back to where it was. */
  readonly kickM?: number;
  /** Where a foot comes down that was out at `to`; without it where it was. */
  readonly down?: Point;
  /** A swing: the ball goes round this place, clockwise by so much. */
  readonly round?: { readonly at: Point; readonly byDeg: number };
  /** Only the heading changes: the foot stays on the floor. */
  readonly flat?: true;
  readonly move: number;
}

export interface TypedWalk {
  readonly start: Readonly<Record<FootName, { readonly at: Point; readonly heading: number }>>;
  readonly steps: readonly TypedStep[];
}

/** The plan as somebody walks it, one typed step for every planned one. */
export function walkOf(drill: PlannedDrill): TypedWalk {
  const { moves } = expand(drill);
  const headings: Partial<Record<FootName, number>> = {};
  const steps = moves.flatMap(({ number, events }) =>
    events.map(({ foot, liftS, landS, to, headingBeforeDeg, headingAfterDeg }): TypedStep => {
      headings[foot] ??= headingBeforeDeg!;
      return { foot, liftS, landS, to, heading: headingAfterDeg!, move: number };
    }),
  );
  const { left, right } = moves[0]!.before;
  return {
    start: {
      left: { at: left, heading: headings.left! },
      right: { at: right, heading: headings.right! },
    },
    steps,
  };
}

export const later = (step: TypedStep, byS: number): TypedStep => ({
  ...step,
  liftS: step.liftS + byS,
  landS: step.landS + byS,
});

interface Recording {
  readonly rateHz?: number;
  readonly noiseM?: number;
  readonly headings?: boolean;
  readonly height?: boolean;
  /** Whether a sample of both feet is lost. */
  readonly lost?: (timeS: number) => boolean;
  readonly seed?: number;
}

/** Park and Miller's generator (Communications of the ACM 31, 1988): its own, so that it shares nothing. */
function park(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 16807) % 2147483647;
    return state / 2147483647;
  };
}

/** Sum of twelve uniforms less six: near enough a normal value (central limit). */
const normal = (next: () => number): number => {
  let sum = -6;
  for (let i = 0; i < 12; i++) sum += next();
  return sum;
};

/** Turned clockwise: the matrix of a rotation, written out. */
function turnedAbout({ x, y }: Point, about: Point, deg: number): Point {
  const [cos, sin] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  const [dx, dy] = [x - about.x, y - about.y];
  return { x: about.x + cos * dx + sin * dy, y: about.y - sin * dx + cos * dy };
}

/** Samples of a typed walk: half a cosine from place to place, out and back for a kick. */
export function recorded({ start, steps }: TypedWalk, how: Recording = {}): Track {
  const { rateHz = 100, noiseM = 0.003, headings = true, height = false, lost, seed = 7 } = how;
  const next = park(seed);
  const noise = (): number => (noiseM === 0 ? 0 : noiseM * normal(next));
  const n = Math.ceil((Math.max(...steps.map(({ landS }) => landS)) + 1) * rateHz);
  const timeS = Float64Array.from({ length: n }, (_, i) => i / rateHz);
  const foot = (name: FootName): FootSamples => {
    const own = steps.filter((step) => step.foot === name);
    const columns = {
      x: new Float64Array(n),
      y: new Float64Array(n),
      z: new Float64Array(n),
      headingDeg: new Float64Array(n),
    };
    timeS.forEach((t, i) => {
      let { at, heading } = start[name];
      let z = 0;
      for (const { liftS, landS, to, heading: after, kickM, down, round, flat } of own) {
        if (liftS > t) break;
        const share = Math.min(1, (t - liftS) / (landS - liftS));
        const turn = kickM === undefined ? Math.PI : 2 * Math.PI;
        const way = 0.5 - 0.5 * Math.cos(turn * share);
        const home = down && share > 0.5 ? down : at;
        at = round
          ? turnedAbout(at, round.at, way * round.byDeg)
          : { x: home.x + way * (to.x - home.x), y: home.y + way * (to.y - home.y) };
        heading += way * (((((after - heading) % 360) + 540) % 360) - 180);
        z = flat ? 0 : Math.sin(Math.PI * share) * (kickM ?? 0.04);
      }
      const gone = lost?.(t) ?? false;
      columns.x[i] = gone ? NaN : at.x + noise();
      columns.y[i] = gone ? NaN : at.y + noise();
      columns.z[i] = gone ? NaN : z + noise();
      columns.headingDeg[i] = gone ? NaN : heading + (noiseM === 0 ? 0 : normal(next));
    });
    return {
      x: columns.x,
      y: columns.y,
      z: height ? columns.z : null,
      headingDeg: headings ? columns.headingDeg : null,
    };
  };
  return {
    timeS,
    left: foot('left'),
    right: foot('right'),
    target: null,
    targetLeft: null,
    targetRight: null,
    strikes: [],
    notes: { position_u_m: '0.002' },
  };
}

/** Every place of a walk moved by a map. */
export function mapped({ start, steps }: TypedWalk, at: (p: Point) => Point, turnDeg = 0): TypedWalk {
  const foot = (one: TypedWalk['start']['left']) => ({ at: at(one.at), heading: one.heading + turnDeg });
  return {
    start: { left: foot(start.left), right: foot(start.right) },
    steps: steps.map((step) => ({ ...step, to: at(step.to), heading: step.heading + turnDeg })),
  };
}
