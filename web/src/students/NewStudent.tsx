import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { LENGTH_RANGES, type Student, type StudentInput } from '@angled-chalk/contract';
import { formatLength } from '@angled-chalk/core/measure';
import { useState } from 'react';
import { newId, useAddStudent } from '../api/queries.ts';
import { useUnits } from '../app/club.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { LengthBox } from '../parts/boxes.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';

const METHOD_WORDS = [
  ['tape', 'with a tape'],
  ['wall', 'against a wall'],
  ['told', 'told, not measured'],
] as const;

/** A new student: nothing is stored, and nothing counts as measured, before it was typed. */
export function NewStudent({
  onClose,
  onAdded,
}: {
  readonly onClose: () => void;
  readonly onAdded: (student: Student) => void;
}) {
  const units = useUnits();
  const add = useAddStudent();
  const [id] = useState(newId);
  const [name, setName] = useState('');
  const [statureM, setStatureM] = useState<number | undefined>(undefined);
  const [leadSide, setLeadSide] = useState<StudentInput['leadSide']>('left');
  const [measuredBy, setMeasuredBy] = useState<StudentInput['measuredBy']>('told');
  const [least, most] = LENGTH_RANGES.statureM;
  const tall = statureM !== undefined && statureM >= least && statureM <= most;
  const ready = name.trim() !== '' && tall;
  const submit = (): void => {
    if (!ready) return;
    const value: StudentInput = {
      name: name.trim(),
      leadSide,
      schoolId: 'shoulder-width',
      lengths: { statureM },
      birthYear: null,
      reactionS: null,
      note: '',
      level: 'new',
      standard: null,
      filmingConsent: 'not asked',
      measuredBy,
    };
    add.mutate({ id, value }, { onSuccess: onAdded });
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>A new student</DialogTitle>
      <DialogContent>
        <Box
          component="form"
          id="new-student"
          onSubmit={(event) => {
            event.preventDefault();
            submit();
          }}
          sx={{ display: 'grid', gap: 1.5 }}
        >
          <Box sx={{ color: 'text.secondary' }}>
            A name and a height are enough: the other lengths are estimated from it until they are measured.
          </Box>
          <TextField
            label="Name"
            fullWidth
            value={name}
            onChange={(event) => setName(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 80 } }}
          />
          <LengthBox label="Height" metres={statureM} onMetres={setStatureM} />
          {statureM !== undefined && !tall && (
            <Box role="alert" sx={{ color: 'error.main' }}>
              A height lies between {formatLength(least, units)} and {formatLength(most, units)}.
            </Box>
          )}
          <SelectBox
            label="How the height was taken"
            value={measuredBy}
            choices={METHOD_WORDS}
            onChoice={setMeasuredBy}
          />
          <SelectBox
            label="Side"
            value={leadSide}
            choices={[
              ['left', 'Orthodox: left foot in front'],
              ['right', 'Southpaw: right foot in front'],
            ]}
            onChoice={setLeadSide}
          />
          {add.error && <ErrorBox error={add.error} title="The student was not added" />}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button type="submit" form="new-student" variant="contained" disabled={!ready || add.isPending}>
          Add the student
        </Button>
      </DialogActions>
    </Dialog>
  );
}
