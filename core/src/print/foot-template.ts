import { placeStance, footOutline, type FittedStance, type FootName } from '../body/index.ts';
import type { Point } from '../geometry/index.ts';
import { checkBar, newPage, newSheet, PAPERS, rule, write, type Paper, type Sheet } from './sheet.ts';

const MARGIN_M = 0.012;
const FOOTER_M = 0.012;
const AROUND_M = 0.03;

/** The grid of pages that a true-scale stance takes. Metres. */
export interface Tiling {
  readonly columns: number;
  readonly rows: number;
  readonly tileWidthM: number;
  readonly tileHeightM: number;
  readonly left: number;
  readonly bottom: number;
}

export function tilingOf(points: readonly Point[], paper: Paper): Tiling {
  const { widthM, heightM } = PAPERS[paper];
  const tileWidthM = widthM - 2 * MARGIN_M;
  const tileHeightM = heightM - 2 * MARGIN_M - FOOTER_M;
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  const [left, right] = [Math.min(...xs) - AROUND_M, Math.max(...xs) + AROUND_M];
  const [bottom, top] = [Math.min(...ys) - AROUND_M, Math.max(...ys) + AROUND_M];
  const columns = Math.ceil((right - left) / tileWidthM - 1e-9);
  const rows = Math.ceil((top - bottom) / tileHeightM - 1e-9);
  return {
    columns,
    rows,
    tileWidthM,
    tileHeightM,
    left: (left + right - columns * tileWidthM) / 2,
    bottom: (bottom + top - rows * tileHeightM) / 2,
  };
}

/**
 * Both feet of a fitted stance in true scale over as many pages as they take, to be taped to the floor:
 * each page has joining crosses in its corners, its place in the grid, and a bar of 100 mm; a dashed
 * line runs from ball to ball.
 */
export async function footTemplate(name: string, stance: FittedStance, paper: Paper): Promise<Uint8Array> {
  const sheet = await newSheet(paper, `Foot template: ${name}`);
  const feet = placeStance(stance, { x: 0, y: 0 }, 0);
  const outlines = (['left', 'right'] as const).map((foot) => ({
    foot,
    ball: feet[foot].ball,
    outline: footOutline(foot, feet[foot], stance.body),
  }));
  const tiling = tilingOf(
    outlines.flatMap(({ outline }) => outline),
    paper,
  );
  for (let row = tiling.rows - 1; row >= 0; row--) {
    for (let column = 0; column < tiling.columns; column++) {
      tile(sheet, name, tiling, [column, row], outlines);
    }
  }
  return sheet.pdf.save({ useObjectStreams: false });
}

interface Print {
  readonly foot: FootName;
  readonly ball: Point;
  readonly outline: readonly Point[];
}

function tile(
  sheet: Sheet,
  name: string,
  tiling: Tiling,
  [column, row]: readonly [number, number],
  prints: readonly Print[],
): void {
  const page = newPage(sheet);
  const { tileWidthM: w, tileHeightM: h } = tiling;
  const origin = { x: tiling.left + column * w, y: tiling.bottom + row * h };
  const at = (p: Point): [number, number] => [
    MARGIN_M + p.x - origin.x,
    MARGIN_M + FOOTER_M + p.y - origin.y,
  ];
  const inside = ([x, y]: readonly [number, number]): boolean =>
    x >= MARGIN_M && x <= MARGIN_M + w && y >= MARGIN_M + FOOTER_M && y <= MARGIN_M + FOOTER_M + h;
  const frame = [MARGIN_M, MARGIN_M + FOOTER_M, w, h] as const;
  const between = clipped(at(prints[0]!.ball), at(prints[1]!.ball), frame);
  if (between) rule(page, between[0], between[1], 0.5, [3, 3]);
  for (const { foot, ball, outline } of prints) {
    outline.forEach((p, i) => {
      const piece = clipped(at(p), at(outline[(i + 1) % outline.length]!), frame);
      if (piece) rule(page, piece[0], piece[1], 1.4);
    });
    const centre = at(ball);
    if (!inside(centre)) continue;
    rule(page, [centre[0] - 0.008, centre[1]], [centre[0] + 0.008, centre[1]], 0.8);
    rule(page, [centre[0], centre[1] - 0.008], [centre[0], centre[1] + 0.008], 0.8);
    write(page, sheet.bold, foot === 'left' ? 'L ball' : 'R ball', [centre[0] + 0.009, centre[1] + 0.002], 9);
  }
  for (const x of [MARGIN_M, MARGIN_M + w]) {
    for (const y of [MARGIN_M + FOOTER_M, MARGIN_M + FOOTER_M + h]) {
      rule(page, [x - 0.005, y], [x + 0.005, y], 0.5);
      rule(page, [x, y - 0.005], [x, y + 0.005], 0.5);
    }
  }
  const place = `${String.fromCharCode(65 + (tiling.rows - 1 - row))}${column + 1}`;
  write(page, sheet.bold, place, [MARGIN_M + 0.004, MARGIN_M + FOOTER_M + h - 0.012], 22);
  write(
    page,
    sheet.regular,
    `${name}: page ${place} of ${tiling.rows} x ${tiling.columns}; lay cross on cross; the target is up`,
    [MARGIN_M + 0.004, MARGIN_M + FOOTER_M + h - 0.018],
    7,
  );
  checkBar(page, sheet.regular, MARGIN_M + 0.004, MARGIN_M);
}

/** The part of a segment inside a rectangle (Liang and Barsky 1984); null when none is. */
function clipped(
  a: readonly [number, number],
  b: readonly [number, number],
  [left, bottom, width, height]: readonly [number, number, number, number],
): readonly [[number, number], [number, number]] | null {
  const dx = b[0] - a[0];
  const dy = b[1] - a[1];
  let from = 0;
  let to = 1;
  for (const [p, q] of [
    [-dx, a[0] - left],
    [dx, left + width - a[0]],
    [-dy, a[1] - bottom],
    [dy, bottom + height - a[1]],
  ] as const) {
    if (p === 0) {
      if (q < 0) return null;
      continue;
    }
    const share = q / p;
    if (p < 0) from = Math.max(from, share);
    else to = Math.min(to, share);
  }
  if (from >= to) return null;
  return [
    [a[0] + from * dx, a[1] + from * dy],
    [a[0] + to * dx, a[1] + to * dy],
  ];
}
