import Box from '@mui/material/Box';
import { LENGTH_RANGES, type StudentInput } from '@angled-chalk/contract';
import { SCHOOLS } from '@angled-chalk/core';
import { ChoiceField, LengthField, NumberField, TextLine } from '../parts/fields.tsx';
import { Panel } from '../parts/Page.tsx';

const SIDES = [
  ['left', 'Orthodox: left foot in front'],
  ['right', 'Southpaw: right foot in front'],
] as const;
const SCHOOL_CHOICES = SCHOOLS.map(({ id, name }) => [id, name] as const);

export function StudentForm() {
  return (
    <Panel title="Student">
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <TextLine<StudentInput> name="name" label="Name" />
        <ChoiceField<StudentInput> name="leadSide" label="Side" choices={SIDES} />
        <ChoiceField<StudentInput> name="schoolId" label="School" choices={SCHOOL_CHOICES} />
        <LengthField<StudentInput>
          name="lengths.statureM"
          label="Height"
          range={LENGTH_RANGES.statureM}
          required
        />
        <LengthField<StudentInput>
          name="lengths.shoulderWidthM"
          label="Shoulder width"
          range={LENGTH_RANGES.shoulderWidthM}
        />
        <LengthField<StudentInput>
          name="lengths.hipHeightM"
          label="Hip height"
          range={LENGTH_RANGES.hipHeightM}
        />
        <LengthField<StudentInput>
          name="lengths.footLengthM"
          label="Foot length"
          range={LENGTH_RANGES.footLengthM}
        />
        <LengthField<StudentInput>
          name="lengths.footBreadthM"
          label="Foot breadth"
          range={LENGTH_RANGES.footBreadthM}
        />
        <NumberField<StudentInput> name="birthYear" label="Year of birth" range={[1900, 2100]} empty={null} />
        <TextLine<StudentInput> name="note" label="Note for the coach" lines={2} />
      </Box>
    </Panel>
  );
}
