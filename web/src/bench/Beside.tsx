import Box from '@mui/material/Box';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import type { Student } from '@angled-chalk/contract';
import { inspectMove } from '@angled-chalk/core/compose';
import { looksAtTarget, type Footwork, type Plan, type PlannedDrill } from '@angled-chalk/core/pattern';
import type { Finding } from '@angled-chalk/core/rules';
import { createContext, memo, use, useDeferredValue, useMemo, useState, type ReactNode } from 'react';
import { FindingList } from '../parts/FindingList.tsx';
import { Panel } from '../parts/Page.tsx';
import { groupFindings } from '../parts/finding-groups.ts';
import { LinesPanel } from '../pattern/LinesPanel.tsx';
import { DrillForm, MovesForm } from '../pattern/PlanForm.tsx';
import { ForWhom } from './ForWhom.tsx';
import { Inspector } from './Inspector.tsx';
import { MendList } from './MendList.tsx';
import { MoveTools } from './MoveTools.tsx';
import type { Composer } from './useComposer.ts';
import { WalkIn } from './WalkIn.tsx';

const TABS = ['Move', 'Walk in', 'All moves', 'For whom', 'Drill'] as const;
type Side = (typeof TABS)[number];

/** A sequence, and what is chosen of it. */
export interface Shown {
  readonly drill: PlannedDrill;
  readonly footwork: Footwork;
  readonly composer: Composer;
}

/** What is typed stands in no earlier state, or a second field would take back what the first one set. */
export interface Typed {
  readonly form: Parameters<typeof MovesForm>[0];
  /** What stands under the drill. */
  readonly more: ReactNode;
}
export const TypedContext = createContext<Typed | null>(null);

/** The moves to be typed, or the drill, as they are now. */
function TypedNow({ what }: { readonly what: 'moves' | 'drill' }) {
  const typed = use(TypedContext);
  if (!typed) return null;
  const { form, more } = typed;
  if (what === 'moves') return <MovesForm {...form} />;
  return (
    <>
      <DrillForm {...form} />
      {more}
    </>
  );
}

interface BesideProps {
  /** Drawn after the floor and the score: a key is seen there first. */
  readonly shown: Shown;
  readonly findings: readonly Finding[];
  /** Place of the finding that is looked at. */
  readonly found: number | null;
  readonly onFound: (index: number) => void;
  readonly onPlan: (plan: Plan) => void;
  readonly own: boolean;
  readonly students: readonly Student[];
  readonly drillOf: (plan: Plan, student: Student) => PlannedDrill;
}

/** Beside the bench: what is found with what mends it, and everything that can be changed. */
export const Beside = memo(function Beside({ shown, ...props }: BesideProps) {
  return <Sides {...props} shown={useDeferredValue(shown)} />;
});

const Sides = memo(function Sides(props: BesideProps) {
  const { shown, findings, found, onFound, onPlan, own, students, drillOf } = props;
  const { drill, footwork, composer } = shown;
  const [side, setSide] = useState<Side>('Move');
  const { plan } = drill;
  const over = useMemo(() => ({ footwork, findings }), [footwork, findings]);
  const places = useMemo(() => groupFindings(findings).length, [findings]);
  const chosen = found === null ? null : (findings[found] ?? null);
  return (
    <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      {findings.length > 0 && (
        <Panel title={`Rules not met (${places})`}>
          <FindingList
            label="Rules not met by the plan"
            findings={findings}
            chosen={found}
            onChoose={onFound}
          />
          {chosen && own && <MendList drill={drill} findings={findings} finding={chosen} onUse={onPlan} />}
        </Panel>
      )}
      <Panel>
        <Choices side={side} onSide={setSide} />
        {side === 'Move' && (
          <Box sx={{ display: 'grid', gap: 1.5 }}>
            <Numbers drill={drill} footwork={footwork} findings={findings} composer={composer} />
            {own && <MoveTools composer={composer} drill={drill} />}
          </Box>
        )}
        {side === 'Walk in' &&
          (own ? (
            <WalkIn actions={composer.actions} />
          ) : (
            <Box>These moves are kept for several drills; change them where they are kept.</Box>
          ))}
        {side === 'All moves' && (
          <Box sx={{ display: 'grid', gap: 1.5 }}>
            <LinesPanel over={over} />
            <TypedNow what="moves" />
          </Box>
        )}
        {side === 'For whom' && <Asked plan={plan} students={students} drillOf={drillOf} onUse={onPlan} />}
        {side === 'Drill' && (
          <Box sx={{ display: 'grid', gap: 1.5 }}>
            <TypedNow what="drill" />
          </Box>
        )}
      </Panel>
    </Box>
  );
});

const LOOK = {
  minHeight: 44,
  mb: 1.5,
  mx: -0.75,
  '& .MuiTab-root': { minWidth: 0, px: 0.5, minHeight: 44, fontSize: '0.84rem' },
} as const;

const Choices = memo(function Choices({
  side,
  onSide,
}: {
  readonly side: Side;
  readonly onSide: (side: Side) => void;
}) {
  return (
    <Tabs
      value={side}
      onChange={(_event, value: Side) => onSide(value)}
      variant="fullWidth"
      aria-label="Beside the bench"
      sx={LOOK}
    >
      {TABS.map((name) => (
        <Tab key={name} value={name} label={name} sx={{ textTransform: 'none' }} />
      ))}
    </Tabs>
  );
});

function Numbers({
  drill,
  footwork,
  composer: { number, numbers, count },
  findings,
}: Pick<Shown, 'drill' | 'footwork' | 'composer'> & Pick<BesideProps, 'findings'>) {
  const found = useMemo(
    () => (number === null ? null : inspectMove(drill, footwork, findings, number)),
    [drill, footwork, findings, number],
  );
  return (
    <>
      {numbers && count > 1 && (
        <Box sx={{ fontWeight: 700 }} aria-live="polite">
          Moves {numbers[0]} to {numbers[1]} are chosen. Of move {number}:
        </Box>
      )}
      <Inspector numbers={found} hasTarget={looksAtTarget(drill.plan)} />
    </>
  );
}

function Asked({
  plan,
  students,
  drillOf,
  onUse,
}: Pick<BesideProps, 'students' | 'drillOf'> & {
  readonly plan: Plan;
  readonly onUse: (plan: Plan) => void;
}) {
  const drills = useMemo(() => students.map((one) => drillOf(plan, one)), [plan, students, drillOf]);
  return <ForWhom drills={drills} onUse={onUse} />;
}
