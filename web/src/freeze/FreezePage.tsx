import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { toOpenKeys } from '@angled-chalk/contract';
import type { FootName } from '@angled-chalk/core/body';
import { decisionsOf } from '@angled-chalk/core/capture';
import { judgeFreezes, stopWords, usualStops } from '@angled-chalk/core/freeze';
import { expand, settled } from '@angled-chalk/core/pattern';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { takenNow, useAddObservation } from '../api/queries.ts';
import { useUnits } from '../app/club.tsx';
import { useNotice } from '../app/notice.tsx';
import { LengthBox } from '../parts/boxes.tsx';
import { saveBytes, saveText } from '../parts/download.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { BESIDE, Busy, PageTitle, Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { usePrinting } from '../parts/usePrinting.tsx';
import { Decides } from '../record/Decides.tsx';
import { ForWhomBar } from '../record/ForWhomBar.tsx';
import { useRecordFor, type Recorded } from '../record/useRecordFor.ts';
import { Found } from './Found.tsx';
import { newStop, useStops, type Stop, type Taping } from './useStops.ts';

const MOST_STOPS = 6;

/** Stops that are taped: the toes are chalked after a named move, and two numbers a foot tell the stance. */
export function FreezePage() {
  const recorded = useRecordFor();
  if (recorded === 'reading') return <Busy what="Reading the patterns" />;
  if (recorded instanceof Error) return <ErrorBox error={recorded} />;
  return <Taped key={`${recorded.student.id} ${recorded.plan.id}`} recorded={recorded} />;
}

const TAPINGS: readonly (readonly [Taping, string])[] = [
  ['datums', 'two datums'],
  ['marks', 'two marks'],
  ['lane', 'the lane'],
];

function Taped({ recorded }: { readonly recorded: Recorded }) {
  const { student, plan, drill } = recorded;
  const units = useUnits();
  const footwork = useMemo(() => expand(drill), [drill]);
  const first = useMemo(() => usualStops(footwork, 2), [footwork]);
  const stops = useStops(drill, footwork, `${student.id} ${plan.id}`, first);
  const { kept, set, points, from, freezes, write, words } = stops;
  const report = useMemo(() => (freezes.length > 0 ? judgeFreezes(drill, freezes) : null), [drill, freezes]);
  const decisions = useMemo(() => decisionsOf(drill, 'tape'), [drill]);
  const printing = usePrinting();
  const print = (): void =>
    printing.print(`${plan.plan.name} ${student.name}`, async () => {
      const { freezeSheet } = await import('@angled-chalk/core/print');
      const bytes = await freezeSheet(
        {
          title: plan.plan.name,
          student: student.name,
          readings: words,
          stops: kept.stops.map(({ moveNumber }) => moveNumber),
        },
        footwork,
        units,
        units === 'metric' ? 'A4' : 'Letter',
      );
      saveBytes(`${plan.plan.name}.stops.pdf`, bytes, 'application/pdf');
    });
  const save = (): void => {
    if (!report || 'why' in report) return;
    const found = {
      format: 'angled-chalk-stops',
      version: 1,
      plan: plan.plan.name,
      student: student.name,
      ...report,
    };
    saveText(`${student.name} ${plan.plan.name}.stops.json`, JSON.stringify(toOpenKeys(found), null, 2));
  };
  const add = useAddObservation();
  const notice = useNotice();
  const [keptText, setKeptText] = useState<string | null>(null);
  const text = JSON.stringify(freezes);
  const isNew = report !== null && !('why' in report) && text !== keptText;
  const keep = async (): Promise<void> => {
    const kept = await add
      .mutateAsync({
        ...takenNow(),
        studentId: student.id,
        planId: plan.id,
        seen: { kind: 'stops', drill: settled(drill), stops: freezes },
      })
      .catch(() => null);
    if (!kept) return;
    setKeptText(text);
    notice({
      text: `${freezes.length} stops are kept with ${student.name}.`,
      also: { label: 'Show', run: () => void navigate(`/students/${student.id}`) },
    });
  };
  const navigate = useNavigate();
  const canTwo = points.length >= 2;
  return (
    <>
      <PageTitle
        sub="Call a stop as the move ends, chalk the end of both big toes, and tape them: two numbers a foot. Nobody steps back in before the chalk is taped."
        actions={
          <>
            <Button variant="contained" disabled={!isNew || add.isPending} onClick={() => void keep()}>
              Keep with {student.name}
            </Button>
            <Button variant="outlined" onClick={print}>
              A sheet on paper
            </Button>
            <Button variant="outlined" disabled={!report || 'why' in report} onClick={save}>
              Save what was found
            </Button>
          </>
        }
      >
        Tape: {student.name}, {plan.plan.name}
      </PageTitle>
      {printing.answer}
      {add.error && (
        <ErrorBox error={add.error} title="Not kept with the student; all numbers are still on this device" />
      )}
      <ForWhomBar recorded={recorded} />
      <Box sx={BESIDE}>
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <Panel title="Taped from">
            <ToggleButtonGroup
              exclusive
              value={kept.taping}
              aria-label="Taped from"
              onChange={(_event, taping: Taping | null) => taping && set({ taping })}
              sx={{ mb: 1.25 }}
            >
              {TAPINGS.map(([value, word]) => (
                <ToggleButton key={value} value={value} sx={{ minHeight: 48 }}>
                  {word}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
            {kept.taping === 'lane' ? (
              <Box>
                From where the drill begins: along the way it goes, and off that to the right (to the left is
                below nothing).
              </Box>
            ) : canTwo && from ? (
              <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: '1fr 1fr' }}>
                {([0, 1] as const).map((i) => (
                  <SelectBox
                    key={i}
                    label={i === 0 ? 'First tape' : 'Second tape'}
                    value={from[i].id}
                    choices={points.map(({ id }) => [id, id] as const)}
                    onChoice={(id) => set({ from: i === 0 ? [id, from[1].id] : [from[0].id, id] })}
                  />
                ))}
              </Box>
            ) : (
              <Box>This drill has no two such points on its floor. Tape along the lane.</Box>
            )}
          </Panel>
          {kept.stops.map((stop) => (
            <StopRow
              key={stop.moveNumber}
              stop={stop}
              words={words}
              title={stopWords(footwork, stop.moveNumber, units)}
              onWrite={(foot, i, metres) => write(stop.moveNumber, foot, i, metres)}
              onRemove={
                kept.stops.length > 1
                  ? () => set({ stops: kept.stops.filter((one) => one !== stop) })
                  : undefined
              }
            />
          ))}
          <AddStop
            taken={kept.stops.map(({ moveNumber }) => moveNumber)}
            moves={footwork.moves.length}
            onAdd={(moveNumber) =>
              set({ stops: [...kept.stops, newStop(moveNumber)].sort((a, b) => a.moveNumber - b.moveNumber) })
            }
          />
        </Box>
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <Found report={report} footwork={footwork} />
          <Decides title="What a tape can tell of this drill" decisions={decisions} />
        </Box>
      </Box>
    </>
  );
}

/** Two numbers a foot, the boxes in the order in which they are called out. */
function StopRow({
  stop,
  words,
  title,
  onWrite,
  onRemove,
}: {
  readonly stop: Stop;
  readonly words: readonly [string, string];
  readonly title: string;
  readonly onWrite: (foot: FootName, i: 0 | 1, metres: number | null) => void;
  readonly onRemove: (() => void) | undefined;
}) {
  const box = (foot: FootName, i: 0 | 1) => (
    <LengthBox
      label={`${foot === 'left' ? 'Left' : 'Right'} toe ${words[i]}`}
      metres={stop[foot][i]}
      onMetres={(metres) => onWrite(foot, i, metres ?? null)}
    />
  );
  return (
    <Panel title={`Stop ${title}`}>
      <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)' }}>
        {box('left', 0)}
        {box('left', 1)}
        {box('right', 0)}
        {box('right', 1)}
      </Box>
      {onRemove && (
        <Button size="small" onClick={onRemove} sx={{ mt: 0.5 }}>
          Take this stop out
        </Button>
      )}
    </Panel>
  );
}

function AddStop({
  taken,
  moves,
  onAdd,
}: {
  readonly taken: readonly number[];
  readonly moves: number;
  readonly onAdd: (moveNumber: number) => void;
}) {
  const free = Array.from({ length: moves + 1 }, (_, i) => i).filter((number) => !taken.includes(number));
  const [chosen, setChosen] = useState<number | null>(null);
  const usual = free.find((number) => taken.includes(number + 1)) ?? free[0];
  const value = chosen !== null && free.includes(chosen) ? chosen : usual;
  if (taken.length >= MOST_STOPS || value === undefined)
    return <Box sx={{ color: 'text.secondary' }}>Six stops are as many as a drill bears.</Box>;
  return (
    <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: 'minmax(0, 1fr) auto', alignItems: 'center' }}>
      <SelectBox<number>
        label="Another stop"
        value={value}
        onChoice={setChosen}
        choices={free.map(
          (number) => [number, number === 0 ? 'before the first move' : `after move ${number}`] as const,
        )}
      />
      <Button variant="outlined" onClick={() => onAdd(value)} sx={{ minHeight: 48 }}>
        Add it
      </Button>
    </Box>
  );
}
