import type { Point } from '@angled-chalk/core/geometry';
import { formatLength, type UnitSystem } from '@angled-chalk/core/measure';
import { useDrag } from '@use-gesture/react';
import type { KeyboardEvent, ReactNode } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { useDrawing } from './drawing.ts';
import { toDrawing } from './frame.ts';

export const STEP_M = 0.05;
export const FINE_M = 0.01;
const ARROWS: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: 1 },
  ArrowDown: { x: 0, y: -1 },
};

/** Metres a key moves a thing: 5 cm a press, 1 cm with Shift; null for every other key. */
export function nudgeOf({ key, shiftKey }: Pick<KeyboardEvent, 'key' | 'shiftKey'>): Point | null {
  const way = ARROWS[key];
  const step = shiftKey ? FINE_M : STEP_M;
  return way ? { x: way.x * step, y: way.y * step } : null;
}

/** The arrow keys are ours. */
const POINTER_ONLY = { pointer: { keys: false } } as const;

interface MovableProps {
  readonly at: Point;
  readonly label: string;
  readonly reachM: number;
  readonly onMove: (to: Point) => void;
  readonly children?: ReactNode;
}

/** Where a thing stood when it was taken, and the scale of the drawing then. */
interface Hold {
  readonly start: Point;
  readonly pxPerM: number;
}

const toCm = (metres: number): number => Math.round(metres * 100) / 100;

/** "5 cm, with Shift 1 cm", in the coach's units. */
export const nudgeWords = (units: UnitSystem): string =>
  `${formatLength(STEP_M, units)}, with Shift ${formatLength(FINE_M, units)}`;

/** A mark that is dragged, or moved by the arrow keys: 5 cm a press, 1 cm with Shift. */
export function Movable({ at, label, reachM, onMove, children }: MovableProps) {
  const drawing = useDrawing();
  const units = useUnits();
  const { x, y } = toDrawing(drawing.frame, at);
  const bind = useDrag(({ movement: [mx, my], memo, canceled }) => {
    const hold = (memo as Hold | undefined) ?? {
      start: at,
      pxPerM: drawing.svg.current?.getScreenCTM()?.a ?? 1,
    };
    // Counted from where it was taken: whatever else moves on the page meanwhile moves nothing here. A
    // drag that the device takes back leaves everything where it was.
    const { start, pxPerM } = hold;
    onMove(canceled ? start : { x: toCm(start.x + mx / pxPerM), y: toCm(start.y - my / pxPerM) });
    return hold;
  }, POINTER_ONLY);
  const onKeyDown = (event: KeyboardEvent<SVGGElement>): void => {
    const nudge = nudgeOf(event);
    if (!nudge) return;
    event.preventDefault();
    onMove({ x: toCm(at.x + nudge.x), y: toCm(at.y + nudge.y) });
  };
  return (
    <g
      {...bind()}
      className="stays"
      role="button"
      tabIndex={0}
      aria-label={`${label}. Arrow keys move it ${nudgeWords(units)}.`}
      style={{ cursor: 'move', touchAction: 'none' }}
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
