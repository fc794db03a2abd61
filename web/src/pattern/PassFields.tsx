import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { FAULT_NAMES, faultWords, type FaultName } from '@angled-chalk/core/rules';
import { NEVER_FAULTS } from '@angled-chalk/core/verdict';
import { SelectBox } from '../parts/SelectBox.tsx';
import { type FollowProps, WIDE } from './FollowFields.tsx';

const BY_STUDENT = 'student';
const SHARES = [0.75, 0.85, 0.95, 1] as const;
const percent = (share: number): string => `${Math.round(100 * share)} %`;
const isFault = (name: string): name is FaultName => FAULT_NAMES.some((one) => one === name);
const isUsual = (names: readonly FaultName[]): boolean =>
  names.length === NEVER_FAULTS.length && NEVER_FAULTS.every((name) => names.includes(name));

/** What passes: the share of clean moves that the drill asks for, and what fails it however clean the rest is. */
export function PassFields({ drill, onDrill }: FollowProps) {
  const { standard, never, ...rest } = drill;
  const shares =
    standard === undefined || SHARES.some((one) => one === standard) ? SHARES : [...SHARES, standard];
  const failing = (never ?? NEVER_FAULTS).filter(isFault);
  const setNever = (next: readonly FaultName[]): void => {
    const own = isUsual(next) ? {} : { never: next };
    onDrill({ ...rest, ...(standard === undefined ? {} : { standard }), ...own });
  };
  return (
    <>
      <Box sx={WIDE}>
        <SelectBox
          label="Clean moves asked for"
          value={standard === undefined ? BY_STUDENT : `${standard}`}
          choices={[
            [BY_STUDENT, 'as the level of the student asks'],
            ...shares.toSorted((a, b) => a - b).map((share) => [`${share}`, percent(share)] as const),
          ]}
          onChoice={(choice) =>
            onDrill({
              ...rest,
              ...(never ? { never } : {}),
              ...(choice === BY_STUDENT ? {} : { standard: Number(choice) }),
            })
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
