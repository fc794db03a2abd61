import Box from '@mui/material/Box';
import { memo } from 'react';
import type { Floor } from '@angled-chalk/core/floor';
import type { Point } from '@angled-chalk/core/geometry';
import { PALETTE } from '../app/palette.ts';
import { frameInBox, pathOf, toDrawing, type Frame } from './frame.ts';

/** Part of a floor to look at: everything within radiusM of a point. */
export interface Focus {
  readonly at: Point;
  readonly radiusM: number;
}

/** Where on the whole floor the part lies that is seen. */
export const Inset = memo(function Inset({
  floor,
  frame,
  focus,
}: {
  readonly floor: Floor;
  readonly frame: Frame;
  readonly focus: Focus | null;
}) {
  const whole = frameInBox(floor.outline, 0.2, { width: 96, height: 96 }, 2);
  const seen = focus
    ? [
        { x: focus.at.x - focus.radiusM, y: focus.at.y - focus.radiusM },
        { x: focus.at.x + focus.radiusM, y: focus.at.y + focus.radiusM },
      ]
    : [
        { x: frame.left, y: frame.top - frame.height },
        { x: frame.left + frame.width, y: frame.top },
      ];
  const [low, high] = seen.map((at) => toDrawing(whole, at)) as [Point, Point];
  const line = Math.max(whole.width, whole.height) / 60;
  return (
    <Box
      aria-hidden
      sx={{
        position: 'absolute',
        left: 8,
        top: 8,
        zIndex: 1,
        width: 100,
        height: 100,
        opacity: 0.92,
        pointerEvents: 'none',
        [SMALL]: { width: 64, height: 64 },
      }}
    >
      <svg viewBox={`0 0 ${whole.width} ${whole.height}`} width="100%" height="100%">
        <path
          d={pathOf(whole, floor.outline, true)}
          fill={PALETTE.chalk}
          stroke={PALETTE.wall}
          strokeWidth={line}
        />
        <rect
          x={low.x}
          y={high.y}
          width={Math.max(high.x - low.x, 3 * line)}
          height={Math.max(low.y - high.y, 3 * line)}
          fill={PALETTE.actionFill}
          stroke={PALETTE.action}
          strokeWidth={line}
        />
      </svg>
    </Box>
  );
});

const SMALL = '@media (max-width: 760px)';
