import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { useFloors, usePlans } from '../api/queries.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy, PageTitle, Panel } from '../parts/Page.tsx';

/** Which floor or pattern to set out. */
export function SetOutChoice() {
  const plans = usePlans();
  const floors = useFloors();
  const error = plans.error ?? floors.error;
  if (plans.isLoading || floors.isLoading) return <Busy what="Reading floors and patterns" />;
  if (error) return <ErrorBox error={error} />;
  return (
    <>
      <PageTitle sub="Tape distances for every mark from named corners, in the order that walks least, and the diagonals to check the room by.">
        What is set out?
      </PageTitle>
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <Choices
          title="Whole floors"
          list={(floors.data ?? []).map(({ id, floor }) => ({
            to: `/set-out/floor/${id}`,
            name: floor.name,
          }))}
          none={{ to: '/floors', label: 'Make a floor first' }}
        />
        <Choices
          title="Single patterns"
          list={(plans.data ?? []).map(({ id, plan }) => ({ to: `/set-out/${id}`, name: plan.name }))}
          none={{ to: '/patterns', label: 'Make a pattern first' }}
        />
      </Box>
    </>
  );
}

function Choices({
  title,
  list,
  none,
}: {
  readonly title: string;
  readonly list: readonly { readonly to: string; readonly name: string }[];
  readonly none: { readonly to: string; readonly label: string };
}) {
  const buttons = list.length > 0 ? list : [{ to: none.to, name: none.label }];
  return (
    <Panel title={title}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
        {buttons.map(({ to, name }) => (
          <Button key={to} variant="outlined" component={Link} to={to} sx={{ minHeight: 56, px: 3 }}>
            {name}
          </Button>
        ))}
      </Box>
    </Panel>
  );
}
