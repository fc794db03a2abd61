import { wrapDeg } from '../../geometry/index.ts';
import type { MoveKind } from '../kind.ts';
import {
  bearingWords,
  halfSteps as over,
  lengthWords,
  metresOf,
  mirrorDeg,
  noOther,
  numberField,
  STEPS,
} from '../laying.ts';
import { length, way } from '../phrase.ts';

/** As few equal half steps as a distance takes, on one line of the floor. */
export const halfSteps: MoveKind<'half-steps'> = {
  name: 'Half steps over a distance',
  phrase: ['half steps', way('bearingDeg'), 'over', length('distance')],
  usual: { do: 'half-steps', bearingDeg: 0, distance: { value: 1, unit: 'm' } },
  next: (move, around) =>
    over(around, wrapDeg(around.at.facingDeg + move.bearingDeg), metresOf(move.distance, around)),
  mirror: (move) => ({ ...move, bearingDeg: mirrorDeg(move.bearingDeg) }),
  words: ({ bearingDeg, distance }, units) =>
    `Half steps ${bearingWords(bearingDeg)} over ${lengthWords(distance, units)}`,
  fields: [
    numberField('bearingDeg', 'Way', [-180, 180], '°'),
    { key: 'distance', label: 'Distance', as: 'length', leastM: 0.05, mostM: 20, isTravel: true },
  ],
  judged: STEPS,
  flip: noOther,
  turn: (move, turned) => ({ ...move, bearingDeg: turned(move.bearingDeg) }),
};
