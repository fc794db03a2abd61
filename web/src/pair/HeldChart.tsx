import type { Schedule } from '@angled-chalk/core/motion';
import { formatLength } from '@angled-chalk/core/measure';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import type { Held } from '../work/pair-work.ts';

const WIDE = 560;
const HIGH = 150;
const LEFT = 52;

interface HeldChartProps {
  readonly held: Held;
  readonly schedule: Schedule;
  readonly gapM: number;
  readonly nearM: number;
  readonly farM: number;
  readonly beatS: number;
}

/** A step is over after two thirds of its beat. */
const FLIGHT = 2 / 3;

/** The gap over time with the steps of one answer, against the band; what it would be without a step is faint. */
export function HeldChart({ held, schedule, gapM, nearM, farM, beatS }: HeldChartProps) {
  const units = useUnits();
  const { atM: motionM, everyS } = held.motion;
  const ownAt = (t: number): number =>
    schedule.steps.reduce((sum, { timeS, moveM }) => {
      const share = (t - timeS) / (FLIGHT * beatS);
      return sum + (share <= 0 ? 0 : moveM * Math.min(1, share));
    }, 0);
  const still = Array.from(motionM, (m) => gapM + m);
  const own = still.map((gap, i) => gap - ownAt(i * everyS));
  const [least, most] = [Math.min(nearM, ...own) - 0.1, Math.max(farM, ...own) + 0.1];
  const lastsS = motionM.length * everyS;
  const x = (t: number): number => LEFT + (t / lastsS) * (WIDE - LEFT - 6);
  const y = (m: number): number => 8 + ((most - m) / (most - least)) * (HIGH - 30);
  const line = (values: readonly number[]): string =>
    values.map((m, i) => `${i === 0 ? 'M' : 'L'}${x(i * everyS).toFixed(1)} ${y(m).toFixed(1)}`).join('');
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      style={{ width: '100%', display: 'block', background: PALETTE.chalk }}
      role="img"
      aria-label={`The gap over ${lastsS.toFixed(0)} s, in the band ${Math.round(100 * schedule.shareInBand)} % of the time`}
    >
      <clipPath id="held">
        <rect x={LEFT} y={0} width={WIDE} height={HIGH - 18} />
      </clipPath>
      <rect
        x={LEFT}
        width={WIDE - LEFT - 6}
        y={y(farM)}
        height={y(nearM) - y(farM)}
        fill={PALETTE.actionFill}
      />
      {[nearM, farM].map((m) => (
        <g key={m}>
          <line x1={LEFT} x2={WIDE - 6} y1={y(m)} y2={y(m)} stroke={PALETTE.softInk} strokeDasharray="5 4" />
          <text x={LEFT - 4} y={y(m) + 4} fontSize={11} textAnchor="end" fill={PALETTE.ink}>
            {formatLength(m, units)}
          </text>
        </g>
      ))}
      <g clipPath="url(#held)" fill="none">
        <path d={line(still)} stroke={PALETTE.softInk} strokeOpacity={0.5} strokeDasharray="2 3" />
        <path d={line(own)} stroke={PALETTE.planned} strokeWidth={2} />
      </g>
      {schedule.steps.map(({ beat, timeS, moveM }) => (
        <path
          key={beat}
          d={moveM > 0 ? `M${x(timeS) - 4} ${HIGH - 8}l4 -8 4 8z` : `M${x(timeS) - 4} ${HIGH - 16}l4 8 4 -8z`}
          fill={moveM > 0 ? PALETTE.planned : PALETTE.observed}
        >
          <title>{`${formatLength(Math.abs(moveM), units)} ${moveM > 0 ? 'in' : 'out'} on beat ${beat}`}</title>
        </path>
      ))}
    </svg>
  );
}
