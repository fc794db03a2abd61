import type { MoveKind } from '../kind.ts';
import { NO_STEP, asItIs, noOther } from '../laying.ts';

/** Stand. */
export const hold: MoveKind<'hold'> = {
  name: 'Hold',
  phrase: ['hold'],
  usual: { do: 'hold' },
  next: (_, { at }) => [{ after: at, beats: 1, events: [] }],
  mirror: (move) => move,
  words: () => 'Hold',
  fields: [],
  judged: NO_STEP,
  flip: noOther,
  turn: asItIs,
};
