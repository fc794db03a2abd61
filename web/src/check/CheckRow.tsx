import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import TablePagination from '@mui/material/TablePagination';
import type { CheckSummary } from '@angled-chalk/contract';
import dayjs from 'dayjs';
import { Link as RouterLink } from 'react-router';
import { VerdictMark } from '../parts/VerdictMark.tsx';

/** One check in a list: its verdict, whose and what it was, and what it said. */
export function CheckRow({ check, named }: { readonly check: CheckSummary; readonly named: boolean }) {
  const { id, studentName, planName, verdict, headline, createdAt } = check;
  return (
    <>
      <Box sx={{ minWidth: 120 }}>
        <VerdictMark outcome={verdict.outcome} />
      </Box>
      <Box sx={{ flex: '1 1 260px' }}>
        <Link component={RouterLink} to={`/checks/${id}`} sx={{ fontWeight: 700 }}>
          {named ? `${studentName}: ${planName}` : planName}
        </Link>
        <Box sx={{ color: 'text.secondary', fontSize: '0.9rem' }}>{headline}</Box>
      </Box>
      <Box sx={{ color: 'text.secondary' }}>{dayjs(createdAt).format('D MMM YYYY HH:mm')}</Box>
    </>
  );
}

/** Turns the pages of a list that is longer than one; nothing for a short one. */
export function Pages({
  total,
  page,
  size,
  onPage,
}: {
  readonly total: number;
  readonly page: number;
  readonly size: number;
  readonly onPage: (page: number) => void;
}) {
  if (total <= size) return null;
  return (
    <TablePagination
      component="div"
      count={total}
      rowsPerPage={size}
      rowsPerPageOptions={[size]}
      page={Math.min(page, Math.ceil(total / size) - 1)}
      onPageChange={(_event, next) => onPage(next)}
    />
  );
}
