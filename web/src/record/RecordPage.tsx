import Box from '@mui/material/Box';
import type { StoredPlan } from '@angled-chalk/contract';
import { useState } from 'react';
import { usePlans, useTracks } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy, PageTitle, Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { FromFile } from './FromFile.tsx';
import { FromSimulator } from './FromSimulator.tsx';
import { TrackList } from './TrackList.tsx';

/** Bringing in what happened: a file, or the simulated tracker. */
export function RecordPage() {
  const plans = usePlans();
  const tracks = useTracks();
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
          <FromFile student={student} plan={plan} />
        </Box>
        <FromSimulator student={student} plan={plan} />
        <Box sx={{ gridColumn: '1 / -1' }}>
          <TrackList tracks={tracks.data ?? []} plans={list} plan={plan} />
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
  readonly plans: readonly StoredPlan[];
  readonly plan: StoredPlan;
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
