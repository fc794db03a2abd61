import type { Point } from '@angled-chalk/core/geometry';
import { createContext, use, type RefObject } from 'react';
import { toFloor, type Frame } from './frame.ts';

/** What everything on a drawing needs to know of it. */
export interface Drawing {
  readonly frame: Frame;
  /** Size of a word on the drawing, metres, so that it reads the same at every floor size. */
  readonly textM: number;
  /** Near enough for letters and numbers on single feet. */
  readonly detailed: boolean;
  readonly svg: RefObject<SVGSVGElement | null>;
}

export const DrawingContext = createContext<Drawing | null>(null);

export function useDrawing(): Drawing {
  const drawing = use(DrawingContext);
  if (!drawing) throw new Error('a mark outside a drawing');
  return drawing;
}

/** Floor point under a pointer. */
export function floorPoint(drawing: Drawing, clientX: number, clientY: number): Point {
  const matrix = drawing.svg.current?.getScreenCTM();
  if (!matrix) return { x: 0, y: 0 };
  const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse());
  return toFloor(drawing.frame, { x, y });
}
