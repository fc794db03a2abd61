import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import type { Student } from '@angled-chalk/contract';
import { SEEN_BY_EYE } from '@angled-chalk/core/capture';
import type { InputProblem } from '@angled-chalk/core/measure';
import { faultWords } from '@angled-chalk/core/rules';
import { watchNext } from '@angled-chalk/core/tally';
import { Undo2 } from 'lucide-react';
import { useState } from 'react';
import { useClub } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { ErrorBox, ProblemBox } from '../parts/ErrorBox.tsx';
import { FilePick } from '../parts/FilePick.tsx';
import { Busy, PageTitle, Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { Told } from './Told.tsx';
import { MOST_FAULTS, readTallyText, saveTally, useTally, WINDOWS_S, type Watched } from './useTally.ts';
import type { OwnWindow } from './windows.ts';

/** A class watched by eye: one student for a set window, a tap for every fault that is seen. */
export function TallyPage() {
  const { students, loading } = useClub();
  const tally = useTally();
  if (loading) return <Busy what="Reading the students" />;
  if (students.length === 0) return <ErrorBox error={new Error('Add the students of the class first.')} />;
  return tally.running ? (
    <Watching tally={tally} />
  ) : (
    <Between tally={tally} everyone={watchable(students)} />
  );
}

/** Two of one name are told apart by the beginning of their ids. */
const watchable = (students: readonly Student[]): Watched[] =>
  students.map(({ id, name }) => ({
    id,
    name: students.some((other) => other.id !== id && other.name === name)
      ? `${name} (${id.slice(0, 4)})`
      : name,
  }));

type Tally = ReturnType<typeof useTally>;

/** While a window goes on: the time, the student, and a button a fault, readable and pressed at arm's length. */
function Watching({ tally: { kept, running, leftS, tap, undo, stop } }: { readonly tally: Tally }) {
  if (!running) return null;
  return (
    <Box sx={{ display: 'grid', gap: 1.5, maxWidth: 900, mx: 'auto' }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, flexWrap: 'wrap' }}>
        <Box component="h1" sx={{ m: 0, fontSize: '2rem', flex: 1 }}>
          {running.student}
        </Box>
        <Box role="timer" sx={{ fontSize: '3.2rem', fontWeight: 800 }}>
          {Math.ceil(leftS)} s
        </Box>
      </Box>
      <Box
        sx={{
          display: 'grid',
          gap: 1.5,
          gridTemplateColumns: 'repeat(auto-fit, minmax(min(100%, 240px), 1fr))',
        }}
      >
        {kept.faults.map((fault) => (
          <Button
            key={fault}
            variant="contained"
            onClick={() => tap(fault)}
            sx={{
              minHeight: 132,
              fontSize: '1.5rem',
              lineHeight: 1.2,
              textTransform: 'none',
              flexDirection: 'column',
            }}
          >
            {faultWords(fault)}
            <Box component="span" sx={{ fontSize: '1.8rem', fontWeight: 800 }}>
              {running.seen.filter((one) => one.fault === fault).length}
            </Box>
          </Button>
        ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', '& > button': { flex: '1 1 240px' } }}>
        <Button
          variant="outlined"
          startIcon={<Undo2 size={22} />}
          disabled={running.seen.length === 0}
          onClick={undo}
          sx={{ minHeight: 64, fontSize: '1.1rem' }}
        >
          Take the last one back
        </Button>
        <Button variant="outlined" onClick={stop} sx={{ minHeight: 64, fontSize: '1.1rem' }}>
          Stop, and count none of it
        </Button>
      </Box>
    </Box>
  );
}

/** Between windows: whom to watch next, what for, and what was seen so far. */
function Between({ tally, everyone }: { readonly tally: Tally; readonly everyone: readonly Watched[] }) {
  const { kept, own, set, begin, beginClass } = tally;
  const names = everyone.map(({ name }) => name);
  const [chosen, setChosen] = useState<string | null>(null);
  const [problem, setProblem] = useState<InputProblem | null>(null);
  const next = watchNext(names, kept.windows, kept.faults);
  const student = chosen !== null && names.includes(chosen) ? chosen : (next ?? names[0] ?? '');
  const bring = async (file: File): Promise<void> => {
    const read = readTallyText(await file.text());
    setProblem(read.ok ? null : read.problem);
    if (read.ok) set({ others: read.value.windows });
  };
  return (
    <>
      <PageTitle
        sub={`${kept.windows.length} windows so far. ${keptWords(own)}What is tapped is on this device at once; it needs no network.`}
      >
        By eye: watch {student} next
      </PageTitle>
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
        <Panel>
          <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
            <SelectBox
              label="Student"
              value={student}
              choices={names.map((name) => [name, name === next ? `${name} (next)` : name] as const)}
              onChoice={setChosen}
              fullWidth={false}
              sx={{ width: 220 }}
            />
            <SelectBox
              label="For"
              value={kept.windowS}
              choices={WINDOWS_S.map((s) => [s, `${s} s`] as const)}
              onChoice={(windowS: number) => set({ windowS })}
              fullWidth={false}
              sx={{ width: 110 }}
            />
            <TextField
              label="Who watches"
              value={kept.observer}
              onChange={(event) => set({ observer: event.target.value.slice(0, 80) })}
              sx={{ width: 180 }}
            />
            <Button
              variant="contained"
              disabled={kept.faults.length === 0 || kept.observer.trim() === ''}
              onClick={() => {
                setChosen(null);
                const whom = everyone.find(({ name }) => name === student);
                if (whom) begin(whom);
              }}
              sx={{ minHeight: 56, px: 4, fontSize: '1.2rem' }}
            >
              Watch
            </Button>
          </Box>
          <Box sx={{ mt: 1.5 }} role="group" aria-label="Faults to watch for">
            <Box sx={{ mb: 0.5 }}>At most {MOST_FAULTS} at once: nobody sees more.</Box>
            <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
              {SEEN_BY_EYE.map((fault) => {
                const on = kept.faults.includes(fault);
                return (
                  <ToggleButton
                    key={fault}
                    value={fault}
                    selected={on}
                    disabled={!on && kept.faults.length >= MOST_FAULTS}
                    onChange={() =>
                      set({
                        faults: on ? kept.faults.filter((one) => one !== fault) : [...kept.faults, fault],
                      })
                    }
                    sx={{
                      minHeight: 48,
                      textTransform: 'none',
                      '&.Mui-selected, &.Mui-selected:hover': {
                        bgcolor: 'primary.main',
                        color: PALETTE.chalk,
                      },
                    }}
                  >
                    {faultWords(fault)}
                  </ToggleButton>
                );
              })}
            </Box>
          </Box>
        </Panel>
        {kept.windows.length > 0 && <Told windows={kept.windows} others={kept.others} faults={kept.faults} />}
        <Panel title="Of two coaches">
          <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
            <Button
              variant="outlined"
              disabled={kept.windows.length === 0}
              onClick={() => saveTally(kept.windows)}
            >
              Save what was tapped
            </Button>
            <FilePick
              label="Bring in another coach's"
              name="Tally of another coach"
              accept=".json"
              onFile={(file) => void bring(file)}
            />
            {kept.windows.length > 0 && <Button onClick={beginClass}>Begin a new class</Button>}
          </Box>
          {problem && <ProblemBox problem={problem} title="The file was not brought in" />}
          <Alert severity="info" variant="outlined" sx={{ mt: 1, bgcolor: 'background.paper' }}>
            Two who watch one student at the same time are compared by slots of two seconds: seen, or not.
          </Alert>
        </Panel>
      </Box>
    </>
  );
}

/** How many windows are with their students already, and what is in the way of the others. */
function keptWords(own: readonly OwnWindow[]): string {
  if (own.length === 0) return '';
  const yes = own.filter(({ kept }) => kept === 'yes').length;
  const waiting = own.filter(({ kept }) => kept === 'no').length;
  const refused = own.flatMap(({ kept, student }) =>
    typeof kept === 'object' ? [` One of ${student} was not taken: ${kept.refused}`] : [],
  );
  const wait = waiting > 0 ? `, ${waiting} wait${waiting === 1 ? 's' : ''} for the program` : '';
  return `${yes} kept with their students${wait}.${refused.join('')} `;
}
