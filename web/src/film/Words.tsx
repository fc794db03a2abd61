import { useLayoutEffect, useState, type RefObject } from 'react';

/** How wide a drawing is on the screen, in its pixels. */
export function useShownWidth(svg: RefObject<SVGSVGElement | null>): number {
  const [shownPx, setShownPx] = useState(USUAL_PX);
  useLayoutEffect(() => {
    const node = svg.current;
    if (!node || typeof ResizeObserver === 'undefined') return undefined;
    const observer = new ResizeObserver(
      ([entry]) => entry && setShownPx(Math.max(1, entry.contentRect.width)),
    );
    observer.observe(node);
    return () => observer.disconnect();
  }, [svg]);
  return shownPx;
}

const USUAL_PX = 712;

/** Words over a picture: light with a dark edge, readable on anything. */
export function Words({
  x,
  y,
  unit,
  text,
}: {
  readonly x: number;
  readonly y: number;
  readonly unit: number;
  readonly text: string;
}) {
  return (
    <text
      x={x}
      y={y}
      fontSize={13 * unit}
      fontWeight={700}
      fill="#fff"
      stroke="#000"
      strokeWidth={3 * unit}
      paintOrder="stroke"
    >
      {text}
    </text>
  );
}
