import type { StudentFit } from '@angled-chalk/core/body';
import {
  courseOf,
  holdDrill,
  holdGap,
  motionAlong,
  type Holding,
  type Motion,
  type Script,
} from '@angled-chalk/core/motion';
import { halfStepM } from '@angled-chalk/core/pair';
import { strikerOf } from '@angled-chalk/core/range';
import { motionOfTrack, readRound, type Round, type RoundBand } from '@angled-chalk/core/round';
import { simulate, TRACKER_DEFAULTS } from '@angled-chalk/core/sim';
import { readTrackCsv, writeTrackCsv } from '@angled-chalk/core/track';
import type { Result } from '@angled-chalk/core/measure';

/** A partner who goes by a script, or as somebody went in a recording, and who holds the gap to them. */
export interface HoldAsk {
  readonly mine: StudentFit;
  readonly theirs: StudentFit;
  readonly script: Script;
  /** A recording whose target is held instead of a script; null without one. */
  readonly recorded: string | null;
  readonly tempoPerMin: number;
  readonly gapM: number;
  readonly nearM: number;
  readonly farM: number;
  readonly delayS: number;
}

/** How a gap is held, and the motion it is held against. */
export interface Held {
  readonly holding: Holding;
  readonly motion: Motion;
}

export function holdAgainst(ask: HoldAsk): Held {
  const { mine, theirs, script, recorded, tempoPerMin, ...rest } = ask;
  const motion =
    recorded === null ? scripted(theirs, script, tempoPerMin, ask.gapM) : recordedMotion(recorded);
  const holding = holdGap({
    ...rest,
    motion,
    stepM: halfStepM(strikerOf(mine)),
    beatS: 60 / tempoPerMin,
  });
  return { holding, motion };
}

const scripted = (theirs: StudentFit, script: Script, tempoPerMin: number, gapM: number): Motion =>
  motionAlong(courseOf(theirs, script, tempoPerMin, gapM));

function recordedMotion(text: string): Motion {
  const read = readTrackCsv(text);
  if (!read.ok) throw new Error(read.problem.message);
  const found = motionOfTrack(read.value);
  if (!found) throw new Error('Nothing moves in it: it has no columns of a target, or they are empty.');
  return found.motion;
}

export interface RoundAsk {
  readonly text: string;
  readonly mine: StudentFit;
  /** Null: a bag. */
  readonly theirs: StudentFit | null;
  /** Null: about the first gap. */
  readonly band: RoundBand | null;
  readonly tempoPerMin: number | null;
}

const BAG_M = 0.18;
const ABOUT_M = 0.15;

/** A recording read as a round; what is wrong with the file where it cannot be. */
export function roundOf({ text, mine, theirs, band, tempoPerMin }: RoundAsk): Result<Round> {
  const read = readTrackCsv(text);
  if (!read.ok) return read;
  const radiusM = theirs ? 0 : BAG_M;
  const first = motionOfTrack(read.value, radiusM)?.gapM ?? 1.2;
  return {
    ok: true,
    notices: read.notices,
    value: readRound({
      track: read.value,
      mine: strikerOf(mine),
      theirs: theirs && strikerOf(theirs),
      radiusM,
      band: band ?? { nearM: Math.max(0, first - ABOUT_M), farM: first + ABOUT_M },
      tempoPerMin,
    }),
  };
}

export const PRACTICE_TEMPO = 60;
const PRACTICE = {
  beats: 60,
  tempoPerMin: PRACTICE_TEMPO,
  gapM: 1.25,
  halfBandM: 0.12,
  delayS: 0.3,
} as const;

/** A stand-in for a recorded round: a partner at random, and a student who holds the gap as well as one who reacts. */
export function practiceRound(mine: StudentFit, theirs: StudentFit, seed: number): string {
  const { beats, tempoPerMin, gapM, halfBandM, delayS } = PRACTICE;
  const script: Script = { name: 'random', beats, strike: 'cross', everyBeats: 4, seed };
  const band = { gapM, nearM: gapM - halfBandM, farM: gapM + halfBandM };
  const two = { mine: strikerOf(mine), theirs: strikerOf(theirs) };
  const motion = motionAlong(courseOf(theirs, script, tempoPerMin, gapM));
  const { schedules } = holdGap({
    motion,
    ...band,
    stepM: halfStepM(two.mine),
    beatS: 60 / tempoPerMin,
    delayS,
  });
  const plan = holdDrill(two, script, schedules.reacting, { ...band, tempoPerMin });
  const { track } = simulate({ plan, student: mine, partner: theirs }, { ...TRACKER_DEFAULTS, seed });
  return writeTrackCsv(track);
}
