import Box from '@mui/material/Box';
import { BAND_NAMES, type Measure, type Ruler } from '@angled-chalk/core/body';
import { formatLength } from '@angled-chalk/core/measure';
import { useUnits } from '../app/club.tsx';
import { LengthBox, NumberBox } from '../parts/boxes.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';

const UNIT_WORDS: Readonly<Record<Measure['unit'], string>> = {
  m: 'by tape',
  'half-steps': 'half steps',
  separations: 'separations',
  shoulders: 'shoulder widths',
  'one-step': 'in one step',
  long: 'in long range',
  pocket: 'in the pocket',
  close: 'in close range',
};
const PLAIN: readonly Measure['unit'][] = ['m', 'half-steps', 'separations', 'shoulders'];

/** A length by tape, in the student's own measure, or as a place in one of their range bands. */
export function MeasureBox({
  label,
  value,
  ruler,
  bands = false,
  onValue,
}: {
  readonly label: string;
  readonly value: Measure;
  readonly ruler: Ruler;
  readonly bands?: boolean;
  readonly onValue: (value: Measure) => void;
}) {
  const units = useUnits();
  const lengthM = ruler.metres(value);
  const choices = [...PLAIN, ...(bands ? BAND_NAMES : [])].map((unit) => [unit, UNIT_WORDS[unit]] as const);
  const toUnit = (unit: Measure['unit']): void => {
    const near = ruler.metres({ value: 0, unit });
    const one = ruler.metres({ value: 1, unit }) - near;
    const share = one === 0 ? 0 : (lengthM - near) / one;
    const inBand = BAND_NAMES.some((name) => name === unit);
    onValue({ value: Math.round((inBand ? Math.min(1, Math.max(0, share)) : share) * 100) / 100, unit });
  };
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 1,
        gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)',
        gridColumn: '1 / -1',
      }}
    >
      {value.unit === 'm' ? (
        <LengthBox
          label={label}
          metres={value.value}
          onMetres={(metres) => metres !== undefined && metres >= 0 && onValue({ value: metres, unit: 'm' })}
        />
      ) : (
        <NumberBox
          label={label}
          value={value.value}
          step={0.25}
          help={`= ${formatLength(lengthM, units)}`}
          onNumber={(number) => number !== undefined && number >= 0 && onValue({ ...value, value: number })}
        />
      )}
      <SelectBox label={`${label}, measured`} value={value.unit} choices={choices} onChoice={toUnit} />
    </Box>
  );
}
