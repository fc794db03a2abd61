import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { Student } from '@angled-chalk/contract';
import type { StudentFit } from '@angled-chalk/core/body';
import { distanceM, type Point } from '@angled-chalk/core/geometry';
import { formatLength, formatSmall, type UnitSystem } from '@angled-chalk/core/measure';
import {
  armed,
  besideThem,
  cellAt,
  contactsOf,
  exchanged,
  freeWindow,
  halfStepM,
  pairWords,
  reachAt,
  type Kind,
  type PairContact,
  type Soonest,
  type Two,
} from '@angled-chalk/core/pair';
import { guardRule, shinRule, strikerOf } from '@angled-chalk/core/range';
import { useMemo, useState } from 'react';
import { useClub } from '../app/club.tsx';
import { LengthBox } from '../parts/boxes.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { BESIDE, Busy, PageTitle, Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';
import { useLatest } from '../work/useLatest.ts';
import { groundInWorker } from '../work/ground.ts';
import { nearestGood, packedGround, type GroundOrder, type PackedGround } from '../work/ground-map.ts';
import { GapAxis } from './GapAxis.tsx';
import { LOOKS, PairFloor } from './PairFloor.tsx';
import { Plans } from './Plans.tsx';

/** Two people: who can hit whom, from where, and what lies between them. */
export function PairPage() {
  const { students, student, loading } = useClub();
  if (loading) return <Busy what="Reading the students" />;
  if (!student)
    return <ErrorBox error={new Error('Add a student first: a range is always between two people.')} />;
  return <Pair student={student} students={students} />;
}

type Lead = 'left' | 'right';
const LEADS = [
  ['left', 'left foot in front'],
  ['right', 'right foot in front'],
] as const;
const MOST_M = 2.6;
const CELL_M = 0.025;
/** Sooner by less than this is no sooner: nobody reacts within it. */
const AT_ONCE_S = 0.1;

function Pair({ student, students }: { readonly student: Student; readonly students: readonly Student[] }) {
  const { units, fitOf } = useClub();
  const others = students.filter(({ id }) => id !== student.id);
  const [partnerId, setPartnerId] = useState<string>(others[0]?.id ?? student.id);
  const partner = students.find(({ id }) => id === partnerId) ?? student;
  const [own, setOwn] = useState<Lead | null>(null);
  const [other, setOther] = useState<Lead | null>(null);
  const mineFit = useMemo((): StudentFit => withLead(fitOf(student), own), [fitOf, student, own]);
  const theirsFit = useMemo((): StudentFit => withLead(fitOf(partner), other), [fitOf, partner, other]);
  const two = useMemo(
    (): Two => ({ mine: strikerOf(mineFit), theirs: strikerOf(theirsFit) }),
    [mineFit, theirsFit],
  );
  const window = useMemo(() => freeWindow(two), [two]);
  const [at, setAt] = useState<Point>({ x: 0, y: Math.floor((window?.leastBadGapM ?? 1.2) * 100) / 100 });
  const order = useMemo(
    (): GroundOrder => ({ mine: mineFit, theirs: theirsFit, stepM: CELL_M }),
    [mineFit, theirsFit],
  );
  const ground = useLatest(order, groundInWorker, packedGround);
  const gapM = Math.hypot(at.x, at.y);
  const words = useMemo(() => pairWords(two, units), [two, units]);
  const toGap = (m: number): void => {
    const scale = gapM === 0 ? 0 : m / gapM;
    setAt(gapM === 0 ? { x: 0, y: m } : { x: at.x * scale, y: at.y * scale });
  };
  return (
    <>
      <PageTitle sub={words[0]}>{words[1]}</PageTitle>
      <Box sx={BESIDE}>
        <Box sx={{ display: 'grid', gap: 1 }}>
          <PairFloor two={two} at={at} ground={ground.value} onMove={setAt} />
          <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
            <Slider
              sx={{ flex: '1 1 220px' }}
              min={0.2}
              max={MOST_M}
              step={0.01}
              value={Math.min(MOST_M, gapM)}
              onChange={(_event, value) => toGap(value)}
              aria-label="Gap"
              getAriaValueText={(value) => formatLength(value, units)}
            />
            <Box sx={{ width: 120 }}>
              <LengthBox
                label="Gap"
                metres={Math.round(gapM * 1000) / 1000}
                onMetres={(m) => m !== undefined && m > 0.1 && m < 6 && toGap(m)}
              />
            </Box>
          </Box>
          <GapAxis two={two} gapM={gapM} />
          <Legend areas={ground.value?.areasM2 ?? null} />
        </Box>
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <Panel title="The two">
            <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: '1fr 1fr' }}>
              <Box sx={{ gridColumn: '1 / -1' }}>
                <SelectBox
                  label="Partner"
                  value={partner.id}
                  choices={students.map(({ id, name }) => [id, name] as const)}
                  onChoice={setPartnerId}
                />
              </Box>
              <SelectBox<Lead>
                label={student.name}
                value={mineFit.leadSide}
                choices={LEADS}
                onChoice={setOwn}
              />
              <SelectBox<Lead>
                label={partner.name}
                value={theirsFit.leadSide}
                choices={LEADS}
                onChoice={setOther}
              />
            </Box>
            <Box sx={{ mt: 1 }}>
              {mineFit.leadSide === theirsFit.leadSide
                ? 'Matched: the same foot in front.'
                : 'Mirrored: the other foot in front.'}{' '}
              {words.slice(2).join(' ')}
            </Box>
          </Panel>
          <Here two={two} at={at} ground={ground.value} onMove={setAt} />
          <Panel title="Rules of thumb">
            {[shinRule(two.mine, units), guardRule(two.mine, two.theirs, units)].map(
              ({ rule, verdict, words: said }) => (
                <Box key={rule} sx={{ mb: 1 }}>
                  <VerdictMark outcome={verdict} /> {rule} {said}
                </Box>
              ),
            )}
          </Panel>
          <Plans two={two} student={student} partner={partner} />
          <Reaches two={two} gapM={gapM} title={`${student.name} on ${partner.name}`} />
          <Reaches two={exchanged(two)} gapM={gapM} title={`${partner.name} on ${student.name}`} />
          <Alert severity="warning" variant="outlined" sx={{ bgcolor: 'background.paper' }}>
            Slow first. No real punches to the face in drills. Equipment and supervision by the rules of the
            sanctioning body and of the venue.
          </Alert>
        </Box>
      </Box>
    </>
  );
}

const withLead = (fit: StudentFit, lead: Lead | null): StudentFit =>
  lead ? { ...fit, leadSide: lead } : fit;

const soonWords = (who: string, soon: Soonest | null): string =>
  soon
    ? `${who} hits in ${soon.timeS.toFixed(2)} s${soon.turn || soon.step ? `, after ${[soon.turn ? 'turning' : '', soon.step ? 'a half step' : ''].filter(Boolean).join(' and ')}` : ', as they stand'}`
    : `${who} cannot hit, not even with a half step`;

/** What the place is where the student stands now. */
function Here({
  two,
  at,
  ground,
  onMove,
}: {
  readonly two: Two;
  readonly at: Point;
  readonly ground: PackedGround | null;
  readonly onMove: (at: Point) => void;
}) {
  const { units } = useClub();
  const good = useMemo(() => ground && nearestGood(ground, at), [ground, at]);
  const awayM = good ? distanceM(good, at) : 0;
  const steps = Math.ceil(awayM / halfStepM(two.mine) - 1e-9);
  const [me, them] = useMemo(() => [armed(two), armed(exchanged(two))], [two]);
  const { mine, theirs } = cellAt(me, them, at.x, at.y);
  const { outside, inLane } = besideThem(two, at.x, at.y);
  const aheadS = mine && theirs ? theirs.timeS - mine.timeS : null;
  return (
    <Panel title="Here">
      <Box aria-live="polite" sx={{ display: 'grid', gap: 0.5 }}>
        <Box>{soonWords(two.mine.student.name, mine)}.</Box>
        <Box>{soonWords(two.theirs.student.name, theirs)}.</Box>
        {aheadS !== null && (
          <Box sx={{ fontWeight: 700 }}>
            {Math.abs(aheadS) < AT_ONCE_S
              ? 'Both about at once.'
              : `${two.mine.student.name} is ${Math.abs(aheadS).toFixed(2)} s ${aheadS > 0 ? 'sooner' : 'later'}.`}
          </Box>
        )}
        <Box>
          {outside ? 'Outside their lead foot.' : 'Not outside their lead foot.'}
          {inLane ? ' In the lane of their rear hand.' : ''}
        </Box>
        {good && ground && awayM > ground.stepM && (
          <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
            <span>
              The nearest better place is {formatLength(awayM, units)} away, {steps}{' '}
              {steps === 1 ? 'half step' : 'half steps'}.
            </span>
            <Button size="small" variant="outlined" onClick={() => onMove(good)}>
              Go there
            </Button>
          </Box>
        )}
      </Box>
    </Panel>
  );
}

const SHOWN: readonly Kind[] = ['theirs alone', 'both', 'mine first', 'mine alone'];
const KIND_WORDS: Readonly<Record<Kind, string>> = {
  nothing: 'neither reaches',
  'theirs alone': 'only they reach',
  both: 'both reach, about at once',
  'mine first': 'you reach first',
  'mine alone': 'only you reach',
};

function Legend({ areas }: { readonly areas: Readonly<Record<Kind, number>> | null }) {
  return (
    <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }} aria-live="polite">
      {areas === null
        ? 'Working the ground out …'
        : SHOWN.map((kind) => (
            <Box key={kind} sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
              <Box
                component="svg"
                viewBox="0 0 22 14"
                aria-hidden
                sx={{ width: 22, height: 14, flex: 'none' }}
              >
                <rect
                  x="1"
                  y="1"
                  width="20"
                  height="12"
                  fill={LOOKS[kind]?.fill}
                  fillOpacity={LOOKS[kind]?.opacity}
                  stroke={LOOKS[kind]?.fill}
                  strokeDasharray={LOOKS[kind]?.dash ? '3 2' : undefined}
                />
              </Box>
              {KIND_WORDS[kind]}: {areas[kind].toFixed(1)} m²
            </Box>
          ))}
    </Box>
  );
}

const WORDS = { met: 'yes', 'not-met': '-', 'cannot-tell': '?' } as const;

/** Strike by part at the gap as it is: now, after one half step, after two. */
function Reaches({ two, gapM, title }: { readonly two: Two; readonly gapM: number; readonly title: string }) {
  const { units } = useClub();
  const contacts = useMemo(
    () =>
      contactsOf(two)
        .filter(({ part }) => part !== 'guard')
        .toSorted((a, b) => b.contact.gapM - a.contact.gapM),
    [two],
  );
  return (
    <Panel title={title}>
      <Box sx={{ overflowX: 'auto', maxHeight: 320 }} tabIndex={0} role="region" aria-label={title}>
        <Table size="small" stickyHeader>
          <TableHead>
            <TableRow>
              <TableCell>Strike</TableCell>
              <TableCell>Reaches</TableCell>
              <TableCell>now</TableCell>
              <TableCell>+1</TableCell>
              <TableCell>+2</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {contacts.map((one) => (
              <ReachRow
                key={`${one.contact.strike.id} ${one.part}`}
                one={one}
                two={two}
                gapM={gapM}
                units={units}
              />
            ))}
          </TableBody>
        </Table>
      </Box>
    </Panel>
  );
}

function ReachRow({
  one,
  two,
  gapM,
  units,
}: {
  readonly one: PairContact;
  readonly two: Two;
  readonly gapM: number;
  readonly units: UnitSystem;
}) {
  const { steps, expandedU } = reachAt(one, two.mine, gapM);
  const { contact, part } = one;
  return (
    <TableRow>
      <TableCell>
        {contact.strike.name}
        {contact.strike.name.includes(part) ? '' : `, ${part}`}
      </TableCell>
      <TableCell>
        {contact.touches
          ? `${formatLength(contact.gapM, units)} ± ${formatSmall(expandedU, units)}`
          : 'never'}
      </TableCell>
      {steps.map((verdict, i) => (
        <TableCell key={i} sx={{ fontWeight: verdict === 'met' ? 700 : 400 }}>
          {WORDS[verdict]}
        </TableCell>
      ))}
    </TableRow>
  );
}
