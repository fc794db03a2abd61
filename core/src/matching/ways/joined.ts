import { distanceM, dot, type Point } from '../../geometry/index.ts';
import type { FootEvent } from '../../pattern/index.ts';
import { medianOf } from '../../track/index.ts';
import type { AlignedMove } from '../aligned-move.ts';
import { firstStep, lengthOf } from './asked.ts';
import type { DoneAs } from './done-as.ts';

/** Steps taken in one for two, or in two for one: at least so many of them are a way of doing it. */
const LEAST_JOINED = 2;
const SAME_WAY = Math.cos((25 * Math.PI) / 180);
/** A step of half the length scatters more about its way. */
const ABOUT_SAME_WAY = 0.5;
const SHORTENED = 0.85;
const LENGTHENED = 1.45;

const unit = ({ from, to }: FootEvent): Point => {
  const size = Math.max(distanceM(from, to), 1e-9);
  return { x: (to.x - from.x) / size, y: (to.y - from.y) / size };
};

/** One step where several were asked: a long one, and beside it one that is missing. */
export function merged(rows: readonly AlignedMove[]): DoneAs[] {
  const planned = rows.filter((row) => row.planned);
  const numbers: number[] = [];
  const [did, wanted]: [number[], number[]] = [[], []];
  planned.forEach((row, i) => {
    const step = firstStep(row);
    if (!step || !row.planned) return;
    const [asked, seen] = step;
    // Of several that are alike the match may leave out one that is not the next.
    const beside = [1, -1, 2, -2]
      .map((by) => planned[i + by])
      .find((other) => {
        const lead = other?.expected.find(({ how }) => how === 'step' || how === 'drag');
        return (
          other?.observed.length === 0 &&
          lead !== undefined &&
          dot(unit(lead), unit(asked)) > SAME_WAY &&
          !numbers.includes(other.planned?.number ?? -1)
        );
      });
    if (!beside?.planned || lengthOf(seen) < LENGTHENED * lengthOf(asked)) return;
    numbers.push(row.planned.number, beside.planned.number);
    did.push(lengthOf(seen));
    wanted.push(lengthOf(asked));
  });
  if (did.length < LEAST_JOINED) return [];
  return [
    {
      is: 'merged',
      didM: medianOf(did),
      askedM: medianOf(wanted),
      moveNumbers: numbers.toSorted((a, b) => a - b),
    },
  ];
}

/** Two steps where one was asked: a short one, and beside it one more the same way. */
export function split(rows: readonly AlignedMove[]): DoneAs[] {
  const numbers: number[] = [];
  const [did, wanted]: [number[], number[]] = [[], []];
  rows.forEach((row, i) => {
    const step = firstStep(row);
    if (!step || !row.planned) return;
    const [asked, seen] = step;
    const beside = [1, -1, 2, -2]
      .map((by) => rows[i + by])
      .find((other) => {
        const extra =
          other?.planned === null ? other.observed.find(({ foot }) => foot === seen.foot) : undefined;
        return extra !== undefined && dot(unit(extra), unit(asked)) > ABOUT_SAME_WAY;
      });
    if (!beside || lengthOf(seen) > SHORTENED * lengthOf(asked)) return;
    numbers.push(row.planned.number);
    did.push(lengthOf(seen));
    wanted.push(lengthOf(asked));
  });
  if (did.length < LEAST_JOINED) return [];
  return [{ is: 'split', didM: medianOf(did), askedM: medianOf(wanted), moveNumbers: numbers }];
}
