import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import { formatLength } from '@angled-chalk/core/measure';
import { useController, useFormContext, type FieldValues, type Path } from 'react-hook-form';
import { useUnits } from '../app/club.tsx';
import { LengthBox, NumberBox } from './boxes.tsx';
import { SelectBox } from './SelectBox.tsx';

interface FieldProps<T extends FieldValues> {
  readonly name: Path<T>;
  readonly label: string;
  readonly help?: string;
}

/** A length in a form that holds metres. Arrow keys step by 5 cm or 2 inches. */
export function LengthField<T extends FieldValues>({
  name,
  label,
  help,
  range,
  required,
}: FieldProps<T> & { readonly range: readonly [number, number]; readonly required?: boolean }) {
  const units = useUnits();
  const { control } = useFormContext<T>();
  const { field, fieldState } = useController({ name, control });
  const between = `From ${formatLength(range[0], units)} to ${formatLength(range[1], units)}.`;
  return (
    <LengthBox
      metres={field.value}
      onMetres={field.onChange}
      label={label}
      help={help}
      error={fieldState.error ? between : undefined}
      required={required ?? false}
    />
  );
}

/** A plain number with its unit and range. */
export function NumberField<T extends FieldValues>({
  name,
  label,
  help,
  range,
  unit,
  step = 1,
  empty,
}: FieldProps<T> & {
  readonly range: readonly [number, number];
  readonly unit?: string;
  readonly step?: number;
  readonly empty?: null;
}) {
  const { control } = useFormContext<T>();
  const { field, fieldState } = useController({ name, control });
  return (
    <NumberBox
      value={field.value}
      onNumber={(value) => field.onChange(value === undefined ? empty : value)}
      label={label}
      unit={unit}
      help={help}
      step={step}
      error={fieldState.error ? `A number from ${range[0]} to ${range[1]}.` : undefined}
    />
  );
}

export function TextLine<T extends FieldValues>({
  name,
  label,
  help,
  lines,
}: FieldProps<T> & { readonly lines?: number }) {
  const { control } = useFormContext<T>();
  const { field, fieldState } = useController({ name, control });
  return (
    <TextField
      {...field}
      value={field.value ?? ''}
      label={label}
      error={fieldState.error !== undefined}
      helperText={fieldState.error ? 'Between 1 letter and the length of a line.' : help}
      fullWidth
      {...(lines ? { multiline: true, minRows: lines } : {})}
    />
  );
}

export function ChoiceField<T extends FieldValues>({
  name,
  label,
  help,
  choices,
}: FieldProps<T> & { readonly choices: readonly (readonly [value: string, text: string])[] }) {
  const { control } = useFormContext<T>();
  const { field } = useController({ name, control });
  return (
    <SelectBox label={label} help={help} choices={choices} value={field.value} onChoice={field.onChange} />
  );
}

export function SwitchField<T extends FieldValues>({ name, label }: FieldProps<T>) {
  const { control } = useFormContext<T>();
  const { field } = useController({ name, control });
  return (
    <FormControlLabel
      control={
        <Switch
          checked={Boolean(field.value)}
          onChange={(_event, checked) => field.onChange(checked)}
          onBlur={field.onBlur}
        />
      }
      label={label}
    />
  );
}
