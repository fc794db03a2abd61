import { useMemo, type KeyboardEvent, type MouseEvent } from 'react';
import { PALETTE } from '../app/palette.ts';
import { useDrawing } from '../drawing/drawing.ts';
import { toDrawing } from '../drawing/frame.ts';
import { nudgeOf } from '../drawing/Movable.tsx';
import { PieceMark, pieceWords } from './PieceMark.tsx';
import { TurnHandle } from './TurnHandle.tsx';
import { useDragPieces, type SnapChoice } from './useDragPieces.ts';
import type { FloorEditor } from './useFloorEditor.ts';

const TURN_DEG = 15;
const FINE_TURN_DEG = 1;

/** A press takes the focus and starts no selection of text, which would follow the pointer at every move. */
function focusOnly(event: MouseEvent<SVGGElement>): void {
  event.preventDefault();
  event.currentTarget.focus({ preventScroll: true });
}

/** Everything laid out, to be chosen, dragged, turned and nudged. */
export function PieceLayer({
  editor,
  snapTo,
}: {
  readonly editor: FloorEditor;
  readonly snapTo: SnapChoice;
}) {
  const { frame, textM } = useDrawing();
  const { bind, register, guides } = useDragPieces(editor, snapTo);
  const { laid, placements, findings, chosen } = editor;
  const troubled = useMemo(() => new Set(findings.map(({ placementId }) => placementId)), [findings]);
  const { preview } = editor;
  const pivot = preview && toDrawing(frame, preview.about);
  const turned = pivot ? `rotate(${preview.turnDeg} ${pivot.x} ${pivot.y})` : undefined;
  const onKeyDown = (event: KeyboardEvent<SVGGElement>, id: string): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const nudge = nudgeOf(event);
    const turn = event.shiftKey ? FINE_TURN_DEG : TURN_DEG;
    const acts: Readonly<Record<string, () => void>> = {
      Enter: () => editor.choose(id, event.shiftKey),
      ' ': () => editor.choose(id, event.shiftKey),
      Escape: () => editor.choose(null),
      Delete: editor.remove,
      Backspace: editor.remove,
      d: editor.duplicate,
      m: editor.mirror,
      g: editor.group,
      l: editor.lock,
      '.': () => editor.turn(turn),
      '>': () => editor.turn(turn),
      ',': () => editor.turn(-turn),
      '<': () => editor.turn(-turn),
    };
    const act = nudge ? () => editor.nudge(nudge) : acts[event.key];
    if (!act) return;
    event.preventDefault();
    if (!chosen.includes(id) && event.key !== 'Escape') {
      editor.choose(id, event.shiftKey);
      return;
    }
    act();
  };
  return (
    <g aria-label="Things laid out" role="group" style={{ touchAction: 'none' }}>
      {laid.map((one, i) => {
        const { id } = one.piece;
        const isChosen = chosen.includes(id);
        return (
          <g
            key={id}
            {...bind(id)}
            ref={register(id)}
            className="stays piece"
            role="button"
            tabIndex={0}
            aria-pressed={isChosen}
            aria-label={pieceWords(one)}
            transform={isChosen && !one.piece.locked ? turned : undefined}
            style={{ cursor: one.piece.locked ? 'pointer' : 'move' }}
            onMouseDown={focusOnly}
            onKeyDown={(event) => onKeyDown(event, id)}
          >
            <PieceMark laid={one} lane={placements[i]!.lane} chosen={isChosen} troubled={troubled.has(id)} />
          </g>
        );
      })}
      <path
        ref={guides}
        stroke={PALETTE.planned}
        strokeWidth={textM * 0.1}
        strokeDasharray={`${textM * 0.3}`}
        pointerEvents="none"
      />
      <TurnHandle editor={editor} />
    </g>
  );
}
