import type { Point } from '@angled-chalk/core/geometry';
import { originOfPiece, unlocked, withGroups } from '@angled-chalk/core/layout';
import { formatLength } from '@angled-chalk/core/measure';
import { snap, type SnapGuide, type SnapRules } from '@angled-chalk/core/placing';
import { useDrag } from '@use-gesture/react';
import { useRef } from 'react';
import { useUnits } from '../app/club.tsx';
import { useDrawing } from '../drawing/drawing.ts';
import { pathOf, toDrawing } from '../drawing/frame.ts';
import { lift, type Lifted } from './lift.ts';
import type { FloorEditor } from './useFloorEditor.ts';

/** What a dragged piece catches on. */
export interface SnapChoice {
  readonly grid: boolean;
  readonly things: boolean;
}

export const GRID_M = 0.1;
const WITHIN_PX = 9;

interface Drag {
  readonly pxPerM: number;
  readonly moving: readonly string[];
  readonly origin: Point;
  readonly rules: SnapRules;
  readonly lifted: Lifted;
  shift: Point;
}

/**
 * Dragging pieces over the floor. While it lasts nothing is drawn anew: the pieces are lifted off and
 * shifted as they stand, so that hundreds of marks follow the hand; the plan changes once, at the end.
 */
export function useDragPieces(editor: FloorEditor, snapTo: SnapChoice) {
  const drawing = useDrawing();
  const units = useUnits();
  const nodes = useRef(new Map<string, SVGGElement>());
  const guides = useRef<SVGPathElement>(null);

  const start = (id: string): Drag | null => {
    const { plan } = editor;
    const group = editor.chosen.includes(id) ? editor.chosen : withGroups(plan, [id]);
    const moving = unlocked(plan, group);
    const piece = plan.pieces.find((one) => one.id === id);
    const svg = drawing.svg.current;
    const matrix = svg?.getScreenCTM();
    if (!piece || !moving.includes(id) || !svg || !matrix) return null;
    const still = plan.pieces.filter((one) => !moving.includes(one.id));
    return {
      pxPerM: matrix.a,
      moving,
      origin: originOfPiece(piece),
      shift: { x: 0, y: 0 },
      lifted: lift(
        svg,
        moving.flatMap((one) => nodes.current.get(one) ?? []),
      ),
      rules: {
        gridM: snapTo.grid ? GRID_M : null,
        datums: snapTo.things ? plan.floor.datums.map(({ at }) => at) : [],
        others: snapTo.things
          ? [...still.map(originOfPiece), ...(plan.floor.fixtures ?? []).map(({ at }) => at)]
          : [],
        withinM: WITHIN_PX / matrix.a,
      },
    };
  };

  const show = ({ origin, shift, lifted }: Drag, lines: readonly SnapGuide[]): void => {
    const at = { x: origin.x + shift.x, y: origin.y + shift.y };
    const place = toDrawing(drawing.frame, at);
    const words = `${formatLength(at.x, units)} right, ${formatLength(at.y, units)} away`;
    lifted.moveTo(shift.x, shift.y, words, [place.x, place.y]);
    const path = lines.map(({ from, to }) => pathOf(drawing.frame, [from, to])).join('');
    if (guides.current?.getAttribute('d') !== path) guides.current?.setAttribute('d', path);
  };

  const bind = useDrag(
    ({ args: [id], first, last, tap, movement: [mx, my], altKey, shiftKey, memo }) => {
      if (tap) {
        editor.choose(id as string, shiftKey);
        return memo as Drag | null;
      }
      const drag = first ? start(id as string) : (memo as Drag | null);
      if (!drag) return null;
      if (first && !editor.chosen.includes(id as string)) editor.choose(id as string);
      const asked = { x: drag.origin.x + mx / drag.pxPerM, y: drag.origin.y - my / drag.pxPerM };
      const { at, guides: lines } = altKey ? { at: asked, guides: [] } : snap(asked, drag.rules);
      drag.shift = { x: at.x - drag.origin.x, y: at.y - drag.origin.y };
      if (last) {
        drag.lifted.drop();
        guides.current?.setAttribute('d', '');
        editor.moveIds(drag.moving, { about: drag.origin, turnDeg: 0, shift: drag.shift });
      } else show(drag, lines);
      return drag;
    },
    // The arrow keys nudge by the coach's own steps, not by pixels.
    { filterTaps: true, threshold: 2, pointer: { keys: false } },
  );

  const register = (id: string) => (node: SVGGElement | null) => {
    if (node) nodes.current.set(id, node);
    else nodes.current.delete(id);
  };
  return { bind, register, guides };
}
