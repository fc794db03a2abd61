import { midpoint, type Point } from '@angled-chalk/core/geometry';
import { layoutKindOf, type LaidPiece, type Piece } from '@angled-chalk/core/layout';
import { memo } from 'react';
import { PALETTE } from '../app/palette.ts';
import { useDrawing } from '../drawing/drawing.ts';
import { DrawingText } from '../drawing/DrawingText.tsx';
import { pathOf, toDrawing } from '../drawing/frame.ts';
import { LaidMark } from '../drawing/LaidMark.tsx';

/** How far around a loose mark a finger takes hold of it, metres. */
const HOLD_M = 0.22;

interface PieceMarkProps {
  readonly laid: LaidPiece;
  readonly lane: readonly Point[] | null;
  readonly chosen: boolean;
  readonly troubled: boolean;
}

/** One piece as it lies on the floor: the ground of its lane, its marks, its name. */
export const PieceMark = memo(function PieceMark({ laid, lane, chosen, troubled }: PieceMarkProps) {
  const { frame, textM } = useDrawing();
  const { piece, marks } = laid;
  const colour = troubled ? PALETTE.notMet : PALETTE.action;
  return (
    <>
      {lane ? (
        <path
          className="stays"
          d={pathOf(frame, lane, true)}
          fill={colour}
          fillOpacity={chosen ? 0.16 : 0.07}
          stroke={colour}
          strokeWidth={textM * (chosen ? 0.16 : 0.07)}
          strokeDasharray={piece.locked ? `${textM * 0.12} ${textM * 0.2}` : undefined}
        />
      ) : (
        marks.map((mark) => {
          const { x, y } = toDrawing(frame, 'to' in mark ? midpoint(mark.at, mark.to) : mark.at);
          return (
            <circle
              key={mark.number}
              className="stays"
              cx={x}
              cy={y}
              r={HOLD_M}
              fill={colour}
              fillOpacity={chosen ? 0.25 : 0}
              stroke={chosen ? colour : 'none'}
              strokeWidth={textM * 0.1}
            />
          );
        })
      )}
      <g pointerEvents="none">
        {marks.map((mark) => (
          <LaidMark key={mark.number} mark={mark} />
        ))}
        {lane && <LaneName piece={piece} lane={lane} />}
      </g>
    </>
  );
});

/** The name of a lane at its far end; at its near end where the far one is at the bag it works on. */
function LaneName({ piece, lane }: { readonly piece: Piece; readonly lane: readonly Point[] }) {
  const { frame, textM } = useDrawing();
  const corners = lane.map((corner) => toDrawing(frame, corner));
  const ys = corners.map(({ y }) => y);
  const x = corners.reduce((sum, corner) => sum + corner.x, 0) / corners.length;
  const y = piece.worksOn === null ? Math.min(...ys) + textM * 0.8 : Math.max(...ys) - textM * 0.8;
  return (
    <DrawingText x={x} y={y} size={0.9} fontWeight={650} fill={PALETTE.softInk}>
      {piece.name}
      {piece.locked ? ' (locked)' : ''}
    </DrawingText>
  );
}

/** What a screen reader says of a piece. */
export function pieceWords({ piece, marks }: LaidPiece): string {
  const what =
    piece.kind === 'layout'
      ? `${layoutKindOf(piece.layout.kind).name}, ${marks.length} ${marks.length === 1 ? 'mark' : 'marks'}`
      : piece.mark.kind;
  return `${piece.name}: ${what}${piece.locked ? ', locked' : ''}`;
}
