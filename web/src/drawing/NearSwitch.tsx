import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';

/** How much floor is seen around the feet when looking near. */
export const NEAR_RADIUS_M = 1.15;

/** Whole floor, or near the feet at the moment shown. */
export function NearSwitch({
  near,
  onNear,
}: {
  readonly near: boolean;
  readonly onNear: (near: boolean) => void;
}) {
  return (
    <FormControlLabel
      control={<Switch checked={near} onChange={(_event, on) => onNear(on)} />}
      label="Near the feet"
    />
  );
}
