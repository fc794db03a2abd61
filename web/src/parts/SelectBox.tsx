import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { SxProps } from '@mui/material/styles';
import { useId } from 'react';

interface SelectBoxProps<T extends string | number> {
  readonly label: string;
  readonly value: T;
  readonly choices: readonly (readonly [value: T, text: string])[];
  readonly onChoice: (value: T) => void;
  readonly help?: string | undefined;
  /** The label is only spoken: the words around the box already say it. */
  readonly quiet?: boolean;
  readonly fullWidth?: boolean;
  readonly sx?: SxProps;
}

/** One of a few choices. */
export function SelectBox<T extends string | number>(props: SelectBoxProps<T>) {
  const { label, value, choices, onChoice, help, quiet = false, fullWidth = true, sx } = props;
  const id = useId();
  const spoken = quiet ? { SelectDisplayProps: { 'aria-label': label } } : { labelId: `${id}-label` };
  return (
    <TextField
      id={id}
      select
      fullWidth={fullWidth}
      value={value}
      helperText={help}
      onChange={(event) => onChoice(event.target.value as T)}
      slotProps={{ select: spoken, inputLabel: { id: `${id}-label` } }}
      {...(quiet ? {} : { label })}
      {...(sx ? { sx } : {})}
    >
      {choices.map(([key, text]) => (
        <MenuItem key={key} value={key}>
          {text}
        </MenuItem>
      ))}
    </TextField>
  );
}
