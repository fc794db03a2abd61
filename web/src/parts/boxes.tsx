import TextField from '@mui/material/TextField';
import { lengthFieldText, parseLength } from '@angled-chalk/core/measure';
import { useState } from 'react';
import { useUnits } from '../app/club.tsx';

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
