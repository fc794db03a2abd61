import { longestStepM, metres, type StudentFit } from '../body/index.ts';
import { rectangularFloor } from '../floor/index.ts';
import { distanceM, type Point } from '../geometry/index.ts';
import { chanceFrom } from '../measure/index.ts';
import { expand, standsOf, type Item, type Plan } from '../pattern/index.ts';
import { strikerOf, strikeTiming, type StrikeId, type Striker } from '../range/index.ts';
import type { Motion } from './hold.ts';

/** What a partner does by a script; each is a pattern of their own body. */
export const SCRIPTS = [
  ['hold', 'stays'],
  ['advance', 'comes on'],
  ['retreat', 'goes back'],
  ['pressure', 'presses: two steps and a jab'],
  ['in-and-out', 'in and out'],
  ['circle', 'circles, and back'],
  ['cut-off', 'cuts the ring off'],
  ['throws', 'stays and throws'],
  ['random', 'at random'],
] as const;
export type ScriptName = (typeof SCRIPTS)[number][0];

export interface Script {
  readonly name: ScriptName;
  readonly beats: number;
  /** Thrown every so many beats, by `throws` and by who presses. */
  readonly strike: StrikeId;
  readonly everyBeats: number;
  readonly seed: number;
}

const toCm = (m: number): number => Math.floor(m * 100 + 1e-9) / 100;
const HOLD: Item = { move: { do: 'hold' } };
const CIRCLE_DEG = 10;
/** Who goes at random stays within so many steps of where they began. */
const STRAYS = 3;

const repeated = (round: readonly Item[], beats: number): Item[] =>
  Array.from({ length: beats }, (_, i) => round[i % round.length] ?? HOLD);

/** The moves of a script, one a beat, for this body. */
export function scriptItems(striker: Striker, { name, beats, strike, everyBeats, seed }: Script): Item[] {
  const { stance } = striker;
  const step = (bearingDeg: number): Item => ({
    move: {
      do: 'step',
      bearingDeg,
      length: metres(toCm(0.9 * longestStepM(stance, bearingDeg))),
      feet: 'both',
    },
  });
  const throwing = (thrown: StrikeId): Item => ({
    move: { do: 'hold' },
    strikes: [{ strike: thrown, when: 'reset-first' }],
  });
  const round = (byDeg: number): Item => ({ move: { do: 'arc-walk', byDeg, steps: 1 } });
  switch (name) {
    case 'hold':
      return repeated([HOLD], beats);
    case 'advance':
      return repeated([step(0), HOLD], beats);
    case 'retreat':
      return repeated([step(180), HOLD], beats);
    case 'pressure':
      return repeated([step(0), step(0), throwing('jab'), HOLD], beats);
    case 'in-and-out':
      return repeated([step(0), step(0), HOLD, step(180), step(180), HOLD], beats);
    case 'circle':
      return Array.from({ length: beats }, (_, i) => round(i < beats / 2 ? CIRCLE_DEG : -CIRCLE_DEG));
    case 'cut-off':
      return repeated([step(45), step(90), HOLD, step(-45), step(-90), HOLD], beats);
    case 'throws':
      return Array.from({ length: beats }, (_, i) =>
        i % everyBeats === everyBeats - 1 ? throwing(strike) : HOLD,
      );
    case 'random': {
      const chance = chanceFrom(seed);
      let [ahead, aside] = [0, 0];
      return Array.from({ length: beats }, (): Item => {
        const ways = [
          ...(ahead < STRAYS ? [0] : []),
          ...(ahead > -STRAYS ? [180] : []),
          ...(aside < STRAYS ? [90] : []),
          ...(aside > -STRAYS ? [-90] : []),
          null,
        ];
        const way = ways[Math.floor(chance.uniform() * ways.length)] ?? null;
        if (way === null) return HOLD;
        if (way === 0) ahead++;
        if (way === 180) ahead--;
        if (way === 90) aside++;
        if (way === -90) aside--;
        return step(way);
      });
    }
  }
}

/** Where a partner is and faces over a script, evenly sampled from its first beat on, and what they throw. */
export interface Course {
  readonly everyS: number;
  readonly at: readonly Point[];
  readonly facingDeg: Float64Array;
  readonly throws: readonly { readonly timeS: number; readonly strike: string }[];
  /** How far a place is from the student along the line of the two. */
  readonly awayM: (at: Point) => number;
}

const COURSE_EVERY_S = 0.05;
/** A strike after a step begins so long after it (as it is told on the score). */
const RESTS_S = 0.1;
/** The student of a script stands here, and the partner a gap further up, facing them. */
const STUDENT_AT: Point = { x: 6, y: 6 };
/** Who comes on faces the student, who keeps away: a place far behind where the student stood first. */
const FAR_M = 50;

/** What a partner's body makes of a script: against a student who stays for a circle, else one who keeps the gap. */
export function courseOf(partner: StudentFit, script: Script, tempoPerMin: number, gapM: number): Course {
  const isRound = script.name === 'circle';
  const plan: Plan = {
    name: 'Script',
    floor: rectangularFloor('Hall', 12, 12),
    target: {
      kind: 'partner',
      at: isRound ? STUDENT_AT : { x: STUDENT_AT.x, y: STUDENT_AT.y - FAR_M },
      radiusM: 0,
    },
    facing: { on: 'target' },
    band: { kind: 'around-plan', toleranceM: 1 },
    tempoPerMin,
    pattern: {
      start: { at: { x: STUDENT_AT.x, y: STUDENT_AT.y + gapM }, headingDeg: 180 },
      items: scriptItems(strikerOf(partner), script),
    },
  };
  const footwork = expand({ plan, student: partner });
  const standAt = standsOf(footwork);
  // Everybody stands a moment first; the script begins with its first beat.
  const [first] = footwork.moves;
  const fromS = first ? Math.min(first.beatS, ...first.events.map(({ liftS }) => liftS)) : 0;
  const stands = Array.from({ length: Math.floor((footwork.endS - fromS) / COURSE_EVERY_S) + 1 }, (_, i) =>
    standAt(fromS + i * COURSE_EVERY_S),
  );
  return {
    everyS: COURSE_EVERY_S,
    at: stands.map(({ left, right }) => ({ x: (left.x + right.x) / 2, y: (left.y + right.y) / 2 })),
    facingDeg: Float64Array.from(stands, ({ facingDeg }) => facingDeg),
    throws: footwork.moves.flatMap(({ strikes, events, beatS }) =>
      strikes.map(({ strike }) => ({
        timeS: Math.max(beatS, ...events.map(({ landS }) => landS)) + RESTS_S + strikeTiming(strike).contactS,
        strike,
      })),
    ),
    awayM: (one) => (isRound ? distanceM(one, STUDENT_AT) : one.y - STUDENT_AT.y),
  };
}

/** A course as a gap that goes and comes along the line to the student: what is held by steps in and out. */
export function motionAlong({ everyS, at, awayM }: Course): Motion {
  const [first] = at;
  const firstM = first ? awayM(first) : 0;
  return { everyS, atM: Float64Array.from(at, (one) => awayM(one) - firstM) };
}
