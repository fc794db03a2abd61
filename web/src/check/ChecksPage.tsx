import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Paper from '@mui/material/Paper';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { useChecks } from '../api/queries.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy, PageTitle } from '../parts/Page.tsx';
import { CheckRow, Pages } from './CheckRow.tsx';

const PER_PAGE = 25;

export function ChecksPage() {
  const [page, setPage] = useState(0);
  const checks = useChecks({ page, size: PER_PAGE });
  if (checks.isLoading) return <Busy what="Reading the checks" />;
  if (!checks.data) return <ErrorBox error={checks.error ?? new Error('The checks could not be read.')} />;
  const { total, items } = checks.data;
  return (
    <>
      <PageTitle sub="Newest first. Each keeps the plan and the body of its day.">
        {total === 0 ? 'No checks yet' : `${total} ${total === 1 ? 'check' : 'checks'}`}
      </PageTitle>
      {total === 0 && (
        <Paper variant="outlined" sx={{ p: 2 }}>
          <Box sx={{ mb: 1.5 }}>A check compares a recording with the plan. Bring in a recording first.</Box>
          <Button component={RouterLink} to="/record">
            Record
          </Button>
        </Paper>
      )}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1 }}>
        {items.map((check) => (
          <Paper
            component="li"
            variant="outlined"
            key={check.id}
            sx={{ p: 1.5, display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}
          >
            <CheckRow check={check} named />
          </Paper>
        ))}
      </Box>
      <Pages total={total} page={page} size={PER_PAGE} onPage={setPage} />
    </>
  );
}
