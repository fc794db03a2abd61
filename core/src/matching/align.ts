import type { FootName } from '../body/index.ts';
import { distanceM, type Point } from '../geometry/index.ts';
import type { Stand } from '../moves/index.ts';
import type { FootEvent, PlannedMove } from '../pattern/index.ts';
import type { AlignedMove } from './aligned-move.ts';
import { withSlides } from './slides.ts';
import { beatCost, beatCostAfterSkip, COSTS, isTurn, takenFor, type Taken } from './align-costs.ts';

export interface Alignment {
  readonly rows: readonly AlignedMove[];
  /** What the best match costs a planned move: about 0 as planned, 1.5 where nothing is found. */
  readonly costPerMove: number;
}

const BAND = 16;

/** More events of one move than this are not looked for at once. */
const MOST_EVENTS = 6;
/** An event beside the drill costs so much less than one within it. */
const LIKE_EXTRA = COSTS.extra - COSTS.beside;
const EXTRA = 255;

/**
 * Matches observed events to planned moves by least total cost (dynamic programming in a band along the
 * diagonal, so cost grows in proportion to the length of the drill): the best match found. A move may be
 * matched with all its events that can be seen, in any order, with some, or with none; an event may belong to
 * no move, and a move of which nothing can be seen is passed by. Costs: difference of the steps, of the
 * places, of the turns, of the rhythm, and the change of the student's clock against the plan's since the
 * move matched before, remembered along the best path.
 * @param shows whether the recording can show a planned event
 */
export function align(
  planned: readonly PlannedMove[],
  observed: readonly FootEvent[],
  intervalS: number,
  shows: (event: FootEvent) => boolean = isSeenByPlace,
): Alignment {
  const { rows, cost } = alignEvents(planned, observed, intervalS, shows);
  return { rows: gatherExtras(withSlides(rows), intervalS), costPerMove: cost / Math.max(1, planned.length) };
}

/** Whether a recording of places alone shows an event. */
export const isSeenByPlace = (event: FootEvent): boolean =>
  !isTurn(event) && event.how !== 'bounce' && event.how !== 'raise';

/** The student's clock against the plan's, by the first and by the last landing of a move. */
type Clocks = Pick<Taken, 'clockS' | 'leavesS'>;

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
  shows: (event: FootEvent) => boolean,
): { readonly rows: AlignedMove[]; readonly cost: number } {
  const K = planned.length;
  const J = observed.length;
  const visible = planned.map(({ events }) => events.filter(shows).slice(0, MOST_EVENTS));
  const before = [0];
  let N = 0;
  for (const events of visible) before.push((N += events.length));
  const half = BAND + Math.abs(J - N);
  const width = 2 * half + 1;
  const size = (K + 1) * width * LAYERS;
  const total = new Float64Array(size).fill(Infinity);
  const came = new Uint8Array(size);
  const cameFrom = new Int32Array(size);
  /** Track time minus plan time at the last matched move on the best path. */
  const clock = new Float64Array(size).fill(NaN);
  /** The same by the last landing of that move. */
  const leaves = new Float64Array(size).fill(NaN);
  const centre = (k: number): number => (N === 0 ? 0 : Math.round(((before[k] ?? 0) * J) / N));
  const cellOf = (k: number, j: number, layer: Layer): number => {
    const offset = j - centre(k) + half;
    return offset < 0 || offset >= width || j > J ? -1 : (k * width + offset) * LAYERS + layer;
  };
  const offer = (from: number, to: number, cost: number, step: number, taken: Clocks): void => {
    if (to >= 0 && cost < total[to]!) {
      total[to] = cost;
      came[to] = step;
      cameFrom[to] = from;
      clock[to] = taken.clockS;
      leaves[to] = taken.leavesS;
    }
  };
  /** The ways to take the next events for those of move k; the same from both layers. */
  const takens = (k: number, j: number): (Taken | null)[] => {
    const events = visible[k] ?? [];
    const of = (i: number): Taken | null =>
      j + i < J && cellOf(k + 1, j + i + 1, Layer.Matched) >= 0
        ? takenFor(events, observed.slice(j, j + i + 1), intervalS)
        : null;
    const ways = events.map((_, i) => of(i));
    // One more may lie between them, where a foot turned a little on the way.
    const isTurnWithin = events.length > 1 && observed.slice(j + 1, j + events.length).some(isTurn);
    return isTurnWithin ? [...ways, of(events.length)] : ways;
  };
  const leave = (k: number, j: number, layer: Layer, ways: readonly (Taken | null)[]): void => {
    const from = cellOf(k, j, layer);
    const beat = layer === Layer.Skipped ? beatCostAfterSkip : beatCost;
    const here = total[from]!;
    if (here === Infinity) return;
    const clockS = clock[from]!;
    const leavesS = leaves[from] ?? NaN;
    const isBeside = (k === 0 && walksUp) || (k === K && walksOff);
    const extra = isBeside ? COSTS.beside : COSTS.extra;
    if (j < J) offer(from, cellOf(k, j + 1, Layer.Skipped), here + extra, EXTRA, { clockS, leavesS });
    const events = visible[k];
    if (!events) return;
    const missed = here + COSTS.missedEvent * events.length + noWalkUp(k, j, clockS, from);
    offer(from, cellOf(k + 1, j, events.length === 0 ? layer : Layer.Skipped), missed, 0, {
      clockS,
      leavesS,
    });
    for (let i = 0; i < ways.length; i++) {
      const taken = ways[i];
      if (!taken) continue;
      // Who waited within the move before either takes the time with them or makes it good.
      const since = Math.min(beat(taken.clockS - clockS, intervalS), beat(taken.clockS - leavesS, intervalS));
      const cost = here + taken.cost + since;
      offer(from, cellOf(k + 1, j + i + 1, Layer.Matched), cost, i + 1, taken);
    }
  };
  const walksUp = !standsAt(
    planned[0]?.before,
    (foot) => observed.find((event) => event.foot === foot)?.from,
  );
  const walksOff = !standsAt(
    planned.at(-1)?.after,
    (foot) => observed.findLast((event) => event.foot === foot)?.to,
  );
  /**
   * What it costs more to miss a move while as many events beside the drill are thought to be walking up or off:
   * who walks up begins at the first move, and who walks off has done the last.
   */
  const noWalkUp = (k: number, j: number, clockS: number, from: number): number => {
    const count = visible[k]?.length ?? 0;
    const atStart = walksUp && Number.isNaN(clockS) ? Math.min(count, Math.max(0, j - (before[k] ?? 0))) : 0;
    if (k !== K - 1 || j === J || !walksOff) return LIKE_EXTRA * atStart;
    let missed = count;
    let cell = from;
    for (let back = k; back > 0 && came[cell] === 0; back--) {
      missed += visible[back - 1]?.length ?? 0;
      cell = cameFrom[cell] ?? 0;
    }
    return LIKE_EXTRA * (atStart + Math.min(missed, J - j));
  };
  const isReached = (k: number, j: number): boolean =>
    Math.min(total[cellOf(k, j, Layer.Matched)] ?? Infinity, total[cellOf(k, j, Layer.Skipped)] ?? Infinity) <
    Infinity;
  total[cellOf(0, 0, Layer.Matched)] = 0;
  for (let k = 0; k <= K; k++) {
    const from = Math.max(0, centre(k) - half);
    const to = Math.min(J, centre(k) + half);
    for (let j = from; j <= to; j++) {
      if (!isReached(k, j)) continue;
      const ways = takens(k, j);
      leave(k, j, Layer.Matched, ways);
      leave(k, j, Layer.Skipped, ways);
    }
  }
  const ends = [cellOf(K, J, Layer.Matched), cellOf(K, J, Layer.Skipped)] as const;
  const end = total[ends[0]]! <= total[ends[1]]! ? ends[0] : ends[1];
  return { rows: backtrack({ planned, visible, observed }, end, came, cameFrom), cost: total[end]! };
}

/** Feet so near to where a drill begins, or ends, stand there (own choice). */
const THERE_M = 0.12;

/** Whether both feet stand where a plan has them: who stands there at first does not walk up, and at last not off. */
const standsAt = (stand: Stand | undefined, at: (foot: FootName) => Point | undefined): boolean =>
  (['left', 'right'] as const).every((foot) => {
    const seen = at(foot);
    return stand && seen && distanceM(seen, stand[foot]) < THERE_M;
  });

interface Matched {
  readonly planned: readonly PlannedMove[];
  readonly visible: readonly (readonly FootEvent[])[];
  readonly observed: readonly FootEvent[];
}

function backtrack(
  { planned, visible, observed }: Matched,
  end: number,
  came: Uint8Array,
  cameFrom: Int32Array,
): AlignedMove[] {
  const rows: AlignedMove[] = [];
  let k = planned.length;
  let j = observed.length;
  let cell = end;
  while (k > 0 || j > 0) {
    const step = came[cell] ?? 0;
    cell = cameFrom[cell]!;
    const isExtra = step === EXTRA;
    const used = isExtra ? 1 : step;
    rows.push({
      planned: isExtra ? null : (planned[k - 1] ?? null),
      expected: isExtra ? [] : (visible[k - 1] ?? []),
      observed: observed.slice(j - used, j),
    });
    j -= used;
    if (!isExtra) k -= 1;
  }
  return rows.reverse();
}

/** Extra footfalls of both feet that belong together become one extra move, also round a move that was missed. */
function gatherExtras(rows: readonly AlignedMove[], intervalS: number): AlignedMove[] {
  const gathered: AlignedMove[] = [];
  for (const row of rows) {
    const before = gathered.findLastIndex(({ observed }) => observed.length > 0);
    const last = gathered[before];
    const [own, other] = [row.observed[0], last?.observed[0]];
    const joins =
      last &&
      own &&
      other &&
      !row.planned &&
      !last.planned &&
      last.observed.length === 1 &&
      other.foot !== own.foot &&
      own.liftS - other.landS < 0.6 * intervalS;
    if (joins)
      gathered[before] = { planned: null, expected: [], observed: [...last.observed, ...row.observed] };
    else gathered.push(row);
  }
  return gathered;
}
