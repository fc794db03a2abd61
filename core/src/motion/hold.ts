/**
 * Holding a gap along the line between two people: where the partner is over time, when to step and how far. The
 * student makes at most one half step a beat, whole or half of one, to or from the partner; it begins on the beat and
 * is over after two thirds of it. Seconds and metres.
 */

/** Where the partner is along the line, evenly sampled from 0 on, away from the student. */
export interface Motion {
  readonly everyS: number;
  readonly atM: Float64Array;
}

export interface HoldOrder {
  readonly motion: Motion;
  /** Gap at the beginning, and the band it is to be held in. */
  readonly gapM: number;
  readonly nearM: number;
  readonly farM: number;
  /** Longest clean half step. */
  readonly stepM: number;
  readonly beatS: number;
  /** What the partner did in the last so many seconds the student does not know yet. */
  readonly delayS: number;
}

/** A step on a beat; positive is towards the partner. */
export interface HoldStep {
  readonly beat: number;
  readonly timeS: number;
  readonly moveM: number;
}

export interface Schedule {
  readonly steps: readonly HoldStep[];
  readonly shareInBand: number;
}

export interface Holding {
  readonly schedules: Readonly<Record<'known' | 'period' | 'reacting', Schedule>>;
  /** Seconds after which the partner does the same again; null where nothing comes again. */
  readonly periodS: number | null;
  /** Fastest of the partner, smoothed over a beat, and of the student who steps on every beat. */
  readonly peakMS: number;
  readonly ownMS: number;
  /** Whether steps of this length at this tempo are enough. */
  readonly keepsUp: boolean;
  /** Where they are not: steps so long at this tempo, or beats so short with these steps, would be. */
  readonly wants: { readonly stepM: number; readonly beatS: number } | null;
  readonly words: string;
}

/** Cells of the plan, metres. */
const CELL_M = 0.01;
/** A step is over after this share of its beat. */
const FLIGHT = 2 / 3;
/** Steps must reach about this share of the partner's peak speed (own choice). */
const KEEPS_UP = 0.75;
/** So many beats ahead somebody looks who knows only the period, or nothing. */
const LOOKS_AHEAD = 3;
/** One sample outside weighs more than all steps of the longest round. */
const OUTSIDE = 1e5;

interface Course {
  /** Samples of a beat, beats in all. */
  readonly perBeat: number;
  readonly beats: number;
  /** Where the middle of the band would have the student, cells, a sample. */
  readonly wanted: Float64Array;
  readonly halfCells: number;
  /** Steps that can be made, cells. */
  readonly moves: readonly number[];
}

/** Where the student is in a beat that began at a place with a move, a sample. */
const shareDone = (sample: number, perBeat: number): number => Math.min(1, (sample + 1) / (FLIGHT * perBeat));

/** How many samples of a beat lie outside the band, for a student who begins it at a place and makes a move. */
function outsideIn(
  { perBeat, halfCells }: Course,
  wanted: (sample: number) => number,
  from: number,
  move: number,
): number {
  let outside = 0;
  for (let i = 0; i < perBeat; i++)
    if (Math.abs(wanted(i) - (from + move * shareDone(i, perBeat))) > halfCells + 1e-9) outside++;
  return outside;
}

function courseOf({ motion, gapM, nearM, farM, stepM, beatS }: HoldOrder): Course {
  const perBeat = Math.max(1, Math.round(beatS / motion.everyS));
  const beats = Math.floor(motion.atM.length / perBeat);
  const middleM = (nearM + farM) / 2;
  const [first = 0] = motion.atM;
  const step = Math.floor(stepM / CELL_M + 1e-9);
  const half = Math.floor(step / 2);
  return {
    perBeat,
    beats,
    wanted: Float64Array.from(motion.atM, (at) => (at - first + gapM - middleM) / CELL_M),
    halfCells: (farM - nearM) / 2 / CELL_M,
    moves: [...new Set([0, half, -half, step, -step])],
  };
}

/** The whole motion known: least time outside the band, then fewest steps, backward over cells of a centimetre. */
function planKnown(course: Course): number[] {
  const { beats, perBeat, wanted, moves } = course;
  const step = Math.max(...moves);
  // Nobody goes further than the partner does, and a step beyond.
  const reach = Math.ceil(Math.max(...wanted.map(Math.abs))) + 2 * step + 2;
  const width = 2 * reach + 1;
  let next = new Float64Array(width);
  const choices = Array.from({ length: beats }, () => new Int8Array(width));
  for (let beat = beats - 1; beat >= 0; beat--) {
    const now = new Float64Array(width);
    const choice = choices[beat] ?? new Int8Array(width);
    const at = (sample: number): number => wanted[beat * perBeat + sample] ?? 0;
    for (let cell = 0; cell < width; cell++) {
      let best = Infinity;
      moves.forEach((move, i) => {
        const to = cell + move;
        if (to < 0 || to >= width) return;
        const cost =
          OUTSIDE * outsideIn(course, at, cell - reach, move) + (move === 0 ? 0 : 1) + (next[to] ?? Infinity);
        if (cost < best - 1e-9) {
          best = cost;
          choice[cell] = i;
        }
      });
      now[cell] = best;
    }
    next = now;
  }
  const made: number[] = [];
  let cell = reach;
  for (const choice of choices) {
    const move = moves[choice[cell] ?? 0] ?? 0;
    made.push(move);
    cell += move;
  }
  return made;
}

/** The best first move of the next beats, by trying them all against what is expected. */
function bestMove(course: Course, expected: (sample: number) => number, from: number, ahead: number): number {
  const { moves, perBeat } = course;
  const costOf = (beat: number, at: number): { readonly cost: number; readonly move: number } => {
    if (beat === ahead) return { cost: 0, move: 0 };
    let best = { cost: Infinity, move: 0 };
    for (const move of moves) {
      const outside = outsideIn(course, (i) => expected(beat * perBeat + i), at, move);
      const cost = OUTSIDE * outside + (move === 0 ? 0 : 1) + costOf(beat + 1, at + move).cost;
      if (cost < best.cost - 1e-9) best = { cost, move };
    }
    return best;
  };
  return costOf(0, from).move;
}

/** Step by step with what is known by then. */
function planSeeing(course: Course, delay: number, periodSamples: number | null): number[] {
  const { beats, perBeat, wanted } = course;
  const made: number[] = [];
  let place = 0;
  for (let beat = 0; beat < beats; beat++) {
    const begins = beat * perBeat;
    const seen = begins - delay;
    const expected = (ahead: number): number => {
      const sample = begins + ahead;
      if (sample <= seen) return wanted[sample] ?? 0;
      if (periodSamples !== null && seen >= periodSamples) {
        const rounds = Math.ceil((sample - seen) / periodSamples);
        const before = sample - rounds * periodSamples;
        return wanted[Math.max(0, before)] ?? 0;
      }
      return wanted[Math.max(0, seen)] ?? 0;
    };
    const move = bestMove(course, expected, place, LOOKS_AHEAD);
    made.push(move);
    place += move;
  }
  return made;
}

function scheduleOf(course: Course, made: readonly number[], beatS: number): Schedule {
  const { perBeat, beats, wanted } = course;
  let [place, outside] = [0, 0];
  made.forEach((move, beat) => {
    outside += outsideIn(course, (i) => wanted[beat * perBeat + i] ?? 0, place, move);
    place += move;
  });
  return {
    steps: made.flatMap((move, beat) =>
      move === 0 ? [] : [{ beat: beat + 1, timeS: beat * beatS, moveM: move * CELL_M }],
    ),
    shareInBand: beats === 0 ? 0 : 1 - outside / (beats * perBeat),
  };
}

/** A motion that comes again is as like itself after its period as this, as a correlation (own choice). */
const ALIKE = 0.8;

/** After how many samples a motion comes again: the first high peak of its autocorrelation; null where there is none. */
export function periodOf(values: Float64Array): number | null {
  const n = values.length;
  const mean = values.reduce((a, b) => a + b, 0) / n;
  const own = Float64Array.from(values, (one) => one - mean);
  const like = (lag: number): number => {
    let [sum, a, b] = [0, 0, 0];
    for (let i = lag; i < n; i++) {
      const [x, y] = [own[i] ?? 0, own[i - lag] ?? 0];
      sum += x * y;
      a += x * x;
      b += y * y;
    }
    return a === 0 || b === 0 ? 0 : sum / Math.sqrt(a * b);
  };
  let fell = false;
  let best: { readonly lag: number; readonly like: number } | null = null;
  for (let lag = 1; lag <= n / 2; lag++) {
    const now = like(lag);
    if (!fell) {
      fell = now < 0.5;
      continue;
    }
    if (best && now < best.like - 0.05) break;
    if (now > ALIKE && (!best || now > best.like)) best = { lag, like: now };
  }
  return best?.lag ?? null;
}

/** Three answers side by side: the whole motion known, its period known, reacting only. */
export function holdGap(order: HoldOrder): Holding {
  const course = courseOf(order);
  const { motion, beatS, stepM, delayS } = order;
  const delay = Math.ceil(delayS / motion.everyS);
  const period = periodOf(motion.atM);
  const plan = (made: readonly number[]): Schedule => scheduleOf(course, made, beatS);
  const schedules = {
    known: plan(planKnown(course)),
    period: plan(planSeeing(course, delay, period)),
    reacting: plan(planSeeing(course, delay, null)),
  };
  let peakMS = 0;
  for (let i = course.perBeat; i < motion.atM.length; i++)
    peakMS = Math.max(peakMS, Math.abs((motion.atM[i] ?? 0) - (motion.atM[i - course.perBeat] ?? 0)) / beatS);
  const ownMS = stepM / beatS;
  const keepsUp = ownMS >= KEEPS_UP * peakMS;
  const wants = keepsUp ? null : { stepM: KEEPS_UP * peakMS * beatS, beatS: stepM / (KEEPS_UP * peakMS) };
  return {
    schedules,
    periodS: period === null ? null : period * motion.everyS,
    peakMS,
    ownMS,
    keepsUp,
    wants,
    words: holdWords(schedules, wants),
  };
}

const percent = (share: number): string => `${Math.round(100 * share)} %`;

function holdWords({ known, period, reacting }: Holding['schedules'], wants: Holding['wants']): string {
  const can = wants
    ? `Steps of this length at this tempo are too slow for this partner: steps of ${Math.ceil(100 * wants.stepM)} cm, a beat every ${wants.beatS.toFixed(2)} s, an earlier start, or an angle instead of straight back.`
    : 'Steps of this length at this tempo are enough.';
  const late = known.shareInBand - reacting.shareInBand;
  const why =
    late > LATE_SHARE
      ? ` What reacting loses (${percent(late)} of the time) an earlier start would win.`
      : '';
  return `${can} In the band ${percent(known.shareInBand)} of the time with everything known, ${percent(period.shareInBand)} knowing the period, ${percent(reacting.shareInBand)} reacting.${why}`;
}

/** Less than this is no loss that anybody sees (own choice). */
const LATE_SHARE = 0.05;
