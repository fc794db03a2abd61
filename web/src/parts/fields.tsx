import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import { formatLength, lengthFieldText, parseLength } from '@angled-chalk/core';
import { useState } from 'react';
import { useController, useFormContext, type FieldValues, type Path } from 'react-hook-form';
import { useUnits } from '../app/club.tsx';
import { SelectBox } from './SelectBox.tsx';

interface FieldProps<T extends FieldValues> {
  readonly name: Path<T>;
  readonly label: string;
  readonly help?: string;
}

/** A box that shows its own text while it is typed in, and hands on every number that is whole. */
export function NumberBox({
  value,
  onNumber,
  label,
  unit,
  help,
  error,
  disabled,
  step,
  required,
}: {
  readonly value: number | null | undefined;
  readonly onNumber: (value: number | undefined) => void;
  readonly label: string;
  readonly unit?: string | undefined;
  readonly help?: string | undefined;
  readonly error?: string | undefined;
  readonly disabled?: boolean;
  readonly step?: number;
  readonly required?: boolean;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? (value === undefined || value === null || Number.isNaN(value) ? '' : String(value));
  const bad = typed !== null && typed.trim() !== '' && Number.isNaN(Number(typed.replace(',', '.')));
  return (
    <TextField
      label={unit ? `${label} (${unit})` : label}
      value={shown}
      disabled={disabled ?? false}
      error={bad || error !== undefined}
      helperText={bad ? 'Not a number.' : (error ?? help)}
      onChange={(event) => {
        setTyped(event.target.value);
        const text = event.target.value.trim().replace(',', '.');
        if (text === '') onNumber(undefined);
        else if (!Number.isNaN(Number(text))) onNumber(Number(text));
      }}
      onBlur={() => setTyped(null)}
      onKeyDown={(event) => {
        const way = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
        if (way === 0 || step === undefined) return;
        event.preventDefault();
        setTyped(null);
        onNumber(Math.round(((value ?? 0) + way * step) * 1000) / 1000);
      }}
      fullWidth
      slotProps={{ htmlInput: { inputMode: 'decimal', 'aria-required': required ?? false } }}
    />
  );
}

/** A box for a length: shows the coach's units, reads any way of writing one, hands on metres. */
export function LengthBox({
  metres,
  onMetres,
  label,
  help,
  error,
  required = false,
}: {
  readonly metres: number | null | undefined;
  readonly onMetres: (metres: number | undefined) => void;
  readonly label: string;
  readonly help?: string | undefined;
  readonly error?: string | undefined;
  readonly required?: boolean;
}) {
  const units = useUnits();
  const [typed, setTyped] = useState<string | null>(null);
  const bad = typed !== null && typed.trim() !== '' && parseLength(typed, units) === null;
  const stepM = units === 'metric' ? 0.05 : 2 * 0.0254;
  return (
    <TextField
      label={`${label} (${units === 'metric' ? 'cm' : 'ft in'})`}
      value={typed ?? (metres === undefined || metres === null ? '' : lengthFieldText(metres, units))}
      error={bad || error !== undefined}
      helperText={
        bad ? `Not a length. Write ${units === 'metric' ? '172 or 1.72 m' : `5' 8" or 68`}.` : (error ?? help)
      }
      onChange={(event) => {
        const { value } = event.target;
        setTyped(value);
        const read = parseLength(value, units);
        if (value.trim() === '') onMetres(undefined);
        else if (read !== null) onMetres(Math.round(read * 1e6) / 1e6);
      }}
      onBlur={() => setTyped(null)}
      onKeyDown={(event) => {
        const way = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
        if (way === 0) return;
        event.preventDefault();
        setTyped(null);
        onMetres(Math.round(((metres ?? 0) + way * stepM) * 1e6) / 1e6);
      }}
      fullWidth
      slotProps={{
        htmlInput: { inputMode: units === 'metric' ? 'decimal' : 'text', 'aria-required': required },
      }}
    />
  );
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
      metres={field.value as number | undefined}
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
      value={field.value as number | undefined}
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
      value={(field.value as string | undefined) ?? ''}
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
    <SelectBox
      label={label}
      help={help}
      choices={choices}
      value={field.value as string}
      onChoice={field.onChange}
    />
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
