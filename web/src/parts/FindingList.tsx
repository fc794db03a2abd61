import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { faultWhy, type Finding } from '@angled-chalk/core';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { findingWords } from './finding-words.ts';

interface FindingListProps {
  readonly findings: readonly Finding[];
  readonly chosen: number | null;
  readonly onChoose: (index: number) => void;
  readonly label: string;
  readonly timed?: boolean;
}

/** Findings in words with their numbers; choosing one goes to its place and moment. */
export function FindingList({ findings, chosen, onChoose, label, timed = false }: FindingListProps) {
  const units = useUnits();
  return (
    <Box
      component="ol"
      aria-label={label}
      sx={{
        listStyle: 'none',
        m: 0,
        p: 0,
        maxHeight: 420,
        overflowY: 'auto',
        '@media print': { maxHeight: 'none' },
      }}
    >
      {findings.map((found, i) => {
        const { title, numbers } = findingWords(found, units);
        const isChosen = chosen === i;
        const open = found.verdict === 'cannot-tell';
        return (
          <li key={`${found.fault}-${found.timeS}-${found.foot}-${found.moveNumber}`}>
            <ButtonBase
              onClick={() => onChoose(i)}
              aria-pressed={isChosen}
              sx={{
                width: '100%',
                minHeight: 48,
                textAlign: 'left',
                justifyContent: 'flex-start',
                alignItems: 'flex-start',
                gap: 1,
                p: 0.75,
                font: 'inherit',
                borderLeft: `4px solid ${isChosen ? PALETTE.action : 'transparent'}`,
                bgcolor: isChosen ? 'rgba(11,90,80,0.08)' : 'transparent',
                '&:hover': { bgcolor: 'rgba(11,90,80,0.08)' },
              }}
            >
              <Box
                component="span"
                sx={{ minWidth: 26, fontWeight: 800, color: open ? PALETTE.cannotTell : PALETTE.notMet }}
              >
                {open ? '?' : '◆'} {i + 1}
              </Box>
              <Box component="span">
                <Box component="span" sx={{ display: 'block', fontWeight: 650 }}>
                  {title}
                  {open && ': too close to call'}
                </Box>
                <Box component="span" sx={{ display: 'block', fontSize: '0.84rem', color: 'text.secondary' }}>
                  {timed ? `${found.timeS.toFixed(2)} s${numbers === '' ? '' : ' · '}` : ''}
                  {numbers}
                </Box>
                {isChosen && (
                  <Box component="span" sx={{ display: 'block', fontSize: '0.84rem', mt: 0.5 }}>
                    Why: {faultWhy(found.fault)}
                  </Box>
                )}
              </Box>
            </ButtonBase>
          </li>
        );
      })}
    </Box>
  );
}
