import type { Floor } from '../floor/index.ts';
import type { SetOutPoint } from './setout-fix.ts';
import { distanceM } from '../geometry/index.ts';

export interface CheckDistance {
  readonly from: string;
  readonly to: string;
  readonly distanceM: number;
}

/** Distances between named points to tape first: both diagonals of every four-cornered figure. */
export function checkDiagonals(
  floor: Floor,
  rectangles: readonly (readonly SetOutPoint[])[],
): CheckDistance[] {
  const { datums, outline } = floor;
  const corners = outline.map((corner) => datums.find(({ at }) => distanceM(at, corner) < 1e-6));
  const whole = corners.length === 4 && corners.every((datum) => datum !== undefined);
  const figures = [
    ...(whole ? [corners.map((datum) => ({ id: datum.id, at: datum.at }))] : []),
    ...rectangles.filter(({ length }) => length === 4),
  ];
  return figures.flatMap((figure) =>
    [
      [0, 2],
      [1, 3],
    ].map(([i, k]) => {
      const [a, b] = [figure[i!]!, figure[k!]!];
      return { from: a.id, to: b.id, distanceM: distanceM(a.at, b.at) };
    }),
  );
}
