import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { marksCsv } from '@angled-chalk/core/formats';
import { formatLength, formatSmall, type UnitSystem } from '@angled-chalk/core/measure';
import type { SequenceMarking, SetOutJob } from '@angled-chalk/core/pattern';
import { setOutCsv } from '@angled-chalk/core/setout';
import type { Paper } from '@angled-chalk/core/print';
import { useState } from 'react';
import { Link } from 'react-router';
import { useUnits } from '../app/club.tsx';
import { saveBytes, saveText } from '../parts/download.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { usePrinting } from '../parts/usePrinting.tsx';
import { MenuButton } from '../parts/MenuButton.tsx';
import { BESIDE, Busy, PageTitle } from '../parts/Page.tsx';
import { KeepOnFloor } from './KeepOnFloor.tsx';
import { HowTo } from './HowTo.tsx';
import { outOfReachWords } from './out-of-reach.ts';
import { SetOutFloor } from './SetOutFloor.tsx';
import { SetOutTable } from './SetOutTable.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { TapeCheck } from './TapeCheck.tsx';
import { useJob, type FoundJob, type JobKind } from './useJob.ts';

export const PatternSetOut = () => <SetOutPage kind="pattern" />;
export const FloorSetOut = () => <SetOutPage kind="floor" />;

function SetOutPage({ kind }: { readonly kind: JobKind }) {
  const found = useJob(kind);
  if (found.loading) return <Busy what="Reading what is set out" />;
  if (found.error || !found.job) return <ErrorBox error={found.error ?? new Error('Nothing to set out.')} />;
  return <SetOutSheet job={found.job} found={found} />;
}

const MARKINGS = [
  ['way', 'the way, few marks'],
  ['landings', 'every first landing'],
] as const;

/** The judgement in words: how good it will be, and what will be trouble. */
function answerOf(job: SetOutJob, units: UnitSystem, forWhom: string): string {
  const { table, points } = job;
  if (points.length === 0) return 'There is no mark on this floor yet.';
  if (table.rows.length === 0) return outOfReachWords(job, units);
  const worst = Math.max(...table.rows.map((row) => row.majorM));
  const weak = table.rows.filter(({ how }) => how.kind === 'two-tapes' && how.weak).length;
  return [
    forWhom === '' ? '' : `Measured for ${forWhom}, the student chosen on this device.`,
    `Every mark lands within ${formatSmall(2 * worst, units)} of its place, 19 times of 20, if a reading of the tape is good to ${formatSmall(table.tape.readingUM, units)}.`,
    `${formatLength(table.walkM, units)} from mark to mark${table.walkIsShortest ? ', the shortest way' : ', the shortest way found'}.`,
    weak > 0 ? `${weak} weak: the tapes meet too flat there; measure twice.` : '',
    outOfReachWords(job, units),
  ]
    .filter((part) => part !== '')
    .join(' ');
}

/** Every name that will stand on the sheet. */
const wordsOnSheet = ({ name, floor, points, marks }: SetOutJob, forWhom: string): string =>
  [
    name,
    forWhom,
    floor.name,
    ...floor.datums.map((datum) => datum.name),
    ...(floor.fixtures ?? []).map((fixture) => fixture.name),
    ...points.map(({ id }) => id),
    ...marks.map((mark) => mark.name),
  ].join(' ');

function SetOutSheet({ job, found }: { readonly job: SetOutJob; readonly found: FoundJob }) {
  const units = useUnits();
  const [chosen, setChosen] = useState(0);
  const printing = usePrinting();
  const print = (paper: Paper): void =>
    printing.print(wordsOnSheet(job, found.forWhom), async () => {
      const { setOutSheet } = await import('@angled-chalk/core/print');
      saveBytes(
        `${job.name}.set-out.pdf`,
        await setOutSheet(job, units, paper, found.forWhom),
        'application/pdf',
      );
    });
  return (
    <>
      <PageTitle
        sub={answerOf(job, units, found.forWhom)}
        actions={
          <>
            {found.marking && (
              <SelectBox<SequenceMarking>
                label="What is marked"
                value={found.marking.marking}
                choices={MARKINGS}
                onChoice={found.marking.setMarking}
                fullWidth={false}
                sx={{ width: 190 }}
              />
            )}
            {found.marking && job.marks.length > 0 && (
              <KeepOnFloor job={job} floorId={found.floorId} forWhom={found.forWhom} />
            )}
            <Button component={Link} to={found.back.to}>
              {found.back.label}
            </Button>
            <MenuButton
              label="Files"
              items={[
                { label: 'Set-out sheet, PDF on A4', run: () => print('A4') },
                { label: 'Set-out sheet, PDF on Letter', run: () => print('Letter') },
                {
                  label: 'Tape distances, CSV',
                  run: () => saveText(`${job.name}.setout.csv`, setOutCsv(job.table, job.checks), 'text/csv'),
                },
                {
                  label: 'Marks, CSV',
                  run: () => saveText(`${job.name}.marks.csv`, marksCsv(job.marks), 'text/csv'),
                },
                { label: 'Print this screen', run: () => window.print() },
              ]}
            />
            <Button variant="contained" component={Link} to={`${found.here}/walk`}>
              One mark at a time
            </Button>
          </>
        }
      >
        Set out {job.name}
      </PageTitle>
      {printing.answer && <Box sx={{ mb: 1.5 }}>{printing.answer}</Box>}
      <Box
        sx={{
          ...BESIDE,
          gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 520px)',
          '@media print': { display: 'block' },
        }}
      >
        <SetOutFloor job={job} row={job.table.rows[chosen]} />
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <HowTo job={job} />
          <SetOutTable rows={job.table.rows} chosen={chosen} onChoose={setChosen} />
          <TapeCheck job={job} keepAs={found.here} />
        </Box>
      </Box>
    </>
  );
}
