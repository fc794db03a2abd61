import { SCHOOLS, otherFoot, type StudentFit } from '../body/index.ts';
import { strikerOf } from '../range/index.ts';
import type { Two } from './contacts.ts';
import { groundOf, type Kind } from './ground.ts';
import { freeWindow, type FreeWindow } from './window.ts';

/** The same two with one thing changed. */
export interface Variant {
  readonly what: string;
  readonly window: FreeWindow | null;
  readonly areasM2: Readonly<Record<Kind, number>>;
}

/** Cells of a comparison are coarse: areas are told to a tenth of a square metre. */
const CELL_M = 0.1;
const SIZE_M = 5;

/** Matched and mirrored, every school of the first, and the first against others: what each would be. */
export function compareTwo(
  mine: StudentFit,
  theirs: StudentFit,
  others: readonly StudentFit[],
  onProgress?: (share: number) => void,
): Variant[] {
  const asked: { readonly what: string; readonly mine: StudentFit; readonly theirs: StudentFit }[] = [
    { what: 'As they stand', mine, theirs },
    {
      what: mine.leadSide === theirs.leadSide ? 'Mirrored' : 'Matched',
      mine: { ...mine, leadSide: otherFoot(mine.leadSide) },
      theirs,
    },
    ...SCHOOLS.filter(({ id }) => id !== mine.schoolId).map(({ id, name }) => {
      const { school: _, ...bare } = mine;
      return { what: `${mine.name}: ${name}`, mine: { ...bare, schoolId: id }, theirs };
    }),
    ...others.map((one) => ({
      what: `Against ${one.name}, ${one.lengths.statureM.toFixed(2)} m`,
      mine,
      theirs: one,
    })),
  ];
  return asked.map((one, i) => {
    const two: Two = { mine: strikerOf(one.mine), theirs: strikerOf(one.theirs) };
    const { areasM2 } = groundOf(two, SIZE_M, CELL_M);
    onProgress?.((i + 1) / asked.length);
    return { what: one.what, window: freeWindow(two), areasM2 };
  });
}
