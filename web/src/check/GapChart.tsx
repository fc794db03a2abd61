import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import type { CheckResult } from '@angled-chalk/core/check';
import { fieldUnit, lengthToField } from '@angled-chalk/core/measure';
import type { Finding } from '@angled-chalk/core/rules';
import { LTTB } from 'downsample';
import { useMemo, useState } from 'react';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { Panel } from '../parts/Page.tsx';

const MOST_POINTS = 1200;

interface GapChartProps {
  readonly result: CheckResult;
  readonly timeS: number;
  readonly onTime: (timeS: number) => void;
  readonly findings: readonly Finding[];
  /** The band follows the planned gap, so the gap is best read against it. */
  readonly aroundPlan: boolean;
}

/** The gap to the target over time against the band and the plan; a click goes to the moment. */
export function GapChart({ result, timeS, onTime, findings, aroundPlan }: GapChartProps) {
  const units = useUnits();
  const [against, setAgainst] = useState(aroundPlan);
  const rows = useMemo(() => {
    const { gap } = result;
    const show = (metres: number): number => lengthToField(metres, units);
    const zero = (i: number): number => (against ? gap.plannedM[i]! : 0);
    return thinned(gap.timeS, gap.gapM).map((i) => ({
      t: Math.round(gap.timeS[i]! * 100) / 100,
      gap: show(gap.gapM[i]! - zero(i)),
      planned: show(gap.plannedM[i]! - zero(i)),
      band: [show(gap.nearM[i]! - zero(i)), show(gap.farM[i]! - zero(i))] as [number, number],
    }));
  }, [result, units, against]);
  const gapAt = (atS: number): number => rows.findLast((row) => row.t <= atS)?.gap ?? rows[0]!.gap;
  return (
    <Panel
      title={
        against
          ? `Gap to the target, more (+) or less (−) than planned, ${fieldUnit(units)}`
          : `Gap to the target, ${fieldUnit(units)}`
      }
    >
      <FormControlLabel
        className="no-print"
        control={<Switch size="small" checked={against} onChange={(_event, on) => setAgainst(on)} />}
        label="Against the plan"
      />
      <Box sx={{ height: 220 }}>
        <ResponsiveContainer>
          <ComposedChart
            data={rows}
            margin={{ top: 8, right: 12, bottom: 0, left: 0 }}
            onClick={(event) => event.activeLabel !== undefined && onTime(Number(event.activeLabel))}
          >
            <CartesianGrid stroke={PALETTE.rule} strokeDasharray="2 4" />
            <XAxis
              dataKey="t"
              type="number"
              domain={['dataMin', 'dataMax']}
              unit=" s"
              tickCount={9}
              stroke={PALETTE.softInk}
            />
            <YAxis domain={['auto', 'auto']} width={52} stroke={PALETTE.softInk} />
            <Tooltip
              formatter={(value, name) => [Array.isArray(value) ? value.join(' to ') : String(value), name]}
              labelFormatter={(label) => `${Number(label)} s`}
            />
            <Area
              dataKey="band"
              name="band"
              fill={PALETTE.planned}
              fillOpacity={0.12}
              stroke="none"
              isAnimationActive={false}
            />
            <Line
              dataKey="planned"
              name="planned"
              stroke={PALETTE.planned}
              strokeDasharray="6 4"
              dot={false}
              strokeWidth={1.5}
              isAnimationActive={false}
            />
            <Line
              dataKey="gap"
              name="observed"
              stroke={PALETTE.observed}
              dot={false}
              strokeWidth={2}
              isAnimationActive={false}
            />
            <ReferenceLine x={timeS} stroke={PALETTE.ink} strokeWidth={2} />
            {findings.map((found) => (
              <ReferenceDot
                key={found.id}
                x={found.timeS}
                y={gapAt(found.timeS)}
                r={4}
                fill={found.verdict === 'cannot-tell' ? PALETTE.chalk : PALETTE.notMet}
                stroke={found.verdict === 'cannot-tell' ? PALETTE.cannotTell : PALETTE.chalk}
              />
            ))}
          </ComposedChart>
        </ResponsiveContainer>
      </Box>
    </Panel>
  );
}

/** Indices that keep the shape of a long series (largest triangle, three buckets). */
function thinned(timeS: Float64Array, values: Float64Array): number[] {
  const all = Array.from(timeS, (t, i): [number, number] => [t, values[i]!]);
  if (all.length <= MOST_POINTS) return all.map((_, i) => i);
  const indexOf = new Map(all.map(([t], i) => [t, i]));
  const kept = LTTB(all, MOST_POINTS) as ArrayLike<[number, number]>;
  return Array.from(kept, ([t]) => indexOf.get(t)!);
}
