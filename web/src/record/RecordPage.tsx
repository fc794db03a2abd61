import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { filmingRefusal } from '@angled-chalk/contract';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link } from 'react-router';
import { useClub } from '../app/club.tsx';
import { useDrills, type DrillForStudent } from '../app/drills.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy, PageTitle, Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { FromFile } from './FromFile.tsx';
import { FromSimulator } from './FromSimulator.tsx';
import { TrackList } from './TrackList.tsx';

/** Bringing in what happened: a file; and apart from that, practice recordings that the program makes up. */
export function RecordPage() {
  const plans = useDrills();
  const { student, loading } = useClub();
  const [planId, setPlanId] = useState<string | null>(null);
  if (plans.isLoading || loading) return <Busy what="Reading the patterns" />;
  if (plans.error) return <ErrorBox error={plans.error} />;
  const list = plans.data ?? [];
  const plan = list.find(({ id }) => id === planId) ?? list[0];
  if (!student || !plan) {
    return (
      <ErrorBox
        error={new Error('A recording is judged against a pattern and a student: add one of each first.')}
      />
    );
  }
  const refused = filmingRefusal(student, dayjs().year());
  return (
    <>
      <PageTitle sub="What was recorded is judged against the plan for this student. Filming a minor needs consent.">
        Record: {student.name}, {plan.plan.name}
      </PageTitle>
      <Box
        sx={{
          display: 'grid',
          gap: 1.5,
          gridTemplateColumns: 'repeat(auto-fit, minmax(min(100%, 380px), 1fr))',
          alignItems: 'start',
        }}
      >
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <PlanChoice plans={list} plan={plan} onChoose={setPlanId} />
          {refused ? (
            <Alert severity="warning" variant="outlined" sx={{ bgcolor: 'background.paper' }}>
              {refused}{' '}
              <Button size="small" component={Link} to={`/students/${student.id}`}>
                Open {student.name}
              </Button>
            </Alert>
          ) : (
            <FromFile student={student} plan={plan} />
          )}
          <Panel title="By eye">
            <Box sx={{ mb: 1 }}>
              Nothing to record with? Watch one student at a time and tap what you see: rates, with how sure
              they are.
            </Box>
            <Button variant="outlined" component={Link} to="/record/by-eye">
              Watch by eye
            </Button>
          </Panel>
        </Box>
        {!refused && <FromSimulator student={student} plan={plan} />}
        <Box sx={{ gridColumn: '1 / -1' }}>
          <TrackList plans={list} plan={plan} />
        </Box>
      </Box>
    </>
  );
}

function PlanChoice({
  plans,
  plan,
  onChoose,
}: {
  readonly plans: readonly DrillForStudent[];
  readonly plan: DrillForStudent;
  readonly onChoose: (id: string) => void;
}) {
  return (
    <Panel title="Against which pattern">
      <SelectBox
        quiet
        label="Pattern"
        value={plan.id}
        onChoice={onChoose}
        choices={plans.map(({ id, plan: { name } }) => [id, name] as const)}
      />
    </Panel>
  );
}
