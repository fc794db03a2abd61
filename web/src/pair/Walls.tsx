import Box from '@mui/material/Box';
import type { Point } from '@angled-chalk/core/geometry';
import { formatLength } from '@angled-chalk/core/measure';
import { onFloor, roomAround, type Two } from '@angled-chalk/core/pair';
import { useUnits } from '../app/club.tsx';
import { LengthBox, NumberBox } from '../parts/boxes.tsx';
import { Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';

/** A floor with its edge. */
export interface Room {
  readonly id: string;
  readonly name: string;
  readonly outline: readonly Point[];
}

/** Where the partner stands on which floor, and where they face. */
export interface Placed {
  readonly floor: Room;
  readonly at: Point;
  readonly facesDeg: number;
}

interface WallsProps {
  readonly two: Two;
  /** The student about the partner. */
  readonly at: Point;
  readonly floors: readonly Room[];
  readonly placed: Placed | null;
  readonly onPlaced: (placed: Placed | null) => void;
}

const NONE = 'none';

const middleOf = (outline: readonly Point[]): Point => ({
  x: (Math.min(...outline.map(({ x }) => x)) + Math.max(...outline.map(({ x }) => x))) / 2,
  y: (Math.min(...outline.map(({ y }) => y)) + Math.max(...outline.map(({ y }) => y))) / 2,
});

/** Walls or ropes about the two: how much room there is behind, and the side to leave by. */
export function Walls({ two, at, floors, placed, onPlaced }: WallsProps) {
  const units = useUnits();
  const choose = (id: string): void => {
    const floor = floors.find((one) => one.id === id);
    onPlaced(floor ? { floor, at: middleOf(floor.outline), facesDeg: 180 } : null);
  };
  const room =
    placed && roomAround(two, placed.floor.outline, onFloor(at, placed.at, placed.facesDeg), placed.at);
  const put = (change: Partial<Placed>): void => {
    if (placed) onPlaced({ ...placed, ...change });
  };
  return (
    <Panel title="Walls and ropes">
      <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: '1fr 1fr' }}>
        <Box sx={{ gridColumn: '1 / -1' }}>
          <SelectBox
            label="Floor"
            value={placed?.floor.id ?? NONE}
            choices={[[NONE, 'open floor'] as const, ...floors.map(({ id, name }) => [id, name] as const)]}
            onChoice={choose}
          />
        </Box>
        {placed && (
          <>
            <LengthBox
              label="They stand from the left"
              metres={placed.at.x}
              onMetres={(x) => x !== undefined && put({ at: { ...placed.at, x } })}
            />
            <LengthBox
              label="They stand from the near edge"
              metres={placed.at.y}
              onMetres={(y) => y !== undefined && put({ at: { ...placed.at, y } })}
            />
            <NumberBox
              label="They face"
              unit="°"
              value={placed.facesDeg}
              step={15}
              onNumber={(facesDeg) => facesDeg !== undefined && put({ facesDeg })}
            />
          </>
        )}
      </Box>
      {room && (
        <Box aria-live="polite" sx={{ mt: 1 }}>
          {room.behindM === 0
            ? 'You stand beyond the edge.'
            : `Behind you ${formatLength(room.behindM, units)}: ${room.stepsBack} clean half steps. To your left ${formatLength(room.leftM, units)}, to your right ${formatLength(room.rightM, units)}: ${room.leaveBy === 'either' ? 'leave by either side.' : `leave by the ${room.leaveBy}.`}`}
        </Box>
      )}
    </Panel>
  );
}
