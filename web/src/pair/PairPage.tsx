import Box from '@mui/material/Box';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import type { Student } from '@angled-chalk/contract';
import { SCHOOLS, type StudentFit } from '@angled-chalk/core/body';
import type { Point } from '@angled-chalk/core/geometry';
import { freeWindow, pairWords, type Two } from '@angled-chalk/core/pair';
import type { Plan } from '@angled-chalk/core/pattern';
import { strikerOf } from '@angled-chalk/core/range';
import { memo, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { newId, studentInputOf, useAddPlan, useFloors, useStored } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { useNotice } from '../app/notice.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy, PageTitle } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { BagRoom } from './BagRoom.tsx';
import { MoveTab } from './MoveTab.tsx';
import { RoundTab } from './RoundTab.tsx';
import { StandTab } from './StandTab.tsx';

/** Two people, or one and a bag: who can hit whom, from where, and what is done about it. */
export function PairPage() {
  const { students, student, loading } = useClub();
  if (loading) return <Busy what="Reading the students" />;
  if (!student) return <ErrorBox error={new Error('Add a student first: a range is always of somebody.')} />;
  return <Room key={student.id} student={student} students={students} />;
}

const THINGS = ['bag', 'swinging bag', 'pads'] as const;
type Thing = (typeof THINGS)[number];
const THING_WORDS: Readonly<Record<Thing, string>> = {
  bag: 'a bag',
  'swinging bag': 'a bag that swings',
  pads: 'pads',
};
const isThing = (value: string): value is Thing => THINGS.some((thing) => thing === value);

type Lead = 'left' | 'right';
const LEADS = [
  ['left', 'left foot in front'],
  ['right', 'right foot in front'],
] as const;

const TABS = ['Stand', 'Move', 'A round'] as const;
type PairTab = (typeof TABS)[number];
const BAG_TABS: readonly PairTab[] = ['Stand', 'A round'];

interface Stands {
  readonly lead: Lead | null;
  readonly schoolId: string | null;
}
const AS_THEY_ARE: Stands = { lead: null, schoolId: null };

/** Somebody with the other foot in front, or in another school, for this room only. */
function standing(fit: StudentFit, { lead, schoolId }: Stands): StudentFit {
  const { school, ...bare } = fit;
  return {
    ...(schoolId === null || schoolId === fit.schoolId
      ? { ...bare, ...(school ? { school } : {}) }
      : { ...bare, schoolId }),
    leadSide: lead ?? fit.leadSide,
  };
}

/** How somebody stands: the foot in front, and the school. */
function StandsAs({
  fit,
  onStands,
  own,
}: {
  readonly fit: StudentFit;
  /** The school of the student's own, where it is one of the club's. */
  readonly own: StudentFit;
  readonly onStands: (change: Partial<Stands>) => void;
}) {
  const schools = [
    ...SCHOOLS.map(({ id, name }) => [id, name] as const),
    ...(own.school ? [[own.schoolId, own.school.name] as const] : []),
  ];
  return (
    <>
      <SelectBox<Lead>
        label={fit.name}
        value={fit.leadSide}
        choices={LEADS}
        onChoice={(lead) => onStands({ lead })}
        fullWidth={false}
        sx={{ width: 180 }}
      />
      <SelectBox
        label={`School of ${fit.name}`}
        value={fit.schoolId}
        choices={schools}
        onChoice={(schoolId) => onStands({ schoolId })}
        fullWidth={false}
        sx={{ width: 170 }}
      />
    </>
  );
}

function Room({ student, students }: { readonly student: Student; readonly students: readonly Student[] }) {
  const { fitOf } = useClub();
  const others = students.filter(({ id }) => id !== student.id);
  const [against, setAgainst] = useState<string>(others[0]?.id ?? 'bag');
  const [own, setOwn] = useState(AS_THEY_ARE);
  const [other, setOther] = useState(AS_THEY_ARE);
  const [tab, setTab] = useState<PairTab>('Stand');
  // Whoever was chosen as the partner may be the student now.
  const partner = students.find(({ id }) => id === against) ?? null;
  const mine = useMemo(() => standing(fitOf(student), own), [fitOf, student, own]);
  const theirs = useMemo(() => partner && standing(fitOf(partner), other), [fitOf, partner, other]);
  const onReaction = useReaction(student);
  const choosing = (
    <Box sx={{ display: 'flex', gap: 1.25, flexWrap: 'wrap', alignItems: 'center', mb: 1.5 }}>
      <SelectBox
        label="Against"
        value={against}
        choices={[
          ...students.map(({ id, name }) => [id, name] as const),
          ...THINGS.map((thing) => [thing, THING_WORDS[thing]] as const),
        ]}
        onChoice={setAgainst}
        fullWidth={false}
        sx={{ width: 180 }}
      />
      <StandsAs
        fit={mine}
        own={fitOf(student)}
        onStands={(change) => setOwn((now) => ({ ...now, ...change }))}
      />
      {partner && theirs && (
        <StandsAs
          fit={theirs}
          own={fitOf(partner)}
          onStands={(change) => setOther((now) => ({ ...now, ...change }))}
        />
      )}
    </Box>
  );
  const round = (
    <RoundTab mine={mine} theirs={theirs} reactionS={student.reactionS} onReaction={onReaction} />
  );
  if (!theirs || !partner)
    return (
      <>
        <PageTitle sub={`What ${student.name} reaches on it, from which gap.`}>
          {student.name} and {THING_WORDS[isThing(against) ? against : 'bag']}
        </PageTitle>
        <Choices tab={tab} tabs={BAG_TABS} onTab={setTab} />
        {choosing}
        {tab === 'A round' ? round : <BagRoom fit={mine} kind={isThing(against) ? against : 'bag'} />}
      </>
    );
  return (
    <Pair
      key={`${student.id} ${partner.id}`}
      mine={mine}
      theirs={theirs}
      student={student}
      partner={partner}
      others={others.filter(({ id }) => id !== partner.id).map(fitOf)}
      tab={tab}
      onTab={setTab}
      choosing={choosing}
      round={round}
    />
  );
}

/** Keeps a measured reaction time with the student. */
function useReaction(student: Student): ((seconds: number) => void) | null {
  const { isCoach } = useClub();
  const { save } = useStored('students', student);
  const notice = useNotice();
  if (!isCoach) return null;
  return (reactionS) =>
    void save({ ...studentInputOf(student), reactionS }, student.version).then(
      () => notice({ text: `${student.name} reacts after ${reactionS.toFixed(2)} s: kept.` }),
      (error: unknown) =>
        notice({ text: `It was not kept: ${error instanceof Error ? error.message : String(error)}` }),
    );
}

const Choices = memo(function Choices({
  tab,
  tabs,
  onTab,
}: {
  readonly tab: PairTab;
  readonly tabs: readonly PairTab[];
  readonly onTab: (tab: PairTab) => void;
}) {
  const shown = tabs.includes(tab) ? tab : (tabs[0] ?? 'Stand');
  return (
    <Tabs value={shown} onChange={(_event, next: PairTab) => onTab(next)} aria-label="Range" sx={{ mb: 1.5 }}>
      {tabs.map((one) => (
        <Tab key={one} value={one} label={one} />
      ))}
    </Tabs>
  );
});

interface PairProps {
  readonly mine: StudentFit;
  readonly theirs: StudentFit;
  readonly student: Student;
  readonly partner: Student;
  readonly others: readonly StudentFit[];
  readonly tab: PairTab;
  readonly onTab: (tab: PairTab) => void;
  readonly choosing: React.ReactNode;
  readonly round: React.ReactNode;
}

function Pair({ mine, theirs, student, partner, others, tab, onTab, choosing, round }: PairProps) {
  const { units } = useClub();
  const floors = useFloors();
  const two = useMemo((): Two => ({ mine: strikerOf(mine), theirs: strikerOf(theirs) }), [mine, theirs]);
  const [at, setAt] = useState<Point>(() => ({
    x: 0,
    y: Math.floor((freeWindow(two)?.leastBadGapM ?? 1.2) * 100) / 100,
  }));
  const rooms = useMemo(
    () => (floors.data ?? []).map(({ id, floor: { name, floor } }) => ({ id, name, outline: floor.outline })),
    [floors.data],
  );
  const add = useAddPlan();
  const navigate = useNavigate();
  const make = (plan: Plan): void =>
    add.mutate(
      {
        id: newId(),
        value: {
          ...plan,
          follows: {
            students: [student.id],
            ...(partner.id === student.id ? {} : { target: { on: 'student', id: partner.id } }),
          },
        },
      },
      { onSuccess: ({ id }) => void navigate(`/patterns/${id}`) },
    );
  const words = useMemo(() => pairWords(two, units), [two, units]);
  const more = useMemo(() => words.slice(2), [words]);
  return (
    <>
      <PageTitle sub={words[0]}>{words[1]}</PageTitle>
      <Choices tab={tab} tabs={TABS} onTab={onTab} />
      {choosing}
      {add.error && <ErrorBox error={add.error} />}
      {tab === 'Stand' && (
        <StandTab
          two={two}
          mine={mine}
          theirs={theirs}
          others={others}
          rooms={rooms}
          at={at}
          onAt={setAt}
          make={make}
          words={more}
        />
      )}
      {tab === 'Move' && (
        <MoveTab
          two={two}
          make={make}
          making={add.isPending}
          gapM={Math.hypot(at.x, at.y)}
          reactionS={student.reactionS}
        />
      )}
      {tab === 'A round' && round}
    </>
  );
}
