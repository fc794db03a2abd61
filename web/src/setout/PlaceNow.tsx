import type { Point } from '@angled-chalk/core/geometry';
import { PALETTE } from '../app/palette.ts';
import { useDrawing } from '../drawing/drawing.ts';
import { toDrawing } from '../drawing/frame.ts';

/** A ring round the place that is set out now. */
export function PlaceNow({ at }: { readonly at: Point }) {
  const { frame, textM } = useDrawing();
  const { x, y } = toDrawing(frame, at);
  return (
    <circle cx={x} cy={y} r={textM * 1.1} fill="none" stroke={PALETTE.planned} strokeWidth={textM * 0.16} />
  );
}
