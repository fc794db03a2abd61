import { longestStepM, readStance, type FootName } from '../body/index.ts';
import { distanceM, headingDeg, midpoint, wrapDeg } from '../geometry/index.ts';
import { targetOver, type Footwork, type PlannedDrill } from '../pattern/index.ts';
import type { Finding } from '../rules/index.ts';
import { gapM } from '../range/index.ts';
import { beatNumbers } from './calls.ts';
import { moveTurnDeg } from './score.ts';

/** One move in numbers, as a tape and a protractor show them. Lengths in metres, angles in degrees. */
export interface MoveNumbers {
  readonly number: number;
  /** Where the body goes, clockwise from the facing before it; null where it stays. */
  readonly bearingDeg: number | null;
  /** How far the middle of the feet goes. */
  readonly distanceM: number;
  /** How many of this body's longest half steps that is; null for a move that is no step, as a foot that swings. */
  readonly halfSteps: number | null;
  readonly turnDeg: number;
  /** The feet in the order in which they begin. */
  readonly order: readonly FootName[];
  /** The beat it begins on, counted from 1, and how many it takes. */
  readonly beat: number;
  readonly beats: number;
  readonly lead: FootName;
  readonly separationM: number;
  readonly stanceAngleDeg: number;
  readonly facingDeg: number;
  /** After it: from the middle of the feet to the surface of the target. */
  readonly gapM: number;
  /** How far the facing is off the target after it. */
  readonly offDeg: number;
  readonly findings: readonly Finding[];
}

const STAYS_M = 1e-6;

/** The numbers of a move by its number; null where there is none of it. */
export function inspectMove(
  drill: PlannedDrill,
  footwork: Footwork,
  findings: readonly Finding[],
  number: number,
): MoveNumbers | null {
  const move = footwork.moves[number - 1];
  if (!move) return null;
  const { before, after, events, beatS, beats } = move;
  const [from, to] = [before, after].map(({ left, right }) => midpoint(left, right));
  if (!from || !to) return null;
  const wayM = distanceM(from, to);
  const bearingDeg = wayM > STAYS_M ? wrapDeg(headingDeg(from, to) - before.facingDeg) : null;
  const endS = Math.max(beatS, ...events.map(({ landS }) => landS));
  const target = targetOver(drill)(endS);
  const stance = readStance(after.left, after.right, after.facingDeg, after.lead);
  return {
    number,
    bearingDeg,
    distanceM: wayM,
    halfSteps:
      bearingDeg === null || !move.judged.halfStep ? null : wayM / longestStepM(footwork.stance, bearingDeg),
    turnDeg: moveTurnDeg(move),
    order: [...new Set(events.map(({ foot }) => foot))],
    beat: beatNumbers(footwork.moves)[number - 1] ?? 1,
    beats,
    lead: after.lead,
    separationM: stance.separationM,
    stanceAngleDeg: stance.stanceAngleDeg,
    facingDeg: after.facingDeg,
    gapM: gapM(to, target, drill.plan.target.radiusM),
    offDeg: wrapDeg(after.facingDeg - headingDeg(to, target)),
    findings: findings.filter(({ moveNumber }) => moveNumber === number),
  };
}
