import Box from '@mui/material/Box';
import { formatLength } from '@angled-chalk/core/measure';
import { strongZones, type Two } from '@angled-chalk/core/pair';
import { bentM, type Striker } from '@angled-chalk/core/range';
import { useMemo } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { FLOOR_HEIGHT } from './PairFloor.tsx';

interface At {
  readonly x: number;
  readonly y: number;
}

/** Shares of stature: chin, and how deep and how high a head is (from memory). */
const CHIN = 0.87;
const HEAD_DEEP = 0.1;
const LINE_M = 0.02;
const FLOOR_M = 0.12;
const LEFT_M = 0.55;

/** Where two limbs of these lengths meet, from one joint to another, bent to one side. */
function bend(from: At, to: At, a: number, b: number, side: number): At {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const d = Math.min(a + b - 1e-6, Math.max(1e-6, Math.hypot(dx, dy)));
  const along = (a * a - b * b + d * d) / (2 * d);
  const off = Math.sqrt(Math.max(0, a * a - along * along));
  return {
    x: from.x + (dx * along) / d - (side * off * dy) / d,
    y: from.y + (dy * along) / d + (side * off * dx) / d,
  };
}

/** The two from the side on the axis of the gap, in true measure, with the strips in which their straight punches are strong. */
export function SideView({ two, gapM }: { readonly two: Two; readonly gapM: number }) {
  const units = useUnits();
  const zones = useMemo(() => strongZones(two), [two]);
  const tall = Math.max(two.mine.lengths.stature.valueM, two.theirs.lengths.stature.valueM);
  const wide = Math.max(1.8, gapM + LEFT_M) + LEFT_M;
  const high = tall + 0.15;
  const y = (m: number): number => high - m;
  const { name } = two.mine.student;
  return (
    <Box sx={{ border: 1, borderColor: 'divider', bgcolor: 'background.paper' }}>
      <svg
        viewBox={`${-LEFT_M} 0 ${wide} ${high + FLOOR_M}`}
        style={{ width: '100%', height: FLOOR_HEIGHT, display: 'block' }}
        role="img"
        aria-label={`${two.theirs.student.name} and ${name} from the side, ${formatLength(gapM, units)} apart`}
      >
        <line x1={-LEFT_M} x2={wide} y1={y(0)} y2={y(0)} stroke={PALETTE.softInk} strokeWidth={0.008} />
        {zones.map((zone) => (
          <rect
            key={`${zone.strike} ${zone.part}`}
            x={zone.fromM}
            y={y(zone.heightM + 0.07)}
            width={zone.depthM}
            height={0.14}
            fill={PALETTE.notMet}
            fillOpacity={0.12}
            stroke={PALETTE.notMet}
            strokeWidth={0.006}
            strokeDasharray={zone.part === 'head' ? undefined : '0.03 0.02'}
          />
        ))}
        <Figure striker={two.theirs} at={0} way={1} y={y} colour={PALETTE.observed} />
        <Figure striker={two.mine} at={gapM} way={-1} y={y} colour={PALETTE.planned} />
        <text x={0} y={y(-0.09)} fontSize={0.06} textAnchor="middle" fill={PALETTE.ink}>
          {two.theirs.student.name}
        </text>
        <text x={gapM} y={y(-0.09)} fontSize={0.06} textAnchor="middle" fill={PALETTE.ink}>
          {name}
        </text>
      </svg>
      {zones.length > 0 && (
        <Box sx={{ px: 1, pb: 0.5, fontSize: '0.84rem' }}>
          Shaded: where a straight punch of {two.theirs.student.name} is strong, at the head, and dashed at
          the body.
        </Box>
      )}
    </Box>
  );
}

/** A body from the side in its stance: feet, legs, trunk, head, and the lead arm on guard. */
function Figure({
  striker,
  at,
  way,
  y,
  colour,
}: {
  readonly striker: Striker;
  readonly at: number;
  /** Facing along the axis, or against it. */
  readonly way: 1 | -1;
  readonly y: (m: number) => number;
  readonly colour: string;
}) {
  const { stance, lengths } = striker;
  const statureM = lengths.stature.valueM;
  const down = bentM(striker);
  const x = (ahead: number): number => at + way * ahead;
  const hipM = (stance.school.weightOnLead - 0.5) * stance.lengthM;
  const hip: At = { x: x(hipM), y: lengths.hipHeight.valueM - down };
  const shoulder: At = { x: x(hipM), y: lengths.shoulderHeight.valueM - down };
  const [thigh, shank] = [lengths.thigh.valueM, lengths.hipHeight.valueM - lengths.thigh.valueM];
  const leg = (ahead: number): readonly At[] => {
    const foot: At = { x: x(ahead), y: 0.03 };
    return [hip, bend(hip, foot, thigh, shank, way), foot];
  };
  const upper = lengths.upperArm.valueM;
  const fore = lengths.arm.valueM - upper;
  const hand: At = { x: x(hipM + 0.36 * statureM * 0.6), y: CHIN * statureM - down - 0.02 };
  const arm = [shoulder, bend(shoulder, hand, upper, fore, -way), hand];
  const line = (points: readonly At[]): string =>
    points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x} ${y(p.y)}`).join('');
  const headY = (statureM + CHIN * statureM) / 2 - down;
  return (
    <g fill="none" stroke={colour} strokeWidth={LINE_M} strokeLinecap="round" strokeLinejoin="round">
      <path d={line(leg(stance.lengthM / 2))} />
      <path d={line(leg(-stance.lengthM / 2))} strokeOpacity={0.6} />
      <path d={line([hip, shoulder])} strokeWidth={2 * LINE_M} />
      <path d={line([shoulder, { x: x(hipM + 0.03 * statureM), y: CHIN * statureM - down }])} />
      <ellipse
        cx={x(hipM + 0.03 * statureM)}
        cy={y(headY)}
        rx={(HEAD_DEEP * statureM) / 2}
        ry={((1 - CHIN) * statureM) / 2}
        fill={PALETTE.chalk}
      />
      <path d={line(arm)} />
      <circle cx={hand.x} cy={y(hand.y)} r={0.04} fill={colour} />
    </g>
  );
}
