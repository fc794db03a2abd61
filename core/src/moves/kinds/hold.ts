import type { MoveKind } from '../kind.ts';

/** Stand. */
export const hold: MoveKind<'hold'> = {
  name: 'Hold',
  phrase: ['hold'],
  usual: { do: 'hold' },
  next: (_, { at }) => [{ after: at, beats: 1, events: [] }],
  mirror: (move) => move,
  words: () => 'Hold',
  fields: [],
  judged: { order: false, halfStep: false, ownCourse: false },
  faults: () => [],
};
