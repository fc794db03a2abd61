import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { studentInputSchema, type Student, type StudentInput } from '@angled-chalk/contract';
import { fitStance } from '@angled-chalk/core/body';
import { formatDegrees, formatLength } from '@angled-chalk/core/measure';
import { useEffect, useMemo } from 'react';
import { FormProvider } from 'react-hook-form';
import { Link, useParams } from 'react-router';
import { useStored, useStudents } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { EditBar, EditProblem } from '../parts/EditBar.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { BESIDE, Busy, PageTitle } from '../parts/Page.tsx';
import { useEditing } from '../parts/useEditing.ts';
import { isMinor } from './age.ts';
import { BalanceTab } from './BalanceTab.tsx';
import { FitTab } from './FitTab.tsx';
import { HistoryTab } from './HistoryTab.tsx';
import { LeaveStudent } from './LeaveStudent.tsx';
import { ReachTab } from './ReachTab.tsx';
import { SchoolsTab } from './SchoolsTab.tsx';
import { StudentChecks } from './StudentChecks.tsx';
import { StudentObservations } from './StudentObservations.tsx';
import { StudentForm } from './StudentForm.tsx';
import { TapedTab } from './TapedTab.tsx';

export function StudentPage() {
  const { id } = useParams();
  const students = useStudents();
  const { chooseStudent, loading } = useClub();
  const found = students.data?.find((student) => student.id === id);
  useEffect(() => {
    if (found) chooseStudent(found.id);
  }, [found, chooseStudent]);
  if (students.isLoading || loading) return <Busy what="Reading the student" />;
  if (students.error) return <ErrorBox error={students.error} />;
  if (!found)
    return (
      <ErrorBox
        error={new Error('This student is not in the club. They may have been put away or erased.')}
      />
    );
  return <StudentEditor key={found.id} student={found} />;
}

const TABS = [
  ['', 'Fit', FitTab],
  ['taped', 'As they stand', TapedTab],
  ['balance', 'Balance', BalanceTab],
  ['schools', 'Schools', SchoolsTab],
  ['reach', 'Reach', ReachTab],
  ['history', 'History', HistoryTab],
] as const;

function StudentEditor({ student }: { readonly student: Student }) {
  const { tab = '' } = useParams();
  const { units, fitOf } = useClub();
  const editing = useEditing<StudentInput>({
    ...useStored('students', student),
    schema: studentInputSchema,
  });
  const { value } = editing;
  const fit = useMemo(() => fitOf(value), [value, fitOf]);
  const stance = useMemo(() => fitStance(fit), [fit]);
  const side = value.leadSide === 'left' ? 'Orthodox, left foot in front.' : 'Southpaw, right foot in front.';
  const Shown = TABS.find(([path]) => path === tab)?.[2] ?? FitTab;
  const shown = TABS.some(([path]) => path === tab) ? tab : '';
  return (
    <FormProvider {...editing.form}>
      <PageTitle
        sub={`${stance.school.name}: ${stance.school.summary} ${side} ${stance.separation.source === 'measured' ? 'From a taped shoulder width.' : 'Estimated from height; tape the shoulder width to be surer.'}`}
        actions={
          <>
            <EditBar editing={editing} />
            <LeaveStudent student={student} />
          </>
        }
      >
        {value.name} stands {formatLength(stance.separation.valueM, units)} ball to ball at{' '}
        {formatDegrees(stance.stanceAngleDeg)}
      </PageTitle>
      <EditProblem editing={editing} />
      {isMinor(value.birthYear) && (
        <Alert severity="info" variant="outlined" sx={{ mb: 1.5, bgcolor: 'background.paper' }}>
          A minor trains under a responsible adult, and is filmed or recorded only with a guardian&apos;s
          consent
          {value.filmingConsent === 'given by a guardian' ? ', which was given.' : ': none is noted.'}
        </Alert>
      )}
      <Tabs
        value={shown}
        aria-label="Fitting room"
        variant="scrollable"
        allowScrollButtonsMobile
        sx={{ mb: 1.5, minHeight: 44 }}
      >
        {TABS.map(([path, label]) => (
          <Tab
            key={path}
            value={path}
            label={label}
            component={Link}
            to={`/students/${student.id}${path === '' ? '' : `/${path}`}`}
            sx={{ textTransform: 'none', fontWeight: 650, minHeight: 44 }}
          />
        ))}
      </Tabs>
      {shown === '' ? (
        <Box sx={BESIDE}>
          <FitTab student={student} fit={fit} stance={stance} />
          <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
            <StudentForm />
            <StudentChecks studentId={student.id} />
            <StudentObservations studentId={student.id} />
          </Box>
        </Box>
      ) : (
        <Shown student={student} fit={fit} stance={stance} />
      )}
    </FormProvider>
  );
}
