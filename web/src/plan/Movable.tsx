import type { Point } from '@angled-chalk/core';
import { useRef, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import { PALETTE } from '../app/palette.ts';
import { floorPoint, useDrawing } from './FloorView.tsx';
import { toDrawing } from './frame.ts';

const STEP_M = 0.05;
const FINE_M = 0.01;
const ARROWS: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: 1 },
  ArrowDown: { x: 0, y: -1 },
};

interface MovableProps {
  readonly at: Point;
  readonly label: string;
  readonly reachM: number;
  readonly onMove: (to: Point) => void;
  readonly children: ReactNode;
}

const toCm = (metres: number): number => Math.round(metres * 100) / 100;

/** A mark that is dragged, or moved by the arrow keys: 5 cm a press, 1 cm with Shift. */
export function Movable({ at, label, reachM, onMove, children }: MovableProps) {
  const drawing = useDrawing();
  const grip = useRef<Point | null>(null);
  const { x, y } = toDrawing(drawing.frame, at);
  const onPointerDown = (event: PointerEvent<SVGGElement>): void => {
    const under = floorPoint(drawing, event.clientX, event.clientY);
    grip.current = { x: under.x - at.x, y: under.y - at.y };
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const onPointerMove = (event: PointerEvent<SVGGElement>): void => {
    if (!grip.current) return;
    const under = floorPoint(drawing, event.clientX, event.clientY);
    onMove({ x: toCm(under.x - grip.current.x), y: toCm(under.y - grip.current.y) });
  };
  const onKeyDown = (event: KeyboardEvent<SVGGElement>): void => {
    const way = ARROWS[event.key];
    if (!way) return;
    event.preventDefault();
    const step = event.shiftKey ? FINE_M : STEP_M;
    onMove({ x: toCm(at.x + way.x * step), y: toCm(at.y + way.y * step) });
  };
  return (
    <g
      className="stays"
      role="button"
      tabIndex={0}
      aria-label={`${label}. Arrow keys move it 5 cm, with Shift 1 cm.`}
      style={{ cursor: 'move', touchAction: 'none' }}
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={() => {
        grip.current = null;
      }}
      onKeyDown={onKeyDown}
    >
      <circle
        className="stays"
        cx={x}
        cy={y}
        r={reachM}
        fill={PALETTE.action}
        fillOpacity={0.12}
        stroke={PALETTE.action}
        strokeWidth={0.012}
        strokeDasharray="0.05 0.04"
      />
      <g pointerEvents="none">{children}</g>
    </g>
  );
}
