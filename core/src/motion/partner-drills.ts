import { longestStepM, metres } from '../body/index.ts';
import { rectangularFloor } from '../floor/index.ts';
import type { Item, Plan } from '../pattern/index.ts';
import type { Two } from '../pair/index.ts';
import { strikeName, type StrikeId } from '../range/index.ts';
import type { CloseStep } from './close-work.ts';
import type { AnswerWay, Counter } from './counter.ts';
import { FURTHER_M, NEARER_M, planFor, toCm } from './drills.ts';
import type { Motion, Schedule } from './hold.ts';
import type { Retreat } from './retreat.ts';
import { scriptItems, type Script } from './scripts.ts';

/** Where it begins, the band that is held, and the beat. */
export interface HoldBand {
  readonly gapM: number;
  readonly nearM: number;
  readonly farM: number;
  readonly tempoPerMin: number;
}

const stepOf = (moveM: number): Item => ({
  move: { do: 'step', bearingDeg: moveM > 0 ? 0 : 180, length: metres(toCm(Math.abs(moveM))), feet: 'both' },
});
const HOLD: Item = { move: { do: 'hold' } };

/** A gap that is held against a partner who goes by a script: their moves, and the steps of a schedule. */
export function holdDrill(
  two: Two,
  script: Script,
  { steps }: Schedule,
  { gapM, nearM, farM, tempoPerMin }: HoldBand,
): Plan {
  const byBeat = new Map(steps.map(({ beat, moveM }) => [beat, moveM]));
  const items = Array.from({ length: script.beats }, (_, i): Item => {
    const moveM = byBeat.get(i + 1);
    return moveM === undefined ? HOLD : stepOf(moveM);
  });
  return {
    ...planFor(two, 'Hold the gap to', items, {
      beginsM: gapM,
      nearM: nearM + NEARER_M,
      farM: farM - FURTHER_M,
    }),
    floor: rectangularFloor('Hall', ...HALL_M),
    target: { kind: 'partner', at: HALL_PARTNER_AT, radiusM: 0 },
    tempoPerMin,
    pattern: {
      start: { at: { x: HALL_PARTNER_AT.x, y: toCm(HALL_PARTNER_AT.y - gapM) }, headingDeg: 0 },
      items,
    },
    partner: { pattern: { start: null, items: scriptItems(two.theirs, script) }, facing: { on: 'target' } },
  };
}

/** The same against a partner who goes as somebody went in a recording, along the line of the two. */
export function holdRecordedDrill(
  two: Two,
  { everyS, atM }: Motion,
  { steps }: Schedule,
  { gapM, nearM, farM, tempoPerMin }: HoldBand,
): Plan {
  const beats = Math.max(1, Math.floor((atM.length * everyS * tempoPerMin) / 60));
  const script: Script = { name: 'hold', beats, strike: 'jab', everyBeats: 4, seed: 1 };
  const { partner: _, ...plan } = holdDrill(
    two,
    script,
    { steps, shareInBand: 0 },
    { gapM, nearM, farM, tempoPerMin },
  );
  const each = Math.max(1, Math.round(PATH_EVERY_S / everyS));
  const path = Array.from({ length: Math.ceil(atM.length / each) }, (__, i) => ({
    timeS: BEGINS_S + i * each * everyS,
    at: { x: HALL_PARTNER_AT.x, y: Math.round(1000 * (HALL_PARTNER_AT.y + (atM[i * each] ?? 0))) / 1000 },
  }));
  return { ...plan, target: { ...plan.target, path } };
}

/** A drill begins with its first beat, a second after it is begun. */
const BEGINS_S = 1;
const PATH_EVERY_S = 0.25;

/** Room for a partner who comes on or goes back. */
const HALL_M = [12, 16] as const;
const HALL_PARTNER_AT = { x: 6, y: 8 } as const;

/** Out of a combination straight back to where the counter still reaches, and the counter from there, tall and at rest. */
export function retreatDrill(
  two: Two,
  combination: readonly StrikeId[],
  { counter, fromM, stepM, best }: Retreat,
): Plan {
  const steps = best?.steps ?? 0;
  const items: Item[] = [
    {
      move: { do: 'hold' },
      strikes: combination.map((strike) => ({ strike, when: 'reset-first' as const })),
    },
    ...(steps > 0
      ? [{ move: { do: 'half-steps', bearingDeg: 180, distance: metres(toCm(steps * stepM)) } } as const]
      : []),
    { move: { do: 'hold' }, strikes: [{ strike: counter, when: 'reset-first' as const }] },
  ];
  return planFor(two, 'Retreat and counter on', items, {
    beginsM: fromM,
    nearM: fromM,
    farM: fromM + steps * stepM,
  });
}

/** Strikes close in, with the inching and the room that each of them needs. */
export function closeDrill(two: Two, steps: readonly CloseStep[], fromM: number): Plan {
  const items = steps.flatMap(({ strike, moveM, inches }): Item[] => {
    const length = toCm(Math.abs(moveM) / Math.max(1, inches));
    const way = Array.from({ length: length > 0 ? inches : 0 }, (_, i) =>
      i === inches - 1
        ? stepOf(moveM - Math.sign(moveM) * (inches - 1) * length)
        : stepOf(Math.sign(moveM) * length),
    );
    return [...way, { move: { do: 'hold' }, strikes: [{ strike, when: 'reset-first' as const }] }];
  });
  const gaps = steps.map(({ gapM }) => gapM);
  return planFor(two, 'Close work on', items, {
    beginsM: fromM,
    nearM: Math.min(fromM, ...gaps),
    farM: Math.max(fromM, ...gaps),
  });
}

/** Slower, at the beat, and slower again: beats that each move takes, and how often. */
const UP_AND_DOWN = [
  [2, 2],
  [1, 3],
  [2, 2],
] as const;

/** Items with each move of them taking so many beats. */
const over = (items: readonly Item[], beats: number): Item[] =>
  items.map((item) => ('move' in item ? { ...item, beats } : item));

/** Their strike again and again, slow, at the tempo, and slow: the answer to it, and what comes back. */
export function counterDrill(two: Two, strike: StrikeId, gapM: number, { way, replies }: Counter): Plan {
  const [reply] = replies;
  const own: Item[] = [
    ...answerOf(two, way),
    ...(reply
      ? [{ move: { do: 'hold' }, strikes: [{ strike: reply.strike, when: 'reset-first' }] } as const]
      : []),
    ...backFrom(two, way),
    HOLD,
  ];
  const theirs: Item[] = [
    { move: { do: 'hold' }, strikes: [{ strike, when: 'reset-first' }] },
    ...own.slice(1).map(() => HOLD),
  ];
  const rounds = (items: readonly Item[]): Item[] =>
    UP_AND_DOWN.map(([beats, repeat]) => ({ repeat, items: over(items, beats) }));
  return {
    ...planFor(two, `Answer the ${strikeName(strike)} of`, rounds(own), {
      beginsM: gapM,
      nearM: gapM,
      farM: gapM + (way === 'step-back' ? longestStepM(two.mine.stance, 180) : 0),
    }),
    partner: { pattern: { start: null, items: rounds(theirs) }, facing: { on: 'target' } },
  };
}

/** The feet of an answer; slips and a change of level leave them where they are. */
function answerOf({ mine }: Two, way: AnswerWay): Item[] {
  const by = (bearingDeg: number): Item[] => [
    {
      move: {
        do: 'step',
        bearingDeg,
        length: metres(toCm(0.9 * longestStepM(mine.stance, bearingDeg))),
        feet: 'both',
      },
    },
  ];
  if (way === 'step-back') return by(180);
  if (way === 'step-left') return by(-90);
  if (way === 'step-right') return by(90);
  return [HOLD];
}

const BACK: Readonly<Partial<Record<AnswerWay, AnswerWay>>> = {
  'step-left': 'step-right',
  'step-right': 'step-left',
};

/** Back to where it began, for the next time. */
function backFrom(two: Two, way: AnswerWay): Item[] {
  if (way === 'step-back') {
    const m = toCm(0.9 * longestStepM(two.mine.stance, 180));
    return [stepOf(m)];
  }
  const other = BACK[way];
  return other ? answerOf(two, other) : [];
}
