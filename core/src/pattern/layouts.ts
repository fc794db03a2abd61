import { measureM, shoulderRopeM, type Measure } from '../body/measure.ts';
import type { FittedStance } from '../body/stance.ts';
import type { Mark, MarkShape } from '../floor/marks.ts';
import { fromFacing, wrapDeg, type Point } from '../floor/vector.ts';

/** A lay-out that stays what it was made from: change a number, not twelve cones. */
export type Layout =
  | {
      readonly kind: 'zigzag-lane';
      readonly cones: number;
      readonly spacing: Measure;
      readonly offset: Measure;
    }
  | { readonly kind: 'straight-lane'; readonly length: Measure; readonly every: Measure }
  | { readonly kind: 'single-marker' }
  | { readonly kind: 'in-and-out'; readonly near: Measure; readonly far: Measure; readonly width: Measure }
  | { readonly kind: 'box'; readonly width: Measure; readonly depth: Measure }
  | { readonly kind: 'v'; readonly arm: Measure; readonly angleDeg: number; readonly conesPerArm: number }
  | { readonly kind: 'star'; readonly arms: number; readonly arm: Measure }
  | { readonly kind: 'circle'; readonly marks: number; readonly radius: Measure }
  | { readonly kind: 'quarter-turn-cross'; readonly arm: Measure }
  | { readonly kind: 'ladder'; readonly rungs: number; readonly every: Measure; readonly width: Measure }
  | { readonly kind: 'slip-line'; readonly length: Measure }
  | {
      readonly kind: 'mirror-lanes';
      readonly cones: number;
      readonly spacing: Measure;
      readonly apart: Measure;
    }
  | {
      readonly kind: 'scatter';
      readonly marks: number;
      readonly width: Measure;
      readonly depth: Measure;
      readonly apart: Measure;
    };

export interface Placed {
  readonly layout: Layout;
  readonly at: Point;
  readonly headingDeg: number;
}

/** A source of chance for the scatter, uniform in [0, 1). */
type Uniform = () => number;

interface Local {
  readonly shape: MarkShape;
  readonly right: number;
  readonly ahead: number;
  readonly purpose: string;
}

const cone = (right: number, ahead: number, purpose = 'pass it'): Local => ({
  shape: { kind: 'cone', tall: false },
  right,
  ahead,
  purpose,
});

const many = <T>(count: number, make: (i: number) => T): T[] =>
  Array.from({ length: count }, (_, i) => make(i));

/** A line between two places of the layout's own frame; its far end is placed with the rest. */
interface LocalLine {
  readonly line: readonly [number, number, number, number];
  readonly purpose: string;
  readonly ropeM?: number;
}

type Piece = Local | LocalLine;

/**
 * Marks of a layout on the floor for one student: a pure function of its numbers, numbered in the
 * order in which they are used. The scatter takes its chance from outside.
 */
export function layoutMarks(
  { layout, at, headingDeg }: Placed,
  stance: FittedStance,
  uniform: Uniform = () => 0.5,
): Mark[] {
  const place = (right: number, ahead: number): Point => fromFacing(at, headingDeg, right, ahead);
  return piecesOf(layout, stance, uniform).map((piece, i): Mark => {
    const base = { number: i + 1, purpose: piece.purpose };
    if ('line' in piece) {
      const [right, ahead, toRight, toAhead] = piece.line;
      const ends = { at: place(right, ahead), to: place(toRight, toAhead) };
      return piece.ropeM === undefined
        ? { ...base, ...ends, name: `line ${i + 1}`, kind: 'line' }
        : { ...base, ...ends, name: `rope ${i + 1}`, kind: 'rope', heightM: piece.ropeM };
    }
    const { shape, right, ahead } = piece;
    const turned =
      shape.kind === 'cross' ? { ...shape, headingDeg: wrapDeg(shape.headingDeg + headingDeg) } : shape;
    return { ...base, at: place(right, ahead), name: `${shape.kind} ${i + 1}`, ...turned };
  });
}

function piecesOf(layout: Layout, stance: FittedStance, uniform: Uniform): Piece[] {
  const m = (measure: Measure): number => measureM(measure, stance);
  switch (layout.kind) {
    case 'zigzag-lane':
      return many(layout.cones, (i) =>
        cone(0, i * m(layout.spacing), i % 2 === 0 ? 'pass on the left' : 'pass on the right'),
      );
    case 'straight-lane':
      return many(Math.floor(m(layout.length) / m(layout.every) + 1e-9) + 1, (i) =>
        cone(0, i * m(layout.every), 'step to it'),
      );
    case 'single-marker':
      return [cone(0, 0, 'go round it')];
    case 'in-and-out':
      return [m(layout.near), m(layout.far)].map((ahead, i) => ({
        line: [-m(layout.width) / 2, ahead, m(layout.width) / 2, ahead],
        purpose: i === 0 ? 'in to here' : 'out to here',
      }));
    case 'box':
      return [
        [-0.5, 0],
        [0.5, 0],
        [0.5, 1],
        [-0.5, 1],
      ].map(([right, ahead]) => cone(right! * m(layout.width), ahead! * m(layout.depth), 'corner'));
    case 'v':
      return [
        cone(0, 0, 'point of the V'),
        ...many(2 * layout.conesPerArm, (i) => {
          const along = ((Math.floor(i / 2) + 1) * m(layout.arm)) / layout.conesPerArm;
          return polar(along, (i % 2 === 0 ? -0.5 : 0.5) * layout.angleDeg, 'arm');
        }),
      ];
    case 'star':
      return [
        cone(0, 0, 'home'),
        ...many(layout.arms, (i) => polar(m(layout.arm), (360 * i) / layout.arms, 'out and home')),
      ];
    case 'circle':
      return many(layout.marks, (i) =>
        polar(m(layout.radius), (360 * i) / layout.marks, 'stand here, face the middle'),
      );
    case 'quarter-turn-cross':
      return [
        {
          shape: { kind: 'cross', sizeM: 2 * m(layout.arm), headingDeg: 0 },
          right: 0,
          ahead: 0,
          purpose: 'ball of the pivot foot on the middle',
        },
      ];
    case 'ladder':
      return many(layout.rungs, (i) => ({
        line: [-m(layout.width) / 2, i * m(layout.every), m(layout.width) / 2, i * m(layout.every)],
        purpose: 'both feet in each field',
      }));
    case 'slip-line':
      return [
        {
          line: [0, 0, 0, m(layout.length)],
          ropeM: shoulderRopeM(stance),
          purpose: 'slip under it, foot and head together',
        },
      ];
    case 'mirror-lanes':
      return many(2 * layout.cones, (i) =>
        cone(
          (i % 2 === 0 ? -0.5 : 0.5) * m(layout.apart),
          Math.floor(i / 2) * m(layout.spacing),
          'mirror your partner',
        ),
      );
    case 'scatter':
      return scatter(layout.marks, m(layout.width), m(layout.depth), m(layout.apart), uniform);
  }
}

const polar = (radius: number, deg: number, purpose: string): Local => {
  const p = fromFacing({ x: 0, y: 0 }, deg, 0, radius);
  return cone(p.x, p.y, purpose);
};

const TRIES = 400;

/** Places at random, none nearer to another than `apart`; fewer when no more fit. */
function scatter(count: number, width: number, depth: number, apart: number, uniform: Uniform): Local[] {
  const placed: Local[] = [];
  for (let tries = 0; placed.length < count && tries < TRIES * count; tries++) {
    const [right, ahead] = [(uniform() - 0.5) * width, uniform() * depth];
    const clear = placed.every((other) => Math.hypot(other.right - right, other.ahead - ahead) >= apart);
    if (clear) placed.push(cone(right, ahead, 'touch it when it is called'));
  }
  return placed;
}

/** Misfit of a spacing for one student: how far it is from a whole number of half steps, in half steps. */
export function spacingMisfit(spacingM: number, stance: FittedStance): number {
  const steps = spacingM / measureM({ value: 1, unit: 'half-steps' }, stance);
  return Math.abs(steps - Math.max(1, Math.round(steps)));
}

export interface CommonSpacing {
  readonly spacingM: number;
  readonly worst: number;
  readonly misfits: readonly number[];
}

/**
 * One spacing for a whole class: the one whose worst misfit is smallest, of all between two lengths in
 * steps of a centimetre; of equal ones the nearest to the wish. Exhaustive over that grid.
 */
export function commonSpacing(
  stances: readonly FittedStance[],
  leastM: number,
  mostM: number,
  wishM: number,
): CommonSpacing {
  const from = Math.ceil(leastM * 100 - 1e-9);
  const to = Math.floor(mostM * 100 + 1e-9);
  let best: CommonSpacing | null = null;
  for (let cm = from; cm <= to; cm++) {
    const spacingM = cm / 100;
    const misfits = stances.map((stance) => spacingMisfit(spacingM, stance));
    const worst = Math.max(0, ...misfits);
    const better = !best || worst < best.worst - 1e-12;
    const nearer =
      best &&
      Math.abs(worst - best.worst) <= 1e-12 &&
      Math.abs(spacingM - wishM) < Math.abs(best.spacingM - wishM);
    if (better || nearer) best = { spacingM, worst, misfits };
  }
  if (!best) throw new RangeError(`no centimetre between ${leastM} m and ${mostM} m`);
  return best;
}
