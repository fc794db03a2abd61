import { distanceM, subtract, type Point } from '../floor/vector.ts';
import type { Footfall, Move } from '../pattern/footwork.ts';
import { medianOf } from '../track/track.ts';

/** One row of an alignment: a planned move with what was seen of it, or a move the plan lacks. */
export interface AlignedMove {
  readonly planned: Move | null;
  /** Observed footfalls in time order: two, one, or none when the move was missed. */
  readonly observed: readonly Footfall[];
}

/** Costs of the alignment, in units of "a footfall that does not belong" (own choice). */
const MISSED = 1.5;
const EXTRA = 0.8;
const HALF = 0.9;
const SWAPPED = 0.3;
const STEP_WEIGHT = 0.5;
const STEP_CAP = 2.2;
const PLACE_WEIGHT = 0.1;
const PLACE_CAP = 3;
const BEAT_CAP = 2.5;
const RHYTHM_WEIGHT = 0.5;
const BAND = 24;
const NEIGHBOURS = 9;
const PASSES = 3;

type BeatOffset = ((planned: Move) => number) | null;

/**
 * Matches observed footfalls to planned moves by least total cost (dynamic programming in a band
 * along the diagonal, so cost grows in proportion to the length of the drill). A move may be matched
 * with both feet in either order, with one foot, or with none; a footfall may belong to no move.
 * Costs: difference of the steps, of the places, of the rhythm, and - from the second pass on, when
 * the student's own clock is known - of the beat.
 */
export function align(
  planned: readonly Move[],
  observed: readonly Footfall[],
  intervalS: number,
): AlignedMove[] {
  let beat: BeatOffset = null;
  let rows = alignOnce(planned, observed, intervalS, beat);
  for (let pass = 1; pass < PASSES; pass++) {
    beat = beatOffsets(rows);
    rows = alignOnce(planned, observed, intervalS, beat);
  }
  return gatherExtras(rows, intervalS);
}

const enum Step {
  None,
  Both,
  One,
  Missed,
  Extra,
}

function alignOnce(
  planned: readonly Move[],
  observed: readonly Footfall[],
  intervalS: number,
  beat: BeatOffset,
): AlignedMove[] {
  const K = planned.length;
  const J = observed.length;
  const half = BAND + Math.abs(J - 2 * K);
  const width = 2 * half + 1;
  const centre = (k: number): number => Math.round(K === 0 ? 0 : (k * J) / K);
  const total = new Float64Array((K + 1) * width).fill(Infinity);
  const came = new Uint8Array((K + 1) * width);
  const cellOf = (k: number, j: number): number => {
    const offset = j - centre(k) + half;
    return offset < 0 || offset >= width || j < 0 || j > J ? -1 : k * width + offset;
  };
  const offer = (cell: number, cost: number, step: Step): void => {
    if (cell >= 0 && cost < total[cell]!) {
      total[cell] = cost;
      came[cell] = step;
    }
  };
  total[cellOf(0, 0)] = 0;
  for (let k = 0; k <= K; k++) {
    const from = Math.max(0, centre(k) - half);
    const to = Math.min(J, centre(k) + half);
    for (let j = from; j <= to; j++) {
      const here = total[cellOf(k, j)]!;
      if (here === Infinity) continue;
      if (j < J) offer(cellOf(k, j + 1), here + EXTRA, Step.Extra);
      if (k === K) continue;
      const move = planned[k]!;
      offer(cellOf(k + 1, j), here + MISSED, Step.Missed);
      const first = observed[j];
      if (!first) continue;
      offer(cellOf(k + 1, j + 1), here + oneCost(move, first, intervalS, beat), Step.One);
      const second = observed[j + 1];
      if (second && second.foot !== first.foot) {
        offer(cellOf(k + 1, j + 2), here + bothCost(move, first, second, intervalS, beat), Step.Both);
      }
    }
  }
  return backtrack(planned, observed, cellOf, came);
}

function backtrack(
  planned: readonly Move[],
  observed: readonly Footfall[],
  cellOf: (k: number, j: number) => number,
  came: Uint8Array,
): AlignedMove[] {
  const rows: AlignedMove[] = [];
  let k = planned.length;
  let j = observed.length;
  while (k > 0 || j > 0) {
    const step = came[cellOf(k, j)] as Step;
    const used = step === Step.Both ? 2 : step === Step.Missed ? 0 : 1;
    const isMove = step !== Step.Extra;
    rows.push({
      planned: isMove ? planned[k - 1]! : null,
      observed: observed.slice(j - used, j),
    });
    j -= used;
    if (isMove) k -= 1;
  }
  return rows.reverse();
}

function stepCost(planned: Footfall, seen: Footfall): number {
  const wanted = subtract(planned.to, planned.from);
  const did = subtract(seen.to, seen.from);
  const scale = Math.max(0.05, Math.hypot(wanted.x, wanted.y));
  const off = distanceM(wanted as Point, did as Point) / scale;
  const away = distanceM(planned.to, seen.to) / scale;
  return STEP_WEIGHT * Math.min(STEP_CAP, off) + PLACE_WEIGHT * Math.min(PLACE_CAP, away);
}

function beatCost(move: Move, landS: number, intervalS: number, beat: BeatOffset): number {
  if (!beat) return 0;
  const off = (landS - beat(move) - move.beatS) / (intervalS / 2);
  return Math.min(BEAT_CAP, off * off);
}

function oneCost(move: Move, seen: Footfall, intervalS: number, beat: BeatOffset): number {
  const planned = move.footfalls.find((footfall) => footfall.foot === seen.foot)!;
  const landS = seen.landS - (planned.landS - move.beatS);
  return HALF + stepCost(planned, seen) + beatCost(move, landS, intervalS, beat);
}

function bothCost(
  move: Move,
  first: Footfall,
  second: Footfall,
  intervalS: number,
  beat: BeatOffset,
): number {
  const [plannedFirst, plannedSecond] = move.footfalls;
  const swapped = first.foot !== plannedFirst.foot;
  const rhythm =
    (second.landS - first.landS - (plannedSecond.landS - plannedFirst.landS)) / (intervalS / 2);
  return (
    stepCost(plannedFirst, swapped ? second : first) +
    stepCost(plannedSecond, swapped ? first : second) +
    (swapped ? SWAPPED : 0) +
    RHYTHM_WEIGHT * Math.min(BEAT_CAP, rhythm * rhythm) +
    beatCost(move, first.landS, intervalS, beat)
  );
}

/** The student's clock against the plan's, move by move: a running median over the neighbours. */
function beatOffsets(rows: readonly AlignedMove[]): BeatOffset {
  const known = rows.flatMap(({ planned, observed }) =>
    planned && observed.length === 2 ? [{ number: planned.number, offS: observed[0]!.landS - planned.beatS }] : [],
  );
  if (known.length === 0) return null;
  const smooth = known.map((_, i) => {
    const from = Math.max(0, Math.min(i - NEIGHBOURS, known.length - 2 * NEIGHBOURS - 1));
    return medianOf(known.slice(from, from + 2 * NEIGHBOURS + 1).map((row) => row.offS));
  });
  let at = 0;
  return (move) => {
    while (at > 0 && known[at]!.number > move.number) at--;
    while (at < known.length - 1 && known[at + 1]!.number <= move.number) at++;
    return smooth[at]!;
  };
}

/** Extra footfalls of both feet that belong together become one extra move. */
function gatherExtras(rows: readonly AlignedMove[], intervalS: number): AlignedMove[] {
  const gathered: AlignedMove[] = [];
  for (const row of rows) {
    const last = gathered.at(-1);
    const joins =
      last &&
      !row.planned &&
      !last.planned &&
      last.observed.length === 1 &&
      last.observed[0]!.foot !== row.observed[0]!.foot &&
      row.observed[0]!.liftS - last.observed[0]!.landS < 0.6 * intervalS;
    if (joins) {
      gathered[gathered.length - 1] = { planned: null, observed: [...last.observed, ...row.observed] };
    } else gathered.push(row);
  }
  return gathered;
}
