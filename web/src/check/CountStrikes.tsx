import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import type { SeenStrike } from '@angled-chalk/core/track';
import { useEffect, useState } from 'react';
import type { Playback } from '../pattern/usePlayback.ts';
import { StrikesPanel } from '../strikes/StrikesPanel.tsx';
import { useStrikes, type MarkedStrike } from '../strikes/useStrikes.ts';

interface CountStrikesProps {
  readonly drill: PlannedDrill;
  readonly playback: Playback;
  /** Those that were counted before; null where nobody has. */
  readonly counted: readonly SeenStrike[] | null;
  /** How many the recording tells of; null where it tells of none. */
  readonly recorded: number | null;
  readonly busy: boolean;
  readonly onJudge: (strikes: readonly SeenStrike[]) => void;
}

/** A key that is pressed as something is seen comes so early or late, seconds, 1 sigma (common practice, no published source). */
const TAP_U_S = 0.1;
const WHILE_IT_PLAYS =
  'Play it beside your own film, or stop at the moment, and press what it is as it touches: a key is known to 0.2 s.';

/** Strikes of a recording that nobody recorded, counted while it plays; then it is judged with them. */
export function CountStrikes(props: CountStrikesProps) {
  const [isOpen, setOpen] = useState(false);
  return isOpen ? (
    <Counting {...props} />
  ) : (
    <Button variant="outlined" sx={{ mt: 1.5 }} onClick={() => setOpen(true)}>
      Count the strikes
    </Button>
  );
}

function Counting({ drill, playback, counted, recorded, busy, onJudge }: CountStrikesProps) {
  const [strikes, onStrikes] = useState<readonly MarkedStrike[] | null>(
    () => counted?.map((one, i) => ({ ...one, id: i + 1 })) ?? null,
  );
  const { timeS, setTimeS } = playback;
  const hands = useStrikes(drill, { strikes, onStrikes }, { timeS, uS: TAP_U_S });
  const { strikeOfKey } = hands;
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const isTyped = event.target instanceof HTMLInputElement && event.target.type === 'text';
      const does = isTyped || event.ctrlKey || event.metaKey || event.altKey ? null : strikeOfKey(event.key);
      if (!does) return;
      event.preventDefault();
      does();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [strikeOfKey]);
  return (
    <Box sx={{ mt: 1.5 }}>
      <StrikesPanel
        {...hands}
        how={WHILE_IT_PLAYS}
        otherwise={recorded === null ? 'not looked for' : `${recorded} in the recording`}
        onGoTo={setTimeS}
      >
        {strikes && (
          <Button
            variant="contained"
            disabled={busy}
            onClick={() => onJudge(strikes.map(({ name, timeS: atS, uS }) => ({ name, timeS: atS, uS })))}
          >
            Judge with these strikes
          </Button>
        )}
      </StrikesPanel>
    </Box>
  );
}
