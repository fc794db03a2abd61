import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { drillSchema, type StoredPlan, type Student } from '@angled-chalk/contract';
import { keptOf, type Drill, type Follows } from '@angled-chalk/core/drill';
import { midpoint } from '@angled-chalk/core/geometry';
import {
  expand,
  laneOf,
  type Footwork,
  type Pattern,
  type Plan,
  type PlannedDrill,
} from '@angled-chalk/core/pattern';
import { performPlan, type Finding } from '@angled-chalk/core/rules';
import { memo, useCallback, useDeferredValue, useMemo, useState, type ReactNode } from 'react';
import { FormProvider } from 'react-hook-form';
import { Link, useParams } from 'react-router';
import { usePlans, useStored } from '../api/queries.ts';
import { useClub, useUnits } from '../app/club.tsx';
import { useDrillNow, usePlanned, useWorld, type DrillNow } from '../app/drills.ts';
import { EditBar, EditProblem } from '../parts/EditBar.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { FindingList } from '../parts/FindingList.tsx';
import { BESIDE, Busy, PageTitle, Panel } from '../parts/Page.tsx';
import { groupFindings } from '../parts/finding-groups.ts';
import { useNow } from '../parts/useNow.ts';
import { useEditing, type Editing } from '../parts/useEditing.ts';
import { useJudged, type Judging } from '../work/useJudged.ts';
import { Bench } from '../bench/Bench.tsx';
import { GiveOut } from '../bench/GiveOut.tsx';
import { usePrinting } from '../parts/usePrinting.tsx';
import { AboutPanel } from './AboutPanel.tsx';
import { CleanLane } from './CleanLane.tsx';
import { LostNotice } from './LostNotice.tsx';
import { PlanFloor } from './PlanFloor.tsx';
import { DrillForm, MovesForm } from './PlanForm.tsx';
import { beginsWords, walkWords } from './pattern-words.ts';
import { VersionsPanel } from './VersionsPanel.tsx';
import { NEAR_RADIUS_M, NearSwitch } from '../drawing/NearSwitch.tsx';
import { PlaybackBar } from './PlaybackBar.tsx';
import { usePlayback } from './usePlayback.ts';

export function PlanPage() {
  const { id } = useParams();
  const plans = usePlans();
  const { student, loading } = useClub();
  const found = plans.data?.find((plan) => plan.id === id);
  const world = useWorld();
  if (plans.isLoading || loading || world.isLoading) return <Busy what="Reading the pattern" />;
  if (plans.error) return <ErrorBox error={plans.error} />;
  if (!found) return <ErrorBox error={new Error('This pattern is not there. It may have been deleted.')} />;
  if (!student)
    return <ErrorBox error={new Error('Add a student first: a pattern is always drawn for somebody.')} />;
  return <PlanEditor key={found.id} stored={found} student={student} />;
}

function PlanEditor({ stored, student }: { readonly stored: StoredPlan; readonly student: Student }) {
  const planned = usePlanned();
  const editing = useEditing<Drill>({ ...useStored('plans', stored), schema: drillSchema });
  const now = useDrillNow(editing.value);
  const {
    plan,
    drill: { follows },
  } = now;
  const drill = useMemo(() => planned({ plan, follows }, student), [plan, follows, student, planned]);
  const judging = useJudged(drill);
  if (judging.error && !judging.value)
    return <ErrorBox error={judging.error} title="The pattern could not be judged" />;
  return (
    <FormProvider {...editing.form}>
      <PlanDesk stored={stored} drill={drill} editing={editing} now={now} judging={judging} />
    </FormProvider>
  );
}

interface PlanDeskProps {
  readonly stored: StoredPlan;
  readonly drill: PlannedDrill;
  readonly editing: Editing<Drill>;
  readonly now: DrillNow;
  readonly judging: Judging;
}

/** The plan as it is typed, its feet laid out at once; what is found in it is judged meanwhile, elsewhere. */
function PlanDesk({ stored, drill, editing, now, judging }: PlanDeskProps) {
  const { students } = useClub();
  const planned = usePlanned();
  const printing = usePrinting();
  const { plan } = drill;
  const { follows } = now.drill;
  const footwork = useMemo(() => expand(drill), [drill]);
  const { replace, draw, status } = editing;
  const latest = useNow({ drill, kept: keptOf(now.drill) });
  const onPlan = useCallback((next: Plan) => replace({ ...next, ...latest().kept }), [replace, latest]);
  const onPattern = useCallback(
    (pattern: Pattern, joins: boolean) => {
      const { drill: before, kept } = latest();
      draw({ ...before.plan, pattern, ...kept }, joins);
    },
    [draw, latest],
  );
  const drillNow = useCallback(() => latest().drill, [latest]);
  const found = judging.value?.findings;
  const findings = found && found.length > 0 ? found : NO_FINDINGS;
  const drillOf = useCallback(
    (one: Plan, of: Student) => planned({ plan: one, follows }, of),
    [planned, follows],
  );
  const form = useMemo(
    () => ({
      onDrill: replace,
      stance: footwork.stance,
      drill: now.drill,
      isLaneOfFloor: now.isLaneOfFloor,
    }),
    [replace, footwork.stance, now.drill, now.isLaneOfFloor],
  );
  const isTargetFixed = isOfFloor(follows);
  const fixed = useMemo(
    () => ({ target: isTargetFixed, lane: now.isLaneOfFloor }),
    [isTargetFixed, now.isLaneOfFloor],
  );
  const more = useMemo(
    () => (
      <>
        <AboutPanel drill={now.drill} onDrill={replace} />
        <VersionsPanel stored={stored} now={now.drill} saved={status === 'saved'} onBack={replace} />
      </>
    ),
    [now.drill, replace, stored, status],
  );
  return (
    <>
      <Heading drill={drill} footwork={footwork} found={found} busy={judging.busy}>
        <EditBar editing={editing} />
        <Going id={stored.id} drillNow={drillNow} print={printing.print} />
      </Heading>
      <EditProblem editing={editing} />
      {printing.answer}
      <LostNotice lost={now.lost} />
      {laneOf(plan) ? (
        <LaneDesk
          drill={drill}
          footwork={footwork}
          findings={findings}
          onPlan={onPlan}
          fixed={fixed}
          isKept={follows?.pattern !== undefined}
        >
          <MovesForm {...form} />
          <DrillForm {...form} />
          {more}
        </LaneDesk>
      ) : (
        <Bench
          drill={drill}
          footwork={footwork}
          findings={findings}
          onPlan={onPlan}
          onPattern={onPattern}
          fixed={fixed}
          own={follows?.pattern === undefined}
          students={students}
          drillOf={drillOf}
          form={form}
          more={more}
        />
      )}
    </>
  );
}

interface HeadingProps {
  readonly drill: PlannedDrill;
  readonly footwork: Footwork;
  readonly found: readonly Finding[] | null | undefined;
  readonly busy: boolean;
  readonly children: ReactNode;
}

/** The answer in words, and what is done with all of the pattern. It is drawn after the feet. */
function Heading(props: HeadingProps) {
  return <HeadingDrawn now={useDeferredValue(props)} />;
}

const HeadingDrawn = memo(function HeadingDrawn({ now }: { readonly now: HeadingProps }) {
  const { drill, footwork, found, busy, children } = now;
  const { plan, student } = drill;
  const units = useUnits();
  const sub = useMemo(
    () =>
      `${walkWords(plan, footwork, units)}, ${footwork.endS.toFixed(0)} s at ${plan.tempoPerMin} a minute. Drawn for ${student.name}; ${beginsWords(plan, footwork)}`,
    [plan, footwork, student, units],
  );
  return (
    <PageTitle
      sub={sub}
      actions={
        <>
          {/* Always there, so that nothing moves under a hand that drags. */}
          <span style={{ alignSelf: 'center', visibility: busy ? 'visible' : 'hidden' }}>judging …</span>
          {children}
        </>
      }
    >
      {plan.name}
      {verdictWords(found, footwork.moves.length, student)}
    </PageTitle>
  );
});

/** What leaves this page, and where it goes on. */
const Going = memo(function Going(props: Parameters<typeof GiveOut>[0]) {
  return (
    <>
      <GiveOut {...props} />
      <Button variant="contained" component={Link} to={`/set-out/${props.id}`}>
        Set it out
      </Button>
    </>
  );
});

/** The answer in words, after the name of the pattern. */
function verdictWords(
  found: readonly Finding[] | null | undefined,
  moves: number,
  { name }: { readonly name: string },
): string {
  if (found === undefined) return '';
  if (found === null) return `: ${moves} moves are too many to be judged at once; take fewer rounds`;
  const places = groupFindings(found).length;
  if (places === 0) return `: clean for ${name}`;
  return `: ${places} ${places === 1 ? 'place' : 'places'} to mend for ${name}`;
}

/** A lane: its whole floor, its cones, and its numbers beside it. */
function LaneDesk({
  drill,
  footwork,
  findings,
  onPlan,
  fixed,
  isKept,
  children,
}: {
  readonly drill: PlannedDrill;
  readonly footwork: Footwork;
  readonly findings: readonly Finding[];
  readonly onPlan: (plan: Plan) => void;
  readonly fixed: { readonly target: boolean; readonly lane: boolean };
  /** Its moves are kept for several drills. */
  readonly isKept: boolean;
  readonly children: ReactNode;
}) {
  const [chosen, setChosen] = useState<number | null>(null);
  const [near, setNear] = useState(false);
  const { plan } = drill;
  const places = useMemo(() => groupFindings(findings).length, [findings]);
  const landings = useMemo(
    () => footwork.moves.flatMap((move) => move.events.map(({ landS }) => landS)),
    [footwork],
  );
  const playback = usePlayback(footwork.endS, landings);
  const centreAt = useMemo(() => {
    const { start, ballAt } = performPlan(drill, footwork);
    return (timeS: number) =>
      timeS > 0 ? midpoint(ballAt('left', timeS), ballAt('right', timeS)) : midpoint(start.left, start.right);
  }, [drill, footwork]);
  const choose = (index: number): void => {
    setChosen(index);
    setNear(true);
    const found = findings[index];
    if (found) playback.setTimeS(found.timeS);
  };
  return (
    <Box sx={BESIDE}>
      <Box sx={STAYS}>
        <PlanFloor
          drill={drill}
          plan={plan}
          footwork={footwork}
          findings={findings}
          chosen={chosen}
          timeS={playback.timeS}
          focus={near ? { at: centreAt(playback.timeS), radiusM: NEAR_RADIUS_M } : null}
          onChange={onPlan}
          fixed={fixed}
        />
        <PlaybackBar playback={playback} endS={footwork.endS} tempoPerMin={plan.tempoPerMin}>
          <NearSwitch near={near} onNear={setNear} />
        </PlaybackBar>
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
        {findings.length > 0 && (
          <Panel title={`Rules not met (${places})`}>
            {!fixed.lane && !isKept && <CleanLane drill={drill} onUse={onPlan} />}
            <FindingList
              label="Rules not met by the plan"
              findings={findings}
              chosen={chosen}
              onChoose={choose}
            />
          </Panel>
        )}
        {laneOf(plan)?.wayBack && laneOf(plan)?.coneHeight === 'tall' && (
          <Alert severity="warning" variant="outlined" sx={{ bgcolor: 'background.paper' }}>
            On the way back the student moves backward: use flat markers instead of tall cones.
          </Alert>
        )}
        {children}
      </Box>
    </Box>
  );
}

/** The floor stays in view while the moves beside it are changed. */
const STAYS = { '@media (min-width: 981px)': { position: 'sticky', top: 12 } } as const;

/** Its place is where the floor has it. */
const isOfFloor = (follows: Follows | undefined): boolean =>
  follows?.target?.on === 'fixture' || follows?.target?.on === 'piece';

const NO_FINDINGS: readonly Finding[] = [];
