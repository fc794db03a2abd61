import { pinholePixel, type Pinhole } from '../camera/index.ts';
import type { FootName } from '../body/index.ts';
import type { Point } from '../geometry/index.ts';
import { chanceFrom } from '../measure/index.ts';
import { expand, settled, type PlannedDrill } from '../pattern/index.ts';
import type { SimulatedFault } from './makings.ts';
import { figureOver, facingOver, type Figure, type SteppingFoot } from './figure.ts';
import { sampleWalk, spreadFaults, TRACKER_DEFAULTS } from './tracker.ts';
import { walk } from './walk.ts';

/** A film of a drill as it is to be made up. */
export interface FilmOrder {
  readonly camera: Pinhole;
  readonly rateHz: number;
  readonly seed: number;
  readonly faults: readonly SimulatedFault[];
  /** How far the tripod trembles, pixels, 1 sigma. */
  readonly shakePx: number;
  /** Share of the time between two pictures for which the shutter is open. */
  readonly blur: number;
  /** Whether the pictures come unevenly, as those of a phone do that has to think of the light. */
  readonly isUneven?: boolean;
  /** Whether somebody else does the same beside the student, half a beat later. */
  readonly isShared?: boolean;
  /** What is marked on the floor. */
  readonly marks: readonly { readonly name: string; readonly at: Point }[];
}

/** What really happened in a film that was made up. */
export interface FilmTruth {
  readonly format: 'angled-chalk-film-truth';
  readonly version: 1;
  readonly camera: Pinhole;
  readonly marks: readonly { readonly name: string; readonly at: Point; readonly pixel: Point }[];
  readonly landings: readonly {
    readonly foot: FootName;
    readonly timeS: number;
    readonly at: Point;
    readonly headingDeg: number | null;
    readonly pixel: Point;
  }[];
  /** When each picture was taken, seconds. */
  readonly pictures: readonly number[];
  /** The first click and the time between two. */
  readonly beat: { readonly phaseS: number; readonly periodS: number };
}

export interface FilmScene {
  readonly truth: FilmTruth;
  /** Who is in the picture at a time of the film: the student first. */
  readonly figuresAt: (timeS: number) => readonly Figure[];
}

const EXACT = { ...TRACKER_DEFAULTS, noiseM: 0, driftM: 0, dropShare: 0, positionUM: 0 };
/** Where the other one stands of the student, metres to their right. */
const BESIDE_M = 1.3;
/** The walk is looked up this finely. */
const FINE_HZ = 240;

/** A picture is early or late by this share of the time between two at most. */
const UNEVEN_SHARE = 0.35;

function pictureTimes({ rateHz, isUneven, seed }: FilmOrder, endS: number): number[] {
  const chance = chanceFrom(seed + 31);
  return Array.from({ length: Math.floor(endS * rateHz) + 1 }, (_, i) => {
    const share = isUneven && i > 0 ? UNEVEN_SHARE * (2 * chance.uniform() - 1) : 0;
    return (i + share) / rateHz;
  });
}

/** A drill walked in front of a camera: what there is to draw at every moment, and what is true of it. */
export function filmScene(given: PlannedDrill, order: FilmOrder): FilmScene {
  const drill = settled(given);
  const footwork = expand(drill);
  const chance = chanceFrom(order.seed);
  const faults = spreadFaults(order.faults, footwork.moves, order.seed);
  const truth = walk(drill, footwork, faults, TRACKER_DEFAULTS.habits, chance);
  const track = sampleWalk(truth, { ...EXACT, rateHz: FINE_HZ }, chance);
  const footAt = (foot: FootName, timeS: number): SteppingFoot => {
    const i = Math.min(track.timeS.length - 1, Math.max(0, Math.round(timeS * FINE_HZ)));
    const { x, y, headingDeg, z } = track[foot];
    return {
      ball: { x: x[i] ?? 0, y: y[i] ?? 0 },
      headingDeg: headingDeg?.[i] ?? 0,
      heightM: Math.max(0, z?.[i] ?? 0),
    };
  };
  const { camera, marks } = order;
  const pixelOf = (at: Point): Point => pinholePixel(camera, at) ?? { x: NaN, y: NaN };
  const { body } = footwork.stance;
  const target = drill.plan.target.at;
  const lateS = 30 / drill.plan.tempoPerMin;
  const figureAt = (timeS: number, asideM: number): Figure => {
    const aside = (foot: SteppingFoot): SteppingFoot => ({
      ...foot,
      ball: { x: foot.ball.x + asideM, y: foot.ball.y },
    });
    const feet = { left: aside(footAt('left', timeS)), right: aside(footAt('right', timeS)) };
    return figureOver(body, feet, facingOver(feet, { x: target.x + asideM, y: target.y }));
  };
  return {
    figuresAt: (timeS) => [
      figureAt(timeS, 0),
      ...(order.isShared ? [figureAt(timeS - lateS, BESIDE_M)] : []),
    ],
    truth: {
      format: 'angled-chalk-film-truth',
      version: 1,
      camera,
      marks: marks.map(({ name, at }) => ({ name, at, pixel: pixelOf(at) })),
      landings: [
        ...(['left', 'right'] as const).map((foot) => ({
          foot,
          timeS: 0,
          at: truth.start[foot],
          headingDeg: truth.startHeadings[foot],
          pixel: pixelOf(truth.start[foot]),
        })),
        ...truth.events
          .filter(({ how }) => how !== 'bounce')
          .map(({ foot, landS, to, headingAfterDeg }) => ({
            foot,
            timeS: landS,
            at: to,
            headingDeg: headingAfterDeg,
            pixel: pixelOf(to),
          })),
      ],
      pictures: pictureTimes(order, truth.endS),
      beat: { phaseS: footwork.moves[0]?.beatS ?? 0, periodS: 60 / drill.plan.tempoPerMin },
    },
  };
}
