import { distanceM, headingDeg, wrapDeg } from '../../geometry/index.ts';
import type { MoveKind } from '../kind.ts';
import { asItIs, centreOf, halfSteps, lengthWords, metresOf, noOther, STEPS } from '../laying.ts';
import { length } from '../phrase.ts';

/** Nearer to the gap than this there is nothing to step. */
const NOTHING_M = 0.01;

/** Equal half steps towards or away from the target to a gap from it. */
export const toGap: MoveKind<'to-gap'> = {
  name: 'Advance or retreat to a gap',
  phrase: ['to a gap of', length('gap')],
  usual: { do: 'to-gap', gap: { value: 1, unit: 'm' } },
  next: ({ gap }, around) => {
    const centre = centreOf(around.at);
    const { at, radiusM } = around.target;
    const wayM = distanceM(centre, at) - radiusM - metresOf(gap, around);
    if (Math.abs(wayM) < NOTHING_M) return [{ after: around.at, beats: 1, events: [] }];
    const towards = headingDeg(centre, at);
    return halfSteps(around, wayM > 0 ? towards : wrapDeg(towards + 180), Math.abs(wayM));
  },
  mirror: (move) => move,
  words: ({ gap }, units) => `Half steps to a gap of ${lengthWords(gap, units)}`,
  fields: [{ key: 'gap', label: 'Gap', as: 'length', leastM: 0.1, mostM: 10, isTravel: false }],
  judged: STEPS,
  flip: noOther,
  turn: asItIs,
};
