import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Paper from '@mui/material/Paper';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableContainer from '@mui/material/TableContainer';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TableSortLabel from '@mui/material/TableSortLabel';
import TextField from '@mui/material/TextField';
import useMediaQuery from '@mui/material/useMediaQuery';
import type { CheckSummary, Student } from '@angled-chalk/contract';
import { fitStance, type FittedStance } from '@angled-chalk/core/body';
import { formatLength, type UnitSystem } from '@angled-chalk/core/measure';
import dayjs from 'dayjs';
import { useMemo, useState, type ReactNode } from 'react';
import { Link as RouterLink } from 'react-router';
import { useLatestChecks } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { Pages } from '../check/CheckRow.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';
import { isMinor } from './age.ts';

const PER_PAGE = 25;

interface RosterRow {
  readonly student: Student;
  readonly stance: FittedStance;
  readonly last: CheckSummary | undefined;
}

interface Column {
  readonly title: string;
  readonly right?: boolean;
  /** Also on a phone: who it is and how the last check went; the rest is a tap away. */
  readonly phone?: boolean;
  readonly by: (row: RosterRow) => string | number;
  readonly show: (row: RosterRow, units: UnitSystem) => ReactNode;
}

const sideOf = ({ student }: RosterRow): string => (student.leadSide === 'left' ? 'orthodox' : 'southpaw');

const COLUMNS: readonly Column[] = [
  { title: 'Name', phone: true, by: ({ student }) => student.name.toLocaleLowerCase(), show: () => null },
  { title: 'Side', by: sideOf, show: sideOf },
  { title: 'School', by: ({ stance }) => stance.school.name, show: ({ stance }) => stance.school.name },
  { title: 'Level', by: ({ student }) => student.level, show: ({ student }) => student.level },
  {
    title: 'Height',
    right: true,
    by: ({ student }) => student.lengths.statureM,
    show: ({ student }, units) => formatLength(student.lengths.statureM, units),
  },
  {
    title: 'Separation',
    right: true,
    by: ({ stance }) => stance.separation.valueM,
    show: ({ stance }, units) =>
      `${formatLength(stance.separation.valueM, units)} ${stance.separation.source}`,
  },
  {
    title: 'Last check',
    phone: true,
    by: ({ last }) => last?.createdAt ?? '',
    show: ({ last }) =>
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
];

interface Sorting {
  readonly column: number;
  readonly down: boolean;
}

/** Everyone in the club: one search, sorted by any column, a page at a time. */
export function Roster({ list }: { readonly list: readonly Student[] }) {
  const checks = useLatestChecks();
  const { units, student: chosen, chooseStudent, fitOf } = useClub();
  const phone = useMediaQuery('(max-width: 760px)');
  const [search, setSearch] = useState('');
  const [sorting, setSorting] = useState<Sorting>({ column: 0, down: false });
  const [page, setPage] = useState(0);
  const rows = useMemo(() => {
    const latest = new Map((checks.data ?? []).map((check) => [check.studentId, check]));
    return list.map((student): RosterRow => ({
      student,
      stance: fitStance(fitOf(student)),
      last: latest.get(student.id),
    }));
  }, [list, checks.data, fitOf]);
  const found = useMemo(() => sorted(rows.filter(matches(search)), sorting), [rows, search, sorting]);
  const columns = COLUMNS.map((column, i) => [column, i] as const).filter(
    ([column]) => !phone || column.phone,
  );
  const shown = found.slice(page * PER_PAGE, (page + 1) * PER_PAGE);
  const sortBy = (column: number): void => {
    setSorting({ column, down: sorting.column === column && !sorting.down });
    setPage(0);
  };
  return (
    <Box>
      <TextField
        label="Find a student"
        type="search"
        value={search}
        onChange={(event) => {
          setSearch(event.target.value);
          setPage(0);
        }}
        sx={{ mb: 1, width: 'min(100%, 320px)' }}
      />
      <TableContainer component={Paper} variant="outlined">
        <Table size="small" aria-label="Students">
          <TableHead>
            <TableRow>
              {columns.map(([{ title, right }, i]) => (
                <TableCell
                  key={title}
                  align={right ? 'right' : 'left'}
                  sortDirection={sorting.column === i ? (sorting.down ? 'desc' : 'asc') : false}
                >
                  <TableSortLabel
                    active={sorting.column === i}
                    direction={sorting.column === i && sorting.down ? 'desc' : 'asc'}
                    onClick={() => sortBy(i)}
                  >
                    {title}
                  </TableSortLabel>
                </TableCell>
              ))}
              {!phone && <TableCell>For whom</TableCell>}
            </TableRow>
          </TableHead>
          <TableBody>
            {shown.map((row) => (
              <TableRow key={row.student.id}>
                {columns.map(([column, i]) =>
                  i === 0 ? (
                    <TableCell key={column.title} component="th" scope="row">
                      <Name student={row.student} onChoose={chooseStudent} />
                    </TableCell>
                  ) : (
                    <TableCell key={column.title} align={column.right ? 'right' : 'left'}>
                      {column.show(row, units)}
                    </TableCell>
                  ),
                )}
                {!phone && (
                  <TableCell sx={{ width: 110 }}>
                    {row.student.id === chosen?.id ? (
                      'chosen'
                    ) : (
                      <Button
                        size="small"
                        sx={{ minHeight: 30 }}
                        onClick={() => chooseStudent(row.student.id)}
                        aria-label={`Choose ${row.student.name}`}
                      >
                        Choose
                      </Button>
                    )}
                  </TableCell>
                )}
              </TableRow>
            ))}
          </TableBody>
        </Table>
        {found.length === 0 && <Box sx={{ p: 2 }}>Nobody of that name, school or level.</Box>}
        <Pages total={found.length} page={page} size={PER_PAGE} onPage={setPage} />
      </TableContainer>
    </Box>
  );
}

function Name({ student, onChoose }: { readonly student: Student; readonly onChoose: (id: string) => void }) {
  return (
    <>
      <Link
        component={RouterLink}
        to={`/students/${student.id}`}
        sx={{ fontWeight: 700, display: 'inline-block', py: 0.75 }}
        onClick={() => onChoose(student.id)}
      >
        {student.name}
      </Link>
      {isMinor(student.birthYear) && ' (minor)'}
    </>
  );
}

const plain = (text: string): string => text.normalize('NFD').replaceAll(/\p{M}/gu, '').toLocaleLowerCase();

/** Every word of a search stands somewhere in the name, side, school or level, with or without accents. */
const matches = (search: string) => {
  const words = plain(search).split(/\s+/).filter(Boolean);
  return (row: RosterRow): boolean => {
    const text = plain([row.student.name, sideOf(row), row.stance.school.name, row.student.level].join(' '));
    return words.every((word) => text.includes(word));
  };
};

function sorted(rows: readonly RosterRow[], { column, down }: Sorting): RosterRow[] {
  const { by } = COLUMNS[column]!;
  const compare = (a: RosterRow, b: RosterRow): number => {
    const [x, y] = [by(a), by(b)];
    return typeof x === 'string' && typeof y === 'string' ? x.localeCompare(y) : Number(x) - Number(y);
  };
  return [...rows].sort((a, b) => (down ? -1 : 1) * compare(a, b));
}
