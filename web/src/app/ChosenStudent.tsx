import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useClub } from './club.tsx';
import { PALETTE } from './palette.ts';

const PHONE = '@media (max-width: 760px)';

const onDark = {
  '& .MuiInputBase-root': { color: PALETTE.bandInk, bgcolor: 'rgba(255,255,255,0.08)' },
  '& .MuiOutlinedInput-notchedOutline': { borderColor: 'rgba(255,255,255,0.45)' },
  '& .MuiSvgIcon-root': { color: PALETTE.bandInk },
};

/** Whose feet everything is drawn for; found by typing a part of the name. */
export function ChosenStudent() {
  const { students, student, chooseStudent } = useClub();
  if (!student) return null;
  return (
    <Autocomplete
      size="small"
      disableClearable
      value={student}
      options={[...students]}
      getOptionKey={({ id }) => id}
      getOptionLabel={({ name }) => name}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      onChange={(_event, chosen) => chooseStudent(chosen.id)}
      noOptionsText="Nobody of that name"
      renderOption={({ key, ...props }, { name, leadSide }) => (
        <li key={key} {...props}>
          {name} · {leadSide === 'left' ? 'orthodox' : 'southpaw'}
        </li>
      )}
      renderInput={(params) => (
        <TextField
          {...params}
          slotProps={{
            ...params.slotProps,
            htmlInput: { ...params.slotProps.htmlInput, 'aria-label': 'Chosen student' },
          }}
        />
      )}
      sx={{ minWidth: 0, flex: '0 1 240px', [PHONE]: { flex: '1 1 130px' }, ...onDark }}
    />
  );
}
