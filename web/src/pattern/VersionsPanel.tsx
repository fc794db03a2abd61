import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { PlanVersion, StoredPlan } from '@angled-chalk/contract';
import { changesBetween, type Drill } from '@angled-chalk/core/drill';
import { itemsText } from '@angled-chalk/core/notation';
import dayjs from 'dayjs';
import { useMemo, useState } from 'react';
import { useDropVersion, useKeepVersion, useVersions } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Panel } from '../parts/Page.tsx';
import { pathWords, valueWords } from '../parts/merge.ts';

interface VersionsPanelProps {
  readonly stored: StoredPlan;
  /** The drill as it is edited now. */
  readonly now: Drill;
  /** Whether the program has it as it is now: only that can be kept. */
  readonly saved: boolean;
  /** Puts another in its place, as one step that can be undone. */
  readonly onBack: (drill: Drill) => void;
}

/** What a drill once was: kept under a name or by itself, compared with what it is now, and brought back. */
export function VersionsPanel({ stored, now, saved, onBack }: VersionsPanelProps) {
  const { isCoach } = useClub();
  const versions = useVersions(stored.id);
  const keep = useKeepVersion(stored.id);
  const drop = useDropVersion(stored.id);
  const [label, setLabel] = useState('');
  const [open, setOpen] = useState<string | null>(null);
  const list = versions.data ?? [];
  const error = versions.error ?? keep.error ?? drop.error;
  return (
    <Panel title={`Versions (${list.length})`}>
      <Box sx={{ display: 'grid', gap: 1.25 }}>
        {error && <ErrorBox error={error} />}
        {isCoach && (
          <Box sx={{ display: 'flex', gap: 1, alignItems: 'flex-start' }}>
            <TextField
              label="Name of this version"
              value={label}
              onChange={(event) => setLabel(event.target.value)}
              slotProps={{ htmlInput: { maxLength: 80 } }}
              fullWidth
            />
            <Button
              variant="outlined"
              sx={{ minHeight: 40, flex: 'none' }}
              disabled={label.trim() === '' || !saved || keep.isPending}
              onClick={() =>
                keep.mutate(
                  { version: stored.version, label: label.trim() },
                  { onSuccess: () => setLabel('') },
                )
              }
            >
              Keep it
            </Button>
          </Box>
        )}
        {list.length === 0 && (
          <Box sx={{ color: 'text.secondary' }}>
            None yet. A drill that is changed after an hour&apos;s rest is kept as it was, by itself.
          </Box>
        )}
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }} aria-label="Versions">
          {list.map((one) => (
            <Box component="li" key={one.id} sx={{ borderTop: 1, borderColor: 'divider', py: 1 }}>
              <Box sx={{ fontWeight: 700 }}>{nameOf(one)}</Box>
              <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
                <Button
                  size="small"
                  aria-expanded={open === one.id}
                  onClick={() => setOpen(open === one.id ? null : one.id)}
                >
                  Compare
                </Button>
                <Button size="small" onClick={() => onBack(one.plan)}>
                  Go back to it
                </Button>
                {isCoach && (
                  <Button
                    size="small"
                    disabled={drop.isPending}
                    aria-label={`Take out ${nameOf(one)}`}
                    onClick={() => drop.mutate(one.id)}
                  >
                    Take it out
                  </Button>
                )}
              </Box>
              {open === one.id && <Compared before={one.plan} after={now} />}
            </Box>
          ))}
        </Box>
      </Box>
    </Panel>
  );
}

const nameOf = ({ label, keptAt }: PlanVersion): string => {
  const when = dayjs(keptAt).format('D MMM YYYY, HH:mm');
  return label === null ? `As it was on ${when}` : `${label} (${when})`;
};

const linesOf = ({ pattern }: Drill): string[] => itemsText(pattern.items).split('\n');

/** So many lines that stay are shown about those that do not. */
const BESIDE = 2;
const LOOKS = {
  out: { sign: '−', color: PALETTE.notMet },
  in: { sign: '+', color: PALETTE.met },
  stays: { sign: ' ', color: PALETTE.softInk },
} as const;

function Compared({ before, after }: { readonly before: Drill; readonly after: Drill }) {
  const { fields, moves } = useMemo(() => changesBetween(before, after, linesOf), [before, after]);
  const shown = moves.map((_, i) =>
    moves.slice(Math.max(0, i - BESIDE), i + BESIDE + 1).some(({ how }) => how !== 'stays'),
  );
  if (fields.length === 0 && !shown.includes(true)) return <Box>It is the same as now.</Box>;
  return (
    <Box sx={{ display: 'grid', gap: 0.75, fontSize: '0.9rem' }} aria-label="What is other now" role="group">
      {fields.map(({ name, before: was, after: is }) => (
        <Box key={name}>
          <b>{pathWords(name.split(', '))}</b>{' '}
          {Array.isArray(was) || Array.isArray(is)
            ? 'is another'
            : `was ${valueWords(was)}, is ${valueWords(is)}`}
        </Box>
      ))}
      {shown.includes(true) && (
        <Box
          component="pre"
          // Long lines are scrolled to by keys too.
          tabIndex={0}
          aria-label="Moves taken out and put in since"
          sx={{ m: 0, overflowX: 'auto', fontFamily: 'monospace' }}
        >
          {moves.map(({ how, line }, i) =>
            shown[i] ? (
              <Box key={i} component="span" sx={{ display: 'block', color: LOOKS[how].color }}>
                {LOOKS[how].sign} {line}
              </Box>
            ) : shown[i - 1] ? (
              <span key={i}>…</span>
            ) : null,
          )}
        </Box>
      )}
    </Box>
  );
}
