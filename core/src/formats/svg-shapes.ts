import { SaxesParser, type SaxesTagPlain } from 'saxes';
import {
  applyToPoint,
  compose,
  fromDefinition,
  fromTransformAttribute,
  identity,
  type Matrix,
} from 'transformation-matrix';
import { SVG_SCALE } from './floor-svg.ts';
import type { InputProblem } from '../measure/index.ts';
import type { Point } from '../geometry/index.ts';

/** A shape of the file with its place: attributes, matrix to metres of the floor, line. */
export interface Shape {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly place: (x: number, y: number) => Point;
  /** Metres of floor a unit of the shape's own frame is long. */
  readonly unitM: number;
  readonly line: number;
}

/** A bad place in the file; caught where the reading ends, so that nothing is taken in part. */
export class Fault extends Error {
  readonly problem: InputProblem;
  constructor(code: string, message: string, line: number, path?: string) {
    super(message);
    this.problem = { code, message, place: { line, ...(path ? { path } : {}) } };
  }
}

/** Lengths of CSS in metres; a bare number is a pixel, 96 an inch. */
const UNIT_M: Readonly<Record<string, number>> = {
  mm: 0.001,
  cm: 0.01,
  m: 1,
  in: 0.0254,
  pt: 0.0254 / 72,
  px: 0.0254 / 96,
  '': 0.0254 / 96,
};

/** More text, shapes or groups in groups than any drawing of a floor has. */
const MOST_TEXT = 16 * 2 ** 20;
const MOST_SHAPES = 20_000;
const DEEPEST = 200;
/** No coordinate of a floor lies further out, metres. */
const FURTHEST_M = 1000;

/** Every visible shape of an SVG text. */
export function shapesOf(text: string): { shapes: Shape[]; notices: string[] } {
  if (text.length > MOST_TEXT)
    throw new Fault(
      'too-large',
      `The drawing has more than ${MOST_TEXT / 2 ** 20} MB. Leave out what is not the floor.`,
      1,
    );
  const shapes: Shape[] = [];
  const notices: string[] = [];
  const stack: Matrix[] = [];
  const hidden: boolean[] = [];
  const parser = new SaxesParser();
  parser.on('error', (error) => {
    throw new Fault(
      'not-xml',
      `This is not well-formed SVG (${error.message.replace(/^[\d:]+ ?/, '').replace(/\.$/, '')}). Save the drawing again, or choose another file.`,
      parser.line,
    );
  });
  parser.on('opentag', (tag: SaxesTagPlain) => {
    const attributes = tag.attributes;
    if (stack.length === 0) {
      if (tag.name.replace(/^svg:/, '') !== 'svg')
        throw new Fault('not-svg', `This file begins with <${tag.name}>. Choose an SVG file.`, parser.line);
      stack.push(pageMatrix(attributes, parser.line, notices));
    } else {
      stack.push(compose(stack.at(-1)!, ownMatrix(attributes, parser.line)));
    }
    hidden.push((hidden.at(-1) ?? false) || /^(svg:)?(defs|clipPath|mask|symbol|pattern)$/.test(tag.name));
    const matrix = stack.at(-1)!;
    if (stack.length > DEEPEST)
      throw new Fault(
        'too-deep',
        `There are more than ${DEEPEST} groups in each other. Ungroup the drawing.`,
        parser.line,
      );
    if (hidden.at(-1)) return;
    if (shapes.length >= MOST_SHAPES)
      throw new Fault(
        'too-many',
        `The drawing has more than ${MOST_SHAPES} shapes. Leave out what is not the floor.`,
        parser.line,
      );
    const { line } = parser;
    shapes.push({
      name: tag.name.replace(/^svg:/, ''),
      attributes,
      place: (x, y) => nearby(applyToPoint(matrix, { x, y }), line),
      unitM: Math.sqrt(Math.abs(matrix.a * matrix.d - matrix.b * matrix.c)),
      line,
    });
  });
  parser.on('closetag', () => {
    stack.pop();
    hidden.pop();
  });
  parser.write(text.replace(/^\uFEFF/, '')).close();
  return { shapes, notices };
}

function nearby(at: Point, line: number): Point {
  if (Math.abs(at.x) <= FURTHEST_M && Math.abs(at.y) <= FURTHEST_M) return at;
  throw new Fault(
    'out-of-range',
    `This lies further than ${FURTHEST_M} m from the corner of the floor. Check the scale and the moves of the drawing.`,
    line,
  );
}

function ownMatrix(attributes: Readonly<Record<string, string>>, line: number): Matrix {
  const { transform } = attributes;
  if (transform === undefined || transform.trim() === '') return identity();
  try {
    return compose(fromDefinition(fromTransformAttribute(transform)));
  } catch {
    throw new Fault('bad-transform', `The transform "${transform}" cannot be read.`, line, 'transform');
  }
}

/** From user units to metres of floor: by the page size, the view box and the scale; y turned upward. */
function pageMatrix(attributes: Readonly<Record<string, string>>, line: number, notices: string[]): Matrix {
  const box = (attributes['viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [width, height] = [lengthM(attributes['width']), lengthM(attributes['height'])];
  const hasBox = box.length === 4 && box.every(Number.isFinite) && box[2]! > 0 && box[3]! > 0;
  if (!hasBox && (width === null || height === null))
    throw new Fault(
      'no-size',
      'The drawing has neither a size nor a view box: its scale is not known.',
      line,
    );
  const scale = Number(attributes['data-scale'] ?? SVG_SCALE);
  if (!(scale > 0)) throw new Fault('bad-scale', 'The scale must be above nothing.', line, 'data-scale');
  if (attributes['data-scale'] === undefined)
    notices.push(`The drawing does not say its scale: read as 1:${SVG_SCALE}.`);
  const view = hasBox
    ? (box as [number, number, number, number])
    : ([0, 0, width! / UNIT_M['px']!, height! / UNIT_M['px']!] as const);
  const pageM = width ?? view[2] * UNIT_M['px']!;
  const unit = (pageM / view[2]) * scale;
  const left = Number(attributes['data-left-m'] ?? 0);
  const top = Number(attributes['data-top-m'] ?? view[3] * unit);
  return { a: unit, b: 0, c: 0, d: -unit, e: left - view[0] * unit, f: top + view[1] * unit };
}

function lengthM(text: string | undefined): number | null {
  const match = /^\s*([\d.]+)\s*(mm|cm|m|in|pt|px)?\s*$/.exec(text ?? '');
  const value = match ? Number(match[1]) * UNIT_M[match[2] ?? '']! : NaN;
  return value > 0 ? value : null;
}

/** A number of a shape, or what stands for it when it is not said. */
export const number = (shape: Shape, key: string, missing?: number): number => {
  const text = shape.attributes[key];
  const value = text === undefined && missing !== undefined ? missing : Number(text ?? NaN);
  if (Number.isFinite(value) && text?.trim() !== '') return value;
  throw new Fault('not-a-number', `"${text ?? ''}" is not a number.`, shape.line, key);
};

/** To a tenth of a millimetre. */
export const round = (value: number): number => Math.round(value * 1e4) / 1e4 + 0;
export const tidy = ({ x, y }: Point): Point => ({ x: round(x), y: round(y) });
/** A place from two attributes, metres of floor. */
export const spot = (shape: Shape, x: string, y: string): Point =>
  tidy(shape.place(number(shape, x, 0), number(shape, y, 0)));

/** Corners that a floor may have. */
export const MOST_CORNERS = 200;

/** Corners of a polygon or a rectangle. */
export function corners(shape: Shape): Point[] {
  if (shape.name === 'rect') {
    const [x, y] = [number(shape, 'x', 0), number(shape, 'y', 0)];
    const [w, h] = [number(shape, 'width'), number(shape, 'height')];
    return [
      [x, y + h],
      [x + w, y + h],
      [x + w, y],
      [x, y],
    ].map(([px, py]) => tidy(shape.place(px!, py!)));
  }
  const values = (shape.attributes['points'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  if (values.length > 2 * MOST_CORNERS)
    throw new Fault(
      'too-many-corners',
      `This outline has ${values.length / 2} corners; the most is ${MOST_CORNERS}. Simplify it in the drawing program.`,
      shape.line,
      'points',
    );
  if (values.length < 6 || values.length % 2 === 1 || !values.every(Number.isFinite))
    throw new Fault(
      'bad-points',
      'The corners cannot be read: pairs of numbers, three or more.',
      shape.line,
      'points',
    );
  return Array.from({ length: values.length / 2 }, (_, i) =>
    tidy(shape.place(values[2 * i]!, values[2 * i + 1]!)),
  );
}
