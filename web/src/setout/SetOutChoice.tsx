import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { usePlans } from '../api/queries.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy, PageTitle } from '../parts/Page.tsx';

/** Which pattern to set out. */
export function SetOutChoice() {
  const plans = usePlans();
  if (plans.isLoading) return <Busy what="Reading the patterns" />;
  if (plans.error) return <ErrorBox error={plans.error} />;
  return (
    <>
      <PageTitle sub="Two tape distances for every cone, from two named corners, and a diagonal to check the room by.">
        Which pattern is set out?
      </PageTitle>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
        {plans.data?.map(({ id, plan }) => (
          <Button key={id} component={Link} to={`/set-out/${id}`} sx={{ minHeight: 56, px: 3 }}>
            {plan.name}
          </Button>
        ))}
        {plans.data?.length === 0 && (
          <Button component={Link} to="/patterns">
            Make a pattern first
          </Button>
        )}
      </Box>
    </>
  );
}
