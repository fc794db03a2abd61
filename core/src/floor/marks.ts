import { wrapDeg, type Point } from '../geometry/index.ts';

/** Something laid out on a floor. Metres, degrees, floor frame. */
export type Mark = MarkBase & MarkShape;

interface MarkBase {
  readonly number: number;
  readonly name: string;
  readonly purpose: string;
  /** Where it stands; for a line or a rope, where it begins; for an arc, its centre. */
  readonly at: Point;
}

export type MarkShape =
  | { readonly kind: 'cone'; readonly tall: boolean }
  | { readonly kind: 'line'; readonly to: Point }
  | { readonly kind: 'arc'; readonly radiusM: number; readonly fromDeg: number; readonly toDeg: number }
  | { readonly kind: 'cross'; readonly sizeM: number; readonly headingDeg: number }
  | { readonly kind: 'rope'; readonly to: Point; readonly heightM: number }
  | { readonly kind: 'bag' | 'pad' | 'partner'; readonly radiusM: number };

/** Whether a mark is somebody or something that stands there, a circle on the floor. */
export const hasBody = (mark: Mark): mark is Extract<Mark, { kind: 'bag' | 'pad' | 'partner' }> =>
  mark.kind === 'bag' || mark.kind === 'pad' || mark.kind === 'partner';

export const MARK_KINDS = ['cone', 'line', 'arc', 'cross', 'rope', 'bag', 'pad', 'partner'] as const;
export type MarkKind = Mark['kind'];

/** What a layout takes to set out. */
export interface Materials {
  readonly flatCones: number;
  readonly tallCones: number;
  /** Metres of chalk or tape: lines, arcs and both arms of crosses. */
  readonly chalkM: number;
  readonly ropeM: number;
  /** Heights at which ropes hang, lowest first. */
  readonly ropeHeightsM: readonly number[];
  readonly bags: number;
  readonly helpers: number;
}

const chalkOf = (mark: Mark): number => {
  switch (mark.kind) {
    case 'line':
      return Math.hypot(mark.to.x - mark.at.x, mark.to.y - mark.at.y);
    case 'arc':
      return (mark.radiusM * Math.abs(mark.toDeg - mark.fromDeg) * Math.PI) / 180;
    case 'cross':
      return 2 * mark.sizeM;
    default:
      return 0;
  }
};

/** Counts what a set of marks takes. */
export function materialsOf(marks: readonly Mark[]): Materials {
  const ropes = marks.flatMap((mark) => (mark.kind === 'rope' ? [mark] : []));
  const cones = marks.flatMap((mark) => (mark.kind === 'cone' ? [mark.tall] : []));
  return {
    flatCones: cones.filter((tall) => !tall).length,
    tallCones: cones.filter(Boolean).length,
    chalkM: marks.reduce((sum, mark) => sum + chalkOf(mark), 0),
    ropeM: ropes.reduce((sum, { at, to }) => sum + Math.hypot(to.x - at.x, to.y - at.y), 0),
    ropeHeightsM: [...new Set(ropes.map(({ heightM }) => heightM))].sort((a, b) => a - b),
    bags: marks.filter(({ kind }) => kind === 'bag').length,
    helpers: marks.filter(({ kind }) => kind === 'pad' || kind === 'partner').length,
  };
}

/** A mark carried along by a rigid move of the floor: its points, and the headings it holds. */
export function moveMark(mark: Mark, place: (p: Point) => Point, turnDeg: number): Mark {
  const at = place(mark.at);
  switch (mark.kind) {
    case 'line':
    case 'rope':
      return { ...mark, at, to: place(mark.to) };
    case 'arc':
      return { ...mark, at, fromDeg: mark.fromDeg + turnDeg, toDeg: mark.toDeg + turnDeg };
    case 'cross':
      return { ...mark, at, headingDeg: wrapDeg(mark.headingDeg + turnDeg) };
    default:
      return { ...mark, at };
  }
}
