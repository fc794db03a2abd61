import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Link, isRouteErrorResponse, useRouteError } from 'react-router';

/** A wrong address, or a screen that failed. What was saved is safe either way. */
export function BrokenPage() {
  const error = useRouteError();
  const failed = error !== undefined && error !== null && !isRouteErrorResponse(error);
  // A part of the program that could not be fetched, by the words of Chromium, Firefox and Safari.
  const away =
    error instanceof Error &&
    /dynamically imported module|importing a module script|preload/i.test(error.message);
  return (
    <Box sx={{ p: 4, maxWidth: 620 }}>
      <Typography variant="h1" sx={{ mb: 1 }}>
        {failed ? 'This screen failed.' : 'There is nothing at this address.'}
      </Typography>
      <Typography sx={{ mb: 2 }}>
        {failed
          ? away
            ? 'The program does not answer, so this screen could not be loaded. What you typed is kept on this device. Start the program again, then try again here.'
            : `What was saved before is safe, and the other screens work. Try again; if it fails again, note this for whoever looks after the program: ${error instanceof Error ? error.message : 'no reason was given'}`
          : 'It may have been deleted, or the address is mistyped.'}
      </Typography>
      <Box sx={{ display: 'flex', gap: 1 }}>
        {failed && (
          <Button variant="contained" onClick={() => location.reload()}>
            Try again
          </Button>
        )}
        <Button component={Link} to="/students">
          Go to the students
        </Button>
      </Box>
    </Box>
  );
}
