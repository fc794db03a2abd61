import Box from '@mui/material/Box';
import type { Floor } from '@angled-chalk/core/floor';
import type { Point } from '@angled-chalk/core/geometry';
import { useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { PALETTE } from '../app/palette.ts';
import { Magnifier } from './Magnifier.tsx';
import { ellipsePath, gridPaths } from './overlay.ts';
import { useShownWidth, Words } from './Words.tsx';
import type { FilmLanding, FilmWork } from './useFilmWork.ts';

/** What is done with the picture under the hand. */
export type Hand =
  { readonly does: 'mark'; readonly name: string } | { readonly does: 'land' } | { readonly does: 'box' };

export interface Pressed {
  readonly from: Point;
  readonly to: Point;
  /** Whether it was drawn further than a hand trembles. */
  readonly isDrag: boolean;
}

interface FilmViewProps {
  /** Null while it is on its way: the one before stays. */
  readonly bitmap: ImageBitmap | null;
  readonly place: number;
  readonly width: number;
  readonly height: number;
  readonly label: string;
  readonly floor: Floor;
  readonly work: FilmWork;
  readonly hand: Hand;
  /** Landings near the moment, and which of them is chosen. */
  readonly near: readonly FilmLanding[];
  readonly chosen: number | null;
  readonly outlying: string | null;
  readonly box: {
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
  } | null;
  readonly onPress: (pressed: Pressed) => void;
  readonly onMark: (name: string, pixel: Point, isDone: boolean) => void;
  readonly onMove: (id: number, pixel: Point, isDone: boolean) => void;
  readonly onKey: (event: KeyboardEvent<HTMLElement>, cross: Point) => void;
}

type Held =
  | { readonly what: 'mark'; readonly name: string }
  | { readonly what: 'landing'; readonly id: number }
  | { readonly what: 'new'; readonly from: Point };

/** Nearer than this on the screen is a drag of nothing. */
const TREMBLE_PX = 6;
const KEY_PX = 8;

/** A picture of the film with the floor's grid, the marks and the landings over it. */
export function FilmView(props: FilmViewProps) {
  const { bitmap, place, width, height, label, floor, work, hand, near, chosen, outlying, box } = props;
  const { camera, done, floors } = work;
  const canvas = useRef<HTMLCanvasElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const held = useRef<Held | null>(null);
  const [at, setAt] = useState<Point | null>(null);
  const [drawn, setDrawn] = useState<{ from: Point; to: Point } | null>(null);
  const [cross, setCross] = useState<Point>({ x: width / 2, y: (2 * height) / 3 });
  const [hasFocus, setHasFocus] = useState(false);
  useLayoutEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context || !bitmap || !canvas.current) return;
    context.drawImage(bitmap, 0, 0);
    canvas.current.dataset['shown'] = String(place);
  }, [bitmap, place]);
  const paths = useMemo(() => (camera ? gridPaths(camera, floor) : null), [camera, floor]);
  // Sizes that stay the same on the screen whatever the film's own size is.
  const unit = width / useShownWidth(svg);

  const pixelOf = (event: PointerEvent): Point => {
    const box2 = svg.current?.getBoundingClientRect();
    if (!box2) return { x: 0, y: 0 };
    return {
      x: ((event.clientX - box2.left) / box2.width) * width,
      y: ((event.clientY - box2.top) / box2.height) * height,
    };
  };
  const begin = (event: PointerEvent, what: Held): void => {
    event.stopPropagation();
    svg.current?.setPointerCapture(event.pointerId);
    held.current = what;
    const pixel = pixelOf(event);
    setAt(pixel);
    if (what.what === 'mark') props.onMark(what.name, pixel, false);
  };
  const down = (event: PointerEvent): void => {
    if (event.button !== 0) return;
    const from = pixelOf(event);
    begin(event, hand.does === 'mark' ? { what: 'mark', name: hand.name } : { what: 'new', from });
  };
  const move = (event: PointerEvent): void => {
    const pixel = pixelOf(event);
    const now = held.current;
    if (!now) return;
    setAt(pixel);
    if (now.what === 'mark') props.onMark(now.name, pixel, false);
    else if (now.what === 'landing') props.onMove(now.id, pixel, false);
    else setDrawn({ from: now.from, to: pixel });
  };
  const up = (event: PointerEvent): void => {
    const now = held.current;
    const pixel = pixelOf(event);
    held.current = null;
    setAt(null);
    setDrawn(null);
    if (!now) return;
    if (now.what === 'mark') props.onMark(now.name, pixel, true);
    else if (now.what === 'landing') props.onMove(now.id, pixel, true);
    else {
      const far = Math.hypot(pixel.x - now.from.x, pixel.y - now.from.y);
      const perScreen = width / (svg.current?.getBoundingClientRect().width ?? width);
      props.onPress({ from: now.from, to: pixel, isDrag: far > TREMBLE_PX * perScreen });
    }
  };
  const key = (event: KeyboardEvent<HTMLElement>): void => {
    const step = (event.shiftKey ? 1 : KEY_PX) * unit;
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (event.altKey && way) {
      event.preventDefault();
      setCross({ x: cross.x + (way[0] ?? 0) * step, y: cross.y + (way[1] ?? 0) * step });
      return;
    }
    props.onKey(event, cross);
  };
  return (
    <Box
      role="group"
      aria-label={label}
      tabIndex={0}
      onKeyDown={key}
      onFocus={() => setHasFocus(true)}
      onBlur={() => setHasFocus(false)}
      sx={{
        position: 'relative',
        bgcolor: '#000',
        lineHeight: 0,
        touchAction: 'none',
        '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main', outlineOffset: 2 },
      }}
    >
      <canvas ref={canvas} width={width} height={height} style={{ width: '100%', height: 'auto' }} />
      <svg
        ref={svg}
        viewBox={`0 0 ${width} ${height}`}
        style={{
          position: 'absolute',
          inset: 0,
          width: '100%',
          height: '100%',
          cursor: 'crosshair',
          userSelect: 'none',
        }}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
        aria-hidden
      >
        {paths && (
          <>
            <path d={paths.grid} fill="none" stroke="#fff" strokeOpacity={0.55} strokeWidth={1.1 * unit} />
            <path d={paths.edge} fill="none" stroke="#ffd84d" strokeWidth={2.2 * unit} />
          </>
        )}
        {box && (
          <rect
            x={box.x}
            y={box.y}
            width={box.width}
            height={box.height}
            fill="none"
            stroke="#fff"
            strokeWidth={2 * unit}
            strokeDasharray={`${8 * unit} ${6 * unit}`}
          />
        )}
        {done.marks.map(({ name, pixel }) => (
          <g
            key={name}
            onPointerDown={(event) => begin(event, { what: 'mark', name })}
            style={{ cursor: 'move' }}
          >
            <circle cx={pixel.x} cy={pixel.y} r={16 * unit} fill="transparent" />
            <circle
              cx={pixel.x}
              cy={pixel.y}
              r={7 * unit}
              fill="none"
              stroke={name === outlying ? '#ff4d6d' : '#ffd84d'}
              strokeWidth={2.4 * unit}
            />
            <circle cx={pixel.x} cy={pixel.y} r={1.2 * unit} fill="#ffd84d" />
            <Words x={pixel.x + 11 * unit} y={pixel.y - 8 * unit} unit={unit} text={name} />
          </g>
        ))}
        {near.map((one) => {
          const point = floors.get(one.id);
          const { ball, toe, foot, state, id } = one;
          const colour = state === 'check' ? '#ff4d6d' : foot === 'left' ? '#7fd4ff' : '#ffb27f';
          return (
            <g
              key={id}
              onPointerDown={(event) => begin(event, { what: 'landing', id })}
              style={{ cursor: 'move' }}
            >
              {camera && point && (
                <path
                  d={ellipsePath(camera, point)}
                  fill={colour}
                  fillOpacity={0.22}
                  stroke={colour}
                  strokeWidth={1.4 * unit}
                />
              )}
              {toe && (
                <line x1={ball.x} y1={ball.y} x2={toe.x} y2={toe.y} stroke={colour} strokeWidth={3 * unit} />
              )}
              <circle cx={ball.x} cy={ball.y} r={14 * unit} fill="transparent" />
              <circle
                cx={ball.x}
                cy={ball.y}
                r={(id === chosen ? 6.5 : 4.5) * unit}
                fill={colour}
                stroke="#000"
                strokeWidth={1.2 * unit}
              />
              <Words
                x={ball.x + 9 * unit}
                y={ball.y + 18 * unit}
                unit={unit}
                text={`${foot === 'left' ? 'L' : 'R'}${state === 'check' ? ' check me' : state === 'proposed' ? ' proposed' : ''}`}
              />
            </g>
          );
        })}
        {drawn &&
          (hand.does === 'box' ? (
            <rect
              x={Math.min(drawn.from.x, drawn.to.x)}
              y={Math.min(drawn.from.y, drawn.to.y)}
              width={Math.abs(drawn.to.x - drawn.from.x)}
              height={Math.abs(drawn.to.y - drawn.from.y)}
              fill="none"
              stroke="#fff"
              strokeWidth={2 * unit}
            />
          ) : (
            <line
              x1={drawn.from.x}
              y1={drawn.from.y}
              x2={drawn.to.x}
              y2={drawn.to.y}
              stroke={PALETTE.action}
              strokeWidth={3 * unit}
            />
          ))}
        {hasFocus && (
          <path
            d={`M${cross.x - 14 * unit} ${cross.y}H${cross.x + 14 * unit}M${cross.x} ${cross.y - 14 * unit}V${cross.y + 14 * unit}`}
            stroke="#fff"
            strokeWidth={1.6 * unit}
            fill="none"
          />
        )}
      </svg>
      {at && <Magnifier source={canvas} at={at} width={width} height={height} />}
    </Box>
  );
}
