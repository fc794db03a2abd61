import { fitStance, type FootName } from '../body/index.ts';
import { headingDeg, inFacing, lengthM, midpoint, subtract, type Point } from '../geometry/index.ts';
import { ballsAfter, expand, type Balls, type FootEvent, type PlannedDrill } from '../pattern/index.ts';
import { medianOf } from '../track/index.ts';
import type { Detection } from '../detection/index.ts';
import { matchToPlan, type Match } from './match.ts';
import { showsOf } from './sees.ts';
import { drillRead, eventsRead, type Axes, type Reading } from './reading.ts';

/** Something about the recording that has to be settled before any fault is told. */
export type Question = {
  /** The reading that would settle it with one click; null where the coach must act. */
  readonly reading: Reading | null;
} & (
  | { readonly about: 'swapped' | 'axes' }
  | { readonly about: 'mirrored'; readonly otherLead: boolean }
  | { readonly about: 'other side'; readonly student: string; readonly plannedLead: FootName }
  | { readonly about: 'another drill'; readonly plan: string }
  /** From a time on the feet have each other's names, so many times in all. */
  | { readonly about: 'exchanged'; readonly fromS: number; readonly times: number }
  | { readonly about: 'rounds'; readonly spansS: readonly (readonly [number, number])[] }
  /** The feet stand so far apart, were the places metres. */
  | { readonly about: 'units'; readonly unit: string; readonly apartM: number }
  /** Everything lies so far off, and turned; the only one that does not stand in the way of judging. */
  | { readonly about: 'frame'; readonly shiftM: number; readonly turnDeg: number }
);

/** How well a recording suits the drill under one reading. */
interface Suit {
  readonly reading: Reading;
  readonly match: Match;
  /** Cost of the match with what the stance is off by; 0 is exactly the plan. */
  readonly cost: number;
}

/** A recording that costs less suits its drill, whatever else it might be (own choice). */
const SUITS = 0.25;
/** Another reading must cost at most this share of what it costs as it is, and so much less. */
const BETTER_SHARE = 0.5;
const BETTER_BY = 0.2;
/** Beyond this nothing of the drill is in the recording. */
const ANOTHER_DRILL = 1.05;
const MOST_STANCE_COST = 1.5;
/** Feet that stand so many times too far apart are measured in another unit. */
const UNITS: readonly (readonly [string, number])[] = [
  ['millimetres', 0.001],
  ['centimetres', 0.01],
  ['inches', 0.0254],
  ['feet', 0.3048],
];
/** How far the feet may stand from the fitted stance and still be in that unit. */
const UNIT_RATIO = 1.35;

const start = (events: readonly FootEvent[], detection: Detection, swap: boolean): Balls => {
  const first = (foot: 'left' | 'right'): Point =>
    events.find((event) => event.foot === foot)?.from ??
    detection[swap === (foot === 'left') ? 'right' : 'left'].start;
  return { left: first('left'), right: first('right') };
};

/** How far the line from the left foot to the right one usually is from where each matched move leaves it. */
function usuallyOff({ rows }: Match, from: Balls, target: Point): Point {
  const offs: Point[] = [];
  let balls = from;
  for (const { planned, expected, observed } of rows) {
    balls = ballsAfter(balls, observed);
    if (!planned || observed.length === 0 || observed.length < expected.length) continue;
    const { after, faces } = planned;
    const facing =
      faces === 'target' ? headingDeg(midpoint(balls.left, balls.right), target) : after.facingDeg;
    const [seen, due] = [
      inFacing(subtract(balls.right, balls.left), facing),
      inFacing(subtract(after.right, after.left), after.facingDeg),
    ];
    offs.push({ x: seen.rightM - due.rightM, y: seen.forwardM - due.forwardM });
  }
  return { x: medianOf(offs.map(({ x }) => x)), y: medianOf(offs.map(({ y }) => y)) };
}

function suitOf(drill: PlannedDrill, detection: Detection, reading: Reading, asIs: Match): Suit {
  const read = drillRead(drill, reading);
  const events = eventsRead(detection.events, reading, drill.plan);
  const intervalS = 60 / drill.plan.tempoPerMin;
  const isAsIs = Object.keys(reading).length === 0;
  const match = isAsIs
    ? asIs
    : matchToPlan(expand(read).moves, events, { intervalS, paces: [asIs.pace], shows: showsOf(detection) });
  const { separation } = fitStance(read.student);
  const balls = start(events, detection, reading.swapFeet === true);
  const off = lengthM(usuallyOff(match, balls, read.plan.target.at)) / separation.valueM;
  const stanceCost = Number.isNaN(off) ? MOST_STANCE_COST : Math.min(MOST_STANCE_COST, off);
  return { reading, match, cost: match.costPerMove + stanceCost };
}

const AXES: readonly Axes[] = ['exchanged', 'x reversed', 'y reversed', 'turned round'];

/** What might be otherwise than it seems, the likeliest mistakes first. */
const READINGS: readonly Reading[] = [
  { swapFeet: true },
  { otherStart: true },
  { otherLead: true },
  { otherStart: true, otherLead: true },
  ...AXES.map((axes): Reading => ({ axes })),
  ...AXES.map((axes): Reading => ({ axes, swapFeet: true })),
];

/**
 * Is it this drill, this student's side, this way round, left and right in the right columns, axes and units
 * right? One answer: the first thing that is wrong, or null. Judging waits until it is settled.
 */
export function questionOf(drill: PlannedDrill, detection: Detection, match: Match): Question | null {
  // Where no foot has to go anywhere the hands tell what was done.
  if (!expand(drill).moves.some(({ events }) => events.length > 0)) return null;
  if (detection.events.length === 0) return { about: 'another drill', plan: drill.plan.name, reading: null };
  const asIs = suitOf(drill, detection, {}, match);
  if (asIs.cost < SUITS) return null;
  const unit = unitOf(drill, detection);
  if (unit) return unit;
  const best = READINGS.map((reading) => suitOf(drill, detection, reading, match)).reduce((a, b) =>
    b.cost < a.cost ? b : a,
  );
  if (best.cost < Math.min(BETTER_SHARE * asIs.cost, asIs.cost - BETTER_BY))
    return asked(drill, best.reading);
  if (match.costPerMove > ANOTHER_DRILL)
    return { about: 'another drill', plan: drill.plan.name, reading: null };
  return null;
}

/** Feet that stand ten times too far apart are not metres. */
function unitOf(drill: PlannedDrill, { events, left, right }: Detection): Question | null {
  const apart: number[] = [lengthM(subtract(left.start, right.start))];
  let balls: Balls = { left: left.start, right: right.start };
  for (const event of events) {
    balls = ballsAfter(balls, [event]);
    apart.push(lengthM(subtract(balls.left, balls.right)));
  }
  const ratio = medianOf(apart) / fitStance(drill.student).separation.valueM;
  const found = UNITS.find(([, unitM]) => Math.abs(Math.log(ratio * unitM)) < Math.log(UNIT_RATIO));
  if (!found) return null;
  const [name, unitM] = found;
  return { about: 'units', unit: name, apartM: medianOf(apart), reading: { unitM } };
}

function asked({ student }: PlannedDrill, reading: Reading): Question {
  if (reading.axes) return { about: 'axes', reading };
  if (reading.swapFeet) return { about: 'swapped', reading };
  if (reading.otherStart) return { about: 'mirrored', otherLead: reading.otherLead === true, reading };
  return { about: 'other side', student: student.name, plannedLead: student.leadSide, reading };
}
