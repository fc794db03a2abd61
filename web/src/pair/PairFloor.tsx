import { placeStance } from '@angled-chalk/core/body';
import { headingDeg, type Point } from '@angled-chalk/core/geometry';
import { strongZones, zoneOutline, type Two } from '@angled-chalk/core/pair';
import { memo, useMemo } from 'react';
import { PALETTE } from '../app/palette.ts';
import { useDrawing } from '../drawing/drawing.ts';
import { CloseView } from '../drawing/FloorView.tsx';
import { pathOf, toDrawing } from '../drawing/frame.ts';
import { FootMark } from '../drawing/marks.tsx';
import { Movable } from '../drawing/Movable.tsx';
import type { Layer, LayerKind, PackedGround } from '../work/ground-map.ts';

/** What each kind of place looks like: tone, and a dash for its edge. */
export const LOOKS: Readonly<
  Record<LayerKind, { readonly fill: string; readonly opacity: number; readonly dash?: string }>
> = {
  'theirs alone': { fill: PALETTE.notMet, opacity: 0.3 },
  both: { fill: PALETTE.cannotTell, opacity: 0.26, dash: '0.06 0.04' },
  'mine first': { fill: PALETTE.planned, opacity: 0.24, dash: '0.02 0.03' },
  'mine alone': { fill: PALETTE.met, opacity: 0.4 },
  'as they stand': { fill: PALETTE.notMet, opacity: 0.36 },
  'after a turn': { fill: PALETTE.cannotTell, opacity: 0.3, dash: '0.06 0.04' },
  'after a half step': { fill: PALETTE.observed, opacity: 0.2, dash: '0.02 0.03' },
  'after both': { fill: PALETTE.softInk, opacity: 0.18, dash: '0.1 0.05' },
  outside: { fill: PALETTE.met, opacity: 0.3 },
  lane: { fill: PALETTE.notMet, opacity: 0.3, dash: '0.06 0.04' },
};

/** Floor and what is under it are seen together on a laptop. */
export const FLOOR_HEIGHT = 'max(320px, calc(100vh - 420px))';

const ORIGIN: Point = { x: 0, y: 0 };
const HALF_M = 2;

interface PairFloorProps {
  readonly two: Two;
  readonly at: Point;
  readonly ground: PackedGround | null;
  readonly layer: Layer;
  /** Walls or ropes about the two, as they lie to the partner; null on an open floor. */
  readonly edge: readonly Point[] | null;
  /** Also the strips in which their straight punches are strong. */
  readonly zones: boolean;
  readonly onMove: (at: Point) => void;
}

/** From above: the partner in the middle, facing up; the student who faces them, where they stand; the ground between. */
export function PairFloor({ two, at, ground, layer, edge, zones, onMove }: PairFloorProps) {
  const theirs = useMemo(() => placeStance(two.theirs.stance, ORIGIN, 0), [two.theirs]);
  const mine = useMemo(() => placeStance(two.mine.stance, at, headingDeg(at, ORIGIN)), [two.mine, at]);
  const around = useMemo(
    () => [
      { x: -HALF_M, y: -1.1 },
      { x: HALF_M, y: HALF_M + 0.35 },
    ],
    [],
  );
  const [me, them] = [two.mine.stance.body, two.theirs.stance.body];
  return (
    <CloseView
      around={around}
      marginM={0.1}
      label="The ground about the partner, from above"
      height={FLOOR_HEIGHT}
    >
      {ground && <Ground ground={ground} layer={layer} />}
      {zones && <Zones two={two} />}
      {edge && <Edge edge={edge} />}
      <FootMark name="left" foot={theirs.left} body={them} standing="partner" />
      <FootMark name="right" foot={theirs.right} body={them} standing="partner" />
      <FootMark name="left" foot={mine.left} body={me} standing="now" />
      <FootMark name="right" foot={mine.right} body={me} standing="now" />
      <Movable at={at} label={two.mine.student.name} reachM={0.16} onMove={onMove} />
    </CloseView>
  );
}

/** Where their straight punches at the head are strong. */
const Zones = memo(function Zones({ two }: { readonly two: Two }) {
  const { frame } = useDrawing();
  const zones = useMemo(() => strongZones(two).filter(({ part }) => part === 'head'), [two]);
  return (
    <g pointerEvents="none" fill="none" stroke={PALETTE.ink} strokeWidth={0.014}>
      {zones.map((zone) => (
        <path
          key={zone.strike}
          d={pathOf(frame, zoneOutline(zone), true)}
          strokeDasharray={zone.strike === 'jab' ? '0.05 0.03' : undefined}
        />
      ))}
    </g>
  );
});

function Edge({ edge }: { readonly edge: readonly Point[] }) {
  const { frame } = useDrawing();
  return (
    <path
      d={pathOf(frame, edge, true)}
      fill="none"
      stroke={PALETTE.ink}
      strokeWidth={0.035}
      pointerEvents="none"
    />
  );
}

const Ground = memo(function Ground({
  ground: { layers, columns, stepM },
  layer,
}: {
  readonly ground: PackedGround;
  readonly layer: Layer;
}) {
  const { frame } = useDrawing();
  const half = (columns * stepM) / 2;
  const line = (ring: readonly (readonly number[])[]): string =>
    `M${ring
      .map(([column = 0, row = 0]) => {
        const { x, y } = toDrawing(frame, { x: column * stepM - half, y: row * stepM - half });
        return `${x.toFixed(3)} ${y.toFixed(3)}`;
      })
      .join('L')}Z`;
  return (
    <g pointerEvents="none">
      {layers[layer].map(({ kind, rings }) => {
        const look = LOOKS[kind];
        return (
          <path
            key={kind}
            d={rings.map(line).join('')}
            fill={look.fill}
            fillOpacity={look.opacity}
            fillRule="evenodd"
            stroke={look.fill}
            strokeWidth={0.012}
            strokeDasharray={look.dash}
          />
        );
      })}
    </g>
  );
});
