import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Paper from '@mui/material/Paper';
import Switch from '@mui/material/Switch';
import { rosterCsv, type Student } from '@angled-chalk/contract';
import { SCHOOLS } from '@angled-chalk/core/body';
import { lazy, Suspense, useState } from 'react';
import { useNavigate } from 'react-router';
import { useEveryone, useRestore, useStudents } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { useNotice } from '../app/notice.tsx';
import { MenuButton } from '../parts/MenuButton.tsx';
import { saveText } from '../parts/download.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy, PageTitle } from '../parts/Page.tsx';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { useTask } from '../work/useTask.ts';
import { Roster } from './Roster.tsx';

/** What is only needed now and then is fetched then. */
const RosterImport = lazy(async () => ({ default: (await import('./RosterImport.tsx')).RosterImport }));
const NewStudent = lazy(async () => ({ default: (await import('./NewStudent.tsx')).NewStudent }));

export function StudentsPage() {
  const students = useStudents();
  const everyone = useEveryone();
  const navigate = useNavigate();
  const { chooseStudent, fitOf, isCoach } = useClub();
  const notice = useNotice();
  const [adding, setAdding] = useState(false);
  const task = useTask();
  const [importing, setImporting] = useState(false);
  const [archived, setArchived] = useState(false);
  const fitClub = async (list: readonly Student[]): Promise<void> => {
    const fits = list.map((student) => ({ ...fitOf(student), id: student.id }));
    const csv = await task.run(async (work, progress): Promise<string> => work.fitClub(fits, progress));
    if (!csv) return;
    saveText('fit of the club.csv', csv, 'text/csv');
    notice({
      text: `Everyone was fitted in all ${SCHOOLS.length} schools: separation, balance and the reach of every strike are in the file "fit of the club.csv". Nothing was changed.`,
    });
  };
  if (students.isLoading || everyone.isLoading) return <Busy what="Reading the students" />;
  const list = students.data ?? [];
  const away = (everyone.data ?? []).filter((student) => student.archived);
  const error = students.error ?? everyone.error;
  return (
    <>
      <PageTitle
        actions={
          <>
            {isCoach && (
              <>
                <Button onClick={() => setImporting(true)}>Bring in a roster</Button>
                <MenuButton
                  label="Save the roster"
                  items={[
                    {
                      label: 'For a spreadsheet, CSV',
                      run: () => saveText('roster.csv', rosterCsv(list), 'text/csv'),
                    },
                    {
                      label: 'With every measurement, JSON',
                      run: () => saveText('roster.json', `${JSON.stringify(list, null, 2)}\n`),
                    },
                    { label: 'The fit of everyone, CSV', run: () => void fitClub(list) },
                  ]}
                />
                <Button variant="contained" onClick={() => setAdding(true)}>
                  Add a student
                </Button>
              </>
            )}
          </>
        }
        sub="Choose a student: every stance, pattern and check is drawn to that body. Separation is ball to ball."
      >
        {list.length === 0 ? 'No students yet' : `Who: ${list.length} students`}
      </PageTitle>
      {task.state && <TaskProgress state={task.state} onCancel={task.cancel} />}
      {(error ?? task.error) && <ErrorBox error={(error ?? task.error)!} />}
      <Suspense fallback={null}>
        {adding && (
          <NewStudent
            onClose={() => setAdding(false)}
            onAdded={({ id }) => {
              chooseStudent(id);
              void navigate(`/students/${id}`);
            }}
          />
        )}
        {importing && <RosterImport onClose={() => setImporting(false)} />}
      </Suspense>
      {away.length > 0 && (
        <FormControlLabel
          control={<Switch checked={archived} onChange={(_event, on) => setArchived(on)} />}
          label={`Show the ${away.length} put away`}
        />
      )}
      {archived && away.length > 0 && <PutAway list={away} />}
      {list.length === 0 ? (
        <Paper variant="outlined" sx={{ p: 3 }}>
          Add the first student with nothing but their height; measured lengths can follow when there is a
          tape at hand.
        </Paper>
      ) : (
        <Roster list={list} />
      )}
    </>
  );
}

function PutAway({ list }: { readonly list: readonly Student[] }) {
  const restore = useRestore('students');
  return (
    <Paper
      variant="outlined"
      component="ul"
      sx={{ p: 1.5, m: 0, mb: 1.5, listStyle: 'none', display: 'grid', gap: 1 }}
    >
      {list.map(({ id, name }) => (
        <Box component="li" key={id} sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
          <Box sx={{ flex: 1 }}>{name}</Box>
          <Button size="small" onClick={() => restore.mutate(id)} aria-label={`Bring back ${name}`}>
            Bring back
          </Button>
        </Box>
      ))}
    </Paper>
  );
}
