import { crossingSides, distanceM, type Point } from '@angled-chalk/core/geometry';
import { formatLength } from '@angled-chalk/core/measure';
import { useEffect, useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { floorPoint, useDrawing } from '../drawing/drawing.ts';
import { pathOf, toDrawing } from '../drawing/frame.ts';
import { Dimension } from '../drawing/marks.tsx';

const GRID_M = 0.1;
const onGrid = (metres: number): number => Math.round(metres / GRID_M) * GRID_M;
const tidy = ({ x, y }: Point): Point => ({
  x: Number(onGrid(x).toFixed(2)),
  y: Number(onGrid(y).toFixed(2)),
});

/** Corners set one after the other by hand, to the decimetre; the first one closes the room. */
export function OutlineDrawer({
  onOutline,
  onStop,
}: {
  readonly onOutline: (outline: readonly Point[]) => void;
  readonly onStop: () => void;
}) {
  const drawing = useDrawing();
  const units = useUnits();
  const { frame, textM } = drawing;
  const [corners, setCorners] = useState<readonly Point[]>([]);
  const [hand, setHand] = useState<Point | null>(null);
  const [told, setTold] = useState('');
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key === 'Escape') onStop();
      if (event.key === 'Backspace') setCorners((now) => now.slice(0, -1));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [onStop]);
  const add = (at: Point): void => {
    const first = corners[0];
    const closes = first && corners.length >= 3 && distanceM(first, at) < 3 * GRID_M;
    if (!closes) {
      if (!corners.some((corner) => distanceM(corner, at) < GRID_M / 2)) setCorners([...corners, at]);
      return;
    }
    const crossing = crossingSides(corners);
    if (crossing) setTold(`Sides ${crossing[0]} and ${crossing[1]} cross: press Backspace to go back.`);
    else onOutline(corners);
  };
  const line = hand ? [...corners, hand] : corners;
  const last = corners.at(-1);
  return (
    <g>
      <rect
        className="stays"
        data-drawing="outline"
        x={-5}
        y={-5}
        width={frame.width + 10}
        height={frame.height + 10}
        fill={PALETTE.chalk}
        fillOpacity={0.6}
        style={{ cursor: 'crosshair', touchAction: 'none' }}
        onPointerMove={(event) => setHand(tidy(floorPoint(drawing, event.clientX, event.clientY)))}
        onPointerUp={(event) => add(tidy(floorPoint(drawing, event.clientX, event.clientY)))}
      />
      <g pointerEvents="none">
        {line.length > 1 && (
          <path d={pathOf(frame, line)} fill="none" stroke={PALETTE.action} strokeWidth={textM * 0.2} />
        )}
        {corners.map((corner, i) => {
          const { x, y } = toDrawing(frame, corner);
          return <circle key={i} cx={x} cy={y} r={textM * (i === 0 ? 0.7 : 0.4)} fill={PALETTE.action} />;
        })}
        {corners.slice(1).map((corner, i) => (
          <Dimension
            key={i}
            from={corners[i]!}
            to={corner}
            text={formatLength(distanceM(corners[i]!, corner), units)}
          />
        ))}
        {last && hand && distanceM(last, hand) > 0.05 && (
          <Dimension
            from={last}
            to={hand}
            text={formatLength(distanceM(last, hand), units)}
            colour={PALETTE.planned}
          />
        )}
        <text x={textM} y={textM * 1.6} fontSize={textM * 1.1} fontWeight={700} fill={PALETTE.ink}>
          {told === ''
            ? 'Click every corner in order; click the first again to close. Backspace takes one back, Escape stops.'
            : told}
        </text>
      </g>
    </g>
  );
}
