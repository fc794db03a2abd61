import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { drillSchema, type StoredPlan, type Student } from '@angled-chalk/contract';
import type { Judged } from '@angled-chalk/core/check';
import type { Drill, Follows } from '@angled-chalk/core/drill';
import { midpoint } from '@angled-chalk/core/geometry';
import { laneOf, type Plan, type PlannedDrill } from '@angled-chalk/core/pattern';
import { performPlan, type Finding } from '@angled-chalk/core/rules';
import { useCallback, useMemo, useState, type ReactNode } from 'react';
import { FormProvider } from 'react-hook-form';
import { Link, useParams } from 'react-router';
import { usePlans, useStored } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { useDrillNow, usePlanned, useWorld, type DrillNow } from '../app/drills.ts';
import { EditBar, EditProblem } from '../parts/EditBar.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { FindingList } from '../parts/FindingList.tsx';
import { BESIDE, Busy, PageTitle, Panel } from '../parts/Page.tsx';
import { groupFindings } from '../parts/finding-groups.ts';
import { useEditing, type Editing } from '../parts/useEditing.ts';
import { useJudged, type Judging } from '../work/useJudged.ts';
import { Bench } from '../bench/Bench.tsx';
import { GiveOut } from '../bench/GiveOut.tsx';
import { usePrinting } from '../parts/usePrinting.tsx';
import { CleanLane } from './CleanLane.tsx';
import { LinesPanel } from './LinesPanel.tsx';
import { LostNotice } from './LostNotice.tsx';
import { PlanFloor } from './PlanFloor.tsx';
import { DrillForm, MovesForm } from './PlanForm.tsx';
import { beginsWords, walkWords } from './pattern-words.ts';
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
  if (!judging.value) return <Busy what="Judging the pattern" />;
  return (
    <FormProvider {...editing.form}>
      <PlanDesk
        stored={stored}
        student={student}
        drill={drill}
        editing={editing}
        now={now}
        judging={judging}
        judged={judging.value}
      />
    </FormProvider>
  );
}

interface PlanDeskProps {
  readonly stored: StoredPlan;
  readonly student: Student;
  readonly drill: PlannedDrill;
  readonly editing: Editing<Drill>;
  readonly now: DrillNow;
  readonly judging: Judging;
  readonly judged: Judged;
}

/** The plan as it was last judged; what is being typed is judged meanwhile, elsewhere. */
function PlanDesk(props: PlanDeskProps) {
  const { stored, student, drill, editing, now, judging, judged } = props;
  const { units, students } = useClub();
  const planned = usePlanned();
  const printing = usePrinting();
  const { plan } = drill;
  const { follows } = now.drill;
  const replace = (next: Plan): void => editing.replace({ ...next, ...(follows ? { follows } : {}) });
  const { footwork } = judged;
  const findings = judged.findings ?? NO_FINDINGS;
  const places = useMemo(() => groupFindings(findings).length, [findings]);
  const drillOf = useCallback((one: Student) => planned({ plan, follows }, one), [planned, plan, follows]);
  const form = {
    onDrill: editing.replace,
    stance: footwork.stance,
    drill: now.drill,
    isLaneOfFloor: now.isLaneOfFloor,
  };
  return (
    <>
      <PageTitle
        sub={`${walkWords(plan, footwork, units)}, ${footwork.endS.toFixed(0)} s at ${plan.tempoPerMin} a minute. Drawn for ${student.name}; ${beginsWords(plan, footwork)}`}
        actions={
          <>
            {/* Always there, so that nothing moves under a hand that drags. */}
            <Box
              component="span"
              sx={{
                color: 'text.secondary',
                alignSelf: 'center',
                visibility: judging.busy ? 'visible' : 'hidden',
              }}
            >
              judging …
            </Box>
            <EditBar editing={editing} />
            <GiveOut id={stored.id} drill={drill} printing={printing} />
            <Button variant="contained" component={Link} to={`/set-out/${stored.id}`}>
              Set it out
            </Button>
          </>
        }
      >
        {judged.findings === null
          ? `${plan.name}: ${footwork.moves.length} moves are too many to be judged at once; take fewer rounds`
          : findings.length === 0
            ? `${plan.name}: clean for ${student.name}`
            : `${plan.name}: ${places} ${places === 1 ? 'place' : 'places'} to mend for ${student.name}`}
      </PageTitle>
      <EditProblem editing={editing} />
      {printing.answer}
      <LostNotice lost={now.lost} />
      {laneOf(plan) ? (
        <LaneDesk {...props} findings={findings} places={places} onPlan={replace}>
          <MovesForm {...form} />
          <DrillForm {...form} />
        </LaneDesk>
      ) : (
        <Bench
          drill={drill}
          findings={findings}
          onPlan={replace}
          fixed={{ target: isOfFloor(follows), lane: now.isLaneOfFloor }}
          own={follows?.pattern === undefined}
          students={students}
          drillOf={drillOf}
          moves={<MovesForm {...form} />}
          lines={<LinesPanel />}
          about={<DrillForm {...form} />}
        />
      )}
    </>
  );
}

/** A lane: its whole floor, its cones, and its numbers beside it. */
function LaneDesk({
  drill,
  now,
  judging,
  judged: { footwork },
  findings,
  places,
  onPlan,
  children,
}: PlanDeskProps & {
  readonly findings: readonly Finding[];
  readonly places: number;
  readonly onPlan: (plan: Plan) => void;
  readonly children: ReactNode;
}) {
  const [chosen, setChosen] = useState<number | null>(null);
  const [near, setNear] = useState(false);
  const { plan } = drill;
  const { follows } = now.drill;
  const of = judging.of ?? drill;
  const landings = useMemo(
    () => footwork.moves.flatMap((move) => move.events.map(({ landS }) => landS)),
    [footwork],
  );
  const playback = usePlayback(footwork.endS, landings);
  const centreAt = useMemo(() => {
    const { start, ballAt } = performPlan(of, footwork);
    return (timeS: number) =>
      timeS > 0 ? midpoint(ballAt('left', timeS), ballAt('right', timeS)) : midpoint(start.left, start.right);
  }, [of, footwork]);
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
          drill={of}
          plan={plan}
          footwork={footwork}
          findings={findings}
          chosen={chosen}
          timeS={playback.timeS}
          focus={near ? { at: centreAt(playback.timeS), radiusM: NEAR_RADIUS_M } : null}
          onChange={onPlan}
          fixed={{ target: isOfFloor(follows), lane: now.isLaneOfFloor }}
        />
        <PlaybackBar playback={playback} endS={footwork.endS} tempoPerMin={plan.tempoPerMin}>
          <NearSwitch near={near} onNear={setNear} />
        </PlaybackBar>
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
        {findings.length > 0 && (
          <Panel title={`Rules not met (${places})`}>
            {!now.isLaneOfFloor && follows?.pattern === undefined && <CleanLane drill={of} onUse={onPlan} />}
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
