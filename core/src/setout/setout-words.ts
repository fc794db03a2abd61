import type { Materials } from '../floor/index.ts';
import type { HowTo, Station } from './setout-fix.ts';
import type { SetOutRow } from './setout.ts';
import type { SquareCorner } from './two-tapes.ts';
import { formatLength, formatTape, type UnitSystem } from '../measure/index.ts';

export interface TapeWords {
  /** Where the tape starts, short: a letter, a mark. */
  readonly from: string;
  /** The same in full. */
  readonly where: string;
  readonly tape: string;
}

/** Where and how far, in a few words each. */
export interface HowWords {
  readonly first: TapeWords;
  readonly second: TapeWords;
  /** How the two are put together. */
  readonly join: string;
}

/** A corner in full with its letter, a mark by its own name. */
export const stationWords = ({ id, name, kind }: Station): string =>
  kind === 'datum' && name !== '' ? `${name} (${id})` : id;

export function howWords(how: HowTo, units: UnitSystem): HowWords {
  if (how.kind === 'two-tapes') {
    const [a, b] = how.from;
    return {
      first: { from: a.id, where: stationWords(a), tape: formatTape(how.distancesM[0], units) },
      second: { from: b.id, where: stationWords(b), tape: formatTape(how.distancesM[1], units) },
      join: `both tight, where they meet, on the ${how.side} of the way from ${a.id} to ${b.id}`,
    };
  }
  return {
    first: {
      from: `${how.from.id} along the wall`,
      where: `${stationWords(how.from)}, along the wall`,
      tape: formatTape(how.alongM, units),
    },
    second: { from: 'into the room', where: 'square into the room', tape: formatTape(how.offsetM, units) },
    join: `along the wall from ${how.from.id}, then square into the room`,
  };
}

/** The reading that must then agree. */
export const checkWords = ({ check }: SetOutRow, units: UnitSystem): string =>
  check ? `${check.from.id} ${formatTape(check.distanceM, units)}` : 'no third tape reaches';

const count = (number: number, one: string, more = `${one}s`): string =>
  `${number} ${number === 1 ? one : more}`;

/** What to bring, in words; empty when nothing is needed. */
export function bringWords(materials: Materials, units: UnitSystem): string {
  const { flatCones, tallCones, chalkM, ropeM, ropeHeightsM, bags, helpers } = materials;
  const heights = ropeHeightsM.map((heightM) => formatLength(heightM, units)).join(', ');
  return [
    flatCones > 0 && count(flatCones, 'flat cone'),
    tallCones > 0 && count(tallCones, 'tall cone'),
    chalkM > 0 && `${formatLength(chalkM, units)} of chalk or tape`,
    ropeM > 0 && `${formatLength(ropeM, units)} of rope at ${heights}`,
    bags > 0 && count(bags, 'bag'),
    helpers > 0 && count(helpers, 'helper'),
  ]
    .filter((part) => part !== false)
    .join(', ');
}

/** Sides of a right angle to tape, and how square it comes out (U = 2u). */
export const squareWords = ({ sidesM, offDeg }: SquareCorner, units: UnitSystem): string =>
  `${sidesM.map((sideM) => formatTape(sideM, units)).join(', ')} (3-4-5), square within ${(2 * offDeg).toFixed(1)}°`;
