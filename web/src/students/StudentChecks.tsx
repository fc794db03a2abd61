import Box from '@mui/material/Box';
import { useState } from 'react';
import { useChecks } from '../api/queries.ts';
import { CheckRow, Pages } from '../check/CheckRow.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Panel } from '../parts/Page.tsx';

const PER_PAGE = 5;

/** The checks of one student, newest first. */
export function StudentChecks({ studentId }: { readonly studentId: string }) {
  const [page, setPage] = useState(0);
  const checks = useChecks({ page, size: PER_PAGE, studentId });
  const { total, items } = checks.data ?? { total: 0, items: [] };
  return (
    <Panel title={total > 0 ? `Checks (${total})` : 'Checks'}>
      {checks.error && !checks.data && <ErrorBox error={checks.error} />}
      {total === 0 && !checks.error && (
        <Box sx={{ color: 'text.secondary' }}>
          {checks.isLoading ? 'Reading …' : 'None yet. Bring in a recording under Record.'}
        </Box>
      )}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1 }}>
        {items.map((check) => (
          <Box component="li" key={check.id} sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
            <CheckRow check={check} named={false} />
          </Box>
        ))}
      </Box>
      <Pages total={total} page={page} size={PER_PAGE} onPage={setPage} />
    </Panel>
  );
}
