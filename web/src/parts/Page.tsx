import Box from '@mui/material/Box';
import CircularProgress from '@mui/material/CircularProgress';
import Paper from '@mui/material/Paper';
import Typography from '@mui/material/Typography';
import type { SxProps } from '@mui/material/styles';
import type { ReactNode } from 'react';

/** Title line of a screen: the answer in words, and what can be done. */
export function PageTitle({
  children,
  actions,
  sub,
}: {
  readonly children: ReactNode;
  readonly actions?: ReactNode;
  readonly sub?: ReactNode;
}) {
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-start', flexWrap: 'wrap', mb: 1.5 }}>
      <Box sx={{ flex: '1 1 320px', minWidth: 0 }}>
        <Typography variant="h1">{children}</Typography>
        {sub !== undefined && (
          <Typography sx={{ mt: 0.5, color: 'text.secondary', maxWidth: '75ch' }}>{sub}</Typography>
        )}
      </Box>
      {actions !== undefined && (
        <Box className="no-print" sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          {actions}
        </Box>
      )}
    </Box>
  );
}

export function Panel({
  title,
  children,
  sx,
}: {
  readonly title?: ReactNode;
  readonly children: ReactNode;
  readonly sx?: SxProps;
}) {
  return (
    <Paper variant="outlined" component="section" sx={{ p: 1.5, ...(sx as object) }}>
      {title !== undefined && (
        <Typography variant="h2" sx={{ mb: 1 }}>
          {title}
        </Typography>
      )}
      {children}
    </Paper>
  );
}

export function Busy({ what }: { readonly what: string }) {
  return (
    <Box role="status" sx={{ display: 'flex', gap: 1.5, alignItems: 'center', p: 3 }}>
      <CircularProgress size={22} aria-hidden />
      <span>{what}</span>
    </Box>
  );
}

/** The floor takes most of the room; what belongs to it lies beside it, or below on a phone. */
export const BESIDE = {
  display: 'grid',
  gap: 1.5,
  gridTemplateColumns: 'minmax(0, 1fr) 340px',
  alignItems: 'start',
  '@media (max-width: 980px)': { gridTemplateColumns: 'minmax(0, 1fr)' },
} as const;
