import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Paper from '@mui/material/Paper';
import type { ReactNode } from 'react';
import { Link as RouterLink } from 'react-router';

/** A row of a list of stored things: its name as a link, what it is, its verdict, set out, delete. */
export function ThingRow({
  name,
  to,
  setOut,
  about,
  verdict,
  onDelete,
}: {
  readonly name: string;
  readonly to: string;
  readonly setOut: string;
  readonly about: ReactNode;
  readonly verdict: ReactNode;
  readonly onDelete: () => void;
}) {
  return (
    <Paper
      component="li"
      variant="outlined"
      sx={{ p: 1.5, display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}
    >
      <Box sx={{ flex: '1 1 260px' }}>
        <Link component={RouterLink} to={to} sx={{ fontWeight: 700, fontSize: '1.05rem' }}>
          {name}
        </Link>
        <Box sx={{ color: 'text.secondary' }}>{about}</Box>
      </Box>
      {verdict}
      <Button component={RouterLink} to={setOut}>
        Set out
      </Button>
      <Button color="error" onClick={onDelete} aria-label={`Delete ${name}`}>
        Delete
      </Button>
    </Paper>
  );
}
