import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import type { StudentFit } from '@angled-chalk/core/body';
import { libraryEntry, type LibraryEntry } from '@angled-chalk/core/library';
import { expand, type PlannedDrill } from '@angled-chalk/core/pattern';
import { FAULTS } from '@angled-chalk/core/rules';
import { useDeferredValue, useMemo, type ReactNode } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { newId, useAddPlan } from '../api/queries.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { groupFindings } from '../parts/finding-groups.ts';
import { Panel } from '../parts/Page.tsx';
import { PlanFloor } from '../pattern/PlanFloor.tsx';
import { PlaybackBar } from '../pattern/PlaybackBar.tsx';
import { usePlayback } from '../pattern/usePlayback.ts';
import { useJudged, type Found } from '../work/useJudged.ts';
import { laidOut, type LaidOut } from './laid-out.ts';

/** One drill of the library for the chosen student: what it says, how it goes, and how to take it over. */
export function LibraryDrill({
  entry,
  own,
  student,
}: {
  readonly entry: LibraryEntry;
  /** A drill of the club's own; null for one that comes with the program. */
  readonly own: PlannedDrill | null;
  readonly student: StudentFit;
}) {
  const { drill, footwork } = useMemo(
    () => (own ? { drill: own, footwork: expand(own) } : laidOut(entry, student)),
    [entry, own, student],
  );
  const judging = useJudged(drill);
  // The first footprint is seen before the words under it.
  const isDrawn = useDeferredValue(true, false);
  const add = useAddPlan();
  const navigate = useNavigate();
  const copy = (): void =>
    add.mutate(
      { id: newId(), value: own ? { ...drill.plan, name: `${drill.plan.name}, copy` } : drill.plan },
      { onSuccess: ({ id }) => void navigate(`/patterns/${id}`) },
    );
  return (
    <Box component="article" aria-label={entry.name} sx={{ display: 'grid', gap: 1.5, minWidth: 0 }}>
      <Panel title={entry.name}>
        <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'flex-start' }}>
          <Box sx={{ flex: '1 1 320px', maxWidth: '70ch' }}>{entry.why}</Box>
          {own && (
            <Button component={RouterLink} to={`/patterns/${entry.id}`}>
              Open it
            </Button>
          )}
          <Button variant="contained" disabled={add.isPending} onClick={copy}>
            {own ? 'Copy it' : 'Take it over'}
          </Button>
        </Box>
        {add.error && <ErrorBox error={add.error} />}
        <Box sx={{ color: 'text.secondary', mt: 1 }}>{needs(entry)}</Box>
        {judging.value && <Verdict judged={judging.value} entry={entry} student={student} />}
      </Panel>
      {judging.error && !judging.value && (
        <ErrorBox error={judging.error} title="The drill could not be judged" />
      )}
      <Drawn drill={drill} footwork={footwork} />
      {isDrawn && <Below entry={entry} isOwn={own !== null} />}
    </Box>
  );
}

/** What is told of a drill under its drawing. */
function Below({ entry, isOwn }: { readonly entry: LibraryEntry; readonly isOwn: boolean }) {
  return (
    <>
      {entry.cautions.length > 0 && (
        <Alert severity="warning" variant="outlined" sx={{ bgcolor: 'background.paper' }}>
          {entry.cautions.join(' ')} The rules of the sanctioning body and of the venue, and medical staff,
          come first.
        </Alert>
      )}
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'repeat(auto-fit, minmax(260px, 1fr))' }}>
        {/* Of an own drill a coach says as much as they like. */}
        {entry.lookFor.length > 0 && (
          <Panel title="Look for">
            <Lines lines={entry.lookFor} />
          </Panel>
        )}
        {entry.selfCheck !== '' && <Panel title="How students check themselves">{entry.selfCheck}</Panel>}
        {entry.faults.length > 0 && (
          <Panel title="What usually goes wrong">
            <Lines lines={entry.faults.map(({ fault, why }) => `${capital(FAULTS[fault].words)}: ${why}`)} />
          </Panel>
        )}
        {!isOwn && (
          <Panel title="On the ladder">
            <Rungs title="Before it" ids={entry.before} none="nothing: begin here" />
            <Rungs title="After it" ids={entry.after} none="free practice" />
          </Panel>
        )}
        <Panel title="In lines" sx={{ gridColumn: '1 / -1' }}>
          <Box
            component="pre"
            // A long line is scrolled to by keys too.
            tabIndex={0}
            aria-label="The moves in lines"
            sx={{ m: 0, overflowX: 'auto', fontSize: '0.9rem', fontFamily: 'monospace' }}
          >
            {entry.notation}
          </Box>
        </Panel>
      </Box>
    </>
  );
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const needs = ({ dose, cones, roomM: [along, across] }: LibraryEntry): string =>
  [
    `${dose}.`,
    `Wants ${along} m by ${across} m${cones === 0 ? '' : ` and ${cones === 1 ? 'one cone' : `${cones} cones`}`}.`,
  ].join(' ');

function Verdict({
  judged: { findings },
  entry,
  student,
}: {
  readonly judged: Found;
  readonly entry: LibraryEntry;
  readonly student: StudentFit;
}) {
  const named = new Set(entry.names.map(({ fault }) => fault));
  const others = (findings ?? []).filter(({ fault }) => !named.has(fault));
  const places = groupFindings(others).length;
  return (
    <Box sx={{ mt: 1, fontWeight: 700 }}>
      {places === 0
        ? `Clean for ${student.name}.`
        : `${places} ${places === 1 ? 'place' : 'places'} to mend for ${student.name}: take it over and mend it.`}
      {entry.names.map(({ fault, reason }) => (
        <Box key={fault} sx={{ fontWeight: 400, color: 'text.secondary' }}>
          On purpose: {FAULTS[fault].words}. {reason}
        </Box>
      ))}
    </Box>
  );
}

/** The drill on its bare floor, played. */
function Drawn({ drill, footwork }: LaidOut) {
  const landings = useMemo(
    () => footwork.moves.flatMap((move) => move.events.map(({ landS }) => landS)),
    [footwork],
  );
  const playback = usePlayback(footwork.endS, landings);
  return (
    <Box>
      <PlanFloor
        drill={drill}
        plan={drill.plan}
        footwork={footwork}
        findings={NONE}
        chosen={null}
        timeS={playback.timeS}
        focus={null}
        onChange={NOTHING}
        onFeet
        fixed={FIXED}
      />
      <PlaybackBar playback={playback} endS={footwork.endS} tempoPerMin={drill.plan.tempoPerMin} />
    </Box>
  );
}

const NONE = [] as const;
const FIXED = { target: true, lane: true };
const NOTHING = (): void => undefined;

const Lines = ({ lines }: { readonly lines: readonly string[] }): ReactNode => (
  <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
    {lines.map((line) => (
      <li key={line}>{line}</li>
    ))}
  </Box>
);

function Rungs({
  title,
  ids,
  none,
}: {
  readonly title: string;
  readonly ids: readonly string[];
  readonly none: string;
}) {
  return (
    <Box sx={{ mb: 1 }}>
      {title}:{' '}
      {ids.length === 0
        ? none
        : ids.map((id, i) => (
            <span key={id}>
              {i > 0 && ', '}
              <Link component={RouterLink} to={`/patterns/library/${id}`}>
                {libraryEntry(id)?.name ?? id}
              </Link>
            </span>
          ))}
    </Box>
  );
}
