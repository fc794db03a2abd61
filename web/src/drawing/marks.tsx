import { footOutline, type Body, type Foot, type FootName } from '@angled-chalk/core/body';
import type { Cone, Target } from '@angled-chalk/core/floor';
import {
  distanceM,
  forward,
  fromFacing,
  headingDeg,
  midpoint,
  type Point,
} from '@angled-chalk/core/geometry';
import { memo } from 'react';
import { PALETTE } from '../app/palette.ts';
import { useDrawing } from './drawing.ts';
import { DrawingText } from './DrawingText.tsx';
import { pathOf, toDrawing } from './frame.ts';

export type Standing = 'planned' | 'observed' | 'now' | 'partner';

const LINE: Readonly<Record<Standing, { stroke: string; fill: string; dashed?: boolean }>> = {
  planned: { stroke: PALETTE.planned, fill: 'none', dashed: true },
  observed: { stroke: PALETTE.observed, fill: PALETTE.observedFill },
  now: { stroke: PALETTE.ink, fill: PALETTE.chalk },
  partner: { stroke: PALETTE.ink, fill: PALETTE.partner },
};

interface FootMarkProps {
  readonly name: FootName;
  readonly foot: Foot;
  readonly body: Body;
  readonly standing: Standing;
  /** Beside the letter: the numbers of its footfalls. */
  readonly text?: string | undefined;
  readonly faint?: boolean;
  readonly strong?: boolean;
  /** Without its letter: another print at the same place carries it. */
  readonly bare?: boolean;
}

/** Where the letter of a foot stands. */
export const labelAt = (foot: Foot, lengthM: number): Point =>
  fromFacing(foot.ball, foot.headingDeg, 0, -0.38 * lengthM);

const SOLES = new WeakMap<Body, Record<FootName, string>>();
const AT_REST: Foot = { ball: { x: 0, y: 0 }, headingDeg: 0, heelUp: false };
const NO_FRAME = { left: 0, top: 0, width: 0, height: 0 };

/** The sole of a body's foot about its ball, toes up the drawing: drawn once, and then only moved and turned. */
function soleOf(name: FootName, body: Body): string {
  const sole = (foot: FootName): string => pathOf(NO_FRAME, footOutline(foot, AT_REST, body), true);
  const known = SOLES.get(body) ?? { left: sole('left'), right: sole('right') };
  SOLES.set(body, known);
  return known[name];
}

/** The same foot at the same place is drawn once, though it was laid out anew. */
function isSameMark(a: FootMarkProps, b: FootMarkProps): boolean {
  const [one, other] = [a.foot, b.foot];
  return (
    one.ball.x === other.ball.x &&
    one.ball.y === other.ball.y &&
    one.headingDeg === other.headingDeg &&
    one.heelUp === other.heelUp &&
    a.name === b.name &&
    a.body === b.body &&
    a.standing === b.standing &&
    a.text === b.text &&
    a.faint === b.faint &&
    a.strong === b.strong &&
    a.bare === b.bare
  );
}

/** One foot: its real outline, a round ball mark and an L, or a square one and an R. */
export const FootMark = memo(function FootMark({
  name,
  foot,
  body,
  standing,
  text = '',
  faint,
  strong,
  bare = false,
}: FootMarkProps) {
  const { frame, textM, detailed } = useDrawing();
  const look = LINE[standing];
  const line = Math.min(0.012, textM * 0.13);
  const { x, y } = toDrawing(frame, foot.ball);
  const lengthM = body.footLength.valueM;
  const size = Math.min(textM, lengthM * 0.34);
  const ball = size * 0.3;
  const at = toDrawing(frame, labelAt(foot, lengthM));
  const letter = name === 'left' ? 'L' : 'R';
  return (
    <g opacity={faint ? 0.28 : 1}>
      <path
        d={soleOf(name, body)}
        transform={`translate(${x.toFixed(4)} ${y.toFixed(4)}) rotate(${foot.headingDeg.toFixed(2)})`}
        fill={look.fill}
        stroke={look.stroke}
        strokeWidth={strong ? 1.8 * line : line}
        strokeLinejoin="round"
        strokeDasharray={look.dashed ? `${3 * line} ${2 * line}` : undefined}
      />
      {name === 'left' ? (
        <circle cx={x} cy={y} r={ball} fill={look.stroke} />
      ) : (
        <rect x={x - ball} y={y - ball} width={2 * ball} height={2 * ball} fill={look.stroke} />
      )}
      {!faint && !bare && detailed && (
        <text
          x={at.x}
          y={at.y}
          fontSize={size}
          fontWeight={700}
          fill={look.stroke}
          textAnchor="middle"
          dominantBaseline="central"
        >
          {letter}
          {text}
        </text>
      )}
    </g>
  );
}, isSameMark);

/** A cone from above: its base, a second ring when it is tall, and its number, inside where it fits. */
export function ConeMark({ cone, tall }: { readonly cone: Cone; readonly tall: boolean }) {
  const { frame, textM } = useDrawing();
  const { x, y } = toDrawing(frame, cone.at);
  const r = Math.max(cone.radiusM, 0.02);
  const inside = textM < 1.4 * r;
  return (
    <g>
      <circle cx={x} cy={y} r={r} fill={PALETTE.chalk} stroke={PALETTE.ink} strokeWidth={0.018} />
      {tall && <circle cx={x} cy={y} r={r * 0.55} fill="none" stroke={PALETTE.ink} strokeWidth={0.018} />}
      <text
        x={inside ? x : x + r + textM * 0.35}
        y={y}
        fontSize={inside ? textM * 1.1 : textM}
        fontWeight={800}
        fill={PALETTE.ink}
        stroke={inside ? 'none' : PALETTE.mat}
        strokeWidth={textM * 0.2}
        paintOrder="stroke"
        textAnchor={inside ? 'middle' : 'start'}
        dominantBaseline="central"
      >
        {cone.number}
      </text>
    </g>
  );
}

export function TargetMark({ target }: { readonly target: Target }) {
  const { frame, textM } = useDrawing();
  const { x, y } = toDrawing(frame, target.at);
  const r = Math.max(target.radiusM, 0.12);
  const line = { stroke: PALETTE.ink, strokeWidth: 0.03, fill: PALETTE.chalk } as const;
  return (
    <g>
      {target.kind === 'pad' ? (
        <rect x={x - r} y={y - r} width={2 * r} height={2 * r} {...line} />
      ) : (
        <circle cx={x} cy={y} r={r} {...line} />
      )}
      <path
        d={`M${x - 0.7 * r} ${y}H${x + 0.7 * r}M${x} ${y - 0.7 * r}V${y + 0.7 * r}`}
        stroke={PALETTE.ink}
        strokeWidth={0.02}
      />
      <text
        x={x + r + 0.06}
        y={y}
        fontSize={textM}
        fontWeight={700}
        fill={PALETTE.ink}
        dominantBaseline="central"
      >
        {target.kind}
      </text>
    </g>
  );
}

interface DimensionProps {
  readonly from: Point;
  readonly to: Point;
  readonly text: string;
  /** Metres to the right of the way from -> to at which the line is drawn. */
  readonly asideM?: number;
  readonly colour?: string;
}

/** Where the measure of a dimension line is written, and to which side of that point. */
export function dimensionWords(
  from: Point,
  to: Point,
  asideM: number,
  textM: number,
): { readonly at: Point; readonly anchor: 'start' | 'middle' | 'end' } {
  const heading = headingDeg(from, to);
  const side = Math.sign(asideM || 1);
  const at = fromFacing(midpoint(from, to), heading, asideM + side * textM * 0.85, 0);
  const { x, y } = forward(heading);
  return { at, anchor: Math.abs(x) > 0.7 ? 'middle' : y * side > 0 ? 'start' : 'end' };
}

/** A dimension line with ticks at its ends and its measure beside it. */
export function Dimension({ from, to, text, asideM = 0, colour = PALETTE.ink }: DimensionProps) {
  const { frame, textM } = useDrawing();
  if (distanceM(from, to) < 1e-6) return null;
  const heading = headingDeg(from, to);
  const a = fromFacing(from, heading, asideM, 0);
  const b = fromFacing(to, heading, asideM, 0);
  const tick = textM * 0.45;
  const ticks = [a, b].map((end) => [fromFacing(end, heading, -tick, 0), fromFacing(end, heading, tick, 0)]);
  const { at, anchor } = dimensionWords(from, to, asideM, textM);
  const words = toDrawing(frame, at);
  return (
    <g>
      <g stroke={colour} strokeWidth={textM * 0.07}>
        <path d={pathOf(frame, [a, b])} />
        {ticks.map((pair, i) => (
          <path key={i} d={pathOf(frame, pair)} />
        ))}
        {asideM !== 0 && (
          <path
            d={`${pathOf(frame, [from, a])}${pathOf(frame, [to, b])}`}
            strokeDasharray={`${textM * 0.2} ${textM * 0.2}`}
            strokeWidth={textM * 0.04}
          />
        )}
      </g>
      <DrawingText x={words.x} y={words.y} fontWeight={650} fill={colour} textAnchor={anchor}>
        {text}
      </DrawingText>
    </g>
  );
}

/** Line of sight from the stance centre to the target. */
export function Line({
  points,
  colour,
  widthM = 0.015,
  dash,
}: {
  readonly points: readonly Point[];
  readonly colour: string;
  readonly widthM?: number;
  readonly dash?: string;
}) {
  const { frame } = useDrawing();
  return (
    <path
      d={pathOf(frame, points)}
      fill="none"
      stroke={colour}
      strokeWidth={widthM}
      strokeDasharray={dash}
      strokeLinejoin="round"
    />
  );
}
