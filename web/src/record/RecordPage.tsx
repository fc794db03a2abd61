import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { filmingRefusal, pictureRefusal } from '@angled-chalk/contract';
import { CAPTURE_WAYS, decisionsOf, type CaptureWay } from '@angled-chalk/core/capture';
import dayjs from 'dayjs';
import { Eye, Radio, Ruler, Smartphone, type LucideIcon } from 'lucide-react';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy, PageTitle, Panel } from '../parts/Page.tsx';
import { useDeviceState } from '../parts/useDeviceState.ts';
import { Decides } from './Decides.tsx';
import { ForWhomBar } from './ForWhomBar.tsx';
import { FromFile } from './FromFile.tsx';
import { FromSimulator } from './FromSimulator.tsx';
import { Refused } from './Refused.tsx';
import { TrackList } from './TrackList.tsx';
import { useRecordFor, type Recorded } from './useRecordFor.ts';

const WAYS: Readonly<Record<CaptureWay, { readonly word: string; readonly icon: LucideIcon }>> = {
  phone: { word: 'A phone', icon: Smartphone },
  tape: { word: 'A tape', icon: Ruler },
  eyes: { word: 'Only eyes', icon: Eye },
  tracker: { word: 'A tracker', icon: Radio },
};

/** From what is at hand to the check, in the fewest steps; practice recordings that the program makes up stand apart. */
export function RecordPage() {
  const recorded = useRecordFor();
  if (recorded === 'reading') return <Busy what="Reading the patterns" />;
  if (recorded instanceof Error) return <ErrorBox error={recorded} />;
  return <Choice recorded={recorded} />;
}

function Choice({ recorded }: { readonly recorded: Recorded }) {
  const { student, plan, plans, drill } = recorded;
  const [way, setWay] = useDeviceState<CaptureWay>('capture-way', 'tracker');
  const year = dayjs().year();
  const refused =
    way === 'phone'
      ? pictureRefusal(student, year)
      : way === 'eyes' || way === 'tape'
        ? null
        : filmingRefusal(student, year);
  const decisions = useMemo(() => decisionsOf(drill, way), [drill, way]);
  return (
    <>
      <PageTitle sub="What was seen is judged against the plan for this student: met, not met, or cannot tell. Filming and recording need consent; of a minor, a guardian's.">
        Record: {student.name}, {plan.plan.name}
      </PageTitle>
      <ForWhomBar recorded={recorded} />
      <Box component="h2" id="what-here" sx={{ fontSize: '1.1rem', mt: 0, mb: 1 }}>
        What do you have here?
      </Box>
      <ToggleButtonGroup
        exclusive
        value={way}
        onChange={(_event, next: CaptureWay | null) => next && setWay(next)}
        aria-labelledby="what-here"
        sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fit, minmax(130px, 1fr))', mb: 1.5 }}
      >
        {CAPTURE_WAYS.map((one) => {
          const { word, icon: Icon } = WAYS[one];
          return (
            <ToggleButton
              key={one}
              value={one}
              sx={{ minHeight: 56, gap: 1, textTransform: 'none', fontSize: '1.05rem' }}
            >
              <Icon size={22} aria-hidden /> {word}
            </ToggleButton>
          );
        })}
      </ToggleButtonGroup>
      <Box
        sx={{
          display: 'grid',
          gap: 1.5,
          gridTemplateColumns: 'repeat(auto-fit, minmax(min(100%, 380px), 1fr))',
          alignItems: 'start',
        }}
      >
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          {refused ? <Refused why={refused} student={student} /> : <Way way={way} recorded={recorded} />}
        </Box>
        <Decides
          title={
            way === 'eyes'
              ? 'How often, of this drill, four faults at a time'
              : 'What it can tell of this drill'
          }
          decisions={decisions}
        />
        <Box sx={{ gridColumn: '1 / -1' }}>
          <TrackList plans={plans} plan={plan} />
        </Box>
        {!filmingRefusal(student, year) && (
          <Box component="details" sx={{ gridColumn: '1 / -1' }}>
            <Box component="summary" sx={{ minHeight: 44, cursor: 'pointer', pt: 1, fontWeight: 650 }}>
              For practice: a recording that the program makes up
            </Box>
            <FromSimulator student={student} plan={plan} />
          </Box>
        )}
      </Box>
    </>
  );
}

/** What is done with what is at hand. */
function Way({
  way,
  recorded: { student, plan },
}: {
  readonly way: CaptureWay;
  readonly recorded: Recorded;
}) {
  switch (way) {
    case 'phone':
      return (
        <Start title="Film it from the side of the mat" to="/record/film" word="Bring in a film">
          A phone on a tripod, with the cones or corners in the picture. You show where they are; the feet are
          found by clicks, or proposed. The film itself is never stored and never leaves this machine.
        </Start>
      );
    case 'tape':
      return (
        <Start title="Stop the student, and tape the toes" to="/record/tape" word="Tape a stop">
          Call a stop after a move, chalk both toes, and tape them: one to six stops tell stances and steps.
        </Start>
      );
    case 'eyes':
      return (
        <Start title="Watch, and tap what you see" to="/record/by-eye" word="Watch by eye">
          Nothing to record with? One student at a time, four faults at most: rates, with how sure they are.
          Faults are counted so, and nothing is measured.
        </Start>
      );
    case 'tracker':
      return (
        <>
          <Start title="While they move" to="/record/live" word="Live tracker">
            Feet, gap and band as they come, heard when they are off, and checked at the end.
          </Start>
          <FromFile student={student} plan={plan} />
        </>
      );
  }
}

function Start({
  title,
  to,
  word,
  children,
}: {
  readonly title: string;
  readonly to: string;
  readonly word: string;
  readonly children: string;
}) {
  return (
    <Panel title={title}>
      <Box sx={{ mb: 1.5 }}>{children}</Box>
      <Button variant="contained" component={Link} to={to} sx={{ minHeight: 48 }}>
        {word}
      </Button>
    </Panel>
  );
}
