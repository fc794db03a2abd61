import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Link, isRouteErrorResponse, useRouteError } from 'react-router';

/** A wrong address, or a screen that failed. What was saved is safe either way. */
export function BrokenPage() {
  const error = useRouteError();
  const failed = error !== undefined && error !== null && !isRouteErrorResponse(error);
  return (
    <Box sx={{ p: 4, maxWidth: 620 }}>
      <Typography variant="h1" sx={{ mb: 1 }}>
        {failed ? 'This screen failed.' : 'There is nothing at this address.'}
      </Typography>
      <Typography sx={{ mb: 2 }}>
        {failed
          ? `What was saved before is safe. Load the page again; if it fails again, note this for whoever looks after the program: ${String(error)}`
          : 'It may have been deleted, or the address is mistyped.'}
      </Typography>
      <Button component={Link} to="/students">
        To the students
      </Button>
    </Box>
  );
}
