import { distanceM, type Point } from '../geometry/index.ts';

/** What a dragged thing may catch on. */
export interface SnapRules {
  /** Mesh of the grid, metres; null for none. */
  readonly gridM: number | null;
  /** Named points: catch both ways at once. */
  readonly datums: readonly Point[];
  /** Other things: caught in line with them, or at the spacing they already have. */
  readonly others: readonly Point[];
  /** How near is near enough, metres. */
  readonly withinM: number;
}

/** A line to draw that shows what was caught. */
export interface SnapGuide {
  readonly kind: 'datum' | 'in-line' | 'equal-spacing';
  readonly from: Point;
  readonly to: Point;
}

export interface Snapped {
  readonly at: Point;
  readonly guides: readonly SnapGuide[];
}

interface Catch {
  readonly value: number;
  readonly offM: number;
  readonly guide: Omit<SnapGuide, 'to'>;
}

/**
 * Where a dragged point goes: onto a datum; else, each way on its own, in line with another point or at
 * the spacing of two others; else onto the grid. The nearest catch wins.
 */
export function snap(point: Point, rules: SnapRules): Snapped {
  const datum = nearest(point, rules.datums);
  if (datum && distanceM(point, datum) <= rules.withinM)
    return { at: datum, guides: [{ kind: 'datum', from: datum, to: datum }] };
  const x = caught(point, rules, 'x', 'y');
  const y = caught(point, rules, 'y', 'x');
  const onGrid = (value: number): number =>
    rules.gridM === null ? value : Math.round(value / rules.gridM) * rules.gridM;
  const at = { x: tidy(x?.value ?? onGrid(point.x)), y: tidy(y?.value ?? onGrid(point.y)) };
  return { at, guides: [x, y].flatMap((one) => (one ? [{ ...one.guide, to: at }] : [])) };
}

const tidy = (metres: number): number => Math.round(metres * 1e4) / 1e4;

function nearest(point: Point, points: readonly Point[]): Point | null {
  return points.reduce<Point | null>(
    (best, p) => (best && distanceM(best, point) <= distanceM(p, point) ? best : p),
    null,
  );
}

function caught(
  point: Point,
  { datums, others, withinM }: SnapRules,
  along: 'x' | 'y',
  across: 'x' | 'y',
): Catch | null {
  let best: Catch | null = null;
  const offer = (value: number, kind: SnapGuide['kind'], from: Point): void => {
    const offM = Math.abs(value - point[along]);
    if (offM <= withinM && (!best || offM < best.offM - 1e-9)) best = { value, offM, guide: { kind, from } };
  };
  for (const other of [...datums, ...others]) offer(other[along], 'in-line', other);
  const row = others
    .filter((other) => Math.abs(other[across] - point[across]) <= withinM)
    .sort((a, b) => a[along] - b[along]);
  for (let i = 0; i + 1 < row.length; i++) {
    const [a, b] = [row[i]!, row[i + 1]!];
    const gap = b[along] - a[along];
    if (gap < 1e-6) continue;
    offer(b[along] + gap, 'equal-spacing', b);
    offer(a[along] - gap, 'equal-spacing', a);
    offer(a[along] + gap / 2, 'equal-spacing', a);
  }
  return best;
}
