import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { scoreOf } from '@angled-chalk/core/compose';
import { looksAtTarget } from '@angled-chalk/core/pattern';
import { memo, useCallback, useDeferredValue, useMemo, type ReactNode } from 'react';
import { useUnits } from '../app/club.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { useNow } from '../parts/useNow.ts';
import { moveNowWords } from '../pattern/pattern-words.ts';
import { PlaybackBar } from '../pattern/PlaybackBar.tsx';
import type { Playback } from '../pattern/usePlayback.ts';
import type { Shown } from './Beside.tsx';
import type { Sounding } from './sound.ts';
import { StepScore } from './StepScore.tsx';

interface UnderProps {
  readonly shown: Shown;
  readonly playback: Playback;
  /** The moment that is drawn, seconds. */
  readonly atS: number;
  /** Numbers of the first and the last move that are chosen. */
  readonly chosen: readonly [number, number] | null;
  readonly onChoose: (move: number, extend: boolean) => void;
  readonly onMoveTo: (move: number) => void;
  readonly children: ReactNode;
}

/** Under the floor: the score, the move in words, and how it is played. Drawn right after the feet. */
export function Under(props: UnderProps) {
  return <Drawn now={useDeferredValue(props)} />;
}

const Drawn = memo(function Drawn({ now }: { readonly now: UnderProps }) {
  const { shown, playback, atS, chosen, onChoose, onMoveTo, children } = now;
  const { drill, footwork } = shown;
  const { plan } = drill;
  const units = useUnits();
  const score = useMemo(() => scoreOf(drill, footwork), [drill, footwork]);
  const intervalS = 60 / plan.tempoPerMin;
  const latest = useNow({ endS: footwork.endS, intervalS });
  const { setTimeS } = playback;
  const setBeat = useCallback(
    (beat: number) => setTimeS(Math.min(latest().endS, Math.max(0.001, 1 + beat * latest().intervalS))),
    [setTimeS, latest],
  );
  return (
    <>
      <StepScore
        score={score}
        gapsOver={looksAtTarget(plan) ? shown : null}
        beat={(atS - 1) / intervalS}
        chosen={chosen}
        onChoose={onChoose}
        onBeat={setBeat}
        onMoveTo={onMoveTo}
      />
      <Box aria-live="polite" sx={{ fontWeight: 600, mt: 1, minHeight: '1.5em' }}>
        {moveNowWords(footwork, atS, units)}
      </Box>
      <PlaybackBar playback={{ ...playback, timeS: atS }} endS={footwork.endS} tempoPerMin={plan.tempoPerMin}>
        {children}
      </PlaybackBar>
    </>
  );
});

const SOUNDS: readonly (readonly [Sounding, string])[] = [
  ['silent', 'no sound'],
  ['beats', 'beats'],
  ['calls', 'beats and calls'],
];

/** How it is played. It stays as it is while the pattern changes. */
export const Switches = memo(function Switches({
  sounding,
  onSounding,
  isLooped,
  canLoop,
  onLoop,
  ghost,
  onGhost,
}: {
  readonly sounding: Sounding;
  readonly onSounding: (sounding: Sounding) => void;
  readonly isLooped: boolean;
  readonly canLoop: boolean;
  readonly onLoop: (on: boolean) => void;
  readonly ghost: boolean;
  readonly onGhost: (on: boolean) => void;
}) {
  return (
    <>
      <SelectBox
        label="Sound"
        value={sounding}
        choices={SOUNDS}
        onChoice={onSounding}
        fullWidth={false}
        sx={{ width: 150 }}
      />
      <FormControlLabel
        control={<Switch checked={isLooped} disabled={!canLoop} onChange={(_event, on) => onLoop(on)} />}
        label="Again and again"
      />
      <FormControlLabel
        control={<Switch checked={ghost} onChange={(_event, on) => onGhost(on)} />}
        label="Other side too"
      />
    </>
  );
});
