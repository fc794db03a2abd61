import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import type { Student } from '@angled-chalk/contract';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useDelete, useErase, useRestore } from '../api/queries.ts';
import { useNotice } from '../app/notice.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';

/** Putting a student away, which can be undone, or erasing the person, which cannot. */
export function LeaveStudent({ student }: { readonly student: Student }) {
  const remove = useDelete('students');
  const restore = useRestore('students');
  const erase = useErase();
  const notice = useNotice();
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const putAway = async (): Promise<void> => {
    await remove.mutateAsync(student.id);
    notice({
      text: `${student.name} was put away; their checks are kept.`,
      undo: () => restore.mutate(student.id),
    });
    await navigate('/students');
  };
  const eraseAll = async (): Promise<void> => {
    const gone = await erase.mutateAsync(student.id);
    localStorage.removeItem(`editing-student-${student.id}`);
    setAsking(false);
    notice({
      text: `${gone.name} was erased, with ${gone.measurements} measurements, ${gone.checks} checks and ${gone.tracks} recordings.`,
    });
    await navigate('/students');
  };
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
          This removes the person, every measurement, every check and every recording of them, for good. It
          cannot be undone. Putting away hides them and can be undone.
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
