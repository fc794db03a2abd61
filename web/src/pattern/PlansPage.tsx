import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { checkPlan, DEMO_PLAN, formatLength, type Plan } from '@angled-chalk/core';
import type { StoredPlan, Student } from '@angled-chalk/contract';
import { useState } from 'react';
import { readPlanFile } from '@angled-chalk/contract';
import { useNavigate } from 'react-router';
import { useAddPlan, usePlans } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { ErrorBox, ProblemBox } from '../parts/ErrorBox.tsx';
import { FilePick } from '../parts/FilePick.tsx';
import { Busy, PageTitle } from '../parts/Page.tsx';
import { ThingRow } from '../parts/ThingRow.tsx';
import { useRemoving } from '../parts/useRemoving.ts';
import { VerdictMark } from '../parts/VerdictMark.tsx';
import type { InputProblem } from '@angled-chalk/core';

const NEW_PLAN: Plan = { ...DEMO_PLAN, name: 'New zigzag' };

export function PlansPage() {
  const plans = usePlans();
  const add = useAddPlan();
  const navigate = useNavigate();
  const { student } = useClub();
  const [problem, setProblem] = useState<InputProblem | null>(null);
  const addOne = (plan: Plan): void =>
    add.mutate(
      { id: crypto.randomUUID(), value: plan },
      { onSuccess: ({ id }) => void navigate(`/patterns/${id}`) },
    );
  const open = async (file: File): Promise<void> => {
    const read = readPlanFile(await file.text());
    setProblem(read.ok ? null : read.problem);
    if (read.ok) addOne(read.value);
  };
  if (plans.isLoading) return <Busy what="Reading the patterns" />;
  const list = plans.data ?? [];
  return (
    <>
      <PageTitle
        sub={
          student
            ? `Judged for ${student.name}. Change the student in the top line and every plan is judged again.`
            : undefined
        }
        actions={
          <>
            <FilePick
              label="Open a plan file"
              name="Plan file"
              accept=".json,application/json"
              onFile={(file) => void open(file)}
            />
            <Button variant="contained" disabled={add.isPending} onClick={() => addOne(NEW_PLAN)}>
              New zigzag
            </Button>
          </>
        }
      >
        {list.length === 0 ? 'No patterns yet' : `${list.length} patterns`}
      </PageTitle>
      {problem && <ProblemBox problem={problem} title="The plan file was not opened" />}
      {(plans.error ?? add.error) && <ErrorBox error={(plans.error ?? add.error)!} />}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1.25 }}>
        {list.map((stored) => (
          <PlanRow key={stored.id} stored={stored} student={student} />
        ))}
      </Box>
    </>
  );
}

function PlanRow({ stored, student }: { readonly stored: StoredPlan; readonly student: Student | null }) {
  const { units, fitOf } = useClub();
  const remove = useRemoving('plans');
  const { id, plan } = stored;
  const found = student ? checkPlan({ plan, student: fitOf(student) }).findings.length : 0;
  return (
    <ThingRow
      name={plan.name}
      to={`/patterns/${id}`}
      setOut={`/set-out/${id}`}
      onDelete={() => remove(id, plan.name)}
      about={
        <>
          {plan.pattern.cones} cones, {formatLength(plan.pattern.spacingM, units)} apart, passed at{' '}
          {formatLength(plan.pattern.sideOffsetM, units)}; {plan.target.kind} as target
        </>
      }
      verdict={
        student && (
          <Box sx={{ minWidth: 170 }}>
            <VerdictMark outcome={found === 0 ? 'met' : 'not-met'} />
            {found > 0 && <Box sx={{ fontSize: '0.84rem' }}>{found} places to mend</Box>}
          </Box>
        )
      }
    />
  );
}
