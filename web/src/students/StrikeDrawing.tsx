import Box from '@mui/material/Box';
import { formatLength, formatSmall } from '@angled-chalk/core/measure';
import type { Contact, Striker } from '@angled-chalk/core/range';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { Panel } from '../parts/Page.tsx';

/** One strike opened up: from the side and from above, with what hip, turn, limb and height give. */
export function StrikeDrawing({
  striker,
  contact,
  toeGapM,
}: {
  readonly striker: Striker;
  readonly contact: Contact;
  readonly toeGapM: number;
}) {
  const units = useUnits();
  const { strike, terms, gapM, window } = contact;
  const rows: readonly (readonly [string, number])[] = [
    ['hips shifted', terms.hipM],
    [
      strike.limb === 'hand' || strike.limb === 'elbow' ? 'shoulder brought forward' : 'hip brought forward',
      terms.turnM,
    ],
    ['limb on the level', terms.limbLengthM],
    ['height takes', -terms.heightLossM],
    ...(terms.gloveM > 0 ? [['glove', terms.gloveM] as const] : []),
    ['target part stands ahead', terms.targetAheadM],
  ];
  const modelM = terms.hipM + terms.turnM + terms.limbM + terms.gloveM + terms.targetAheadM;
  return (
    <Panel title={`${strike.name}: ${formatLength(gapM, units)}`}>
      <SideView striker={striker} contact={contact} />
      <TopView contact={contact} />
      <Box
        component="dl"
        sx={{
          m: 0,
          mt: 1,
          display: 'grid',
          gridTemplateColumns: '1fr auto',
          rowGap: 0.25,
          fontSize: '0.86rem',
        }}
      >
        {rows.map(([name, value]) => (
          <Box key={name} sx={{ display: 'contents' }}>
            <dt>{name}</dt>
            <Box component="dd" sx={{ m: 0, textAlign: 'right', fontWeight: 650 }}>
              {formatSmall(value, units)}
            </Box>
          </Box>
        ))}
        {contact.calibrated && (
          <>
            <dt>by the taped touch</dt>
            <Box component="dd" sx={{ m: 0, textAlign: 'right', fontWeight: 650 }}>
              {formatSmall(gapM - modelM, units)}
            </Box>
          </>
        )}
        <dt>toe to toe, or to the bag</dt>
        <Box component="dd" sx={{ m: 0, textAlign: 'right', fontWeight: 650 }}>
          {formatSmall(toeGapM, units)}
        </Box>
      </Box>
      {window && (
        <Box sx={{ mt: 0.75, fontSize: '0.86rem' }}>
          Knee first nearer than {formatLength(window.kneeM, units)}, shin to{' '}
          {formatLength(window.shinM, units)}, foot to {formatLength(window.footM, units)}.
        </Box>
      )}
      <Box sx={{ mt: 0.75, color: 'text.secondary', fontSize: '0.82rem' }}>{strike.why}</Box>
    </Panel>
  );
}

const WIDE_M = 1.9;
const TALL_M = 2.05;

function SideView({ striker, contact }: { readonly striker: Striker; readonly contact: Contact }) {
  const { terms, gapM, strike } = contact;
  const { stance, lengths } = striker;
  const upright = stance.school.heightShare;
  const y = (heightM: number): number => TALL_M - heightM;
  const x = (aheadM: number): number => 0.45 + aheadM;
  const hipY = y(upright * lengths.hipHeight.valueM);
  const shoulderY = y(upright * lengths.shoulderHeight.valueM);
  const headY = y(upright * 0.93 * lengths.stature.valueM);
  const jointX = x(terms.hipM + terms.turnM);
  const endX = x(gapM - terms.targetAheadM);
  const endY = y(terms.targetHeightM);
  const half = stance.lengthM / 2;
  const body = { stroke: PALETTE.ink, strokeWidth: 0.025, strokeLinecap: 'round', fill: 'none' } as const;
  return (
    <svg
      viewBox={`0 0 ${WIDE_M} ${TALL_M + 0.06}`}
      role="img"
      aria-label={`${strike.name} from the side`}
      style={{ width: '100%', maxHeight: 220, background: PALETTE.mat }}
    >
      <line x1={0} x2={WIDE_M} y1={y(0)} y2={y(0)} stroke={PALETTE.wall} strokeWidth={0.02} />
      <path
        d={`M${x(half)} ${y(0)}L${x(terms.hipM)} ${hipY}L${x(-half)} ${y(0)}M${x(terms.hipM)} ${hipY}L${x(terms.hipM * 0.9)} ${shoulderY}`}
        {...body}
      />
      <circle cx={x(terms.hipM * 0.9)} cy={headY} r={0.1} {...body} />
      <line
        x1={x(terms.hipM)}
        y1={strike.limb === 'hand' || strike.limb === 'elbow' ? shoulderY : hipY}
        x2={jointX}
        y2={y(terms.jointHeightM)}
        stroke={PALETTE.action}
        strokeWidth={0.03}
      />
      <line
        x1={jointX}
        y1={y(terms.jointHeightM)}
        x2={endX}
        y2={endY}
        stroke={PALETTE.planned}
        strokeWidth={0.035}
        strokeLinecap="round"
      />
      <line
        x1={jointX}
        y1={y(terms.jointHeightM)}
        x2={jointX + terms.limbLengthM}
        y2={y(terms.jointHeightM)}
        stroke={PALETTE.planned}
        strokeWidth={0.01}
        strokeDasharray="0.03 0.03"
      />
      <circle cx={endX} cy={endY} r={0.035} fill={PALETTE.observed} />
      <line x1={x(0)} x2={x(gapM)} y1={y(-0.03)} y2={y(-0.03)} stroke={PALETTE.ink} strokeWidth={0.012} />
      <line x1={x(gapM)} x2={x(gapM)} y1={y(0.12)} y2={y(-0.06)} stroke={PALETTE.ink} strokeWidth={0.012} />
    </svg>
  );
}

function TopView({ contact }: { readonly contact: Contact }) {
  const { terms, gapM, strike } = contact;
  const x = (aheadM: number): number => 0.45 + aheadM;
  const side = strike.side === 'lead' ? -1 : 1;
  const jointX = x(terms.hipM + terms.turnM);
  const jointY = 0.3 + side * 0.12;
  return (
    <svg
      viewBox={`0 0 ${WIDE_M} 0.6`}
      role="img"
      aria-label={`${strike.name} from above`}
      style={{ width: '100%', background: PALETTE.mat, marginTop: 4 }}
    >
      <line
        x1={x(0)}
        x2={x(gapM)}
        y1={0.3}
        y2={0.3}
        stroke={PALETTE.softInk}
        strokeWidth={0.006}
        strokeDasharray="0.03 0.02"
      />
      <circle cx={x(0)} cy={0.3} r={0.02} fill={PALETTE.ink} />
      <circle cx={x(terms.hipM)} cy={0.3} r={0.02} fill={PALETTE.action} />
      <line
        x1={x(terms.hipM) - (jointX - x(terms.hipM))}
        y1={0.3 - side * 0.12}
        x2={jointX}
        y2={jointY}
        stroke={PALETTE.action}
        strokeWidth={0.03}
        strokeLinecap="round"
      />
      <line
        x1={jointX}
        y1={jointY}
        x2={x(gapM - terms.targetAheadM)}
        y2={0.3}
        stroke={PALETTE.planned}
        strokeWidth={0.03}
        strokeLinecap="round"
      />
      <circle cx={x(gapM - terms.targetAheadM)} cy={0.3} r={0.03} fill={PALETTE.observed} />
      <line x1={x(gapM)} x2={x(gapM)} y1={0.12} y2={0.48} stroke={PALETTE.ink} strokeWidth={0.015} />
    </svg>
  );
}
