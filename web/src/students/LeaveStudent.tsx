import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Link from '@mui/material/Link';
import type { Student } from '@angled-chalk/contract';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useBelongings, useDelete, useErase, useRestore } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { useNotice } from '../app/notice.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { forgetInTally } from '../tally/useTally.ts';

/** Putting a student away, which can be undone, or erasing the person, which cannot. */
export function LeaveStudent({ student }: { readonly student: Student }) {
  const remove = useDelete('students');
  const restore = useRestore('students');
  const erase = useErase();
  const notice = useNotice();
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const { isCoach } = useClub();
  const belongings = useBelongings(student.id, asking);
  const failed = (error: unknown): void =>
    notice({
      text: `${student.name} was not put away: ${error instanceof Error ? error.message : String(error)}`,
    });
  const putAway = async (): Promise<void> => {
    try {
      await remove.mutateAsync(student.id);
    } catch (error) {
      failed(error);
      return;
    }
    notice({
      text: `${student.name} was put away; their checks are kept.`,
      undo: () => restore.mutate(student.id),
    });
    await navigate('/students');
  };
  const eraseAll = async (): Promise<void> => {
    // A failure is shown in the question itself.
    const gone = await erase.mutateAsync(student.id).catch(() => null);
    if (!gone) return;
    // What this device keeps of them too: edits, marks and small pictures of films, stops that were taped.
    for (const key of Object.keys(localStorage)) if (key.includes(student.id)) localStorage.removeItem(key);
    forgetInTally(student.id);
    setAsking(false);
    notice({
      text: `${gone.name} was erased, with ${gone.measurements} measurements, ${gone.checks} checks, ${gone.tracks} recordings and ${gone.observations} stops and windows${gone.elsewhere > 0 ? `, and taken out of ${gone.elsewhere} of others` : ''}. The last traces are being taken out of the files.`,
    });
    await navigate('/students');
  };
  if (!isCoach) return null;
  return (
    <>
      <Button onClick={() => void putAway()} disabled={remove.isPending}>
        Put away
      </Button>
      <Button color="error" onClick={() => setAsking(true)}>
        Erase
      </Button>
      <Dialog open={asking} onClose={() => setAsking(false)}>
        <DialogTitle>Erase {student.name}?</DialogTitle>
        <DialogContent>
          This removes the person for good, with{' '}
          {belongings.data
            ? `${belongings.data.measurements} measurements, ${belongings.data.checks} checks, ${belongings.data.tracks} recordings and ${belongings.data.observations} stops and windows`
            : 'every measurement, check, recording, stop and window'}{' '}
          of them. It cannot be undone. Putting away hides them and can be undone.
          {belongings.data && belongings.data.elsewhere > 0 && (
            <Box sx={{ mt: 1 }}>
              They are also named in {belongings.data.elsewhere}{' '}
              {belongings.data.elsewhere === 1 ? 'thing' : 'things'} of others: as a partner in a check, in a
              label, in a note. Their name is taken out there; a check keeps its numbers.
            </Box>
          )}
          {belongings.data && belongings.data.mayMean.length > 0 && (
            <Box sx={{ mt: 1 }}>
              A part of their name also stands in these words. They stay, but for the whole name; look whether
              they mean this person:
              <Box component="ul" sx={{ my: 0.5, pl: 2.5 }}>
                {belongings.data.mayMean.map((words) => (
                  <li key={words}>{words}</li>
                ))}
              </Box>
            </Box>
          )}
          <Box sx={{ mt: 1 }}>
            Backups that were made before still hold them: those that the program made are listed under the
            club's name until they go, those that you saved are yours to delete.
          </Box>
          <Box sx={{ mt: 1 }}>
            <Button component={Link} href={`/api/students/${student.id}/held`} download underline="none">
              Save everything that is held of them
            </Button>
          </Box>
          <Box sx={{ mt: 1 }}>
            {erase.error && <ErrorBox error={erase.error} title="Nothing was erased" />}
          </Box>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setAsking(false)}>Keep</Button>
          <Button
            color="error"
            variant="contained"
            disabled={erase.isPending}
            onClick={() => void eraseAll()}
          >
            Erase for good
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
