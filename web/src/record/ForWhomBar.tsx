import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { SelectBox } from '../parts/SelectBox.tsx';
import type { Recorded } from './useRecordFor.ts';

/** Whom and what is recorded, and the next student of the class without going back. */
export function ForWhomBar({ recorded }: { readonly recorded: Recorded }) {
  const { student, students, plan, plans, chooseStudent, choosePlan } = recorded;
  const place = students.findIndex(({ id }) => id === student.id);
  const next = students[(place + 1) % students.length];
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 1,
        gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr) auto',
        alignItems: 'center',
        mb: 1.5,
        '@media (max-width: 700px)': { gridTemplateColumns: 'minmax(0, 1fr)' },
      }}
    >
      <SelectBox
        label="Student"
        value={student.id}
        onChoice={chooseStudent}
        choices={students.map(({ id, name }) => [id, name] as const)}
      />
      <SelectBox
        label="Pattern"
        value={plan.id}
        onChoice={choosePlan}
        choices={plans.map(({ id, plan: { name } }) => [id, name] as const)}
      />
      {next && next.id !== student.id && (
        <Button variant="outlined" onClick={() => chooseStudent(next.id)}>
          Next: {next.name}
        </Button>
      )}
    </Box>
  );
}
