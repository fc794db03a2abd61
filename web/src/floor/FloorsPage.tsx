import Box from '@mui/material/Box';
import type { StoredFloor } from '@angled-chalk/contract';
import { STANDARD_FLOORS, standardFloor } from '@angled-chalk/core/floor';
import { laidOut, placementsOf, placesFor, type LaidFloor } from '@angled-chalk/core/layout';
import type { InputProblem, Result } from '@angled-chalk/core/measure';
import { placingFindings } from '@angled-chalk/core/placing';
import { rulerFor } from '@angled-chalk/core/range';
import { USUAL_TAPE } from '@angled-chalk/core/setout';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { newId, useAddFloor, useFloors } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { useNotice } from '../app/notice.tsx';
import { ErrorBox, ProblemBox } from '../parts/ErrorBox.tsx';
import { FilePick } from '../parts/FilePick.tsx';
import { MenuButton } from '../parts/MenuButton.tsx';
import { Busy, PageTitle } from '../parts/Page.tsx';
import { ThingRow } from '../parts/ThingRow.tsx';
import { useRemoving } from '../parts/useRemoving.ts';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { useTask } from '../work/useTask.ts';
import { VerdictMark } from '../parts/VerdictMark.tsx';

/** The club's floors: rooms, mats and rings with what is laid out on them. */
export function FloorsPage() {
  const floors = useFloors();
  const add = useAddFloor();
  const navigate = useNavigate();
  const notice = useNotice();
  const task = useTask();
  const [problem, setProblem] = useState<InputProblem | null>(null);
  const addOne = (value: LaidFloor): void =>
    add.mutate({ id: newId(), value }, { onSuccess: ({ id }) => void navigate(`/floors/${id}`) });
  const open = async (file: File): Promise<void> => {
    const read = await task.run(async (work): Promise<Result<LaidFloor>> => work.readFloor(file));
    setProblem(read && !read.ok ? read.problem : null);
    if (!read?.ok) return;
    if (read.notices.length > 0) notice({ text: read.notices.join(' ') });
    addOne(read.value);
  };
  if (floors.isLoading) return <Busy what="Reading the floors" />;
  const list = floors.data ?? [];
  return (
    <>
      <PageTitle
        sub="Where you work: its walls or ropes, what stands in it, and what is laid out. Everything is in true measure."
        actions={
          <>
            <FilePick
              label="Open a file"
              name="Floor file"
              accept=".json,.svg,.csv,application/json,image/svg+xml,text/csv"
              onFile={(file) => void open(file)}
            />
            <MenuButton
              contained
              label="New floor"
              items={STANDARD_FLOORS.map((standard) => ({
                label: standard.name,
                hint: standard.source,
                run: () =>
                  addOne({
                    name: standard.name,
                    floor: standardFloor(standard),
                    pieces: [],
                    tape: USUAL_TAPE,
                  }),
              }))}
            />
          </>
        }
      >
        {list.length === 0 ? 'No floors yet' : `${list.length} ${list.length === 1 ? 'floor' : 'floors'}`}
      </PageTitle>
      {task.state && <TaskProgress state={task.state} onCancel={task.cancel} />}
      {task.error && <ErrorBox error={task.error} title="The file was not opened" />}
      {problem && <ProblemBox problem={problem} title="The file was not opened" />}
      {(floors.error ?? add.error) && <ErrorBox error={(floors.error ?? add.error)!} />}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 1, p: 0, display: 'grid', gap: 1.25 }}>
        {list.map((stored) => (
          <FloorRow key={stored.id} stored={stored} />
        ))}
      </Box>
    </>
  );
}

function FloorRow({ stored }: { readonly stored: StoredFloor }) {
  const { student, fitOf } = useClub();
  const remove = useRemoving('floors');
  const { id, floor: plan } = stored;
  const ruler = student ? rulerFor(fitOf(student)) : null;
  const laid = ruler ? laidOut(plan.pieces, ruler) : [];
  const found = ruler ? placingFindings(plan.floor, placementsOf(laid, ruler)).length : 0;
  const marks = laid.reduce((sum, one) => sum + one.marks.length, 0);
  const people = placesFor(plan.pieces);
  return (
    <ThingRow
      name={plan.name}
      to={`/floors/${id}`}
      setOut={`/set-out/floor/${id}`}
      onDelete={() => remove(id, plan.name)}
      about={
        <>
          {plan.floor.name}: {plan.pieces.length} {plan.pieces.length === 1 ? 'thing' : 'things'} laid out,{' '}
          {marks} {marks === 1 ? 'mark' : 'marks'}, room for {people} at once
        </>
      }
      verdict={
        student && (
          <Box sx={{ minWidth: 190, display: 'flex', gap: 1, alignItems: 'center' }}>
            <VerdictMark outcome={found === 0 ? 'met' : 'not-met'} words={false} />
            {found === 0 ? 'everything fits' : `${found} ${found === 1 ? 'thing does' : 'things do'} not fit`}
          </Box>
        )
      }
    />
  );
}
