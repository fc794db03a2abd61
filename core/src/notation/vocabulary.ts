import { MOVE_NAMES, MOVES, type PhrasePart } from '../moves/index.ts';
import { STRIKES } from '../range/index.ts';
import { FACING_WORDS, LENGTH_UNITS, TARGET_KINDS } from './words.ts';

const ofPart = (part: PhrasePart): readonly string[] =>
  typeof part === 'string' ? [part] : part.as === 'choice' ? Object.values(part.words) : [];

const OTHERS =
  'drill tempo face gap target start at heading radius ahead times group then the other side weave cones apart passed first on from flat tall there and back one way steps of most alike to both sides pushes laps for beats accent with degrees within plan forward back left right clockwise anticlockwise';

/** Every word of the notation, for whoever mistypes one. */
export const VOCABULARY: readonly string[] = [
  ...new Set(
    [
      ...MOVE_NAMES.flatMap((kind) => MOVES[kind].phrase.flatMap((part: PhrasePart) => ofPart(part))),
      ...STRIKES.map(({ id }) => id.replaceAll('-', ' ')),
      ...Object.values(FACING_WORDS),
      ...LENGTH_UNITS.flatMap(({ many, one }) => [many, one]),
      ...TARGET_KINDS,
      OTHERS,
    ]
      .flatMap((text) => text.split(' '))
      .filter((word) => word !== ''),
  ),
].sort();
