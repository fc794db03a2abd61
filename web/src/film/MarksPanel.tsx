import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { LENS_FROM, type NoCamera } from '@angled-chalk/core/camera';
import { formatSmall } from '@angled-chalk/core/measure';
import { memo } from 'react';
import { useUnits } from '../app/club.tsx';
import { Panel } from '../parts/Page.tsx';
import type { FilmWork, NamedPlace } from './useFilmWork.ts';

const WHY: Readonly<Record<NoCamera, string>> = {
  'too few marks': 'Show at least four cones or corners; the grid of the floor then lies over the picture.',
  'marks in a line': 'These marks lie in a line, or two are at one place: show one beside the line.',
};

/** Which cones and corners are shown, how far each is off, and what is weak about them; before any work is done. */
export const MarksPanel = memo(function MarksPanel({
  work: { done, reading, change },
  left,
  marking,
  onMarking,
}: {
  readonly work: FilmWork;
  readonly left: readonly NamedPlace[];
  readonly marking: string | null;
  readonly onMarking: (name: string | null) => void;
}) {
  const units = useUnits();
  const read = typeof reading === 'string' ? null : reading;
  return (
    <Panel title={`1. Marks (${done.marks.length})`}>
      <Box sx={{ mb: 1 }}>
        {typeof reading === 'string'
          ? WHY[reading]
          : `The grid should lie on the floor.${done.marks.length < LENS_FROM ? '' : ' The bend of the lens is told too.'}`}
      </Box>
      {done.marks.map(({ name }) => {
        const off = read?.residuals.find((one) => one.name === name);
        return (
          <Box key={name} sx={{ display: 'flex', gap: 1, alignItems: 'center', minHeight: 32 }}>
            <Box sx={{ flex: 1, fontWeight: name === read?.outlying ? 800 : 400 }}>
              {name}
              {name === read?.outlying && ': does not lie where the others say'}
            </Box>
            {off && (
              <Box sx={{ color: 'text.secondary' }}>
                {off.px.toFixed(1)} px, {formatSmall(off.m, units)}
              </Box>
            )}
            <Button
              size="small"
              aria-label={`Take ${name} out`}
              onClick={() => change({ marks: done.marks.filter((one) => one.name !== name) })}
            >
              out
            </Button>
          </Box>
        );
      })}
      {read?.warnings.map((warning) => (
        <Box key={warning} sx={{ color: 'warning.main', mt: 0.5 }}>
          {warning}
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap', mt: 1 }}>
        {left.map(({ name }) => (
          <Button
            key={name}
            size="small"
            variant={marking === name ? 'contained' : 'outlined'}
            aria-pressed={marking === name}
            onClick={() => onMarking(marking === name ? null : name)}
          >
            {name}
          </Button>
        ))}
      </Box>
      {marking !== null && (
        <Box role="status" sx={{ mt: 1, fontWeight: 650 }}>
          Now press where {marking} is on the floor, and drag it exactly.
        </Box>
      )}
    </Panel>
  );
});
