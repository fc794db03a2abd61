import Box from '@mui/material/Box';
import type { Point } from '@angled-chalk/core/geometry';
import { useEffect, useRef, type RefObject } from 'react';

const SIZE = 168;
const TIMES = 8;

/** What is under the hand, eight times as large, on the side of the picture where the hand is not. */
export function Magnifier({
  source,
  at,
  width,
  height,
}: {
  readonly source: RefObject<HTMLCanvasElement | null>;
  readonly at: Point;
  readonly width: number;
  readonly height: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context || !source.current) return;
    const part = SIZE / TIMES;
    context.imageSmoothingEnabled = false;
    context.fillStyle = '#000';
    context.fillRect(0, 0, SIZE, SIZE);
    context.drawImage(source.current, at.x - part / 2, at.y - part / 2, part, part, 0, 0, SIZE, SIZE);
    context.strokeStyle = '#ffd84d';
    context.lineWidth = 1;
    context.beginPath();
    context.moveTo(0, SIZE / 2);
    context.lineTo(SIZE, SIZE / 2);
    context.moveTo(SIZE / 2, 0);
    context.lineTo(SIZE / 2, SIZE);
    context.stroke();
  }, [source, at]);
  return (
    <Box
      sx={{
        position: 'absolute',
        top: 8,
        ...(at.x > width / 2 ? { left: 8 } : { right: 8 }),
        border: '2px solid #ffd84d',
        pointerEvents: 'none',
        ...(at.y < height / 3 ? { top: 'auto', bottom: 8 } : {}),
      }}
    >
      <canvas ref={canvas} width={SIZE} height={SIZE} aria-hidden />
    </Box>
  );
}
