import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { cameraAdvice, marksToLay } from '@angled-chalk/core/camera';
import { formatLength, formatSmall } from '@angled-chalk/core/measure';
import { eventsOf, expand, type PlannedDrill } from '@angled-chalk/core/pattern';
import { useMemo } from 'react';
import { useUnits } from '../app/club.tsx';
import { Panel } from '../parts/Page.tsx';
import { placesOf } from './useFilmWork.ts';

const SHOWN = 5;

/** Where the phone should stand for this drill, with what it would know from there; computed before anything is filmed. */
export function Advice({ drill }: { readonly drill: PlannedDrill }) {
  const units = useUnits();
  const { places, toLay } = useMemo(() => {
    const { start, moves } = expand(drill);
    const landings = [
      ...Object.values(start.feet).map(({ ball }) => ball),
      ...eventsOf(moves).map(({ to }) => to),
    ];
    const marks = placesOf(drill).map(({ at }) => at);
    return {
      places: cameraAdvice(marks, landings),
      toLay: marksToLay(drill.plan.floor.outline, marks, landings),
    };
  }, [drill]);
  return (
    <Panel title="Where to put the phone">
      {places.length === 0 ? (
        <Box>
          From nowhere near are four marks and the whole drill in one picture.{' '}
          {!toLay && 'Lay more cones beside the drill, or film a part of it.'}
        </Box>
      ) : (
        <>
          <Table size="small" aria-label="Where to put the phone">
            <TableHead>
              <TableRow>
                <TableCell>From</TableCell>
                <TableCell align="right">Distance</TableCell>
                <TableCell align="right">Height</TableCell>
                <TableCell align="right">Looks down</TableCell>
                <TableCell align="right">A foot is known to</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {places.slice(0, SHOWN).map(({ from, distanceM, heightM, downDeg, usualUM, worstUM }) => (
                <TableRow key={`${from} ${distanceM} ${heightM}`}>
                  <TableCell component="th" scope="row">
                    {from}
                  </TableCell>
                  <TableCell align="right">{formatLength(distanceM, units)}</TableCell>
                  <TableCell align="right">{formatLength(heightM, units)}</TableCell>
                  <TableCell align="right">{downDeg.toFixed(0)}°</TableCell>
                  <TableCell align="right">
                    {formatSmall(usualUM, units)}, at worst {formatSmall(worstUM, units)}
                  </TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
          <Box sx={{ mt: 1, color: 'text.secondary', fontSize: '0.9rem' }}>
            By clicks, 19 times of 20, with the wide lens of a phone held level. Distance from the middle of
            the drill. Higher is better: depth is the weak side. Fix the phone so that nobody can walk into
            it.
          </Box>
        </>
      )}
      {toLay && (
        <Box sx={{ mt: 1 }}>
          With four more marks a foot would be known to <b>{formatSmall(toLay.best.usualUM, units)}</b>, at
          worst {formatSmall(toLay.best.worstUM, units)}, from {toLay.best.from},{' '}
          {formatLength(toLay.best.distanceM, units)} away. From the near-left corner, to the right and into
          the room:{' '}
          {toLay.at.map(({ x, y }) => `${formatLength(x, units)} and ${formatLength(y, units)}`).join('; ')}.
          Add them as marks to tape from under Floor, then they can be shown in the picture.
        </Box>
      )}
    </Panel>
  );
}
