import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Floor } from '@angled-chalk/core/floor';
import { outlineOfSides, sidesOfOutline, type Side } from '@angled-chalk/core/geometry';
import { reshaped } from '@angled-chalk/core/layout';
import { formatSmall, type InputProblem } from '@angled-chalk/core/measure';
import { useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { ProblemBox } from '../parts/ErrorBox.tsx';
import { LengthBox, NumberBox } from '../parts/boxes.tsx';
import { useDeviceState } from '../parts/useDeviceState.ts';

/** A list with one of its items replaced by some, or none. */
export const replaced = <T,>(list: readonly T[], index: number, by: readonly T[]): T[] => [
  ...list.slice(0, index),
  ...by,
  ...list.slice(index + 1),
];

/** Sides as they were taped, and the outline that was made of them. */
interface Taped {
  readonly sides: readonly Side[];
  readonly outline: Floor['outline'];
}

/** Sides and inside angles as taped; they are closed and taken together. */
export function SidesTable({
  id,
  floor,
  onFloor,
  onTold,
}: {
  readonly id: string;
  readonly floor: Floor;
  readonly onFloor: (floor: Floor) => void;
  readonly onTold: (words: string) => void;
}) {
  const units = useUnits();
  // What was taped stays as it was taped: closing the room spreads a wrong side over all of them, and
  // putting that one right must give the true room.
  const [taped, setTaped] = useDeviceState<Taped | null>(`taped sides ${id}`, null);
  const [sides, setSides] = useState<readonly Side[]>(() =>
    taped && JSON.stringify(taped.outline) === JSON.stringify(floor.outline)
      ? taped.sides
      : sidesOfOutline(floor.outline).map(tidySide),
  );
  const [problem, setProblem] = useState<InputProblem | null>(null);
  const take = (): void => {
    const read = outlineOfSides(sides);
    setProblem(read.ok ? null : read.problem);
    if (!read.ok) return;
    const { outline, misclosureM, angleOffDeg } = read.value;
    onTold(
      misclosureM > 0.001 || Math.abs(angleOffDeg) > 0.05
        ? `The sides missed closing by ${formatSmall(misclosureM, units)} and ${angleOffDeg.toFixed(1)}°; that is spread over the corners.`
        : '',
    );
    setTaped({ sides, outline });
    onFloor(reshaped(floor, outline));
  };
  const edit = (i: number, side: Side): void => setSides(replaced(sides, i, [side]));
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      {sides.map((side, i) => (
        <Box
          key={i}
          sx={{ display: 'grid', gap: 1, gridTemplateColumns: '1fr 1fr auto', alignItems: 'start' }}
        >
          <LengthBox
            label={`Side ${i + 1}`}
            metres={side.lengthM}
            onMetres={(lengthM) => lengthM !== undefined && edit(i, { ...side, lengthM })}
          />
          <NumberBox
            label="then inside"
            unit="°"
            value={side.cornerDeg}
            step={5}
            onNumber={(cornerDeg) => cornerDeg !== undefined && edit(i, { ...side, cornerDeg })}
          />
          <Button
            size="small"
            aria-label={`Take side ${i + 1} away`}
            disabled={sides.length <= 3}
            onClick={() => setSides(replaced(sides, i, []))}
            sx={{ minWidth: 36 }}
          >
            ×
          </Button>
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button size="small" onClick={() => setSides([...sides, { lengthM: 2, cornerDeg: 90 }])}>
          Add a side
        </Button>
        <Button size="small" variant="contained" onClick={take}>
          Take this shape
        </Button>
      </Box>
      {problem && <ProblemBox problem={problem} title="Not a room yet" />}
    </Box>
  );
}

const tidySide = ({ lengthM, cornerDeg }: Side): Side => ({
  lengthM: Math.round(lengthM * 1000) / 1000,
  cornerDeg: Math.round(cornerDeg * 10) / 10,
});
