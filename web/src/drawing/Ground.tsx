import type { Edge } from '@angled-chalk/core/floor';
import { PALETTE } from '../app/palette.ts';
import type { Frame } from './frame.ts';

/** A grid in true measure over a part of the ground. */
export function FloorGrid({
  frame,
  inFrame = frame,
  everyM,
}: {
  readonly frame: Frame;
  readonly inFrame?: Frame;
  readonly everyM: number;
}) {
  const xs = steps(frame.left, frame.left + frame.width, everyM);
  const ys = steps(frame.top - frame.height, frame.top, everyM);
  const [x1, x2] = [frame.left - inFrame.left, frame.left + frame.width - inFrame.left];
  const [y1, y2] = [inFrame.top - frame.top, inFrame.top - frame.top + frame.height];
  return (
    <g stroke={PALETTE.matLine} strokeWidth={everyM / 40} aria-hidden>
      {xs.map((x) => (
        <line key={`x${x}`} x1={x - inFrame.left} x2={x - inFrame.left} y1={y1} y2={y2} />
      ))}
      {ys.map((y) => (
        <line key={`y${y}`} y1={inFrame.top - y} y2={inFrame.top - y} x1={x1} x2={x2} />
      ))}
    </g>
  );
}

function steps(from: number, to: number, every: number): number[] {
  const first = Math.ceil(from / every);
  return Array.from(
    { length: Math.max(0, Math.floor(to / every) - first + 1) },
    (_, i) => (first + i) * every,
  );
}

/** The edge of a floor: a thick wall, two ropes, or the plain edge of a mat. */
export function EdgeLine({ d, edge }: { readonly d: string; readonly edge: Edge }) {
  const line = { d, fill: 'none', strokeLinejoin: 'miter' } as const;
  if (edge === 'open') return <path {...line} stroke={PALETTE.wall} strokeWidth={0.05} />;
  return (
    <>
      <path {...line} stroke={PALETTE.wall} strokeWidth={0.12} />
      {edge === 'rope' && <path {...line} stroke={PALETTE.chalk} strokeWidth={0.05} />}
    </>
  );
}
