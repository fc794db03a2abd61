import Box from '@mui/material/Box';
import visuallyHidden from '@mui/utils/visuallyHidden';
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import Link from '@mui/material/Link';
import Paper from '@mui/material/Paper';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableContainer from '@mui/material/TableContainer';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { Student } from '@angled-chalk/contract';
import { fitStance, formatLength } from '@angled-chalk/core';
import dayjs from 'dayjs';
import { Link as RouterLink, useNavigate } from 'react-router';
import { useAddStudent, useChecks, useStudents } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy, PageTitle } from '../parts/Page.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';

const ADULT_AT = 18;

export const isMinor = (birthYear: number | null): boolean =>
  birthYear !== null && dayjs().year() - birthYear < ADULT_AT;

export function StudentsPage() {
  const students = useStudents();
  const add = useAddStudent();
  const navigate = useNavigate();
  const { chooseStudent } = useClub();
  const addOne = async (): Promise<void> => {
    const id = crypto.randomUUID();
    await add.mutateAsync({
      id,
      value: {
        name: 'New student',
        leadSide: 'left',
        schoolId: 'shoulder-width',
        lengths: { statureM: 1.75 },
        birthYear: null,
        note: '',
      },
    });
    chooseStudent(id);
    await navigate(`/students/${id}`);
  };
  if (students.isLoading) return <Busy what="Reading the students" />;
  const list = students.data ?? [];
  return (
    <>
      <PageTitle
        actions={
          <Button variant="contained" onClick={() => void addOne()} disabled={add.isPending}>
            Add a student
          </Button>
        }
        sub="Choose a student: every stance, pattern and check is drawn to that body. Separation is ball to ball."
      >
        {list.length === 0 ? 'No students yet' : `Who: ${list.length} students`}
      </PageTitle>
      {(students.error ?? add.error) && <ErrorBox error={(students.error ?? add.error)!} />}
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

function Roster({ list }: { readonly list: readonly Student[] }) {
  const checks = useChecks();
  const { units, student: chosen, chooseStudent } = useClub();
  return (
    <TableContainer component={Paper} variant="outlined">
      <Table size="small" aria-label="Students">
        <TableHead>
          <TableRow>
            <TableCell>Name</TableCell>
            <TableCell>Side</TableCell>
            <TableCell>School</TableCell>
            <TableCell align="right">Height</TableCell>
            <TableCell align="right">Separation</TableCell>
            <TableCell align="right">Stance angle</TableCell>
            <TableCell>Last check</TableCell>
            <TableCell>
              <Box component="span" sx={visuallyHidden}>
                Choose
              </Box>
            </TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {list.map((student) => {
            const stance = fitStance(student);
            const last = checks.data?.find((check) => check.studentId === student.id);
            return (
              <TableRow key={student.id} selected={chosen?.id === student.id}>
                <TableCell component="th" scope="row">
                  <Link
                    component={RouterLink}
                    to={`/students/${student.id}`}
                    sx={{ fontWeight: 700 }}
                    onClick={() => chooseStudent(student.id)}
                  >
                    {student.name}
                  </Link>{' '}
                  {isMinor(student.birthYear) && <Chip size="small" variant="outlined" label="minor" />}
                </TableCell>
                <TableCell>{student.leadSide === 'left' ? 'orthodox' : 'southpaw'}</TableCell>
                <TableCell>{stance.school.name}</TableCell>
                <TableCell align="right">{formatLength(student.lengths.statureM, units)}</TableCell>
                <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
                  {formatLength(stance.separation.valueM, units)}
                  <Box component="span" sx={{ color: 'text.secondary', fontSize: '0.78rem', ml: 0.75 }}>
                    {stance.separation.source}
                  </Box>
                </TableCell>
                <TableCell align="right">{stance.stanceAngleDeg}°</TableCell>
                <TableCell>
                  {last ? (
                    <Link
                      component={RouterLink}
                      to={`/checks/${last.id}`}
                      underline="hover"
                      sx={{ display: 'inline-flex', gap: 0.75, alignItems: 'center' }}
                    >
                      <VerdictMark outcome={last.verdict.outcome} />
                      {dayjs(last.createdAt).format('D MMM')}
                    </Link>
                  ) : (
                    'none yet'
                  )}
                </TableCell>
                <TableCell align="right">
                  {chosen?.id === student.id ? (
                    'chosen'
                  ) : (
                    <Button
                      size="small"
                      onClick={() => chooseStudent(student.id)}
                      aria-label={`Choose ${student.name}`}
                    >
                      Choose
                    </Button>
                  )}
                </TableCell>
              </TableRow>
            );
          })}
        </TableBody>
      </Table>
    </TableContainer>
  );
}
