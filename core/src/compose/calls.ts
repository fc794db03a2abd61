import { moveWords } from '../moves/index.ts';
import type { Footwork, PlannedMove } from '../pattern/index.ts';

/** Numbers with their units, and what only says where or how far: nobody calls that while feet move. */
const NUMBERS = /\s?\d+(?:[.,]\d+)?\s?(?:°|cm|m|in|ft|times)?(?=\s|$)/g;
const DETAIL = /[,;(]| on | over | under /;

/** What is called at a move: its first words, without numbers. */
export const callOf = ({ cue }: PlannedMove): string =>
  cue
    ? (moveWords(cue.move, 'metric').split(DETAIL)[0] ?? '').replaceAll(NUMBERS, '').trim().toLowerCase()
    : 'step';

/** A sound of a pattern that plays: a beat, the first of a move louder, or a call a little before it. */
export interface Sound {
  readonly timeS: number;
  readonly kind: 'beat' | 'accent' | 'call';
  readonly words: string;
}

const REST_S = 1;
/** A call comes so long before its move begins, so that it is heard by then (own choice). */
const CALL_AHEAD_S = 0.35;

/**
 * So long after the beginning of its place in time the beat of a pattern falls, seconds: where most of its moves have
 * their first landing.
 */
export function beatOffsetS({ moves }: Pick<Footwork, 'moves'>, intervalS: number): number {
  const offsets = moves
    .map(({ beatS }) => (((beatS - REST_S) % intervalS) + intervalS) % intervalS)
    .toSorted((a, b) => a - b);
  return offsets[offsets.length >> 1] ?? 0;
}

/** Everything that sounds while a pattern plays, in the order of time. */
export function soundsOf({ moves, endS }: Footwork, tempoPerMin: number): Sound[] {
  const intervalS = 60 / tempoPerMin;
  const firstS = REST_S + beatOffsetS({ moves }, intervalS);
  const beats = Array.from(
    { length: Math.max(0, Math.floor((endS - REST_S) / intervalS + 1e-6)) },
    (_, i): Sound => {
      const timeS = firstS + i * intervalS;
      const accent = moves.some(({ cue, beatS }) => cue?.accent && Math.abs(beatS - timeS) < intervalS / 3);
      return { timeS, kind: accent ? 'accent' : 'beat', words: '' };
    },
  );
  const calls = moves.map((move): Sound => ({
    timeS: Math.max(0, (move.events[0]?.liftS ?? move.beatS) - CALL_AHEAD_S),
    kind: 'call',
    words: callOf(move),
  }));
  return [...beats, ...calls].toSorted((a, b) => a.timeS - b.timeS);
}

/** The beat that each move begins on, counted from 1: those before it have taken theirs. */
export function beatNumbers(moves: readonly { readonly beats: number }[]): number[] {
  let beat = 1;
  return moves.map(({ beats }) => {
    const own = beat;
    // Halves and thirds of a beat add up to whole ones.
    beat = Math.round((beat + beats) * 1e6) / 1e6;
    return own;
  });
}
