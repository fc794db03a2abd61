import { problem, type Result, formatLength, type UnitSystem } from '../measure/index.ts';
import { degrees, fromFacing, wrapDeg, type Point } from '../geometry/index.ts';
import { TAPE_U_M } from './proportions.ts';
import { otherFoot, type Feet, type FittedStance, type FootName } from './stance.ts';

/** What a coach tapes of the stance a student really takes. Metres and degrees. */
export interface TapedStance {
  /** Ball to ball. */
  readonly separationM: number;
  /** Each ball to a chalk line that runs to the target between the feet. */
  readonly leftToLineM: number;
  readonly rightToLineM: number;
  /** How far each toe turns out, by eye, in steps of 15 degrees. */
  readonly leadToeOutDeg: number;
  readonly rearToeOutDeg: number;
}

/** Toes are read by eye in steps of 15 degrees: half a step is what the eye can be off by. */
const TOE_STEP_DEG = 15;

export interface Correction {
  readonly what: 'rear-foot-along' | 'rear-foot-across' | 'lead-toe' | 'rear-toe';
  /** Metres or degrees to change; along: forward positive; across: right positive; toes: outward positive. */
  readonly change: number;
  readonly expandedU: number;
  /** Change it, leave it, or the tape cannot tell. */
  readonly verdict: 'change' | 'right' | 'cannot-tell';
  readonly words: string;
}

export interface TapedReading {
  readonly feet: Feet;
  readonly stanceAngleDeg: number;
  readonly corrections: readonly Correction[];
  readonly headline: string;
}

/** A difference smaller than this is right: nobody sets a foot nearer (own choice). */
const GOOD_ENOUGH_M = 0.02;

/**
 * What to change so that the taped stance becomes the fitted one, with the lead foot left where it
 * stands. Three-valued: a change is asked for only when it clears the tape's uncertainty (U = 2u).
 */
export function readTaped(stance: FittedStance, taped: TapedStance, units: UnitSystem): Result<TapedReading> {
  const widthM = taped.leftToLineM + taped.rightToLineM;
  if (widthM > taped.separationM + 2 * TAPE_U_M) {
    return problem(
      'does-not-add-up',
      `The two distances to the line add up to ${formatLength(widthM, units)}, more than the ${formatLength(taped.separationM, units)} from ball to ball. Tape one of them again.`,
    );
  }
  const lengthM = Math.sqrt(Math.max(0, taped.separationM ** 2 - widthM ** 2));
  const { leadSide } = stance;
  const outward = leadSide === 'left' ? 1 : -1;
  const across = outward * (stance.widthM - widthM);
  const along = -(stance.lengthM - lengthM);
  const acrossU = 2 * Math.SQRT2 * TAPE_U_M;
  const alongU = lengthU(taped.separationM, widthM, lengthM);
  const rear = otherFoot(leadSide);
  const corrections = [
    footCorrection('rear-foot-along', along, alongU, along < 0 ? 'further back' : 'further forward', units),
    footCorrection('rear-foot-across', across, acrossU, across > 0 ? 'to the right' : 'to the left', units),
    toeCorrection('lead-toe', stance.school.leadToeOutDeg - taped.leadToeOutDeg),
    toeCorrection('rear-toe', stance.school.rearToeOutDeg - taped.rearToeOutDeg),
  ];
  const feet = tapedFeet(stance, taped, lengthM, leadSide, rear);
  return {
    ok: true,
    notices: [],
    value: {
      feet,
      stanceAngleDeg: degrees(Math.atan2(widthM, lengthM)),
      corrections,
      headline: headlineOf(corrections),
    },
  };
}

/** U of the length component: from l^2 = d^2 - w^2, u(l) = sqrt((d u_d)^2 + (w u_w)^2) / l. */
function lengthU(separationM: number, widthM: number, lengthM: number): number {
  const u = Math.hypot(separationM * TAPE_U_M, widthM * Math.SQRT2 * TAPE_U_M);
  return (2 * u) / Math.max(lengthM, 0.05);
}

function footCorrection(
  what: Correction['what'],
  change: number,
  expandedU: number,
  direction: string,
  units: UnitSystem,
): Correction {
  const size = Math.abs(change);
  const verdict =
    size > Math.max(expandedU, GOOD_ENOUGH_M)
      ? 'change'
      : expandedU > 2 * GOOD_ENOUGH_M && size > GOOD_ENOUGH_M
        ? 'cannot-tell'
        : 'right';
  const amount = formatLength(size, units);
  const words = {
    change: `rear foot ${amount} ${direction}`,
    right: what === 'rear-foot-along' ? 'length of the stance is right' : 'width of the stance is right',
    'cannot-tell': `whether the rear foot belongs ${amount} ${direction} is within what a tape can tell (${formatLength(expandedU, units)})`,
  }[verdict];
  return { what, change, expandedU, verdict, words };
}

function toeCorrection(what: 'lead-toe' | 'rear-toe', change: number): Correction {
  const name = what === 'lead-toe' ? 'lead' : 'rear';
  const verdict =
    Math.abs(change) > TOE_STEP_DEG
      ? 'change'
      : Math.abs(change) > TOE_STEP_DEG / 2
        ? 'cannot-tell'
        : 'right';
  const way = change > 0 ? 'out' : 'in';
  const words = {
    change: `${name} toe ${Math.round(Math.abs(change))}° further ${way}`,
    right: `${name} toe is right`,
    'cannot-tell': `${name} toe within a step of the eye`,
  }[verdict];
  return { what, change, expandedU: TOE_STEP_DEG, verdict, words };
}

function headlineOf(corrections: readonly Correction[]): string {
  const asked = corrections.filter(({ verdict }) => verdict === 'change').map(({ words }) => words);
  const open = corrections.filter(({ verdict }) => verdict === 'cannot-tell').length;
  if (asked.length > 0) return `${asked[0]![0]!.toUpperCase()}${asked.join(', ').slice(1)}.`;
  return open > 0 ? 'Nothing to change that this tape can tell.' : 'That is the fitted stance.';
}

function tapedFeet(
  stance: FittedStance,
  taped: TapedStance,
  lengthM: number,
  leadSide: FootName,
  rear: FootName,
): Feet {
  const lead = (leadSide === 'left' ? -1 : 1) * (stance.widthM / 2);
  const leadAt: Point = { x: lead, y: stance.lengthM / 2 };
  const widthM = taped.leftToLineM + taped.rightToLineM;
  const rearAt = fromFacing(leadAt, 0, leadSide === 'left' ? widthM : -widthM, -lengthM);
  const toe = (name: FootName, out: number): number => wrapDeg(name === 'left' ? -out : out);
  const foot = (name: FootName, ball: Point, out: number, heelUp: boolean) => ({
    ball,
    headingDeg: toe(name, out),
    heelUp,
  });
  const leadFoot = foot(leadSide, leadAt, taped.leadToeOutDeg, stance.school.leadHeelUp);
  const rearFoot = foot(rear, rearAt, taped.rearToeOutDeg, stance.school.rearHeelUp);
  return leadSide === 'left' ? { left: leadFoot, right: rearFoot } : { left: rearFoot, right: leadFoot };
}

/**
 * Stance found without a tape: feet under the shoulders, one natural walking step with the lead foot
 * and a small settling step of the rear (common practice, no published source). The first step from
 * standing is taken as 0.30 of stature and the settling step as 13 cm (own choice).
 */
export function noTapeStance(stance: FittedStance): {
  readonly separationM: number;
  readonly stanceAngleDeg: number;
  /** How much longer and how much more square than the fitted stance. */
  readonly separationOffM: number;
  readonly angleOffDeg: number;
} {
  const widthM = stance.body.shoulderWidth.valueM;
  const lengthM = Math.max(0, FIRST_STEP * stance.body.stature.valueM - SETTLING_STEP_M);
  const separationM = Math.hypot(widthM, lengthM);
  const stanceAngleDeg = degrees(Math.atan2(widthM, lengthM));
  return {
    separationM,
    stanceAngleDeg,
    separationOffM: separationM - stance.separation.valueM,
    angleOffDeg: stanceAngleDeg - stance.stanceAngleDeg,
  };
}

const FIRST_STEP = 0.3;
const SETTLING_STEP_M = 0.13;
