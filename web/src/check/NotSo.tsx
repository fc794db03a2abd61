import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import type { StruckFinding } from '@angled-chalk/core/judging';
import { useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { findingWords } from '../parts/finding-words.ts';
import { Panel } from '../parts/Page.tsx';

/** What coaches say most often when a finding is wrong; anything else may be typed. */
const REASONS = ['I watched it: it was right', 'The recording is wrong there', 'I asked for it this way'];
const LONGEST = 300;

/** Strikes out what is not so, with a reason: it stays to be seen, and nothing of it counts. */
export function NotSo({
  what,
  busy,
  onStrike,
}: {
  /** In words, for the question. */
  readonly what: string;
  readonly busy: boolean;
  readonly onStrike: (reason: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  const close = (): void => setOpen(false);
  return (
    <>
      <Button
        size="small"
        sx={{ flexShrink: 0 }}
        disabled={busy}
        aria-label={`Not so: ${what}`}
        onClick={() => setOpen(true)}
      >
        Not so
      </Button>
      <Dialog open={open} onClose={close} fullWidth maxWidth="sm">
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (reason.trim() === '') return;
            close();
            onStrike(reason.trim().slice(0, LONGEST));
          }}
        >
          <DialogTitle>Not so?</DialogTitle>
          <DialogContent>
            <Box sx={{ mb: 2 }}>{what}</Box>
            <Autocomplete
              freeSolo
              options={REASONS}
              inputValue={reason}
              onInputChange={(_event, value) => setReason(value)}
              renderInput={(params) => (
                <TextField
                  {...params}
                  label="Why"
                  required
                  helperText="It stays to be seen with your reason. The verdict is taken again without it, as a new check."
                />
              )}
            />
          </DialogContent>
          <DialogActions>
            <Button onClick={close}>Cancel</Button>
            <Button type="submit" variant="contained" disabled={reason.trim() === ''}>
              Strike it out
            </Button>
          </DialogActions>
        </form>
      </Dialog>
    </>
  );
}

/** A habit has no place and no moment: it is called by what it is of. */
const habitName = (id: string): string => id.replace(/^habit /, 'Habit: ').replace(/ all$/, '');

/** What was struck out of a check, with the reasons, and the way back. */
export function StruckOutList({
  struck,
  busy,
  onTakeBack,
}: {
  readonly struck: readonly StruckFinding[];
  readonly busy: boolean;
  readonly onTakeBack: (id: string) => void;
}) {
  const units = useUnits();
  return (
    <Panel title={`Struck out (${struck.length})`} sx={{ mt: 1.5 }}>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {struck.map(({ id, reason, was }) => {
          const name = was ? findingWords(was, units).title : habitName(id);
          return (
            <li key={id}>
              <Box component="s">{name}</Box>: {reason}{' '}
              <Button
                size="small"
                disabled={busy}
                aria-label={`Take back: ${name}`}
                onClick={() => onTakeBack(id)}
              >
                Take back
              </Button>
            </li>
          );
        })}
      </Box>
    </Panel>
  );
}
