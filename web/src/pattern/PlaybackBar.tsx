import Box from '@mui/material/Box';
import { PALETTE } from '../app/palette.ts';
import IconButton from '@mui/material/IconButton';
import Slider from '@mui/material/Slider';
import { Pause, Play } from 'lucide-react';
import { memo, useDeferredValue, type ReactNode } from 'react';
import { SelectBox } from '../parts/SelectBox.tsx';
import type { Playback } from './usePlayback.ts';

/** It is where the moment is: gliding there would lay the page out anew for ten pictures. */
const SLIDER = {
  flex: '1 1 160px',
  '& .MuiSlider-thumb, & .MuiSlider-track': { transition: 'none' },
} as const;
const SPEEDS = [0.25, 0.5, 0.75, 1, 1.25, 1.5];

/** Play, stop, and the moment; the tempo as a share of the planned one, with the beats a minute. */
export function PlaybackBar({
  playback,
  endS,
  tempoPerMin,
  children,
}: {
  readonly playback: Playback;
  readonly endS: number;
  readonly tempoPerMin: number;
  readonly children?: ReactNode;
}) {
  const { timeS, playing, speed, toggle, setTimeS, setSpeed } = playback;
  return (
    <Box
      className="no-print"
      sx={{ display: 'flex', alignItems: 'center', gap: 1.5, mt: 1, flexWrap: 'wrap' }}
    >
      <PlayButton playing={playing} toggle={toggle} />
      <Moment timeS={timeS} endS={endS} setTimeS={setTimeS} />
      <Tempo speed={speed} setSpeed={setSpeed} tempoPerMin={tempoPerMin} />
      {children}
    </Box>
  );
}

/** The moment on its line, and in words. Where it jumps, it is drawn after the feet. */
function Moment({ setTimeS, ...now }: Pick<Playback, 'timeS' | 'setTimeS'> & { readonly endS: number }) {
  return (
    <MomentLine timeS={useDeferredValue(now.timeS)} endS={useDeferredValue(now.endS)} setTimeS={setTimeS} />
  );
}

const MomentLine = memo(function MomentLine({
  timeS,
  endS,
  setTimeS,
}: Pick<Playback, 'timeS' | 'setTimeS'> & { readonly endS: number }) {
  return (
    <>
      <Slider
        sx={SLIDER}
        size="small"
        min={0}
        max={endS}
        step={0.05}
        value={timeS}
        onChange={(_event, value) => setTimeS(value)}
        aria-label="Moment"
        getAriaValueText={(value) => `${value.toFixed(2)} s`}
      />
      <Box component="span" sx={{ minWidth: 96, textAlign: 'right' }}>
        {timeS.toFixed(1)} of {endS.toFixed(1)} s
      </Box>
    </>
  );
});

/** These stay as they are while the pattern and the moment change. */
const PlayButton = memo(function PlayButton({ playing, toggle }: Pick<Playback, 'playing' | 'toggle'>) {
  return (
    <IconButton
      aria-label={playing ? 'Stop' : 'Play'}
      onClick={toggle}
      sx={{
        bgcolor: 'primary.main',
        color: PALETTE.chalk,
        width: 48,
        height: 48,
        '&:hover': { bgcolor: 'primary.dark' },
      }}
    >
      {playing ? <Pause size={20} /> : <Play size={20} />}
    </IconButton>
  );
});

const Tempo = memo(function Tempo({
  speed,
  setSpeed,
  tempoPerMin,
}: Pick<Playback, 'speed' | 'setSpeed'> & { readonly tempoPerMin: number }) {
  return (
    <SelectBox
      label="Tempo"
      value={speed}
      onChoice={setSpeed}
      choices={SPEEDS.map((share) => [share, `${Math.round(share * tempoPerMin)} a minute`] as const)}
      fullWidth={false}
      sx={{ width: 150 }}
    />
  );
});
