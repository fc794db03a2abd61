import type { Foot, FootName } from '@angled-chalk/core/body';
import { distanceM, wrapDeg } from '@angled-chalk/core/geometry';
import type { Footwork } from '@angled-chalk/core/pattern';

/** Prints of one foot nearer than this, and turned less than this against each other, are drawn as one. */
const SAME_M = 0.01;
const SAME_DEG = 5;
/** So many numbers are written on one print. */
const MOST_NUMBERS = 3;

/** A footprint and all that come down on it. */
export interface PrintTogether {
  readonly name: FootName;
  readonly foot: Foot;
  /** Numbers of the moves that it belongs to, each once. */
  readonly moves: readonly number[];
  /** When the first of them is made, seconds. */
  readonly madeS: number;
}

/** The planned prints, those at one place together. What leaves a foot where it is leaves no print. */
export function printsTogether({ moves }: Footwork): PrintTogether[] {
  const prints: (PrintTogether & { readonly moves: number[] })[] = [];
  const landings = moves.flatMap(({ number, events }) => events.map((event) => ({ number, event })));
  for (const { number, event } of landings) {
    const { foot: name, how, to: ball, headingAfterDeg, landS } = event;
    if (how === 'bounce') continue;
    const foot: Foot = { ball, headingDeg: headingAfterDeg ?? 0, heelUp: false };
    const same = prints.find(
      (print) =>
        print.name === name &&
        distanceM(print.foot.ball, ball) < SAME_M &&
        Math.abs(wrapDeg(print.foot.headingDeg - foot.headingDeg)) < SAME_DEG,
    );
    if (!same) prints.push({ name, foot, moves: [number], madeS: landS });
    else if (same.moves.at(-1) !== number) same.moves.push(number);
  }
  return prints;
}

/** The numbers of a print, as many as can be read. */
export const numbersText = (numbers: readonly number[]): string =>
  numbers.length > MOST_NUMBERS ? `${numbers.slice(0, MOST_NUMBERS - 1).join('·')}…` : numbers.join('·');
