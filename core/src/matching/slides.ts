import { distanceM } from '../geometry/index.ts';
import type { FootEvent, PlannedMove } from '../pattern/index.ts';
import type { AlignedMove } from './aligned-move.ts';

/** A foot that goes no further than this while the other is raised slid; further, it stepped (own choice). */
const SLIDES_M = 0.3;
/** When a foot leaves and comes down is not known better than this, seconds (own choice). */
const ABOUT_S = 0.05;

/** Of a move that raises one foot: that event as it was planned, while nothing is asked of the other. */
const raiseOf = ({ events }: PlannedMove): FootEvent | undefined => {
  const raised = events.find(({ how }) => how === 'raise');
  return raised && events.every(({ foot, how }) => foot === raised.foot || how === 'pivot')
    ? raised
    : undefined;
};

/** Whether an event that belongs to no move is the standing foot of a kick that slid under it. */
function isUnder(row: AlignedMove | undefined, { foot, from, to, liftS, landS }: FootEvent): boolean {
  const raised = row?.planned ? raiseOf(row.planned) : undefined;
  const seen = raised && row?.observed.find((event) => event.foot === raised.foot);
  return (
    seen !== undefined &&
    seen.foot !== foot &&
    !row?.observed.some((event) => event.foot === foot) &&
    distanceM(from, to) <= SLIDES_M &&
    liftS >= seen.liftS - ABOUT_S &&
    landS <= seen.landS + ABOUT_S
  );
}

/** Whether an event that belongs to no move is a foot that moves while it should bounce where it is. */
const isInBounce = (row: AlignedMove | undefined, { from, to }: FootEvent): boolean =>
  row?.planned?.kind === 'bounce' && distanceM(from, to) <= SLIDES_M;

/**
 * A standing foot that slid while the other kicked is part of the kick, and feet that wander while they bounce are
 * part of that: no moves of their own.
 */
export function withSlides(rows: readonly AlignedMove[]): AlignedMove[] {
  return withWanderings(withSlidesUnderKicks(rows));
}

/** What no move asked for, and lies beside a bounce with no other move between, is of that bounce. */
function withWanderings(rows: readonly AlignedMove[]): AlignedMove[] {
  const out = [...rows];
  for (let i = out.length - 1; i >= 0; i--) {
    const bounce = out[i];
    if (bounce?.planned?.kind !== 'bounce') continue;
    const isOf = (row: AlignedMove | undefined): boolean =>
      row !== undefined && !row.planned && row.observed.every((event) => isInBounce(bounce, event));
    let [from, to] = [i, i + 1];
    while (isOf(out[from - 1])) from--;
    while (isOf(out[to])) to++;
    const observed = out.slice(from, to).flatMap((row) => row.observed);
    out.splice(from, to - from, { ...bounce, observed });
    i = from;
  }
  return out;
}

function withSlidesUnderKicks(rows: readonly AlignedMove[]): AlignedMove[] {
  const out = [...rows];
  for (let i = out.length - 1; i >= 0; i--) {
    const row = out[i];
    const [own, ...others] = row?.observed ?? [];
    if (!row || row.planned || !own || others.length > 0) continue;
    const at = [i - 1, i + 1].find((place) => isUnder(out[place], own));
    const kick = at === undefined ? undefined : out[at];
    if (at === undefined || !kick) continue;
    out[at] = { ...kick, observed: [...kick.observed, own].toSorted((a, b) => a.liftS - b.liftS) };
    out.splice(i, 1);
  }
  return out;
}
