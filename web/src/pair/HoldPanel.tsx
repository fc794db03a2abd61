import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import {
  holdDrill,
  holdRecordedDrill,
  SCRIPTS,
  type Script,
  type ScriptName,
} from '@angled-chalk/core/motion';
import { REACT_S } from '@angled-chalk/core/pair';
import { useMemo, useState } from 'react';
import { PALETTE } from '../app/palette.ts';
import { LengthBox, NumberBox } from '../parts/boxes.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { FilePick } from '../parts/FilePick.tsx';
import { Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { useHeld } from '../work/ground.ts';
import type { Held, HoldAsk } from '../work/pair-work.ts';
import { HeldChart } from './HeldChart.tsx';
import type { PlansProps } from './Plans.tsx';

const KNOWN = [
  ['known', 'everything known'],
  ['period', 'the period known'],
  ['reacting', 'reacting only'],
] as const;
const TEMPOS = [40, 50, 60, 70, 80, 90, 100, 120].map((bpm) => [bpm, `${bpm} a minute`] as const);
const BEATS = 24;
const toCm = (m: number): number => Math.round(100 * m) / 100;

interface HoldPanelProps extends PlansProps {
  readonly gapM: number;
  /** What was measured, or typed, of the student; null: what is usual. */
  readonly reactionS: number | null;
}

/** A partner who goes by a script, and the steps that hold the gap to them: three answers side by side. */
export function HoldPanel({ two, gapM, reactionS, make, making }: HoldPanelProps) {
  const [name, setName] = useState<ScriptName>('in-and-out');
  const [seed, setSeed] = useState(1);
  const [file, setFile] = useState<{ readonly name: string; readonly text: string } | null>(null);
  const [tempoPerMin, setTempo] = useState<number>(60);
  const [delayS, setDelay] = useState<number | null>(null);
  const [band, setBand] = useState<{ readonly nearM: number; readonly farM: number } | null>(null);
  const [shown, setShown] = useState<(typeof KNOWN)[number][0]>('known');
  const aboutM = toCm(gapM);
  const { nearM, farM } = band ?? { nearM: toCm(Math.max(0.2, aboutM - 0.12)), farM: toCm(aboutM + 0.12) };
  const script = useMemo(
    (): Script => ({ name, beats: BEATS, strike: 'cross', everyBeats: 4, seed }),
    [name, seed],
  );
  const waitsS = delayS ?? reactionS ?? REACT_S;
  const ask = useMemo(
    (): HoldAsk => ({
      mine: two.mine.student,
      theirs: two.theirs.student,
      script,
      recorded: file?.text ?? null,
      tempoPerMin,
      gapM: aboutM,
      nearM,
      farM,
      delayS: waitsS,
    }),
    [two, script, file, tempoPerMin, aboutM, nearM, farM, waitsS],
  );
  const { value, error } = useHeld(ask);
  return (
    <Panel title="Hold the gap">
      <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: 'repeat(auto-fit, minmax(140px, 1fr))' }}>
        <SelectBox label="The partner" value={name} choices={SCRIPTS} onChoice={setName} />
        <SelectBox label="Tempo" value={tempoPerMin} choices={TEMPOS} onChoice={setTempo} />
        <LengthBox
          label="Nearest"
          metres={nearM}
          onMetres={(m) => m !== undefined && m < farM && setBand({ nearM: m, farM })}
        />
        <LengthBox
          label="Furthest"
          metres={farM}
          onMetres={(m) => m !== undefined && m > nearM && setBand({ nearM, farM: m })}
        />
        <NumberBox
          label="Reacts after"
          unit="s"
          step={0.05}
          value={waitsS}
          onNumber={(s) => setDelay(s !== undefined && s >= 0 && s <= 2 ? s : null)}
        />
        <Box>
          <FilePick
            label={file ? `Recorded: ${file.name}` : 'As recorded …'}
            name="Track file of a partner"
            accept=".csv"
            onFile={(chosen) => void chosen.text().then((text) => setFile({ name: chosen.name, text }))}
          />
          {file && <Button onClick={() => setFile(null)}>By the script again</Button>}
        </Box>
        {name === 'random' && (
          <NumberBox
            label="Seed"
            step={1}
            value={seed}
            onNumber={(n) => n !== undefined && Number.isInteger(n) && setSeed(n)}
          />
        )}
      </Box>
      {error && !value && <ErrorBox error={error} title="It could not be worked out" />}
      {value && (
        <Box sx={{ display: 'grid', gap: 1, mt: 1 }}>
          <Box aria-live="polite">{value.holding.words}</Box>
          <Answers held={value} shown={shown} onShown={setShown} />
          <HeldChart
            held={value}
            schedule={value.holding.schedules[shown]}
            gapM={aboutM}
            nearM={nearM}
            farM={farM}
            beatS={60 / tempoPerMin}
          />
          <Button
            variant="outlined"
            disabled={making}
            onClick={() => {
              const { known } = value.holding.schedules;
              const held = { gapM: aboutM, nearM, farM, tempoPerMin };
              make(
                file
                  ? holdRecordedDrill(two, value.motion, known, held)
                  : holdDrill(two, script, known, held),
              );
            }}
          >
            Make it a drill
          </Button>
        </Box>
      )}
    </Panel>
  );
}

function Answers({
  held,
  shown,
  onShown,
}: {
  readonly held: Held;
  readonly shown: string;
  readonly onShown: (name: (typeof KNOWN)[number][0]) => void;
}) {
  return (
    <Table size="small" aria-label="Three answers">
      <TableHead>
        <TableRow>
          <TableCell>Answer</TableCell>
          <TableCell>In the band</TableCell>
          <TableCell>Steps</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {KNOWN.map(([id, words]) => {
          const { shareInBand, steps } = held.holding.schedules[id];
          return (
            <TableRow key={id} selected={id === shown}>
              <TableCell>
                <Button
                  size="small"
                  aria-pressed={id === shown}
                  onClick={() => onShown(id)}
                  sx={{ color: PALETTE.ink, textAlign: 'left' }}
                >
                  {words}
                </Button>
              </TableCell>
              <TableCell>{Math.round(100 * shareInBand)} %</TableCell>
              <TableCell>{steps.length}</TableCell>
            </TableRow>
          );
        })}
      </TableBody>
    </Table>
  );
}
