import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Paper from '@mui/material/Paper';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableContainer from '@mui/material/TableContainer';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { fitStance, type School } from '@angled-chalk/core/body';
import { formatDegrees, formatLength } from '@angled-chalk/core/measure';
import { compareSchools, gainsOf } from '@angled-chalk/core/range';
import { useMemo } from 'react';
import { Link, useNavigate } from 'react-router';
import { newId, useAddSchool } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Panel } from '../parts/Page.tsx';
import { StanceDrawing } from './StanceDrawing.tsx';
import type { Fitting } from './fitting.ts';

/** Where the schools disagree, for this one body: what each gains and gives up, in numbers. */
export function SchoolsTab({ fit, stance }: Fitting) {
  const { units, clubSchools } = useClub();
  const add = useAddSchool();
  const navigate = useNavigate();
  const rows = useMemo(() => compareSchools(fit, clubSchools), [fit, clubSchools]);
  const mine = rows.find(({ school }) => school.id === stance.school.id) ?? rows[0]!;
  const length = (metres: number): string => formatLength(metres, units);
  const copy = async (school: School): Promise<void> => {
    const id = newId();
    const added = await add
      .mutateAsync({ id, value: { ...school, id, name: `${school.name}, our way` } })
      .catch(() => null);
    if (added) await navigate(`/schools/${id}`);
  };
  return (
    <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      {add.error && <ErrorBox error={add.error} />}
      <TableContainer component={Paper} variant="outlined">
        <Table size="small" aria-label="Schools side by side">
          <TableHead>
            <TableRow>
              {[
                'School',
                'Separation',
                'Angle',
                'Room front',
                'back',
                'left',
                'right',
                'Jab',
                'Cross',
                'Their rear hand',
                'Kick way',
                'Copy',
              ].map((title, i) => (
                <TableCell key={title} align={i === 0 ? 'left' : 'right'}>
                  {title}
                </TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.map((row) => (
              <TableRow key={row.school.id} selected={row === mine}>
                <TableCell component="th" scope="row" sx={{ fontWeight: 700 }}>
                  {clubSchools.some(({ id }) => id === row.school.id) ? (
                    <Link to={`/schools/${row.school.id}`}>{row.school.name}</Link>
                  ) : (
                    row.school.name
                  )}
                </TableCell>
                <TableCell align="right">{length(row.separationM)}</TableCell>
                <TableCell align="right">{formatDegrees(row.stanceAngleDeg)}</TableCell>
                {(['front', 'back', 'left', 'right'] as const).map((way) => (
                  <TableCell key={way} align="right">
                    {length(row.margins[way])}
                  </TableCell>
                ))}
                <TableCell align="right">{length(row.jabM)}</TableCell>
                <TableCell align="right">{length(row.crossM)}</TableCell>
                <TableCell align="right">{length(row.exposureM)}</TableCell>
                <TableCell align="right">{length(row.kickWayM)}</TableCell>
                <TableCell align="right">
                  <Button
                    size="small"
                    onClick={() => void copy(row.school)}
                    aria-label={`Copy ${row.school.name} as the club's own`}
                  >
                    Copy
                  </Button>
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </TableContainer>
      <Box sx={{ color: 'text.secondary', fontSize: '0.86rem' }}>
        Room: how far the weight can go to each edge of the base. Jab and cross: gap at which they touch the
        head of an equal partner. Their rear hand: gap at which an equal partner&apos;s cross touches this
        head. Kick way: of the rear foot to their body. All between stance centres.
      </Box>
      <Box
        sx={{
          display: 'grid',
          gap: 1.5,
          gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, 330px), 1fr))',
        }}
      >
        {rows.map((row) => {
          const { gains, gives } = gainsOf(row, mine, length);
          return (
            <Panel key={row.school.id} title={row.school.name}>
              <StanceDrawing stance={fitStance({ ...fit, school: row.school })} height="250px" plain />
              <Box sx={{ mt: 1, fontSize: '0.88rem' }}>
                {row === mine ? (
                  <b>The school of {fit.name}.</b>
                ) : (
                  <>
                    <div>
                      <b>Gains:</b> {gains.length > 0 ? gains.join(', ') : 'nothing beyond a centimetre'}.
                    </div>
                    <div>
                      <b>Gives up:</b> {gives.length > 0 ? gives.join(', ') : 'nothing beyond a centimetre'}.
                    </div>
                  </>
                )}
              </Box>
              <Box component="details" sx={{ mt: 1, fontSize: '0.84rem' }}>
                <summary>Why these numbers</summary>
                <ul>
                  {row.school.basis.map(({ number, standing, why }) => (
                    <li key={number}>
                      <b>{number}</b> ({standing}): {why}
                    </li>
                  ))}
                </ul>
              </Box>
            </Panel>
          );
        })}
      </Box>
    </Box>
  );
}
