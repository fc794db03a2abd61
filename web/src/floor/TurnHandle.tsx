import { forward, headingDeg, wrapDeg, type Point } from '@angled-chalk/core/geometry';
import { laneBox, middleOfChosen, unlocked } from '@angled-chalk/core/layout';
import { formatDegrees } from '@angled-chalk/core/measure';
import { useDrag } from '@use-gesture/react';
import { useRef } from 'react';
import { PALETTE } from '../app/palette.ts';
import { floorPoint, useDrawing } from '../drawing/drawing.ts';
import { DrawingText } from '../drawing/DrawingText.tsx';
import { pathOf, toDrawing } from '../drawing/frame.ts';
import type { FloorEditor } from './useFloorEditor.ts';

const STEP_DEG = 5;
/** How far beyond its lane, or from the middle of loose marks, the handle stands, in heights of a word. */
const AWAY = 1.6;

/** A handle that turns what is chosen about its origin: in steps of 5 degrees, freely with Alt. */
export function TurnHandle({ editor }: { readonly editor: FloorEditor }) {
  const drawing = useDrawing();
  const { frame, textM } = drawing;
  const words = useRef<SVGTextElement>(null);
  const ids = unlocked(editor.plan, editor.chosen);
  const only = ids.length === 1 ? editor.plan.pieces.find(({ id }) => id === ids[0]) : undefined;
  const heading = only?.kind === 'layout' ? only.headingDeg : 0;
  const about: Point | null = ids.length > 0 ? middleOfChosen(editor.plan, ids) : null;
  const bind = useDrag(
    ({ xy: [x, y], last, altKey, canceled }) => {
      if (!about) return;
      const to = headingDeg(about, floorPoint(drawing, x, y));
      const turn = wrapDeg(to - heading);
      const turnDeg = altKey
        ? Math.round(turn)
        : Math.round((heading + turn) / STEP_DEG) * STEP_DEG - heading;
      if (words.current) words.current.textContent = last ? '' : formatDegrees(wrapDeg(heading + turnDeg));
      editor.previewTurn(last ? null : { about, turnDeg, shift: { x: 0, y: 0 } });
      if (last && !canceled) editor.moveIds(ids, { about, turnDeg, shift: { x: 0, y: 0 } });
    },
    { pointer: { keys: false } },
  );
  if (!about) return null;
  const way = forward(heading);
  const awayM = AWAY * textM + (only?.kind === 'layout' ? laneBox(only.layout, editor.ruler).aheadM : 0);
  const tip = { x: about.x + way.x * awayM, y: about.y + way.y * awayM };
  const { x, y } = toDrawing(frame, tip);
  return (
    <g className="stays at-rest">
      <path
        d={pathOf(frame, [about, tip])}
        stroke={PALETTE.action}
        strokeWidth={textM * 0.08}
        pointerEvents="none"
      />
      <circle
        {...bind()}
        className="stays"
        cx={x}
        cy={y}
        r={textM * 0.65}
        fill={PALETTE.chalk}
        stroke={PALETTE.action}
        strokeWidth={textM * 0.16}
        style={{ cursor: 'grab', touchAction: 'none' }}
      >
        <title>Drag to turn; the keys comma and full stop turn by 15 degrees</title>
      </circle>
      <DrawingText
        ref={words}
        x={x + textM * 2}
        y={y}
        size={1.1}
        fill={PALETTE.planned}
        pointerEvents="none"
      />
    </g>
  );
}
