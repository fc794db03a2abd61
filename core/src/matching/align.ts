import { distanceM } from '../geometry/index.ts';
import type { FootEvent, PlannedMove } from '../pattern/index.ts';

/** One row of an alignment: a planned move with what was seen of it, or a move the plan lacks. */
export interface AlignedMove {
  readonly planned: PlannedMove | null;
  /** Observed events in time order; none when the move was missed. */
  readonly observed: readonly FootEvent[];
}

export interface Alignment {
  readonly rows: readonly AlignedMove[];
  /** What the best match costs a planned move: about 0 as planned, 1.5 where nothing is found. */
  readonly costPerMove: number;
}

/** Costs of the alignment, in units of "a footfall that does not belong" (own choice). */
const MISSED = 1.5;
const EXTRA = 0.8;
/** Before the first and after the last move people walk up and off. */
const BESIDE = 0.3;
const HALF = 0.9;
const SWAPPED = 0.3;
const BETTER_WEIGHT = 0.3;
const STEP_WEIGHT = 0.3;
const PLACE_WEIGHT = 0.05;
const STEP_CAP = 2.5;
const RHYTHM_WEIGHT = 0.5;
const RHYTHM_CAP = 2.5;
/** Losing or gaining the beat costs once, however far it goes: a pause is a pause. */
const BEAT_CAP = 1.2;
/** A beat lost or gained together with a move left out or put in. */
const SHIFTED = 0.15;
const BAND = 16;

/**
 * Matches observed footfalls to planned moves by least total cost (dynamic programming in a band
 * along the diagonal, so cost grows in proportion to the length of the drill). A move may be matched
 * with both feet in either order, with one foot, or with none; a footfall may belong to no move.
 * Costs: difference of the steps, of the places, of the rhythm, and the change of the student's
 * clock against the plan's since the move matched before, remembered along the best path.
 */
export function align(
  planned: readonly PlannedMove[],
  observed: readonly FootEvent[],
  intervalS: number,
): Alignment {
  const { rows, cost } = alignEvents(planned, observed, intervalS);
  return { rows: gatherExtras(rows, intervalS), costPerMove: cost / Math.max(1, planned.length) };
}

const enum Step {
  None,
  Both,
  One,
  Missed,
  Extra,
}

/** The best path to a cell whose last step was a match, and the best whose last step was not. */
const LAYERS = 2;
const enum Layer {
  Matched,
  Skipped,
}

function alignEvents(
  planned: readonly PlannedMove[],
  observed: readonly FootEvent[],
  intervalS: number,
): { readonly rows: AlignedMove[]; readonly cost: number } {
  const K = planned.length;
  const J = observed.length;
  const half = BAND + Math.abs(J - 2 * K);
  const width = 2 * half + 1;
  const size = (K + 1) * width * LAYERS;
  const total = new Float64Array(size).fill(Infinity);
  const came = new Uint8Array(size);
  const cameFrom = new Int32Array(size);
  /** Track time minus plan time at the last matched move on the best path. */
  const clock = new Float64Array(size).fill(NaN);
  const centre = (k: number): number => (K === 0 ? 0 : Math.round((k * J) / K));
  const cellOf = (k: number, j: number, layer: Layer): number => {
    const offset = j - centre(k) + half;
    return offset < 0 || offset >= width || j > J ? -1 : (k * width + offset) * LAYERS + layer;
  };
  const offer = (from: number, to: number, cost: number, step: Step, clockS: number): void => {
    if (to >= 0 && cost < total[to]!) {
      total[to] = cost;
      came[to] = step;
      cameFrom[to] = from;
      clock[to] = clockS;
    }
  };
  const leave = (from: number, k: number, j: number, layer: Layer): void => {
    const beat = layer === Layer.Skipped ? beatCostAfterSkip : beatCost;
    const here = total[from]!;
    if (here === Infinity) return;
    const clockS = clock[from]!;
    const first = observed[j];
    const second = observed[j + 1];
    const extra = k === 0 || k === K ? BESIDE : EXTRA;
    if (first) offer(from, cellOf(k, j + 1, Layer.Skipped), here + extra, Step.Extra, clockS);
    const move = planned[k];
    if (!move) return;
    offer(from, cellOf(k + 1, j, Layer.Skipped), here + MISSED, Step.Missed, clockS);
    if (!first) return;
    const one = oneCost(move, first);
    const oneTotal = here + one.cost + beat(one.clockS - clockS, intervalS);
    offer(from, cellOf(k + 1, j + 1, Layer.Matched), oneTotal, Step.One, one.clockS);
    if (!second || second.foot === first.foot) return;
    const bothClockS = first.landS - move.beatS;
    const bothTotal = here + bothCost(move, first, second, intervalS) + beat(bothClockS - clockS, intervalS);
    offer(from, cellOf(k + 1, j + 2, Layer.Matched), bothTotal, Step.Both, bothClockS);
  };
  total[cellOf(0, 0, Layer.Matched)] = 0;
  for (let k = 0; k <= K; k++) {
    const from = Math.max(0, centre(k) - half);
    const to = Math.min(J, centre(k) + half);
    for (let j = from; j <= to; j++) {
      leave(cellOf(k, j, Layer.Matched), k, j, Layer.Matched);
      leave(cellOf(k, j, Layer.Skipped), k, j, Layer.Skipped);
    }
  }
  const ends = [cellOf(K, J, Layer.Matched), cellOf(K, J, Layer.Skipped)] as const;
  const end = total[ends[0]]! <= total[ends[1]]! ? ends[0] : ends[1];
  return { rows: backtrack(planned, observed, end, came, cameFrom), cost: total[end]! };
}

function backtrack(
  planned: readonly PlannedMove[],
  observed: readonly FootEvent[],
  end: number,
  came: Uint8Array,
  cameFrom: Int32Array,
): AlignedMove[] {
  const rows: AlignedMove[] = [];
  let k = planned.length;
  let j = observed.length;
  let cell = end;
  while (k > 0 || j > 0) {
    const step = came[cell] as Step;
    cell = cameFrom[cell]!;
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

/**
 * How badly a footfall fits a planned one, from the step it made and the place it reached. The better
 * of the two decides most: a student who is off the marks still makes the planned steps, and one who
 * finds the mark again still reaches the planned place.
 */
function stepCost(planned: FootEvent, seen: FootEvent): number {
  // In numbers: this is the innermost call.
  const wantedX = planned.to.x - planned.from.x;
  const wantedY = planned.to.y - planned.from.y;
  const offX = seen.to.x - seen.from.x - wantedX;
  const offY = seen.to.y - seen.from.y - wantedY;
  const scale = Math.max(0.05, Math.sqrt(wantedX * wantedX + wantedY * wantedY));
  const off = Math.min(STEP_CAP, Math.sqrt(offX * offX + offY * offY) / scale);
  const away = Math.min(STEP_CAP, distanceM(planned.to, seen.to) / scale);
  return BETTER_WEIGHT * Math.min(off, away) + STEP_WEIGHT * off + PLACE_WEIGHT * away;
}

function beatCost(changeS: number, intervalS: number): number {
  if (Number.isNaN(changeS)) return 0;
  const off = changeS / (intervalS / 2);
  return Math.min(BEAT_CAP, off * off);
}

/** A move left out or put in may take its beat with it. */
function beatCostAfterSkip(changeS: number, intervalS: number): number {
  return Math.min(
    beatCost(changeS, intervalS),
    SHIFTED + beatCost(changeS - intervalS, intervalS),
    SHIFTED + beatCost(changeS + intervalS, intervalS),
  );
}

function oneCost(move: PlannedMove, seen: FootEvent): { cost: number; clockS: number } {
  const planned = move.events.find((event) => event.foot === seen.foot)!;
  return { cost: HALF + stepCost(planned, seen), clockS: seen.landS - planned.landS };
}

function bothCost(move: PlannedMove, first: FootEvent, second: FootEvent, intervalS: number): number {
  const [plannedFirst, plannedSecond] = [move.events[0]!, move.events.at(-1)!];
  const swapped = first.foot !== plannedFirst.foot;
  const rhythm = (second.landS - first.landS - (plannedSecond.landS - plannedFirst.landS)) / (intervalS / 2);
  return (
    stepCost(plannedFirst, swapped ? second : first) +
    stepCost(plannedSecond, swapped ? first : second) +
    (swapped ? SWAPPED : 0) +
    RHYTHM_WEIGHT * Math.min(RHYTHM_CAP, rhythm * rhythm)
  );
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
