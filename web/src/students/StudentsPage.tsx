import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Link from '@mui/material/Link';
import Paper from '@mui/material/Paper';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import useMediaQuery from '@mui/material/useMediaQuery';
import { DataGrid, type GridColDef } from '@mui/x-data-grid';
import { rosterCsv, type CheckSummary, type Student } from '@angled-chalk/contract';
import { fitStance, formatLength, SCHOOLS, type FittedStance, type UnitSystem } from '@angled-chalk/core';
import dayjs from 'dayjs';
import { useMemo, useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { useEveryone, useLatestChecks, useRestore, useStudents } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { useNotice } from '../app/notice.tsx';
import { MenuButton } from '../parts/MenuButton.tsx';
import { NewStudent } from './NewStudent.tsx';
import { saveText } from '../parts/download.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy, PageTitle } from '../parts/Page.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { useTask } from '../work/useTask.ts';
import { isMinor } from './age.ts';
import { RosterImport } from './RosterImport.tsx';

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
  readonly last: CheckSummary | undefined;
}

function Roster({ list }: { readonly list: readonly Student[] }) {
  const checks = useLatestChecks();
  const [search, setSearch] = useState('');
  const { units, student: chosen, chooseStudent, fitOf } = useClub();
  const phone = useMediaQuery('(max-width: 760px)');
  const rows = useMemo(() => {
    const latest = new Map((checks.data ?? []).map((check) => [check.studentId, check]));
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
    <Box>
      <TextField
        label="Find a student"
        type="search"
        value={search}
        onChange={(event) => setSearch(event.target.value)}
        sx={{ mb: 1, width: 'min(100%, 320px)' }}
      />
      <DataGrid
        sx={{ bgcolor: 'background.paper' }}
        filterModel={{ items: [], quickFilterValues: search.split(/\s+/).filter(Boolean) }}
        label="Students"
        rows={rows}
        columns={columns}
        density="compact"
        disableColumnFilter
        disableRowSelectionOnClick
        disableColumnMenu
        pageSizeOptions={[25, 50, 100]}
        initialState={{ pagination: { paginationModel: { pageSize: 25 } } }}
        autoHeight
        columnVisibilityModel={phone ? PHONE_COLUMNS : ALL_COLUMNS}
        localeText={{
          noRowsLabel: 'Nobody here',
          noResultsOverlayLabel: 'Nobody of that name, school or level',
        }}
      />
    </Box>
  );
}

const ALL_COLUMNS = {};
/** On a phone who it is and how the last check went; the rest is a tap away. */
const PHONE_COLUMNS = {
  side: false,
  school: false,
  level: false,
  height: false,
  separation: false,
  choose: false,
};

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
      width: 150,
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
