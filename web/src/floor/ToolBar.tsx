import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import ToggleButton from '@mui/material/ToggleButton';
import Tooltip from '@mui/material/Tooltip';
import type { Mark, MarkKind } from '@angled-chalk/core/floor';
import { boundsOf, contains, midpoint, type Point } from '@angled-chalk/core/geometry';
import {
  addPiece,
  freeName,
  freeShift,
  laidOut,
  moveChosen,
  placementsOf,
  freeNumber,
  LAYOUT_KINDS,
  newPiece,
  type Piece,
} from '@angled-chalk/core/layout';
import { formatLength } from '@angled-chalk/core/measure';
import {
  Copy,
  FlipHorizontal2,
  Grid3x3,
  Group,
  Lock,
  LockOpen,
  Magnet,
  RotateCcw,
  RotateCw,
  Trash2,
  Ungroup,
  Unlink,
  type LucideIcon,
} from 'lucide-react';
import { useUnits } from '../app/club.tsx';
import { MenuButton } from '../parts/MenuButton.tsx';
import { GRID_M, type SnapChoice } from './useDragPieces.ts';
import { newId, type FloorEditor } from './useFloorEditor.ts';

const MARKS: readonly (readonly [MarkKind, string, string])[] = [
  ['cone', 'Cone', 'a marker of its own'],
  ['line', 'Chalk line', ''],
  ['arc', 'Arc', 'part of a circle in chalk'],
  ['cross', 'Cross', 'for a pivot'],
  ['rope', 'Rope', 'between two posts, at the shoulder'],
  ['bag', 'Bag', 'a standing one; a hanging one belongs to the room'],
  ['pad', 'Pad holder', ''],
  ['partner', 'Partner', ''],
];

const TURN_DEG = 15;

/** A place inside the floor, near its middle. */
function middleOf(outline: readonly Point[]): Point {
  const { least, most } = boundsOf(outline);
  const middle = midpoint(least, most);
  const tidy = ({ x, y }: Point): Point => ({ x: Math.round(x * 10) / 10, y: Math.round(y * 10) / 10 });
  if (contains(outline, middle)) return tidy(middle);
  return tidy(outline.map((corner) => midpoint(corner, middle)).find((p) => contains(outline, p)) ?? middle);
}

function newMark(kind: MarkKind, number: number, at: Point, ropeM: number): Mark {
  const base = { number, name: `${kind} ${number}`, purpose: '', at };
  const to = { x: at.x + 1, y: at.y };
  switch (kind) {
    case 'cone':
      return { ...base, kind, tall: false };
    case 'line':
      return { ...base, kind, to };
    case 'rope':
      return { ...base, kind, to: { x: at.x + 3, y: at.y }, heightM: Math.round(ropeM * 100) / 100 };
    case 'arc':
      return { ...base, kind, radiusM: 1, fromDeg: -45, toDeg: 45 };
    case 'cross':
      return { ...base, kind, sizeM: 0.6, headingDeg: 0 };
    default:
      return { ...base, kind, radiusM: kind === 'bag' ? 0.18 : 0.2 };
  }
}

/** What can be laid out, and what can be done with what is chosen. */
export function ToolBar({
  editor,
  snapTo,
  onSnap,
}: {
  readonly editor: FloorEditor;
  readonly snapTo: SnapChoice;
  readonly onSnap: (snapTo: SnapChoice) => void;
}) {
  const units = useUnits();
  const { plan, chosen, ruler } = editor;
  const pieces = plan.pieces.filter(({ id }) => chosen.includes(id));
  const any = pieces.length > 0;
  const allLocked = any && pieces.every(({ locked }) => locked);
  const groups = new Set(pieces.map(({ group }) => group));
  const grouped = groups.size === 1 && !groups.has(null);
  const put = (piece: Piece): void => {
    const [fresh] = placementsOf(laidOut([piece], ruler), ruler);
    const shift = fresh ? freeShift(plan.floor, fresh, editor.placements) : { x: 0, y: 0 };
    editor.set(moveChosen(addPiece(plan, piece), [piece.id], { about: shift, turnDeg: 0, shift }));
    editor.setChosen([piece.id]);
  };
  const middle = middleOf(plan.floor.outline);
  const items = [
    ...LAYOUT_KINDS.map((info) => ({
      label: info.name,
      hint: info.use,
      run: () => {
        const taken = plan.pieces.some(({ name }) => name === info.name);
        const name = taken ? freeName(plan.pieces, info.name) : info.name;
        put({
          ...newPiece(newId(), name, info.backward),
          kind: 'layout',
          layout: info.start,
          at: middle,
          headingDeg: 0,
        });
      },
    })),
    ...MARKS.map(([kind, label, hint]) => ({
      label,
      hint,
      run: () => {
        const mark = newMark(kind, freeNumber(plan.pieces), middle, ruler.ropeM);
        put({ ...newPiece(newId(), mark.name, false), kind: 'mark', mark });
      },
    })),
  ];
  return (
    <Box
      role="toolbar"
      aria-label="Lay out"
      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 0.25, mb: 0.75 }}
    >
      <MenuButton contained label="Add" items={items} />
      <Box sx={{ width: 8 }} />
      <Tool label="Duplicate (D)" icon={Copy} off={!any} run={editor.duplicate} />
      <Tool
        label="Mirror left for right (M)"
        icon={FlipHorizontal2}
        off={!any || allLocked}
        run={editor.mirror}
      />
      <Tool
        label="Turn left by 15° (,)"
        icon={RotateCcw}
        off={!any || allLocked}
        run={() => editor.turn(-TURN_DEG)}
      />
      <Tool
        label="Turn right by 15° (.)"
        icon={RotateCw}
        off={!any || allLocked}
        run={() => editor.turn(TURN_DEG)}
      />
      <Tool
        label={grouped ? 'Ungroup (G)' : 'Group (G)'}
        icon={grouped ? Ungroup : Group}
        off={!any || (!grouped && pieces.length < 2)}
        run={editor.group}
      />
      <Tool
        label={allLocked ? 'Unlock (L)' : 'Lock in its place (L)'}
        icon={allLocked ? LockOpen : Lock}
        off={!any}
        run={editor.lock}
      />
      <Tool
        label="Break up into loose marks"
        icon={Unlink}
        off={!pieces.some(({ kind, locked }) => kind === 'layout' && !locked)}
        run={editor.breakUp}
      />
      <Tool label="Take away (Delete)" icon={Trash2} off={!any || allLocked} run={editor.remove} />
      <Box sx={{ flex: 1 }} />
      <Switchable
        label={`Catch on the grid of ${formatLength(GRID_M, units)}`}
        icon={Grid3x3}
        on={snapTo.grid}
        onSwitch={() => onSnap({ ...snapTo, grid: !snapTo.grid })}
      />
      <Switchable
        label="Catch on datums, in line and at equal spacing"
        icon={Magnet}
        on={snapTo.things}
        onSwitch={() => onSnap({ ...snapTo, things: !snapTo.things })}
      />
    </Box>
  );
}

function Tool({
  label,
  icon: Icon,
  off,
  run,
}: {
  readonly label: string;
  readonly icon: LucideIcon;
  readonly off: boolean;
  readonly run: () => void;
}) {
  return (
    <Tooltip title={label}>
      <span>
        <IconButton aria-label={label} disabled={off} onClick={run}>
          <Icon size={19} />
        </IconButton>
      </span>
    </Tooltip>
  );
}

function Switchable({
  label,
  icon: Icon,
  on,
  onSwitch,
}: {
  readonly label: string;
  readonly icon: LucideIcon;
  readonly on: boolean;
  readonly onSwitch: () => void;
}) {
  return (
    <Tooltip title={label}>
      <ToggleButton
        value="on"
        size="small"
        selected={on}
        onChange={onSwitch}
        aria-label={label}
        sx={{ ml: 0.5, p: 1 }}
      >
        <Icon size={19} />
      </ToggleButton>
    </Tooltip>
  );
}
