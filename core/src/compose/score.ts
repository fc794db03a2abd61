import type { FootName } from '../body/index.ts';
import { headingDeg, midpoint, wrapDeg } from '../geometry/index.ts';
import { turnOfDeg } from '../moves/index.ts';
import {
  looksAtTarget,
  targetOver,
  type Footwork,
  type PlannedDrill,
  type PlannedMove,
} from '../pattern/index.ts';
import { strikeTiming } from '../range/index.ts';
import { planGap } from '../rules/index.ts';
import { beatOffsetS } from './calls.ts';

/** What a foot does for a stretch: it stands, goes, turns on its ball, is in the air, or works at the heel. */
export type FootState = 'planted' | 'moving' | 'turning' | 'air' | 'bouncing';

/** A stretch of a lane, in beats from the first beat, and the move it belongs to; null: between moves. */
export interface ScoreStretch {
  readonly fromBeat: number;
  readonly toBeat: number;
  readonly state: FootState;
  readonly move: number | null;
}

export interface ScoreMove {
  readonly number: number;
  readonly fromBeat: number;
  readonly toBeat: number;
  readonly accent: boolean;
}

export interface ScoreStrike {
  /** When it touches. */
  readonly beat: number;
  readonly strike: string;
  readonly move: number;
}

/** The gap to the target at a beat, metres; the band that is asked for there. */
export interface ScoreGap {
  readonly beat: number;
  readonly gapM: number;
  readonly nearM: number;
  readonly farM: number;
}

/** A pattern over its beats: one lane a foot, the strikes, and where it faces against the target. */
export interface Score {
  readonly beats: number;
  /** So much of a beat after each whole number the beat falls: on the first landing of a step. */
  readonly falls: number;
  readonly lanes: Readonly<Record<FootName, readonly ScoreStretch[]>>;
  readonly moves: readonly ScoreMove[];
  readonly strikes: readonly ScoreStrike[];
  /** How far the facing is off a target that is looked at, degrees, clockwise positive, after each move. */
  readonly facing: readonly { readonly beat: number; readonly offDeg: number; readonly move: number }[];
}

const REST_S = 1;
/** So many places of the gap are shown a beat, and so many at most. */
const GAPS_A_BEAT = 4;
const MOST_GAPS = 600;

const stateOf = (event: PlannedMove['events'][number]): FootState =>
  event.how === 'pivot'
    ? 'turning'
    : event.how === 'bounce'
      ? 'bouncing'
      : event.how === 'raise' || event.how === 'hop'
        ? 'air'
        : 'moving';

/** When a strike touches that waits for the stance, or goes with its foot; seconds. */
function strikeS(move: PlannedMove, when: 'reset-first' | 'together', strike: string): number {
  const landed = move.events.filter(({ how }) => how !== 'bounce').map(({ landS }) => landS);
  if (landed.length === 0) return move.beatS;
  const first = Math.min(...landed);
  return when === 'together' ? first : Math.max(...landed) + 0.1 + strikeTiming(strike).contactS;
}

/** The score of a pattern that was expanded for a body. Beats are those of the tempo; beat 0 is the first beat. */
export function scoreOf(drill: PlannedDrill, footwork: Footwork): Score {
  const intervalS = 60 / drill.plan.tempoPerMin;
  const beatOf = (timeS: number): number => (timeS - REST_S) / intervalS;
  const target = targetOver(drill);
  const beats = Math.max(1, beatOf(footwork.endS) - REST_S / intervalS + 1);
  const lane = (foot: FootName): ScoreStretch[] => {
    const out: ScoreStretch[] = [];
    let at = 0;
    for (const { number, events } of footwork.moves)
      for (const event of events) {
        if (event.foot !== foot) continue;
        const [fromBeat, toBeat] = [beatOf(event.liftS), beatOf(event.landS)];
        if (fromBeat > at) out.push({ fromBeat: at, toBeat: fromBeat, state: 'planted', move: null });
        out.push({ fromBeat, toBeat, state: stateOf(event), move: number });
        at = toBeat;
      }
    if (at < beats) out.push({ fromBeat: at, toBeat: beats, state: 'planted', move: null });
    return out;
  };
  const starts = footwork.moves.map(({ events, beatS }) =>
    Math.min(beatOf(beatS), ...events.map(({ liftS }) => beatOf(liftS))),
  );
  return {
    beats,
    falls: beatOffsetS(footwork, intervalS) / intervalS,
    lanes: { left: lane('left'), right: lane('right') },
    moves: footwork.moves.map(({ number, cue }, i) => ({
      number,
      fromBeat: starts[i] ?? 0,
      toBeat: starts[i + 1] ?? beats,
      accent: cue?.accent ?? false,
    })),
    strikes: footwork.moves.flatMap((move) =>
      move.strikes.map(({ strike, when }) => ({
        beat: beatOf(strikeS(move, when, strike)),
        strike,
        move: move.number,
      })),
    ),
    facing: (looksAtTarget(drill.plan) ? footwork.moves : []).map((move) => {
      const endS = Math.max(move.beatS, ...move.events.map(({ landS }) => landS));
      const at = headingDeg(midpoint(move.after.left, move.after.right), target(endS));
      return { beat: beatOf(endS), offDeg: wrapDeg(move.after.facingDeg - at), move: move.number };
    }),
  };
}

/** The gap to the target over the beats of a pattern. */
export function gapsOf(drill: PlannedDrill, footwork: Footwork): ScoreGap[] {
  const intervalS = 60 / drill.plan.tempoPerMin;
  const everyS = Math.max(intervalS / GAPS_A_BEAT, footwork.endS / MOST_GAPS);
  const { timeS, gapM, nearM, farM } = planGap(drill, footwork, everyS);
  return Array.from(timeS, (at, i): ScoreGap => ({
    beat: (at - REST_S) / intervalS,
    gapM: gapM[i] ?? NaN,
    nearM: nearM[i] ?? NaN,
    farM: farM[i] ?? NaN,
  }));
}

/** How far the feet of a move turn, the further of the two; degrees clockwise. */
export const moveTurnDeg = ({ events }: PlannedMove): number =>
  events.map((event) => turnOfDeg(event) ?? 0).reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a), 0);
