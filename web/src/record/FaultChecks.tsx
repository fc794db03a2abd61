import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { faultWords } from '@angled-chalk/core/rules';
import type { SimulatedFault } from '@angled-chalk/core/sim';

/** The faults that a made-up student makes, ticked; only those that can happen are offered. */
export function FaultChecks({
  able,
  chosen,
  onChoose,
}: {
  readonly able: readonly SimulatedFault[];
  readonly chosen: readonly SimulatedFault[];
  readonly onChoose: (faults: SimulatedFault[]) => void;
}) {
  return (
    <Box component="fieldset" sx={{ gridColumn: '1 / -1', border: 0, m: 0, p: 0, minWidth: 0 }}>
      <Box component="legend" sx={{ fontWeight: 650, p: 0 }}>
        Faults the student makes
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(165px, 1fr))' }}>
        {able.map((fault) => (
          <FormControlLabel
            key={fault}
            control={
              <Checkbox
                size="small"
                checked={chosen.includes(fault)}
                onChange={(_event, on) =>
                  onChoose(on ? [...chosen, fault] : chosen.filter((one) => one !== fault))
                }
              />
            }
            label={faultWords(fault)}
          />
        ))}
      </Box>
    </Box>
  );
}
