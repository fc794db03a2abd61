import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Link from '@mui/material/Link';
import Paper from '@mui/material/Paper';
import Switch from '@mui/material/Switch';
import { DataGrid, type GridColDef } from '@mui/x-data-grid';
import { rosterCsv, type StoredCheck, type Student, type StudentInput } from '@angled-chalk/contract';
import { fitStance, formatLength, type FittedStance, type UnitSystem } from '@angled-chalk/core';
import dayjs from 'dayjs';
import { useMemo, useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { useAddStudent, useChecks, useEveryone, useRestore, useStudents } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { saveText } from '../parts/download.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy, PageTitle } from '../parts/Page.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { useTask } from '../work/useTask.ts';
import { isMinor } from './age.ts';
import { RosterImport } from './RosterImport.tsx';

const NEW_STUDENT: StudentInput = {
  name: 'New student',
  leadSide: 'left',
  schoolId: 'shoulder-width',
  lengths: { statureM: 1.75 },
  birthYear: null,
  note: '',
  level: 'new',
  filmingConsent: 'not asked',
  measuredBy: 'tape',
};

export function StudentsPage() {
  const students = useStudents();
  const everyone = useEveryone();
  const add = useAddStudent();
  const navigate = useNavigate();
  const { chooseStudent, fitOf } = useClub();
  const task = useTask();
  const [importing, setImporting] = useState(false);
  const [archived, setArchived] = useState(false);
  const addOne = async (): Promise<void> => {
    const id = crypto.randomUUID();
    await add.mutateAsync({ id, value: NEW_STUDENT });
    chooseStudent(id);
    await navigate(`/students/${id}`);
  };
  const fitClub = async (list: readonly Student[]): Promise<void> => {
    const fits = list.map((student) => ({ ...fitOf(student), id: student.id }));
    const csv = await task.run(async (work, progress): Promise<string> => work.fitClub(fits, progress));
    if (csv) saveText('fit of the club.csv', csv, 'text/csv');
  };
  if (students.isLoading || everyone.isLoading) return <Busy what="Reading the students" />;
  const list = students.data ?? [];
  const away = (everyone.data ?? []).filter((student) => student.archived);
  const error = students.error ?? everyone.error ?? add.error;
  return (
    <>
      <PageTitle
        actions={
          <>
            <Button onClick={() => setImporting(true)}>Bring in a roster</Button>
            <Button onClick={() => saveText('roster.csv', rosterCsv(list), 'text/csv')}>CSV</Button>
            <Button onClick={() => saveText('roster.json', `${JSON.stringify(list, null, 2)}\n`)}>
              JSON
            </Button>
            <Button disabled={task.state !== null} onClick={() => void fitClub(list)}>
              Fit everyone
            </Button>
            <Button variant="contained" onClick={() => void addOne()} disabled={add.isPending}>
              Add a student
            </Button>
          </>
        }
        sub="Choose a student: every stance, pattern and check is drawn to that body. Separation is ball to ball."
      >
        {list.length === 0 ? 'No students yet' : `Who: ${list.length} students`}
      </PageTitle>
      {task.state && <TaskProgress state={task.state} onCancel={task.cancel} />}
      {(error ?? task.error) && <ErrorBox error={(error ?? task.error)!} />}
      {importing && <RosterImport onClose={() => setImporting(false)} />}
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

interface RosterRow {
  readonly id: string;
  readonly student: Student;
  readonly stance: FittedStance;
  readonly last: StoredCheck | undefined;
}

function Roster({ list }: { readonly list: readonly Student[] }) {
  const checks = useChecks();
  const { units, student: chosen, chooseStudent, fitOf } = useClub();
  const rows = useMemo(() => {
    const latest = new Map((checks.data ?? []).toReversed().map((check) => [check.studentId, check]));
    return list.map((student): RosterRow => ({
      id: student.id,
      student,
      stance: fitStance(fitOf(student)),
      last: latest.get(student.id),
    }));
  }, [list, checks.data, fitOf]);
  const columns = useMemo(
    () => columnsOf(units, chosen?.id ?? null, chooseStudent),
    [units, chosen, chooseStudent],
  );
  return (
    <Box sx={{ bgcolor: 'background.paper' }}>
      <DataGrid
        label="Students"
        rows={rows}
        columns={columns}
        density="compact"
        showToolbar
        disableRowSelectionOnClick
        disableColumnMenu
        pageSizeOptions={[25, 50, 100]}
        initialState={{ pagination: { paginationModel: { pageSize: 25 } } }}
        autoHeight
      />
    </Box>
  );
}

function columnsOf(
  units: UnitSystem,
  chosenId: string | null,
  choose: (id: string) => void,
): GridColDef<RosterRow>[] {
  return [
    {
      field: 'name',
      headerName: 'Name',
      flex: 1.4,
      minWidth: 170,
      valueGetter: (_value, { student }) => student.name,
      renderCell: ({ row: { student } }) => (
        <>
          <Link
            component={RouterLink}
            to={`/students/${student.id}`}
            sx={{ fontWeight: 700 }}
            onClick={() => choose(student.id)}
          >
            {student.name}
          </Link>
          {isMinor(student.birthYear) && ' (minor)'}
        </>
      ),
    },
    {
      field: 'side',
      headerName: 'Side',
      width: 100,
      valueGetter: (_value, { student }) => (student.leadSide === 'left' ? 'orthodox' : 'southpaw'),
    },
    {
      field: 'school',
      headerName: 'School',
      flex: 1,
      minWidth: 130,
      valueGetter: (_value, { stance }) => stance.school.name,
    },
    { field: 'level', headerName: 'Level', width: 110, valueGetter: (_value, { student }) => student.level },
    {
      field: 'height',
      headerName: 'Height',
      width: 90,
      type: 'number',
      valueGetter: (_value, { student }) => student.lengths.statureM,
      valueFormatter: (value: number) => formatLength(value, units),
    },
    {
      field: 'separation',
      headerName: 'Separation',
      width: 160,
      type: 'number',
      valueGetter: (_value, { stance }) => stance.separation.valueM,
      renderCell: ({ row: { stance } }) =>
        `${formatLength(stance.separation.valueM, units)} ${stance.separation.source}`,
    },
    {
      field: 'last',
      headerName: 'Last check',
      width: 160,
      valueGetter: (_value, { last }) => last?.verdict.outcome ?? '',
      renderCell: ({ row: { last } }) =>
        last ? (
          <Link
            component={RouterLink}
            to={`/checks/${last.id}`}
            underline="hover"
            sx={{ display: 'inline-flex', gap: 0.75 }}
          >
            <VerdictMark outcome={last.verdict.outcome} /> {dayjs(last.createdAt).format('D MMM')}
          </Link>
        ) : (
          'none yet'
        ),
    },
    {
      field: 'choose',
      headerName: 'Choose',
      width: 110,
      sortable: false,
      filterable: false,
      renderCell: ({ row: { student } }) =>
        student.id === chosenId ? (
          'chosen'
        ) : (
          <Button
            size="small"
            sx={{ minHeight: 30 }}
            onClick={() => choose(student.id)}
            aria-label={`Choose ${student.name}`}
          >
            Choose
          </Button>
        ),
    },
  ];
}
