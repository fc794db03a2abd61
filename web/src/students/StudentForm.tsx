import Box from '@mui/material/Box';
import {
  CONSENTS,
  LENGTH_RANGES,
  LEVELS,
  METHODS,
  REACTION_RANGE_S,
  type StudentInput,
} from '@angled-chalk/contract';
import { SCHOOLS } from '@angled-chalk/core/body';
import { STANDARDS } from '@angled-chalk/core/verdict';
import { useController, useFormContext, useWatch } from 'react-hook-form';
import { useClub } from '../app/club.tsx';
import { ChoiceField, LengthField, NumberField, TextLine } from '../parts/fields.tsx';
import { Panel } from '../parts/Page.tsx';
import { StandardBox } from '../parts/StandardBox.tsx';

const SIDES = [
  ['left', 'Orthodox: left foot in front'],
  ['right', 'Southpaw: right foot in front'],
] as const;
const same = <T extends string>(values: readonly T[]): (readonly [T, string])[] =>
  values.map((value) => [value, value] as const);
const METHOD_WORDS = { tape: 'with a tape', wall: 'against a wall', told: 'as told' } as const;

export function StudentForm() {
  const { clubSchools } = useClub();
  const schools = [...SCHOOLS, ...clubSchools].map(({ id, name }) => [id, name] as const);
  return (
    <Panel title="Student">
      <Box
        sx={{
          display: 'grid',
          gap: 1.5,
          gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)',
          '& > :nth-of-type(-n + 3)': { gridColumn: '1 / -1' },
        }}
      >
        <TextLine<StudentInput> name="name" label="Name" />
        <ChoiceField<StudentInput> name="leadSide" label="Side" choices={SIDES} />
        <ChoiceField<StudentInput> name="schoolId" label="School" choices={schools} />
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
          name="lengths.armLengthM"
          label="Arm to knuckles"
          range={LENGTH_RANGES.armLengthM}
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
        <ChoiceField<StudentInput>
          name="measuredBy"
          label="Measured"
          choices={METHODS.map((method) => [method, METHOD_WORDS[method]] as const)}
        />
        <ChoiceField<StudentInput> name="level" label="Level" choices={same(LEVELS)} />
        <StandardField />
        <NumberField<StudentInput> name="birthYear" label="Year of birth" range={[1900, 2100]} empty={null} />
        <NumberField<StudentInput>
          name="reactionS"
          label="Reacts after"
          unit="s"
          step={0.05}
          range={REACTION_RANGE_S}
          empty={null}
        />
        <ChoiceField<StudentInput> name="filmingConsent" label="Filming consent" choices={same(CONSENTS)} />
        <Box sx={{ gridColumn: '1 / -1' }}>
          <TextLine<StudentInput> name="note" label="Note for the coach" lines={2} />
        </Box>
      </Box>
    </Panel>
  );
}

/** The share of clean moves that is asked of them. */
function StandardField() {
  const { control } = useFormContext<StudentInput>();
  const standard = useController({ name: 'standard', control }).field;
  const level = useWatch({ name: 'level', control });
  return (
    <StandardBox
      share={standard.value}
      otherwise={`${Math.round(100 * STANDARDS[level])} % by level`}
      onShare={standard.onChange}
    />
  );
}
