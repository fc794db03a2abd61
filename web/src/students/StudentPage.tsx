import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { studentInputSchema, type Student, type StudentInput } from '@angled-chalk/contract';
import { fitStance, formatDegrees, formatLength } from '@angled-chalk/core';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { FormProvider } from 'react-hook-form';
import { useNavigate, useParams } from 'react-router';
import { api } from '../api/client.ts';
import { KEYS, useDelete, useRestore, useStudents } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { useNotice } from '../app/notice.tsx';
import { EditBar, EditProblem } from '../parts/EditBar.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { BESIDE, Busy, PageTitle, Panel } from '../parts/Page.tsx';
import { useEditing } from '../parts/useEditing.ts';
import { BodyTable } from './BodyTable.tsx';
import { StanceDrawing } from './StanceDrawing.tsx';
import { StudentChecks } from './StudentChecks.tsx';
import { StudentForm } from './StudentForm.tsx';
import { isMinor } from './StudentsPage.tsx';

export function StudentPage() {
  const { id } = useParams();
  const students = useStudents();
  const { chooseStudent } = useClub();
  const found = students.data?.find((student) => student.id === id);
  useEffect(() => {
    if (found) chooseStudent(found.id);
  }, [found, chooseStudent]);
  if (students.isLoading) return <Busy what="Reading the student" />;
  if (students.error) return <ErrorBox error={students.error} />;
  if (!found)
    return <ErrorBox error={new Error('This student is not in the club. They may have been deleted.')} />;
  return <StudentEditor key={found.id} student={found} />;
}

const inputOf = ({ name, leadSide, schoolId, lengths, birthYear, note }: Student): StudentInput => ({
  name,
  leadSide,
  schoolId,
  lengths,
  birthYear,
  note,
});

function StudentEditor({ student }: { readonly student: Student }) {
  const client = useQueryClient();
  const { units } = useClub();
  const editing = useEditing<StudentInput>({
    key: `editing-student-${student.id}`,
    stored: { value: inputOf(student), version: student.version },
    schema: studentInputSchema,
    save: async (value, version) => {
      const saved = await api.put<Student>(`/students/${student.id}`, { version, value });
      client.setQueryData<Student[]>(KEYS.students, (list) =>
        list?.map((one) => (one.id === saved.id ? saved : one)),
      );
      return saved;
    },
    fetchCurrent: async () => {
      const current = await api.get<Student>(`/students/${student.id}`);
      return { value: inputOf(current), version: current.version };
    },
  });
  const { value } = editing;
  const stance = fitStance(value);
  const side = value.leadSide === 'left' ? 'orthodox, left foot in front' : 'southpaw, right foot in front';
  return (
    <FormProvider {...editing.form}>
      <PageTitle
        sub={`${stance.school.name}: ${stance.school.summary} ${side}. ${stance.separation.source === 'measured' ? 'From a taped shoulder width.' : 'Estimated from height; tape the shoulder width to be surer.'}`}
        actions={
          <>
            <EditBar editing={editing} />
            <DeleteStudent student={student} />
          </>
        }
      >
        {value.name} stands {formatLength(stance.separation.valueM, units)} ball to ball at{' '}
        {formatDegrees(stance.stanceAngleDeg)}
      </PageTitle>
      <EditProblem editing={editing} />
      {isMinor(value.birthYear) && (
        <Alert severity="info" variant="outlined" sx={{ mb: 1.5, bgcolor: 'background.paper' }}>
          A minor trains under a responsible adult, and is filmed only with consent.
        </Alert>
      )}
      <Box sx={BESIDE}>
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <StanceDrawing stance={stance} />
          <Panel title="What the stance rests on">
            <BodyTable stance={stance} />
          </Panel>
        </Box>
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <StudentForm />
          <StudentChecks studentId={student.id} />
        </Box>
      </Box>
    </FormProvider>
  );
}

function DeleteStudent({ student }: { readonly student: Student }) {
  const remove = useDelete('students');
  const restore = useRestore('students');
  const notice = useNotice();
  const navigate = useNavigate();
  const onDelete = async (): Promise<void> => {
    await remove.mutateAsync(student.id);
    notice({
      text: `${student.name} was removed; their checks are kept.`,
      undo: () => restore.mutate(student.id),
    });
    await navigate('/students');
  };
  return (
    <Button color="error" onClick={() => void onDelete()} disabled={remove.isPending}>
      Remove
    </Button>
  );
}
