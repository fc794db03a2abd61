import type { ReactNode, SVGProps } from 'react';
import { PALETTE } from '../app/palette.ts';
import { useDrawing } from './drawing.ts';

interface DrawingTextProps extends Omit<SVGProps<SVGTextElement>, 'size'> {
  readonly x: number;
  readonly y: number;
  /** Height of the letters in usual words of the drawing. */
  readonly size?: number;
  readonly children?: ReactNode;
}

/** Words on a drawing, with a rim of the floor's own colour so that no line runs through them. */
export function DrawingText({ size = 1, children, ...more }: DrawingTextProps) {
  const { textM } = useDrawing();
  return (
    <text
      fontSize={textM * size}
      fontWeight={700}
      fill={PALETTE.ink}
      stroke={PALETTE.mat}
      strokeWidth={textM * 0.22}
      paintOrder="stroke"
      textAnchor="middle"
      dominantBaseline="central"
      {...more}
    >
      {children}
    </text>
  );
}
