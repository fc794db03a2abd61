import { footOutline } from '../body/index.ts';
import type { Point } from '../geometry/index.ts';
import { type Footwork, type Plan, conesOf } from '../pattern/index.ts';

/**
 * The plan from above as SVG in true scale: one user unit is a metre, and the page is as large as
 * the floor at the given scale (1:20 by default). Black and white.
 */
export function planSvg(plan: Plan, footwork: Footwork, scale = 20): string {
  const xs = plan.floor.outline.map((corner) => corner.x);
  const ys = plan.floor.outline.map((corner) => corner.y);
  const [left, top] = [Math.min(...xs), Math.max(...ys)];
  const [width, height] = [Math.max(...xs) - left, top - Math.min(...ys)];
  const at = ({ x, y }: Point): string => `${(x - left).toFixed(4)},${(top - y).toFixed(4)}`;
  const polygon = (points: readonly Point[], style: string): string =>
    `<polygon points="${points.map(at).join(' ')}" ${style}/>`;
  const circle = (centre: Point, radiusM: number, style: string): string => {
    const [cx, cy] = at(centre).split(',');
    return `<circle cx="${cx}" cy="${cy}" r="${radiusM}" ${style}/>`;
  };
  const label = (centre: Point, text: string | number, size: number): string => {
    const [x, y] = at(centre).split(',');
    return `<text x="${x}" y="${y}" font-size="${size}" font-family="sans-serif" text-anchor="middle" dominant-baseline="central">${text}</text>`;
  };
  const line = 'fill="none" stroke="#000"';
  const feet = footwork.moves.flatMap((move) =>
    move.events.flatMap((footfall) => {
      const foot = { ball: footfall.to, headingDeg: footfall.headingAfterDeg ?? 0, heelUp: false };
      return [
        polygon(footOutline(footfall.foot, foot, footwork.stance.body), `${line} stroke-width="0.008"`),
        label(footfall.to, `${footfall.foot === 'left' ? 'L' : 'R'}${footfall.number}`, 0.06),
      ];
    }),
  );
  const cones = conesOf(plan).flatMap((cone) => [
    circle(cone.at, cone.radiusM, `${line} stroke-width="0.012"`),
    label(cone.at, cone.number, 0.1),
  ]);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${(1000 * width) / scale}mm" height="${(1000 * height) / scale}mm" viewBox="0 0 ${width} ${height}">`,
    polygon(plan.floor.outline, `${line} stroke-width="0.02"`),
    circle(
      plan.target.at,
      Math.max(plan.target.radiusM, 0.05),
      `${line} stroke-width="0.03" stroke-dasharray="0.06 0.03"`,
    ),
    ...cones,
    ...feet,
    '</svg>',
    '',
  ].join('\n');
}
