import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Paper from '@mui/material/Paper';
import dayjs from 'dayjs';
import { Link as RouterLink } from 'react-router';
import { useChecks } from '../api/queries.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy, PageTitle } from '../parts/Page.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';

export function ChecksPage() {
  const checks = useChecks();
  if (checks.isLoading) return <Busy what="Reading the checks" />;
  if (checks.error) return <ErrorBox error={checks.error} />;
  const list = checks.data ?? [];
  const failed = list.filter(({ verdict }) => verdict.outcome === 'not-met').length;
  return (
    <>
      <PageTitle sub="Newest first. Each keeps the plan and the body of its day.">
        {list.length === 0 ? 'No checks yet' : `${list.length} checks, ${failed} with something to mend`}
      </PageTitle>
      {list.length === 0 && (
        <Paper variant="outlined" sx={{ p: 2 }}>
          <Box sx={{ mb: 1.5 }}>A check compares a recording with the plan. Bring in a recording first.</Box>
          <Button component={RouterLink} to="/record">
            Record
          </Button>
        </Paper>
      )}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1 }}>
        {list.map(({ id, drill, verdict, headline, createdAt }) => (
          <Paper
            component="li"
            variant="outlined"
            key={id}
            sx={{ p: 1.5, display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}
          >
            <Box sx={{ minWidth: 120 }}>
              <VerdictMark outcome={verdict.outcome} />
            </Box>
            <Box sx={{ flex: '1 1 300px' }}>
              <Link component={RouterLink} to={`/checks/${id}`} sx={{ fontWeight: 700 }}>
                {drill.student.name}: {drill.plan.name}
              </Link>
              <Box sx={{ color: 'text.secondary' }}>{headline}</Box>
            </Box>
            <Box sx={{ color: 'text.secondary' }}>{dayjs(createdAt).format('D MMM YYYY HH:mm')}</Box>
          </Paper>
        ))}
      </Box>
    </>
  );
}
