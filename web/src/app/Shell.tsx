import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import type { UnitSystem } from '@angled-chalk/core/measure';
import { lazy, Suspense } from 'react';
import { NavLink, Outlet } from 'react-router';
import { useClub } from './club.tsx';
import { useNotice } from './notice.tsx';
import { PALETTE } from './palette.ts';
import { HealthLine } from './HealthLine.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { whenIdle } from '../parts/idle.ts';

/** The way through the program is the order of the work. */
const STEPS = [
  { to: '/students', label: 'Who', hint: 'students and stance' },
  { to: '/floors', label: 'Floor', hint: 'rooms, marks, lanes' },
  { to: '/patterns', label: 'Pattern', hint: 'cones, angles, steps' },
  { to: '/range', label: 'Range', hint: 'two people, one gap' },
  { to: '/set-out', label: 'Set out', hint: 'tape distances' },
  { to: '/record', label: 'Record', hint: 'phone, tape, eyes, tracker' },
  { to: '/checks', label: 'Check', hint: 'what happened' },
] as const;

const PHONE = '@media (max-width: 760px)';

export function Shell() {
  const { clubName, error, retry } = useClub();
  return (
    <Box
      sx={{
        display: 'grid',
        minHeight: '100vh',
        gridTemplateColumns: '164px minmax(0, 1fr)',
        gridTemplateRows: 'auto 1fr',
        [PHONE]: { gridTemplateColumns: 'minmax(0, 1fr)', gridTemplateRows: 'auto 1fr auto', pb: '64px' },
        '@media print': { display: 'block' },
      }}
    >
      <Link
        href="#main"
        className="no-print"
        sx={{
          position: 'absolute',
          left: -9999,
          '&:focus': { left: 8, top: 8, zIndex: 10, bgcolor: PALETTE.chalk, p: 1 },
        }}
      >
        Skip to the content
      </Link>
      <Box
        component="header"
        className="no-print"
        sx={{
          gridColumn: '1 / -1',
          display: 'flex',
          gap: 2,
          alignItems: 'center',
          px: 2,
          [PHONE]: { gap: 1, px: 1 },
          py: 0.75,
          bgcolor: PALETTE.band,
          color: PALETTE.bandInk,
        }}
      >
        <Typography component="span" sx={{ fontWeight: 800, letterSpacing: 0.3, whiteSpace: 'nowrap' }}>
          Angled Chalk
        </Typography>
        <Link
          component={NavLink}
          to="/club"
          variant="body2"
          color="inherit"
          noWrap
          sx={{
            flexShrink: 0,
            maxWidth: '38vw',
            opacity: 0.9,
            [PHONE]: { fontSize: 0, p: 1, '&::before': { content: '"Club"', fontSize: '0.86rem' } },
          }}
        >
          {clubName === '' ? 'Club' : clubName}
        </Link>
        <Box sx={{ flex: 1, [PHONE]: { display: 'none' } }} />
        <Suspense fallback={<NameOnly />}>
          <ChosenStudent />
        </Suspense>
        <UnitsChoice />
      </Box>
      <Steps />
      <Box
        component="main"
        id="main"
        tabIndex={-1}
        sx={{ minWidth: 0, p: 2, [PHONE]: { p: 1.25 }, '@media print': { p: 0 } }}
      >
        <HealthLine />
        {error && (
          <Box sx={{ mb: 1.5 }}>
            <ErrorBox error={error} title="The club could not be read">
              <Box sx={{ mt: 1 }}>
                <Button onClick={retry}>Try again</Button>
              </Box>
            </ErrorBox>
          </Box>
        )}
        <Outlet />
      </Box>
    </Box>
  );
}

/** The chosen student by name, where choosing is not there (yet). */
function NameOnly() {
  const { student } = useClub();
  if (!student) return null;
  return (
    <Box sx={{ flex: '0 1 240px', minWidth: 0, px: 1.75, [PHONE]: { flex: '1 1 130px' } }}>
      {student.name}
    </Box>
  );
}

/** What can be searched is fetched when the screen is drawn; without it the way through the program stays. */
const ChosenStudent = lazy(() =>
  new Promise<void>((resolve) => void whenIdle(resolve, 1500))
    .then(() => import('./ChosenStudent.tsx'))
    .then(({ ChosenStudent: Chosen }) => ({ default: Chosen }))
    .catch(() => ({ default: NameOnly })),
);

function UnitsChoice() {
  const { units, setUnits, clubUnits, setClubUnits } = useClub();
  const notice = useNotice();
  const choose = (value: UnitSystem): void => {
    setUnits(value);
    if (value === clubUnits) return;
    const name = value === 'metric' ? 'Centimetres' : 'Feet and inches';
    notice({
      text: `${name} on this device.`,
      also: { label: 'For the whole club', run: () => setClubUnits(value) },
    });
  };
  const button = {
    color: PALETTE.bandInk,
    borderColor: 'rgba(255,255,255,0.45)',
    px: 1.5,
    whiteSpace: 'nowrap',
    minHeight: 48,
    textTransform: 'none',
  };
  const chosen = {
    '&.Mui-selected, &.Mui-selected:hover': { bgcolor: PALETTE.bandInk, color: PALETTE.band },
  };
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={units}
      onChange={(_event, value: UnitSystem | null) => value && choose(value)}
      aria-label="Units"
    >
      <ToggleButton value="metric" sx={{ ...button, ...chosen }}>
        cm
      </ToggleButton>
      <ToggleButton value="imperial" sx={{ ...button, ...chosen }}>
        ft in
      </ToggleButton>
    </ToggleButtonGroup>
  );
}

function Steps() {
  return (
    <Box
      component="nav"
      aria-label="Order of the work"
      className="no-print"
      sx={{
        borderRight: `1px solid ${PALETTE.rule}`,
        pt: 1.5,
        [PHONE]: {
          position: 'fixed',
          zIndex: 5,
          bottom: 0,
          left: 0,
          right: 0,
          pt: 0,
          bgcolor: PALETTE.chalk,
          borderTop: `2px solid ${PALETTE.ink}`,
          borderRight: 0,
        },
      }}
    >
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0, [PHONE]: { display: 'flex' } }}>
        {STEPS.map(({ to, label, hint }, i) => (
          <Box component="li" key={to} sx={{ [PHONE]: { flex: 1 } }}>
            <Box
              component={NavLink}
              to={to}
              sx={{
                display: 'grid',
                gridTemplateColumns: '28px 1fr',
                alignItems: 'baseline',
                px: 1.5,
                py: 1.1,
                minHeight: 48,
                color: PALETTE.ink,
                textDecoration: 'none',
                borderLeft: '5px solid transparent',
                '&:hover': { bgcolor: PALETTE.actionFill },
                '&.active': { borderLeftColor: PALETTE.action, bgcolor: PALETTE.chalk, fontWeight: 750 },
                [PHONE]: {
                  display: 'flex',
                  flexDirection: 'column',
                  alignItems: 'center',
                  px: 0,
                  borderLeft: 0,
                  borderTop: '4px solid transparent',
                  '&.active': { borderTopColor: PALETTE.action, fontWeight: 750 },
                },
              }}
            >
              <Box component="span" aria-hidden sx={{ fontWeight: 800, color: PALETTE.action }}>
                {i + 1}
              </Box>
              <span>{label}</span>
              <Box
                component="span"
                sx={{
                  gridColumn: 2,
                  fontSize: '0.75rem',
                  fontWeight: 400,
                  color: PALETTE.softInk,
                  [PHONE]: { display: 'none' },
                }}
              >
                {hint}
              </Box>
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
