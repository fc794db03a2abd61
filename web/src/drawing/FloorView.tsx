import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import type { Floor } from '@angled-chalk/core/floor';
import { outwardAt, type Point } from '@angled-chalk/core/geometry';
import { Maximize, ZoomIn, ZoomOut } from 'lucide-react';
import {
  createContext,
  memo,
  use,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
  type RefObject,
} from 'react';
import { TransformComponent, TransformWrapper, useControls } from 'react-zoom-pan-pinch';
import { PALETTE } from '../app/palette.ts';
import { useSameByValue } from '../parts/same.ts';
import { useNow } from '../parts/useNow.ts';
import { DrawingContext, floorPoint, useDrawing, type Drawing } from './drawing.ts';
import { EdgeLine, FloorGrid } from './Ground.tsx';
import { FixtureMark } from './FixtureMark.tsx';
import { Inset, type Focus } from './Inset.tsx';
import { frameInBox, pathOf, toDrawing } from './frame.ts';

export type { Focus } from './Inset.tsx';

interface ViewProps {
  readonly label: string;
  readonly children: ReactNode;
  readonly height?: string;
  /** The ground is pressed, with Shift or without. */
  readonly onPress?: ((at: Point, shift: boolean) => void) | undefined;
}

interface FloorViewProps extends ViewProps {
  readonly floor: Floor;
  readonly focus?: Focus | null;
  /** Ground shown around the floor. */
  readonly marginM?: number;
  /** What the drawing is about, when that is less than the whole floor: it opens on these points. */
  readonly around?: readonly Point[] | undefined;
}

/** The one floor drawing, seen from above, in true measure: every screen and print draws with it. */
export function FloorView({
  floor,
  focus = null,
  marginM = 0.45,
  around,
  label,
  children,
  height = 'max(420px, calc(100vh - 232px))',
  onPress,
}: FloorViewProps) {
  return (
    <View
      around={around ?? floor.outline}
      inset={around || focus ? floor : null}
      marginM={marginM}
      leastMarginPx={LETTERS_PX}
      focus={focus}
      label={label}
      height={height}
      onPress={onPress}
    >
      <Mat floor={floor} />
      {children}
    </View>
  );
}

interface CloseViewProps extends ViewProps {
  readonly around: readonly Point[];
  readonly marginM: number;
  /** A small drawing among others is not zoomed. */
  readonly still?: boolean;
}

/** The same drawing around some points only, without walls: a stance card, a single step. */
export function CloseView({
  around,
  marginM,
  label,
  children,
  still = false,
  height = 'min(60vh, 560px)',
}: CloseViewProps) {
  return (
    <View around={around} marginM={marginM} focus={null} label={label} height={height} still={still}>
      <Ground />
      {children}
    </View>
  );
}

/** Floor without an edge: it goes on beyond what is shown. */
function Ground() {
  const { frame } = useDrawing();
  return (
    <>
      <rect x={-9} y={-9} width={frame.width + 18} height={frame.height + 18} fill={PALETTE.mat} />
      <FloorGrid
        frame={{ left: frame.left - 2, top: frame.top + 2, width: frame.width + 4, height: frame.height + 4 }}
        inFrame={frame}
        everyM={0.1}
      />
    </>
  );
}

/** Height of the words on a drawing, and the scale from which single feet carry theirs. */
const TEXT_PX = 12.5;
const READABLE_PX_PER_M = 130;
/** Before the drawing has been laid out, and on paper. */
const USUAL_BOX_PX = { width: 730, height: 560 };

/** Room for the letters of the datums around a floor. */
const LETTERS_PX = 26;

/** Size of the box that a drawing fills. */
function useBoxPx() {
  const box = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState(USUAL_BOX_PX);
  useEffect(() => {
    const watcher = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      if (width > 0 && height > 0) setSize({ width, height });
    });
    const { current } = box;
    if (current) watcher.observe(current);
    // Chromium does not heed touch-action inside a drawing: a finger on what can be dragged would scroll
    // the page instead, and the drag would break off.
    const holdStill = (event: TouchEvent): void => {
      const on = event.target instanceof Element && event.target.closest('.stays');
      if (on && event.touches.length === 1 && event.cancelable) event.preventDefault();
    };
    current?.addEventListener('touchstart', holdStill, { passive: false });
    return () => {
      watcher.disconnect();
      current?.removeEventListener('touchstart', holdStill);
    };
  }, []);
  return { box, size };
}

/** A press that slips further than this is none: a hand that drags the floor about presses nothing on it. */
const SLIP_PX = 6;

/** Presses of a pointer on the ground. Whatever is pressed so has a way by keys of its own. */
function usePresses(
  svg: RefObject<SVGSVGElement | null>,
  drawing: Drawing,
  onPress: ViewProps['onPress'],
): void {
  const now = useNow({ drawing, onPress });
  useEffect(() => {
    const { current } = svg;
    if (!current) return undefined;
    let from: Point = { x: NaN, y: NaN };
    const down = ({ clientX, clientY }: PointerEvent): void => {
      from = { x: clientX, y: clientY };
    };
    const click = ({ clientX, clientY, shiftKey }: MouseEvent): void => {
      const slipPx = Math.hypot(clientX - from.x, clientY - from.y);
      if (slipPx <= SLIP_PX) now().onPress?.(floorPoint(now().drawing, clientX, clientY), shiftKey);
    };
    current.addEventListener('pointerdown', down);
    current.addEventListener('click', click);
    return () => {
      current.removeEventListener('pointerdown', down);
      current.removeEventListener('click', click);
    };
  }, [svg, now]);
}

/** Beyond this magnification the letters on the feet can be read. */
const READABLE_SCALE = 1.8;

function View({
  around,
  marginM,
  leastMarginPx = 0,
  focus,
  label,
  children,
  height,
  still = false,
  inset = null,
  onPress,
}: ViewProps & {
  /** The floor to show small in a corner, with the part that is seen. */
  readonly inset?: Floor | null;
  readonly around: readonly Point[];
  readonly marginM: number;
  /** The margin takes at least as much of the box. */
  readonly leastMarginPx?: number;
  readonly focus: Focus | null;
  readonly height: string;
  readonly still?: boolean;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const [near, setNear] = useState(false);
  const { box, size } = useBoxPx();
  // A frame that stays as it is keeps every mark on it as it is drawn.
  const frame = useSameByValue(
    useMemo(() => frameInBox(around, marginM, size, leastMarginPx), [around, marginM, size, leastMarginPx]),
  );
  // Words keep their size on every screen.
  const pixelsPerMetre = focus
    ? Math.min(size.width, size.height) / (2 * focus.radiusM)
    : Math.min(size.width / frame.width, size.height / frame.height);
  const detailed = near || pixelsPerMetre > READABLE_PX_PER_M;
  const drawing = useMemo(
    () => ({ frame, textM: TEXT_PX / pixelsPerMetre, detailed, svg }),
    [frame, pixelsPerMetre, detailed],
  );
  const centre = focus && toDrawing(frame, focus.at);
  const viewBox = centre
    ? `${centre.x - focus.radiusM} ${centre.y - focus.radiusM} ${2 * focus.radiusM} ${2 * focus.radiusM}`
    : `0 0 ${frame.width} ${frame.height}`;
  usePresses(svg, drawing, onPress);
  const shown = (
    <>
      {inset && <Inset floor={inset} frame={frame} focus={focus} />}
      <TransformComponent wrapperStyle={FULL} contentStyle={FULL}>
        <svg
          ref={svg}
          role="group"
          aria-label={label}
          viewBox={viewBox}
          preserveAspectRatio="xMidYMid meet"
          style={{ width: '100%', height: '100%', display: 'block' }}
        >
          {children}
        </svg>
      </TransformComponent>
    </>
  );
  return (
    <DrawingContext value={drawing}>
      <ShownContext value={shown}>
        <Window box={box} height={height} still={still} onNear={setNear} />
      </ShownContext>
    </DrawingContext>
  );
}

const FULL = { width: '100%', height: '100%' } as const;
const ShownContext = createContext<ReactNode>(null);
const Shown = () => use(ShownContext);

/** The zoom measures its box whenever it is drawn: it stays as it is while what it shows is drawn anew. */
const Window = memo(function Window({
  box,
  height,
  still,
  onNear,
}: {
  readonly box: RefObject<HTMLDivElement | null>;
  readonly height: string;
  readonly still: boolean;
  readonly onNear: (near: boolean) => void;
}) {
  return (
    <Box
      ref={box}
      sx={{
        position: 'relative',
        border: `1px solid ${PALETTE.rule}`,
        bgcolor: PALETTE.canvas,
        height,
        '@media print': { height: '150mm', border: 0 },
      }}
    >
      <TransformWrapper
        minScale={1}
        maxScale={12}
        doubleClick={{ disabled: true }}
        wheel={{ activationKeys: ['Control', 'Meta'] }}
        panning={{ excluded: ['stays'] }}
        onTransform={(_wrapper, { scale }) => onNear(scale > READABLE_SCALE)}
      >
        {!still && <Zoom />}
        <Shown />
      </TransformWrapper>
    </Box>
  );
});

function Zoom() {
  const { zoomIn, zoomOut, resetTransform } = useControls();
  const look = {
    bgcolor: PALETTE.chalk,
    border: `1px solid ${PALETTE.rule}`,
    borderRadius: '3px',
    '&:hover': { bgcolor: PALETTE.mat },
  };
  return (
    <Box
      className="no-print"
      sx={{
        position: 'absolute',
        right: 8,
        top: 8,
        zIndex: 1,
        display: 'flex',
        flexDirection: 'column',
        gap: 0.5,
      }}
    >
      <IconButton aria-label="Nearer" sx={look} onClick={() => zoomIn()}>
        <ZoomIn size={18} />
      </IconButton>
      <IconButton aria-label="Further" sx={look} onClick={() => zoomOut()}>
        <ZoomOut size={18} />
      </IconButton>
      <IconButton aria-label="Whole floor" sx={look} onClick={() => resetTransform()}>
        <Maximize size={18} />
      </IconButton>
    </Box>
  );
}

/** The floor itself: outline, a metre grid, and the datums a tape starts from. */
const Mat = memo(function Mat({ floor }: { readonly floor: Floor }) {
  const { frame, textM } = useDrawing();
  const clip = `mat-${floor.name.replace(/\W/g, '')}`;
  return (
    <g>
      <clipPath id={clip}>
        <path d={pathOf(frame, floor.outline, true)} />
      </clipPath>
      <path d={pathOf(frame, floor.outline, true)} fill={PALETTE.mat} />
      <g clipPath={`url(#${clip})`}>
        <FloorGrid frame={frame} everyM={1} />
      </g>
      <EdgeLine d={pathOf(frame, floor.outline, true)} edge={floor.edge ?? 'open'} />
      {(floor.fixtures ?? []).map((fixture) => (
        <FixtureMark key={fixture.id} fixture={fixture} />
      ))}
      {floor.datums.map((datum) => {
        const { x, y } = toDrawing(frame, datum.at);
        const out = outwardAt(floor.outline, datum.at);
        const aside = 0.06 + 0.75 * textM;
        return (
          <g key={datum.id}>
            <circle cx={x} cy={y} r={0.06} fill={PALETTE.ink} />
            <text
              x={x + out.x * aside}
              y={y - out.y * aside}
              fontSize={textM * 1.2}
              fontWeight={800}
              fill={PALETTE.ink}
              textAnchor="middle"
              dominantBaseline="central"
            >
              {datum.id}
            </text>
          </g>
        );
      })}
    </g>
  );
});
