import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Result } from '@angled-chalk/core/measure';
import { MOVES } from '@angled-chalk/core/moves';
import { withLane, type Plan } from '@angled-chalk/core/pattern';
import { DEMO_PLAN } from '@angled-chalk/core/sim';
import type { Student } from '@angled-chalk/contract';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { newId, useAddPlan } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { useDrills, usePlanned, type DrillForStudent } from '../app/drills.ts';
import { LostNotice } from './LostNotice.tsx';
import { ErrorBox, ProblemBox } from '../parts/ErrorBox.tsx';
import { FilePick } from '../parts/FilePick.tsx';
import { Busy, PageTitle } from '../parts/Page.tsx';
import { ThingRow } from '../parts/ThingRow.tsx';
import { useRemoving } from '../parts/useRemoving.ts';
import { VerdictMark } from '../parts/VerdictMark.tsx';
import { judgeAll } from '../work/useJudged.ts';
import { useTask } from '../work/useTask.ts';
import type { InputProblem } from '@angled-chalk/core/measure';
import { foundIn, type Found } from './kept-judgements.ts';
import { patternWords } from './pattern-words.ts';

const NEW_PLAN: Plan = withLane({ ...DEMO_PLAN, name: 'New zigzag' }, { alike: true });
const NEW_SEQUENCE: Plan = {
  ...DEMO_PLAN,
  name: 'New sequence',
  pattern: {
    start: { at: { x: 3, y: 4.5 }, headingDeg: 0 },
    items: [{ move: MOVES.step.usual }, { move: MOVES.pivot.usual }, { move: MOVES.hold.usual }],
  },
};

export function PlansPage() {
  const plans = useDrills();
  const add = useAddPlan();
  const navigate = useNavigate();
  const { student } = useClub();
  const task = useTask();
  const found = useFoundIn(plans.data, student);
  const [problem, setProblem] = useState<InputProblem | null>(null);
  const addOne = (plan: Plan): void =>
    add.mutate({ id: newId(), value: plan }, { onSuccess: ({ id }) => void navigate(`/patterns/${id}`) });
  const open = async (file: File): Promise<void> => {
    const read = await task.run(async (work): Promise<Result<Plan>> => work.readPlan(file));
    setProblem(read && !read.ok ? read.problem : null);
    if (read?.ok) addOne(read.value);
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
            <Button component={Link} to="/patterns/library">
              From the library
            </Button>
            <FilePick
              label="Open a plan file"
              name="Plan file"
              accept=".json,application/json"
              onFile={(file) => void open(file)}
            />
            <Button variant="contained" disabled={add.isPending} onClick={() => addOne(NEW_PLAN)}>
              New zigzag
            </Button>
            <Button disabled={add.isPending} onClick={() => addOne(NEW_SEQUENCE)}>
              New sequence
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
          <PlanRow key={stored.id} stored={stored} student={student} found={found.get(stored.id)} />
        ))}
      </Box>
    </>
  );
}

/** How many places of each plan the chosen student's feet would break; each judged once, in a worker. */
function useFoundIn(
  plans: readonly DrillForStudent[] | undefined,
  student: Student | null,
): ReadonlyMap<string, Found> {
  const planned = usePlanned();
  const asked = useMemo(
    () =>
      student &&
      plans?.map((stored) => ({ id: stored.id, stamp: stored.stamp, drill: planned(stored, student) })),
    [plans, student, planned],
  );
  const query = useQuery({
    queryKey: [
      'found-in-plans',
      asked?.map(({ id, stamp, drill: { student: of, partner } }) => [id, stamp, of, partner]),
    ],
    queryFn: ({ signal }) => foundIn(asked ?? [], (drills) => judgeAll(drills, signal)),
    enabled: Boolean(asked),
    staleTime: Infinity,
  });
  return query.data ?? NONE_FOUND;
}

const NONE_FOUND: ReadonlyMap<string, Found> = new Map();

/** For whom a drill is, where it says so. */
function forWords({ follows }: DrillForStudent, students: readonly Student[]): string {
  const names = students.filter(({ id }) => follows.students?.includes(id)).map(({ name }) => name);
  return names.length === 0 ? '' : `; for ${names.join(', ')}`;
}

function PlanRow({
  stored,
  student,
  found,
}: {
  readonly stored: DrillForStudent;
  readonly student: Student | null;
  readonly found: Found | undefined;
}) {
  const { units, students } = useClub();
  const remove = useRemoving('plans');
  const { id, plan } = stored;
  return (
    <ThingRow
      name={plan.name}
      to={`/patterns/${id}`}
      setOut={`/set-out/${id}`}
      onDelete={() => remove(id, plan.name)}
      about={
        <>
          {patternWords(plan, units)}; {plan.target.kind} as target
          {forWords(stored, students)}
          <LostNotice lost={stored.lost} inLine />
        </>
      }
      verdict={
        student && (
          <Box sx={{ minWidth: 170 }}>
            {found === undefined ? (
              <Box sx={{ color: 'text.secondary' }}>judging …</Box>
            ) : (
              <>
                <VerdictMark outcome={found === null ? 'cannot-tell' : found === 0 ? 'met' : 'not-met'} />
                {found === null && <Box sx={{ fontSize: '0.84rem' }}>too many moves to judge in a list</Box>}
                {found !== null && found > 0 && (
                  <Box sx={{ fontSize: '0.84rem' }}>
                    {found} {found === 1 ? 'place' : 'places'} to mend
                  </Box>
                )}
              </>
            )}
          </Box>
        )
      }
    />
  );
}
