import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { SCHOOL_RANGES, schoolSchema, type StoredSchool } from '@angled-chalk/contract';
import { fitStance, type School } from '@angled-chalk/core/body';
import { formatDegrees, formatLength } from '@angled-chalk/core/measure';
import { FormProvider } from 'react-hook-form';
import { useNavigate, useParams } from 'react-router';
import { useStored, useDelete, useRestore, useSchools } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { useNotice } from '../app/notice.tsx';
import { EditBar, EditProblem } from '../parts/EditBar.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { LengthField, NumberField, SwitchField, TextLine } from '../parts/fields.tsx';
import { BESIDE, Busy, PageTitle, Panel } from '../parts/Page.tsx';
import { useEditing } from '../parts/useEditing.ts';
import { StanceDrawing } from '../students/StanceDrawing.tsx';

/** A school of the club's own: every number can be changed, and every drawing that uses it follows. */
export function SchoolPage() {
  const { id } = useParams();
  const schools = useSchools();
  if (schools.isLoading) return <Busy what="Reading the school" />;
  if (schools.error) return <ErrorBox error={schools.error} />;
  const found = schools.data?.find((one) => one.id === id);
  if (!found) return <ErrorBox error={new Error("This school is not the club's own, or it was deleted.")} />;
  return <SchoolEditor key={found.id} stored={found} />;
}

function SchoolEditor({ stored }: { readonly stored: StoredSchool }) {
  const navigate = useNavigate();
  const notice = useNotice();
  const remove = useDelete('schools');
  const restore = useRestore('schools');
  const { units, student, fitOf } = useClub();
  const editing = useEditing<School>({ ...useStored('schools', stored), schema: schoolSchema });
  const { value } = editing;
  const stance = student && fitStance({ ...fitOf(student), school: value });
  const onDelete = async (): Promise<void> => {
    try {
      await remove.mutateAsync(stored.id);
    } catch (error) {
      notice({
        text: `${value.name} was not deleted: ${error instanceof Error ? error.message : String(error)}`,
      });
      return;
    }
    notice({
      text: `${value.name} was deleted; its students stand at shoulder width.`,
      undo: () => restore.mutate(stored.id),
    });
    await navigate('/students');
  };
  return (
    <FormProvider {...editing.form}>
      <PageTitle
        sub="The club's own. Students of this school, their plans and new checks follow every change; checks already made keep the numbers of their day."
        actions={
          <>
            <EditBar editing={editing} />
            <Button color="error" onClick={() => void onDelete()}>
              Delete
            </Button>
          </>
        }
      >
        {value.name}
        {stance &&
          `: ${student.name} stands ${formatLength(stance.separation.valueM, units)} at ${formatDegrees(value.stanceAngleDeg)}`}
      </PageTitle>
      <EditProblem editing={editing} />
      <Box sx={BESIDE}>
        {stance ? <StanceDrawing stance={stance} /> : <Box>Add a student to see the stance drawn.</Box>}
        <SchoolForm />
      </Box>
    </FormProvider>
  );
}

function SchoolForm() {
  const r = SCHOOL_RANGES;
  return (
    <Panel title="Numbers">
      <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)' }}>
        <Box sx={{ gridColumn: '1 / -1' }}>
          <TextLine<School> name="name" label="Name" />
        </Box>
        <NumberField<School>
          name="separationShoulders"
          label="Separation, shoulders"
          range={r.separationShoulders}
          step={0.05}
        />
        <NumberField<School> name="stanceAngleDeg" label="Stance angle" unit="°" range={r.stanceAngleDeg} />
        <LengthField<School> name="separationAtLeastM" label="Never less than" range={r.separationM} />
        <LengthField<School> name="separationAtMostM" label="Never more than" range={r.separationM} />
        <NumberField<School>
          name="leadToeOutDeg"
          label="Lead toe out"
          unit="°"
          range={r.toeOutDeg}
          step={5}
        />
        <NumberField<School>
          name="rearToeOutDeg"
          label="Rear toe out"
          unit="°"
          range={r.toeOutDeg}
          step={5}
        />
        <NumberField<School>
          name="weightOnLead"
          label="Weight on lead, share"
          range={r.weightOnLead}
          step={0.05}
        />
        <NumberField<School> name="heightShare" label="Height, share" range={r.heightShare} step={0.01} />
        <SwitchField<School> name="leadHeelUp" label="Lead heel up" />
        <SwitchField<School> name="rearHeelUp" label="Rear heel up" />
        <NumberField<School>
          name="limits.togetherRatio"
          label="Together below"
          range={r.togetherRatio}
          step={0.05}
        />
        <NumberField<School>
          name="limits.overstretchRatio"
          label="Stretched above"
          range={r.overstretchRatio}
          step={0.05}
        />
        <NumberField<School>
          name="limits.halfStepRatio"
          label="Half step at most"
          range={r.halfStepRatio}
          step={0.05}
        />
        <NumberField<School>
          name="limits.restoreRatio"
          label="Restored within, share"
          range={r.restoreRatio}
          step={0.01}
        />
        <NumberField<School> name="limits.facingDeg" label="Facing within" unit="°" range={r.facingDeg} />
      </Box>
    </Panel>
  );
}
