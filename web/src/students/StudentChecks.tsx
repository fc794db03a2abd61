import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import dayjs from 'dayjs';
import { Link as RouterLink } from 'react-router';
import { useChecks } from '../api/queries.ts';
import { Panel } from '../parts/Page.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';

/** The checks of one student, newest first. */
export function StudentChecks({ studentId }: { readonly studentId: string }) {
  const checks = useChecks(studentId);
  const list = checks.data ?? [];
  return (
    <Panel title="Checks">
      {list.length === 0 ? (
        <Box sx={{ color: 'text.secondary' }}>
          {checks.isLoading ? 'Reading …' : 'None yet. Bring in a recording under Record.'}
        </Box>
      ) : (
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1 }}>
          {list.map(({ id, verdict, headline, createdAt, drill }) => (
            <li key={id}>
              <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
                <VerdictMark outcome={verdict.outcome} />
                <Link component={RouterLink} to={`/checks/${id}`} sx={{ fontWeight: 650 }}>
                  {drill.plan.name}, {dayjs(createdAt).format('D MMM YYYY HH:mm')}
                </Link>
              </Box>
              <Box sx={{ color: 'text.secondary', fontSize: '0.86rem' }}>{headline}</Box>
            </li>
          ))}
        </Box>
      )}
    </Panel>
  );
}
