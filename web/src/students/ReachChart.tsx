import Box from '@mui/material/Box';
import { formatLength, formatSmall } from '@angled-chalk/core/measure';
import type { ReachRow } from '@angled-chalk/core/range';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { Panel } from '../parts/Page.tsx';

interface ReachChartProps {
  readonly rows: readonly ReachRow[];
  readonly theirs: readonly ReachRow[] | null;
  readonly names: readonly [string, string];
  readonly chosen: string;
  readonly onChoose: (strikeId: string) => void;
}

/** All strikes on one gap axis with their uncertainty; against a partner, theirs run the other way. */
export function ReachChart({ rows, theirs, names, chosen, onChoose }: ReachChartProps) {
  const mostM =
    Math.ceil(
      Math.max(
        ...[...rows, ...(theirs ?? [])].map(
          ({ contact }) => (contact.window?.footM ?? contact.gapM) + 2 * contact.uM,
        ),
      ) * 5,
    ) / 5;
  return (
    <>
      <Strikes
        title={`${names[0]}: gap at which each strike still touches`}
        rows={rows}
        mostM={mostM}
        chosen={chosen}
        onChoose={onChoose}
        colour={PALETTE.planned}
      />
      {theirs && (
        <Strikes
          title={`${names[1]}: what reaches back at the same gap`}
          rows={theirs}
          mostM={mostM}
          chosen=""
          onChoose={() => undefined}
          colour={PALETTE.observed}
        />
      )}
    </>
  );
}

interface StrikesProps {
  readonly title: string;
  readonly rows: readonly ReachRow[];
  readonly mostM: number;
  readonly chosen: string;
  readonly onChoose: (strikeId: string) => void;
  readonly colour: string;
}

function Strikes({ title, rows, mostM, chosen, onChoose, colour }: StrikesProps) {
  const units = useUnits();
  const share = (metres: number): string => `${(100 * Math.max(0, metres)) / mostM}%`;
  const ticks = Array.from({ length: Math.floor(mostM / 0.2 + 1e-9) + 1 }, (_, i) => i * 0.2);
  return (
    <Panel title={title}>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }} aria-label={title}>
        {rows.map(({ contact, toeGapM }) => {
          const { strike, gapM, uM, window, touches, calibrated } = contact;
          const isChosen = strike.id === chosen;
          return (
            <Box component="li" key={strike.id}>
              <Box
                component="button"
                type="button"
                aria-pressed={isChosen}
                onClick={() => onChoose(strike.id)}
                sx={{
                  display: 'grid',
                  width: '100%',
                  minHeight: 26,
                  gridTemplateColumns: '178px 1fr 190px',
                  '@media (max-width: 760px)': { gridTemplateColumns: '120px 1fr 96px' },
                  gap: 1,
                  alignItems: 'center',
                  border: 0,
                  p: '1px 4px',
                  font: 'inherit',
                  fontSize: '0.84rem',
                  textAlign: 'left',
                  color: 'inherit',
                  cursor: 'pointer',
                  bgcolor: isChosen ? PALETTE.actionFill : 'transparent',
                }}
              >
                <span>{strike.name}</span>
                <Box
                  component="span"
                  aria-hidden
                  sx={{ position: 'relative', height: 16, bgcolor: PALETTE.mat }}
                >
                  {window && (
                    <Box
                      sx={{
                        position: 'absolute',
                        left: share(window.kneeM),
                        width: share(window.footM - window.kneeM),
                        top: 5,
                        height: 6,
                        bgcolor: colour,
                        opacity: 0.25,
                      }}
                    />
                  )}
                  <Box
                    sx={{
                      position: 'absolute',
                      left: window ? share(window.kneeM) : 0,
                      width: share(gapM - (window?.kneeM ?? 0)),
                      top: 5,
                      height: 6,
                      bgcolor: colour,
                      opacity: window ? 0.85 : 0.6,
                    }}
                  />
                  <Box
                    sx={{
                      position: 'absolute',
                      left: share(gapM - 2 * uM),
                      width: share(4 * uM),
                      top: 7,
                      height: 2,
                      bgcolor: PALETTE.ink,
                    }}
                  />
                  <Box
                    sx={{
                      position: 'absolute',
                      left: share(gapM),
                      top: 1,
                      height: 14,
                      width: 2,
                      bgcolor: PALETTE.ink,
                    }}
                  />
                </Box>
                <Box component="span" sx={{ whiteSpace: 'nowrap' }}>
                  <b>{formatLength(gapM, units)}</b> ± {formatSmall(2 * uM, units)}
                  <Box
                    component="span"
                    sx={{ color: 'text.secondary', '@media (max-width: 760px)': { display: 'none' } }}
                  >
                    {' '}
                    {touches ? `toes ${formatLength(toeGapM, units)}` : 'out of height'}
                    {calibrated ? ' ✓' : ''}
                  </Box>
                </Box>
              </Box>
            </Box>
          );
        })}
      </Box>
      <Box
        aria-hidden
        sx={{
          display: 'grid',
          gridTemplateColumns: '178px 1fr 190px',
          '@media (max-width: 760px)': { gridTemplateColumns: '120px 1fr 96px' },
          gap: 1,
          px: 0.5,
          fontSize: '0.72rem',
          color: 'text.secondary',
        }}
      >
        <span>gap, centre to target; ✓ taped</span>
        <Box sx={{ position: 'relative', height: 16 }}>
          {ticks.map((tick) => (
            <Box
              key={tick}
              component="span"
              sx={{ position: 'absolute', left: share(tick), transform: 'translateX(-50%)' }}
            >
              {Math.round(tick * 10) % 4 === 0 ? formatLength(tick, units) : '·'}
            </Box>
          ))}
        </Box>
      </Box>
    </Panel>
  );
}
