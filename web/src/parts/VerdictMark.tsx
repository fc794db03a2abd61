import Box from '@mui/material/Box';
import type { Verdict } from '@angled-chalk/core/measure';
import { PALETTE } from '../app/palette.ts';

const LOOK: Readonly<Record<Verdict, { colour: string; word: string; shape: string; sign: string }>> = {
  met: { colour: PALETTE.met, word: 'met', shape: 'M10 1a9 9 0 1 0 .01 0Z', sign: 'M5.5 10.5l3 3 6-7' },
  'not-met': {
    colour: PALETTE.notMet,
    word: 'not met',
    shape: 'M2 2h16v16h-16Z',
    sign: 'M6.5 6.5l7 7m0-7l-7 7',
  },
  'cannot-tell': {
    colour: PALETTE.cannotTell,
    word: 'cannot tell',
    shape: 'M10 0.5L19.5 10L10 19.5L0.5 10Z',
    sign: 'M7.6 8a2.4 2.4 0 1 1 3.4 2.2c-.7.3-1 .8-1 1.6m0 2.2v.3',
  },
};

export const verdictWord = (outcome: Verdict): string => LOOK[outcome].word;

/** A verdict as a word with its own shape, never a colour alone. */
export function VerdictMark({
  outcome,
  size = 18,
  words = true,
}: {
  readonly outcome: Verdict;
  readonly size?: number;
  readonly words?: boolean;
}) {
  const { colour, word, shape, sign } = LOOK[outcome];
  return (
    <Box
      component="span"
      sx={{
        display: 'inline-flex',
        verticalAlign: 'bottom',
        alignItems: 'center',
        gap: 0.75,
        color: colour,
        fontWeight: 700,
        whiteSpace: 'nowrap',
      }}
    >
      <svg
        width={size}
        height={size}
        viewBox="0 0 20 20"
        role="img"
        aria-label={words ? undefined : word}
        aria-hidden={words}
      >
        <path d={shape} fill={colour} />
        <path
          d={sign}
          fill="none"
          stroke={PALETTE.chalk}
          strokeWidth={2}
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      </svg>
      {words && word}
    </Box>
  );
}
