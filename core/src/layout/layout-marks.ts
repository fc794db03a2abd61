import type { Ruler } from '../body/index.ts';
import type { Mark, MarkShape } from '../floor/index.ts';
import { chanceFrom } from '../measure/index.ts';
import { fromFacing, wrapDeg, type Point } from '../geometry/index.ts';
import type { Layout, Placed } from './layouts.ts';

/** No layout makes more marks than this. */
const MOST_MARKS = 400;

export interface Local {
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

export type LocalPiece = Local | LocalLine;

/**
 * Marks of a layout on the floor for one student: a pure function of its numbers, numbered in the
 * order in which they are used.
 */
export function layoutMarks({ layout, at, headingDeg, mirrored, tall }: Placed, ruler: Ruler): Mark[] {
  const side = mirrored ? -1 : 1;
  const place = (right: number, ahead: number): Point => fromFacing(at, headingDeg, side * right, ahead);
  return piecesOf(layout, ruler).map((piece, i): Mark => {
    const base = { number: i + 1, purpose: mirrored ? otherSide(piece.purpose) : piece.purpose };
    if ('line' in piece) {
      const [right, ahead, toRight, toAhead] = piece.line;
      const ends = { at: place(right, ahead), to: place(toRight, toAhead) };
      return piece.ropeM === undefined
        ? { ...base, ...ends, name: `line ${i + 1}`, kind: 'line' }
        : { ...base, ...ends, name: `rope ${i + 1}`, kind: 'rope', heightM: piece.ropeM };
    }
    const { shape, right, ahead } = piece;
    const own = shape.kind === 'cone' ? { ...shape, tall: tall ?? false } : shape;
    const turned =
      own.kind === 'cross' ? { ...own, headingDeg: wrapDeg(side * own.headingDeg + headingDeg) } : own;
    return { ...base, at: place(right, ahead), name: `${shape.kind} ${i + 1}`, ...turned };
  });
}

const SIDES: Readonly<Record<string, string>> = { left: 'right', right: 'left' };

/** The same purpose seen in a mirror. */
const otherSide = (purpose: string): string => purpose.replace(/\b(left|right)\b/g, (word) => SIDES[word]!);

/** The marks of a layout in its own frame: to the right of its axis, and ahead. Metres. */
export function piecesOf(layout: Layout, ruler: Ruler): LocalPiece[] {
  const m = ruler.metres;
  switch (layout.kind) {
    case 'zigzag-lane':
      return many(layout.cones, (i) =>
        cone(0, i * m(layout.spacing), i % 2 === 0 ? 'pass on the left' : 'pass on the right'),
      );
    case 'straight-lane':
      return many(Math.min(MOST_MARKS, Math.floor(m(layout.length) / m(layout.every) + 1e-9) + 1), (i) =>
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
          ropeM: ruler.ropeM,
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
      return scatter(
        layout.marks,
        m(layout.width),
        m(layout.depth),
        m(layout.apart),
        chanceFrom(layout.seed).uniform,
      );
  }
}

const polar = (radius: number, deg: number, purpose: string): Local => {
  const p = fromFacing({ x: 0, y: 0 }, deg, 0, radius);
  return cone(p.x, p.y, purpose);
};

const TRIES = 400;

/** Places at random, none nearer to another than `apart`; fewer when no more fit. */
function scatter(count: number, width: number, depth: number, apart: number, uniform: () => number): Local[] {
  const placed: Local[] = [];
  for (let tries = 0; placed.length < count && tries < TRIES * count; tries++) {
    const [right, ahead] = [(uniform() - 0.5) * width, uniform() * depth];
    const clear = placed.every((other) => Math.hypot(other.right - right, other.ahead - ahead) >= apart);
    if (clear) placed.push(cone(right, ahead, 'touch it when it is called'));
  }
  return placed;
}
