import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import type { Student } from '@angled-chalk/contract';
import { Link } from 'react-router';

/** Why this student is not recorded, and where that is noted. */
export function Refused({ why, student }: { readonly why: string; readonly student: Student }) {
  return (
    <Alert severity="warning" variant="outlined" sx={{ bgcolor: 'background.paper' }}>
      {why}{' '}
      <Button size="small" component={Link} to={`/students/${student.id}`}>
        Open {student.name}
      </Button>
    </Alert>
  );
}
