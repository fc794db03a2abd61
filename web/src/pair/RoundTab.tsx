import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { StudentFit } from '@angled-chalk/core/body';
import { formatLength, formatSmall, type InputProblem, type Result } from '@angled-chalk/core/measure';
import { roundWords, type Against, type Round } from '@angled-chalk/core/round';
import { useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { LengthBox, NumberBox } from '../parts/boxes.tsx';
import { ErrorBox, ProblemBox } from '../parts/ErrorBox.tsx';
import { FilePick } from '../parts/FilePick.tsx';
import { Panel } from '../parts/Page.tsx';
import { PRACTICE_TEMPO, roundOf } from '../work/pair-work.ts';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { useTask } from '../work/useTask.ts';
import { RoundChart } from './RoundChart.tsx';

interface RoundTabProps {
  readonly mine: StudentFit;
  /** Null: a bag. */
  readonly theirs: StudentFit | null;
  readonly reactionS: number | null;
  /** Keeps what was measured with the student; null where this may not be done here. */
  readonly onReaction: ((seconds: number) => void) | null;
}

/** A round of free work read against what moved in it, without a plan. */
export function RoundTab({ mine, theirs, reactionS, onReaction }: RoundTabProps) {
  const task = useTask();
  const [file, setFile] = useState<{ readonly name: string; readonly text: string } | null>(null);
  const [nearM, setNear] = useState<number | null>(null);
  const [farM, setFar] = useState<number | null>(null);
  const [tempo, setTempo] = useState<number | null>(null);
  const [seeds, setSeeds] = useState(1);
  const [round, setRound] = useState<Round | null>(null);
  const [problem, setProblem] = useState<InputProblem | null>(null);
  const read = async (name: string, text: string, beats = tempo): Promise<void> => {
    const band = nearM !== null && farM !== null && nearM < farM ? { nearM, farM } : null;
    const ask = { text, mine, theirs, band, tempoPerMin: beats };
    const answer =
      typeof Worker === 'undefined'
        ? roundOf(ask)
        : await task.run(async (work): Promise<Result<Round>> => work.round(ask));
    if (!answer) return;
    setFile({ name, text });
    setProblem(answer.ok ? null : answer.problem);
    if (answer.ok) setRound(answer.value);
  };
  const practise = async (): Promise<void> => {
    if (!theirs) return;
    const seed = seeds;
    setSeeds(seed + 1);
    const text = await task.run((work) => work.practiceRound(mine, theirs, seed));
    if (!text) return;
    setTempo(PRACTICE_TEMPO);
    await read(`practice round ${seed}`, text, PRACTICE_TEMPO);
  };
  return (
    <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Panel title="A round to read">
        <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'flex-start' }}>
          <FilePick
            label="Choose a track file"
            name="Track file of the round"
            accept=".csv"
            onFile={(chosen) => void chosen.text().then((text) => read(chosen.name, text))}
          />
          <Box sx={{ width: 150 }}>
            <LengthBox
              label="Nearest"
              metres={nearM}
              onMetres={(m) => setNear(m ?? null)}
              help="empty: about the first gap"
            />
          </Box>
          <Box sx={{ width: 150 }}>
            <LengthBox label="Furthest" metres={farM} onMetres={(m) => setFar(m ?? null)} />
          </Box>
          <Box sx={{ width: 150 }}>
            <NumberBox
              label="Beats a minute"
              value={tempo}
              onNumber={(n) => setTempo(n ?? null)}
              help="empty: from the feet"
            />
          </Box>
          {theirs && (
            <Button disabled={task.state !== null} onClick={() => void practise()}>
              A practice round
            </Button>
          )}
          {file && (
            <Button
              variant="outlined"
              disabled={task.state !== null}
              onClick={() => void read(file.name, file.text)}
            >
              Read it again
            </Button>
          )}
        </Box>
        <Box sx={{ mt: 1, color: 'text.secondary' }}>
          The track has the feet of {mine.name} and, beside them, where the target was: target_x_m and
          target_y_m, or both feet of the partner. It is read for the two chosen above and is not stored. A
          practice round is made up: a partner at random, and a student who reacts.
        </Box>
        {task.state && <TaskProgress state={task.state} onCancel={task.cancel} />}
        {task.error && <ErrorBox error={task.error} title="The round was not read" />}
        {problem && <ProblemBox problem={problem} title={`${file?.name ?? 'The file'} was not read`} />}
      </Panel>
      {round && <Told round={round} reactionS={reactionS} onReaction={onReaction} />}
    </Box>
  );
}

function Told({
  round,
  reactionS,
  onReaction,
}: {
  readonly round: Round;
  readonly reactionS: number | null;
  readonly onReaction: RoundTabProps['onReaction'];
}) {
  const units = useUnits();
  const { against } = round;
  const response = against && typeof against.response !== 'string' ? against.response : null;
  const measured =
    response?.reactsS && response.reactsS >= 0.05 && response.reactsS <= 1.5 ? response.reactsS : null;
  return (
    <>
      <Panel title="What the round says">
        <Box component="ul" sx={{ m: 0, pl: 2.5, display: 'grid', gap: 0.5 }} aria-live="polite">
          {roundWords(round, units).map((words, i) => (
            <Box component="li" key={words} sx={{ fontWeight: i === 0 ? 700 : 400 }}>
              {words}
            </Box>
          ))}
        </Box>
        {!against && (
          <Box sx={{ mt: 1 }}>
            No target was recorded: only the feet are told. With target_x_m and target_y_m beside them the gap
            is told too.
          </Box>
        )}
        {measured !== null && onReaction && (
          <Button
            sx={{ mt: 1 }}
            variant="outlined"
            onClick={() => onReaction(Math.round(100 * measured) / 100)}
          >
            Keep {measured.toFixed(2)} s as their reaction time
            {reactionS === null ? '' : ` (now ${reactionS.toFixed(2)} s)`}
          </Button>
        )}
      </Panel>
      {against && (
        <>
          <Panel title="The gap, and who could have hit whom">
            <RoundChart against={against} band={round.band} />
          </Panel>
          <Excursions against={against} />
        </>
      )}
    </>
  );
}

const MOST_ROWS = 12;

function Excursions({ against }: { readonly against: Against }) {
  const units = useUnits();
  const { excursions, whileDoing } = against.inBand;
  const worst = excursions.toSorted((a, b) => b.worstM - a.worstM).slice(0, MOST_ROWS);
  return (
    <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'repeat(auto-fit, minmax(320px, 1fr))' }}>
      <Panel title="While the partner">
        <Table size="small" aria-label="While the partner">
          <TableHead>
            <TableRow>
              <TableCell>does</TableCell>
              <TableCell>for</TableCell>
              <TableCell>in the band</TableCell>
              <TableCell>beyond it</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {whileDoing.map(({ doing, seconds, shareInBand, beyondM }) => (
              <TableRow key={doing}>
                <TableCell>{doing}</TableCell>
                <TableCell>{seconds.toFixed(1)} s</TableCell>
                <TableCell>{Math.round(100 * shareInBand)} %</TableCell>
                <TableCell>
                  {beyondM === 0
                    ? ''
                    : `${formatSmall(Math.abs(beyondM), units)} too ${beyondM < 0 ? 'near' : 'far'}`}
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Panel>
      <Panel title={`Out of the band (${excursions.length})`}>
        <Table size="small" aria-label="Out of the band">
          <TableHead>
            <TableRow>
              <TableCell>From</TableCell>
              <TableCell>To</TableCell>
              <TableCell>At worst</TableCell>
              <TableCell>Exit</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {worst.map(({ fromS, toS, side, worstM, sure, exit }) => (
              <TableRow key={`${side} ${fromS}`}>
                <TableCell>{fromS.toFixed(1)} s</TableCell>
                <TableCell>{toS.toFixed(1)} s</TableCell>
                <TableCell>
                  {formatLength(worstM, units)} too {side}
                  {sure === 'met' ? '' : ' (cannot tell)'}
                </TableCell>
                <TableCell>{exit === null ? '' : exit === 'full' ? 'whole' : 'half'}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Panel>
    </Box>
  );
}
