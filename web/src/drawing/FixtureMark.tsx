import { benchCorners, clearRadiusM, swingRadiusM, type Fixture } from '@angled-chalk/core/floor';
import { PALETTE } from '../app/palette.ts';
import { useDrawing } from './drawing.ts';
import { pathOf, toDrawing } from './frame.ts';

/** Something that is there already: a post, a bench, a hanging bag with its swing, a door. */
export function FixtureMark({ fixture }: { readonly fixture: Fixture }) {
  const { frame, textM } = useDrawing();
  const { x, y } = toDrawing(frame, fixture.at);
  switch (fixture.kind) {
    case 'post':
      return (
        <circle
          cx={x}
          cy={y}
          r={fixture.radiusM}
          fill={PALETTE.wall}
          stroke={PALETTE.ink}
          strokeWidth={0.02}
        />
      );
    case 'bench':
      return (
        <path
          d={pathOf(frame, benchCorners(fixture), true)}
          fill={PALETTE.rule}
          stroke={PALETTE.wall}
          strokeWidth={0.02}
        />
      );
    case 'hanging-bag':
      return (
        <g>
          <circle
            cx={x}
            cy={y}
            r={clearRadiusM(fixture)}
            fill="none"
            stroke={PALETTE.wall}
            strokeWidth={textM * 0.06}
            strokeDasharray={`${textM * 0.15} ${textM * 0.3}`}
          />
          <circle
            cx={x}
            cy={y}
            r={swingRadiusM(fixture)}
            fill={PALETTE.wall}
            fillOpacity={0.12}
            stroke={PALETTE.wall}
            strokeWidth={textM * 0.08}
            strokeDasharray={`${textM * 0.5} ${textM * 0.25}`}
          />
          <circle
            cx={x}
            cy={y}
            r={fixture.radiusM}
            fill={PALETTE.softInk}
            stroke={PALETTE.ink}
            strokeWidth={0.02}
          />
        </g>
      );
    case 'door': {
      const to = toDrawing(frame, fixture.to);
      return (
        <g>
          <line x1={x} y1={y} x2={to.x} y2={to.y} stroke={PALETTE.chalk} strokeWidth={0.11} />
          <line
            x1={x}
            y1={y}
            x2={to.x}
            y2={to.y}
            stroke={PALETTE.ink}
            strokeWidth={0.04}
            strokeDasharray="0.1 0.07"
          />
        </g>
      );
    }
  }
}
