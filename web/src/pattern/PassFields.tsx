import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { FAULT_NAMES, faultWords, type FaultName } from '@angled-chalk/core/rules';
import { NEVER_FAULTS } from '@angled-chalk/core/verdict';
import { StandardBox } from '../parts/StandardBox.tsx';
import { type FollowProps, WIDE } from './FollowFields.tsx';

const isFault = (name: string): name is FaultName => FAULT_NAMES.some((one) => one === name);
const isUsual = (names: readonly FaultName[]): boolean =>
  names.length === NEVER_FAULTS.length && NEVER_FAULTS.every((name) => names.includes(name));

/** What passes: the share of clean moves that the drill asks for, and what fails it however clean the rest is. */
export function PassFields({ drill, onDrill }: FollowProps) {
  const { standard, never, ...rest } = drill;
  const failing = (never ?? NEVER_FAULTS).filter(isFault);
  const setNever = (next: readonly FaultName[]): void => {
    const own = isUsual(next) ? {} : { never: next };
    onDrill({ ...rest, ...(standard === undefined ? {} : { standard }), ...own });
  };
  return (
    <>
      <Box sx={WIDE}>
        <StandardBox
          share={standard ?? null}
          otherwise="as the student's own standard or level asks"
          onShare={(share) =>
            onDrill({ ...rest, ...(never ? { never } : {}), ...(share === null ? {} : { standard: share }) })
          }
        />
      </Box>
      <Box sx={WIDE}>
        <Autocomplete
          multiple
          size="small"
          options={FAULT_NAMES}
          value={failing}
          getOptionLabel={faultWords}
          onChange={(_, next) => setNever(next)}
          renderInput={(props) => (
            <TextField
              {...props}
              label="Never"
              helperText="Once is enough: the drill is not met, however clean the rest is."
            />
          )}
        />
      </Box>
    </>
  );
}
