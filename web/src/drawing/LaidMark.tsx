import type { Mark } from '@angled-chalk/core/floor';
import { forward, fromFacing, headingDeg, type Point } from '@angled-chalk/core/geometry';
import { memo } from 'react';
import { PALETTE } from '../app/palette.ts';
import { useDrawing } from './drawing.ts';
import { DrawingText } from './DrawingText.tsx';
import { ConeMark, TargetMark } from './marks.tsx';
import { pathOf, toDrawing } from './frame.ts';

/** Radius at which a cone is drawn, metres. */
const CONE_M = 0.08;
const CHALK_M = 0.035;

/** One mark as it lies on the floor: the same look on every screen. */
export const LaidMark = memo(function LaidMark({ mark }: { readonly mark: Mark }) {
  const { frame } = useDrawing();
  switch (mark.kind) {
    case 'cone':
      return <ConeMark cone={{ number: mark.number, at: mark.at, radiusM: CONE_M }} tall={mark.tall} />;
    case 'line':
      return (
        <>
          <Chalk d={pathOf(frame, [mark.at, mark.to])} />
          <Number at={mark.at} awayFrom={mark.to} number={mark.number} />
        </>
      );
    case 'rope':
      return (
        <>
          <path
            d={pathOf(frame, [mark.at, mark.to])}
            stroke={PALETTE.ink}
            strokeWidth={0.02}
            strokeDasharray="0.14 0.06"
          />
          {[mark.at, mark.to].map((end, i) => {
            const { x, y } = toDrawing(frame, end);
            return <rect key={i} x={x - 0.06} y={y - 0.06} width={0.12} height={0.12} fill={PALETTE.ink} />;
          })}
          <Number at={mark.at} awayFrom={mark.to} number={mark.number} />
        </>
      );
    case 'arc': {
      const [from, to] = [mark.fromDeg, mark.toDeg].map((deg) => {
        const way = forward(deg);
        return toDrawing(frame, { x: mark.at.x + way.x * mark.radiusM, y: mark.at.y + way.y * mark.radiusM });
      }) as [Point, Point];
      const large = Math.abs(mark.toDeg - mark.fromDeg) > 180 ? 1 : 0;
      const sweep = mark.toDeg > mark.fromDeg ? 1 : 0;
      return (
        <>
          <Chalk
            d={`M${from.x} ${from.y}A${mark.radiusM} ${mark.radiusM} 0 ${large} ${sweep} ${to.x} ${to.y}`}
          />
          <Number at={mark.at} number={mark.number} />
        </>
      );
    }
    case 'cross':
      return (
        <>
          {[0, 90].map((turn) => (
            <Chalk
              key={turn}
              d={pathOf(
                frame,
                [-0.5, 0.5].map((half) => fromFacing(mark.at, mark.headingDeg + turn, 0, half * mark.sizeM)),
              )}
            />
          ))}
          <Number at={mark.at} number={mark.number} />
        </>
      );
    default:
      return <TargetMark target={{ kind: mark.kind, at: mark.at, radiusM: mark.radiusM }} />;
  }
});

const Chalk = ({ d }: { readonly d: string }) => (
  <path d={d} fill="none" stroke={PALETTE.ink} strokeWidth={CHALK_M} strokeLinecap="round" />
);

/** The number of a mark beside it; beyond the end of a line, so that it never lies on it. */
function Number({
  at,
  awayFrom,
  number,
}: {
  readonly at: Point;
  readonly awayFrom?: Point;
  readonly number: number;
}) {
  const { frame, textM } = useDrawing();
  const { x, y } = toDrawing(
    frame,
    fromFacing(at, awayFrom ? headingDeg(awayFrom, at) : -90, 0, textM * 0.8),
  );
  return (
    <DrawingText x={x} y={y} fontWeight={800}>
      {number}
    </DrawingText>
  );
}
