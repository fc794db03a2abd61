import { metres, type Measure } from '../body/index.ts';
import type { Layout } from './layouts.ts';

export type LayoutKind = Layout['kind'];

/** One number of a layout that a coach changes. */
export type LayoutField =
  | { readonly key: string; readonly label: string; readonly kind: 'measure'; readonly bands?: true }
  | {
      readonly key: string;
      readonly label: string;
      readonly kind: 'count' | 'degrees';
      readonly range: readonly [number, number];
    };

export interface LayoutKindInfo {
  readonly kind: LayoutKind;
  readonly name: string;
  readonly use: string;
  /** Somebody moves backward in it, when it is used as usual. */
  readonly backward: boolean;
  /** How many work in one at the same time. */
  readonly people: number;
  readonly start: Layout;
  readonly fields: readonly LayoutField[];
}

const measure = (key: string, label: string): LayoutField => ({ key, label, kind: 'measure' });
const count = (key: string, label: string, range: readonly [number, number]): LayoutField => ({
  key,
  label,
  kind: 'count',
  range,
});
const steps = (value: number): Measure => ({ value, unit: 'half-steps' });
const separations = (value: number): Measure => ({ value, unit: 'separations' });

/** Every layout with what it is for and where it starts from. Numbers to start from: common practice or own choice. */
export const LAYOUT_KINDS: readonly LayoutKindInfo[] = [
  {
    kind: 'zigzag-lane',
    name: 'Zigzag lane',
    use: 'weave between cones, the foot on that side first',
    backward: true,
    people: 1,
    start: { kind: 'zigzag-lane', cones: 5, spacing: metres(1), offset: metres(0.6) },
    fields: [count('cones', 'Cones', [1, 40]), measure('spacing', 'Spacing'), measure('offset', 'Pass at')],
  },
  {
    kind: 'straight-lane',
    name: 'Straight lane',
    use: 'five forward, five back, a mark for every second half step',
    backward: true,
    people: 1,
    start: { kind: 'straight-lane', length: metres(4), every: steps(2) },
    fields: [measure('length', 'Length'), measure('every', 'A mark every')],
  },
  {
    kind: 'single-marker',
    name: 'Single marker',
    use: 'round one marker, both ways',
    backward: true,
    people: 1,
    start: { kind: 'single-marker' },
    fields: [],
  },
  {
    kind: 'in-and-out',
    name: 'In-and-out lines',
    use: 'in to strike, the whole body out again',
    backward: true,
    people: 1,
    start: {
      kind: 'in-and-out',
      near: { value: 0.9, unit: 'long' },
      far: { value: 1, unit: 'one-step' },
      width: metres(1.2),
    },
    fields: [
      { key: 'near', label: 'In, from the bag', kind: 'measure', bands: true },
      { key: 'far', label: 'Out, from the bag', kind: 'measure', bands: true },
      measure('width', 'Width'),
    ],
  },
  {
    kind: 'box',
    name: 'Box',
    use: 'forward, aside, back, aside, facing one way',
    backward: true,
    people: 1,
    start: { kind: 'box', width: metres(1.5), depth: metres(1.5) },
    fields: [measure('width', 'Width'), measure('depth', 'Depth')],
  },
  {
    kind: 'v',
    name: 'V at an angle',
    use: 'in along one arm, out along the other',
    backward: true,
    people: 1,
    start: { kind: 'v', arm: metres(1.5), angleDeg: 90, conesPerArm: 2 },
    fields: [
      measure('arm', 'Arm'),
      { key: 'angleDeg', label: 'Angle', kind: 'degrees', range: [10, 180] },
      count('conesPerArm', 'Cones an arm', [1, 20]),
    ],
  },
  {
    kind: 'star',
    name: 'Star',
    use: 'out and home in every direction',
    backward: true,
    people: 1,
    start: { kind: 'star', arms: 6, arm: separations(3) },
    fields: [count('arms', 'Arms', [2, 24]), measure('arm', 'Arm')],
  },
  {
    kind: 'circle',
    name: 'Circle round a target',
    use: 'circle them, not yourself, at one range',
    backward: false,
    people: 1,
    start: { kind: 'circle', marks: 8, radius: { value: 0.5, unit: 'long' } },
    fields: [
      count('marks', 'Marks', [3, 60]),
      { key: 'radius', label: 'Radius', kind: 'measure', bands: true },
    ],
  },
  {
    kind: 'quarter-turn-cross',
    name: 'Quarter-turn cross',
    use: 'pivot by 90° on the ball of the lead foot',
    backward: false,
    people: 1,
    start: { kind: 'quarter-turn-cross', arm: separations(1) },
    fields: [measure('arm', 'Arm')],
  },
  {
    kind: 'ladder',
    name: 'Ladder',
    use: 'both feet in each field',
    backward: false,
    people: 1,
    start: { kind: 'ladder', rungs: 9, every: steps(1), width: { value: 1.5, unit: 'shoulders' } },
    fields: [count('rungs', 'Rungs', [2, 60]), measure('every', 'A rung every'), measure('width', 'Width')],
  },
  {
    kind: 'slip-line',
    name: 'Slip line',
    use: 'under the rope at 45°, foot and head together; forward, then backward',
    backward: true,
    people: 1,
    start: { kind: 'slip-line', length: metres(4) },
    fields: [measure('length', 'Length')],
  },
  {
    kind: 'mirror-lanes',
    name: 'Two-lane mirror',
    use: 'two students, each the mirror of the other',
    backward: true,
    people: 2,
    start: { kind: 'mirror-lanes', cones: 4, spacing: metres(1), apart: metres(2) },
    fields: [
      count('cones', 'Cones a lane', [1, 40]),
      measure('spacing', 'Spacing'),
      measure('apart', 'Lanes apart'),
    ],
  },
  {
    kind: 'scatter',
    name: 'Scatter',
    use: 'touch the one that is called',
    backward: true,
    people: 1,
    start: { kind: 'scatter', marks: 7, width: metres(3), depth: metres(3), apart: metres(0.8), seed: 1 },
    fields: [
      count('marks', 'Marks', [1, 100]),
      measure('width', 'Width'),
      measure('depth', 'Depth'),
      measure('apart', 'Apart at least'),
      count('seed', 'Throw number', [1, 9999]),
    ],
  },
];

export const layoutKindOf = (kind: LayoutKind): LayoutKindInfo =>
  LAYOUT_KINDS.find((info) => info.kind === kind)!;
