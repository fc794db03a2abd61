import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import type { UnitSystem } from '@angled-chalk/core/measure';
import { faultWhy, type Finding } from '@angled-chalk/core/rules';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { useMemo, useState } from 'react';
import { groupFindings } from './finding-groups.ts';
import { findingWords } from './finding-words.ts';

/** A finding, perhaps with what followed from it. */
export type ListedFinding = Finding & { readonly consequences?: readonly Finding[] };

interface FindingListProps {
  readonly findings: readonly ListedFinding[];
  readonly chosen: number | null;
  readonly onChoose: (index: number) => void;
  readonly label: string;
  readonly timed?: boolean;
}

/** So many can be read in the gym; the rest on request. */
const FIRST = 5;

/**
 * Findings in words with their numbers, those of one kind and place in one row; choosing a row goes to its
 * place and moment, choosing it again to the next moment it happened.
 */
export function FindingList({ findings, chosen, onChoose, label, timed = false }: FindingListProps) {
  const groups = useMemo(() => groupFindings(findings), [findings]);
  const [all, setAll] = useState(false);
  const chosenGroup = groups.findIndex(({ indices }) => chosen !== null && indices.includes(chosen));
  const shown = all || chosenGroup >= FIRST ? groups : groups.slice(0, FIRST);
  const hidden = groups.length - shown.length;
  return (
    <>
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
        {shown.map(({ number, indices }) => {
          const isChosen = chosen !== null && indices.includes(chosen);
          const at = isChosen ? indices.indexOf(chosen) : 0;
          return (
            <li key={number}>
              <FindingRow
                number={number}
                found={findings[indices[at]!]!}
                times={indices.length}
                turn={at + 1}
                isChosen={isChosen}
                timed={timed}
                onChoose={() => onChoose(indices[isChosen ? (at + 1) % indices.length : 0]!)}
              />
            </li>
          );
        })}
      </Box>
      {hidden > 0 && (
        <Button size="small" onClick={() => setAll(true)} sx={{ mt: 0.5 }}>
          Show {hidden} more
        </Button>
      )}
    </>
  );
}

/** A consequence in few words: what, and where it was another move. */
function followed(found: Finding, units: UnitSystem): string {
  const { title, numbers } = findingWords(found, units);
  return numbers === '' ? title : `${title}, ${numbers}`;
}

function FindingRow({
  number,
  found,
  times,
  turn,
  isChosen,
  timed,
  onChoose,
}: {
  readonly number: number;
  readonly found: ListedFinding;
  readonly times: number;
  readonly turn: number;
  readonly isChosen: boolean;
  readonly timed: boolean;
  readonly onChoose: () => void;
}) {
  const units = useUnits();
  const { title, numbers } = findingWords(found, units);
  const open = found.verdict === 'cannot-tell';
  return (
    <ButtonBase
      onClick={onChoose}
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
        bgcolor: isChosen ? PALETTE.actionFill : 'transparent',
        '&:hover': { bgcolor: PALETTE.actionFill },
      }}
    >
      <Box
        component="span"
        sx={{ minWidth: 30, fontWeight: 800, color: open ? PALETTE.cannotTell : PALETTE.notMet }}
      >
        {open ? '?' : '◆'} {number}
      </Box>
      <Box component="span">
        <Box component="span" sx={{ display: 'block', fontWeight: 650 }}>
          {title}
          {times > 1 && (isChosen ? `, ${turn} of ${times} times here` : `, ${times} times here`)}
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
        {found.consequences !== undefined && found.consequences.length > 0 && (
          <Box component="span" sx={{ display: 'block', fontSize: '0.84rem', color: 'text.secondary' }}>
            {found.consequences.length} more followed from it
            {isChosen &&
              found.consequences.map((one) => (
                <Box component="span" key={one.id} sx={{ display: 'block', pl: 1.5 }}>
                  {followed(one, units)}
                </Box>
              ))}
          </Box>
        )}
      </Box>
    </ButtonBase>
  );
}
