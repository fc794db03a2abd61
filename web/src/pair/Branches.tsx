import { formatLength } from '@angled-chalk/core/measure';
import type { InOut } from '@angled-chalk/core/motion';
import { strikeName } from '@angled-chalk/core/range';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';

const WIDE = 420;
const HIGH = 144;
const ROWS = [36, 108] as const;

/** In and out on the axis of the gap: they stay; they back up by a half step. */
export function Branches({ way, theirStepM }: { readonly way: InOut; readonly theirStepM: number }) {
  const units = useUnits();
  const [least, most] = [way.inM - way.stepM, way.outM + way.stepM + theirStepM];
  const x = (gapM: number): number => 30 + ((most - gapM) / (most - least)) * (WIDE - 60);
  const landings = Array.from({ length: way.stepsIn + 1 }, (_, i) => way.outM - i * way.stepM);
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      style={{ width: '100%', maxWidth: 560, display: 'block' }}
      role="img"
      aria-label="The way in and out: they stay, they back up"
    >
      {ROWS.map((y, row) => {
        const byM = row === 0 ? 0 : theirStepM;
        return (
          <g key={y}>
            <text x={4} y={y - 18} fontSize={12} fontWeight={700} fill={PALETTE.ink}>
              {row === 0 ? 'They stay' : 'They back up by a half step'}
            </text>
            <line x1={x(most)} x2={x(least)} y1={y} y2={y} stroke={PALETTE.rule} strokeWidth={2} />
            <line
              x1={x(way.outM)}
              x2={x(way.outM)}
              y1={y - 9}
              y2={y + 9}
              stroke={PALETTE.met}
              strokeWidth={3}
            />
            <text x={x(way.outM)} y={y + 22} fontSize={11} textAnchor="middle" fill={PALETTE.ink}>
              out {formatLength(way.outM, units)}
            </text>
            {landings.map((gapM, i) => {
              const own = way.lands.filter(({ landing }) => landing === i);
              const again = way.ifTheyBackUp.filter(({ strike }) => own.some((one) => one.strike === strike));
              const reaches = row === 0 || again.every(({ steps }) => steps === 0);
              return (
                <g key={i}>
                  <circle
                    cx={x(gapM + byM)}
                    cy={y}
                    r={own.length > 0 ? 6 : 4}
                    fill={own.length > 0 && reaches ? PALETTE.planned : PALETTE.chalk}
                    stroke={PALETTE.planned}
                    strokeWidth={2}
                  />
                  {own.length > 0 && (
                    <text x={x(gapM + byM)} y={y - 9} fontSize={11} textAnchor="middle" fill={PALETTE.ink}>
                      {own.map(({ strike }) => strikeName(strike)).join(', ')}
                      {reaches ? '' : `: ${Math.max(...again.map(({ steps }) => steps))} more`}
                    </text>
                  )}
                </g>
              );
            })}
          </g>
        );
      })}
    </svg>
  );
}
