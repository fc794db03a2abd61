import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { AXIS_NAMES, TRC_UNITS_M, type AxisName, type TrcMapping } from '@angled-chalk/core/track';
import { Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { useDeviceState } from '../parts/useDeviceState.ts';

/** What a marker file says of itself. */
export interface TrcAbout {
  readonly markers: readonly string[];
  readonly units: string | null;
}

interface Kept {
  readonly left: string;
  readonly right: string;
  readonly leftHeel: string;
  readonly rightHeel: string;
  readonly target: string;
  readonly axes: readonly [AxisName, AxisName, AxisName];
  readonly unit: string;
}

const NONE = '-';

/** The marker whose name says most of what is looked for. */
function likely(markers: readonly string[], side: 'l' | 'r', words: readonly string[]): string {
  const named = markers.filter((name) => new RegExp(`^${side}|[._ -]${side}|${side}$`, 'i').test(name));
  return named.find((name) => words.some((word) => name.toLowerCase().includes(word))) ?? NONE;
}

const BALL = ['toe', 'ball', 'mt', 'foot'];
const HEEL = ['heel', 'cal'];

/** Markers of a file mapped to feet, once for every set of markers; unit and axes asked where the file is silent. */
export function TrcForm({
  about: { markers, units },
  file,
  onUse,
}: {
  readonly about: TrcAbout;
  readonly file: string;
  readonly onUse: (mapping: TrcMapping) => void;
}) {
  const [kept, setKept] = useDeviceState<Kept>(`markers ${markers.join(' ')}`, {
    left: likely(markers, 'l', BALL),
    right: likely(markers, 'r', BALL),
    leftHeel: likely(markers, 'l', HEEL),
    rightHeel: likely(markers, 'r', HEEL),
    target: NONE,
    axes: ['x', '-z', 'y'],
    unit: units ?? NONE,
  });
  const set = (change: Partial<Kept>): void => setKept({ ...kept, ...change });
  const marker = (
    label: string,
    name: 'left' | 'right' | 'leftHeel' | 'rightHeel' | 'target',
    isNeeded: boolean,
  ) => (
    <SelectBox<string>
      label={label}
      value={kept[name]}
      onChoice={(value) => set({ [name]: value })}
      choices={[[NONE, isNeeded ? 'choose a marker' : 'none'], ...markers.map((one) => [one, one] as const)]}
    />
  );
  const axis = (label: string, i: 0 | 1 | 2) => (
    <SelectBox<AxisName>
      label={label}
      value={kept.axes[i]}
      onChoice={(value) => {
        const [x, y, up] = kept.axes.map((one, j) => (j === i ? value : one));
        if (x && y && up) set({ axes: [x, y, up] });
      }}
      choices={AXIS_NAMES.map((one) => [one, `the file’s ${one}`] as const)}
    />
  );
  const unitM = TRC_UNITS_M[units ?? kept.unit];
  const isWhole =
    kept.left !== NONE && kept.right !== NONE && kept.left !== kept.right && unitM !== undefined;
  const use = (): void => {
    if (unitM === undefined) return;
    const orNone = (name: string): string | undefined => (name === NONE ? undefined : name);
    onUse({
      leftBall: kept.left,
      rightBall: kept.right,
      leftHeel: orNone(kept.leftHeel),
      rightHeel: orNone(kept.rightHeel),
      target: orNone(kept.target),
      axes: kept.axes,
      unitM,
    });
  };
  return (
    <Panel title={`Which markers of ${file} are the feet?`}>
      <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)' }}>
        {marker('Ball of the left foot', 'left', true)}
        {marker('Ball of the right foot', 'right', true)}
        {marker('Left heel', 'leftHeel', false)}
        {marker('Right heel', 'rightHeel', false)}
        {marker('Target', 'target', false)}
        {units === null ? (
          <SelectBox<string>
            label="The file does not say its unit"
            value={kept.unit}
            onChoice={(unit) => set({ unit })}
            choices={[
              [NONE, 'choose a unit'],
              ...Object.keys(TRC_UNITS_M).map((unit) => [unit, unit] as const),
            ]}
          />
        ) : (
          <Box sx={{ alignSelf: 'center' }}>The file is in {units}.</Box>
        )}
        {axis('Along the near wall, to the right', 0)}
        {axis('Away from the near wall', 1)}
        {axis('Up', 2)}
        <Button variant="contained" disabled={!isWhole} onClick={use}>
          Bring it in
        </Button>
      </Box>
      <Box sx={{ mt: 1, color: 'text.secondary', fontSize: '0.84rem' }}>
        Kept on this device: the next file with these markers comes with the same answers.
      </Box>
    </Panel>
  );
}
