import type { FootName } from '../body/index.ts';
import { targetAt } from '../floor/index.ts';
import { distanceM, midpoint } from '../geometry/index.ts';
import { atLeast, atMost, type Verdict } from '../measure/index.ts';
import {
  bandsAlong,
  expand,
  settled,
  type Balls,
  type FootEvent,
  type Footwork,
  type PlannedDrill,
  type PlannedMove,
} from '../pattern/index.ts';
import {
  asPeopleAreJudged,
  faultRow,
  foundBy,
  identified,
  isTravel,
  OF_PEOPLE,
  performPlan,
  type EventUncertainty,
  type Finding,
  type Found,
  type PerformedMove,
  type Performance,
  type SeenStand,
} from '../rules/index.ts';
import { compareWithPlan } from '../judging/index.ts';
import { apart, ballOfToe, toePlace, type TapedPlace, type ToeReading } from './place.ts';

/** One stop: after which move (0: the stance before the first), and the two toes as they were taped. */
export interface Freeze {
  readonly moveNumber: number;
  readonly toes: Readonly<Record<FootName, ToeReading>>;
}

/** A number of a stop against the plan's, with U = 2u. Metres. */
export interface FreezeRow {
  readonly what:
    'separation' | 'left foot off its mark' | 'right foot off its mark' | 'gap' | 'left step' | 'right step';
  readonly measuredM: number;
  /** What the plan has there. */
  readonly plannedM: number;
  readonly expandedUM: number;
  /** Null where no limit is set for it. */
  readonly verdict: Verdict | null;
}

export interface FrozenMove {
  readonly moveNumber: number;
  readonly balls: Readonly<Record<FootName, TapedPlace>>;
  readonly rows: readonly FreezeRow[];
  readonly findings: readonly Finding[];
  readonly verdict: Verdict;
}

export interface FreezeReport {
  readonly moves: readonly FrozenMove[];
  readonly outcome: Verdict;
  /** Moves whose steps are not told: the stop before them was not taped. */
  readonly stepsUnknown: readonly number[];
}

/** Which stop cannot be used, and why. */
export interface BadFreeze {
  readonly moveNumber: number;
  readonly foot: FootName | null;
  readonly why: 'tapes do not meet' | 'no such move' | 'twice';
}

/** What is judged of feet that stand: nothing of how they came there; of a step whose two ends were taped, that too. */
const isTaped = ({ fault }: Found, wasTapedBefore: boolean): boolean => {
  const { taped } = faultRow(fault);
  return taped === 'stand' || (wasTapedBefore && taped === 'step');
};

const FEET = ['left', 'right'] as const;

/** How the plan stands after a move, or before the first; null where there is no such move. */
export const standAfter = ({ moves }: Footwork, moveNumber: number): PlannedMove['after'] | null =>
  (moveNumber === 0 ? moves[0]?.before : moves[moveNumber - 1]?.after) ?? null;

/** Where the feet stood at every stop, or which of them is no stop of this drill. */
function placed(
  footwork: Footwork,
  freezes: readonly Freeze[],
): BadFreeze | { readonly at: ReadonlyMap<number, Readonly<Record<FootName, TapedPlace>>> } {
  const at = new Map<number, Readonly<Record<FootName, TapedPlace>>>();
  for (const { moveNumber, toes } of freezes) {
    const stand = standAfter(footwork, moveNumber);
    if (!stand) return { moveNumber, foot: null, why: 'no such move' };
    if (at.has(moveNumber)) return { moveNumber, foot: null, why: 'twice' };
    const [left, right] = FEET.map((foot) => {
      const toe = toePlace(toes[foot], stand[foot]);
      return toe && ballOfToe(footwork.stance, foot, stand.facingDeg, toe);
    });
    if (!left || !right) return { moveNumber, foot: left ? 'right' : 'left', why: 'tapes do not meet' };
    at.set(moveNumber, { left, right });
  }
  return { at };
}

type Placed = Readonly<Record<FootName, TapedPlace>>;

const ballsOf = ({ left, right }: Placed): Balls => ({ left: left.at, right: right.at });

/** A planned move as the chalk shows it: from the stop before it where there is one. */
function performed(
  plan: Performance,
  planned: PlannedMove,
  before: Placed | null,
  after: Placed,
): { readonly performance: Performance; readonly move: PerformedMove } {
  const events = planned.events.filter(isTravel).map((event): FootEvent => {
    const from = before?.[event.foot].at ?? after[event.foot].at;
    return { ...event, from, to: after[event.foot].at, headingBeforeDeg: null, headingAfterDeg: null };
  });
  // Without the stop before it nothing says how far a foot went: only the stance after it is asked for.
  const own = before ? planned : { ...planned, judged: { ...planned.judged, halfStep: false, order: false } };
  const stand = (balls: Placed, planStand: PlannedMove['after']): SeenStand => ({
    ...planStand,
    ...ballsOf(balls),
    toesDeg: { left: null, right: null },
    uM: { left: balls.left.uM, right: balls.right.uM },
  });
  const move: PerformedMove = {
    moveNumber: planned.number,
    planned: own,
    events,
    beatS: planned.beatS,
    before: stand(before ?? after, before ? planned.before : planned.after),
    after: stand(after, planned.after),
    faces: planned.faces,
  };
  const uOf = ({ foot }: FootEvent): EventUncertainty => ({
    fromM: (before ?? after)[foot].uM,
    toM: after[foot].uM,
    // Nobody timed it.
    liftS: Infinity,
    landS: Infinity,
    headingDeg: Infinity,
  });
  const worst = Math.max(after.left.uM, after.right.uM);
  return {
    move,
    performance: {
      ...plan,
      moves: [move],
      start: ballsOf(before ?? after),
      ballAt: (foot) => after[foot].at,
      uOf,
      uncertainty: { ...plan.uncertainty, positionM: worst, movingM: worst },
    },
  };
}

/** What stops are held against. */
interface Asked {
  readonly drill: PlannedDrill;
  readonly footwork: Footwork;
  readonly bandAt: ReturnType<typeof bandsAlong>;
}

function rowsOf(
  { drill, footwork, bandAt }: Asked,
  moveNumber: number,
  now: Placed,
  before: Placed | null,
): FreezeRow[] {
  const { target } = drill.plan;
  const move = footwork.moves[moveNumber - 1];
  const planned: Balls = standAfter(footwork, moveNumber) ?? ballsOf(now);
  const timeS = move ? Math.max(move.beatS, ...move.events.map(({ landS }) => landS)) : 0;
  const separation = apart(now.left, now.right);
  const place = targetAt(target, timeS);
  const gapOf = ({ left, right }: Balls): number => distanceM(midpoint(left, right), place) - target.radiusM;
  const gapM = gapOf(ballsOf(now));
  const gapU = 2 * (Math.hypot(now.left.uM, now.right.uM) / 2);
  const plannedGapM = gapOf(planned);
  const [nearM, farM] = edgesOf(bandAt(timeS), plannedGapM);
  const sides = [atLeast(gapM, nearM, gapU), atMost(gapM, farM, gapU)];
  return [
    {
      what: 'separation',
      measuredM: separation.m,
      plannedM: distanceM(planned.left, planned.right),
      expandedUM: 2 * separation.uM,
      verdict: null,
    },
    ...FEET.map((foot): FreezeRow => ({
      what: `${foot} foot off its mark`,
      measuredM: distanceM(now[foot].at, planned[foot]),
      plannedM: 0,
      expandedUM: 2 * now[foot].uM,
      verdict: null,
    })),
    ...(before && move
      ? FEET.flatMap((foot): FreezeRow[] => {
          const step = apart(before[foot], now[foot]);
          return [
            {
              what: `${foot} step`,
              measuredM: step.m,
              plannedM: distanceM(move.before[foot], move.after[foot]),
              expandedUM: 2 * step.uM,
              verdict: null,
            },
          ];
        })
      : []),
    { what: 'gap', measuredM: gapM, plannedM: plannedGapM, expandedUM: gapU, verdict: worstOf(sides) },
  ];
}

const RANK: readonly Verdict[] = ['met', 'cannot-tell', 'not-met'];
const worstOf = (verdicts: readonly Verdict[]): Verdict =>
  verdicts.reduce((a, b) => (RANK.indexOf(b) > RANK.indexOf(a) ? b : a), 'met');

/** The edges of a band at a moment, metres. */
const edgesOf = (
  band: ReturnType<ReturnType<typeof bandsAlong>>,
  plannedM: number,
): readonly [number, number] =>
  band.kind === 'fixed' ? [band.nearM, band.farM] : [plannedM - band.toleranceM, plannedM + band.toleranceM];

/** Stances and steps where a student was stopped and the toes were taped, against the plan at those moves. */
export function judgeFreezes(given: PlannedDrill, freezes: readonly Freeze[]): FreezeReport | BadFreeze {
  const drill = settled(given);
  const footwork = expand(drill);
  const places = placed(footwork, freezes);
  if ('why' in places) return places;
  const stance = asPeopleAreJudged(footwork.stance);
  const plan: Performance = { ...performPlan(drill, footwork), stance, tolerances: OF_PEOPLE };
  const { limits } = stance.school;
  const asked: Asked = { drill, footwork, bandAt: bandsAlong(drill.plan, footwork) };
  const numbers = [...places.at.keys()].sort((a, b) => a - b);
  const moves = numbers.flatMap((moveNumber): FrozenMove[] => {
    const now = places.at.get(moveNumber);
    const before = places.at.get(moveNumber - 1) ?? null;
    const planned = footwork.moves[moveNumber - 1];
    if (!now) return [];
    const rows = rowsOf(asked, moveNumber, now, before);
    const found = planned ? foundOf(plan, planned, before, now, limits) : [];
    const findings = identified([...found, ...outOfBand(rows, moveNumber, now)]);
    return [
      { moveNumber, balls: now, rows, findings, verdict: worstOf(findings.map(({ verdict }) => verdict)) },
    ];
  });
  return {
    moves,
    outcome: worstOf(moves.map(({ verdict }) => verdict)),
    stepsUnknown: numbers.filter((number) => number > 0 && !places.at.has(number - 1)),
  };
}

function foundOf(
  plan: Performance,
  planned: PlannedMove,
  before: Placed | null,
  now: Placed,
  limits: Performance['stance']['school']['limits'],
): Found[] {
  const { performance, move } = performed(plan, planned, before, now);
  const ofRules = foundBy(performance).filter((one) => isTaped(one, before !== null));
  if (!before) return ofRules;
  const compared = compareWithPlan(
    [{ planned, expected: planned.events.filter(isTravel), observed: move.events }],
    {
      limits,
      leastStepM: plan.tolerances.leastStepM,
      planToTrackS: (timeS) => timeS,
      uOf: performance.uOf,
      isBlindAt: () => false,
      smallestStepM: 0,
      smallestLiftM: 0,
    },
  );
  return [...ofRules, ...compared];
}

function outOfBand(rows: readonly FreezeRow[], moveNumber: number, now: Placed): Found[] {
  const gap = rows.find(({ what }) => what === 'gap');
  if (!gap?.verdict || gap.verdict === 'met') return [];
  return [
    {
      fault: 'out-of-band',
      timeS: 0,
      foot: null,
      moveNumber,
      at: midpoint(now.left.at, now.right.at),
      measured: gap.measuredM,
      limit: gap.plannedM,
      unit: 'm',
      expandedU: gap.expandedUM,
      verdict: gap.verdict,
    },
  ];
}
