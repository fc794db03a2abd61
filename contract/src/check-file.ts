import { isPartOf, noteWords, type Cause, type CheckNote } from '@angled-chalk/core/judging';
import {
  captureWords,
  habitWords,
  slipWords,
  stateWords,
  verdictWords,
  type CheckReport,
} from '@angled-chalk/core/report';
import { doneAsWords, questionWords, type DoneAs, type Question } from '@angled-chalk/core/matching';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import { habitId } from '@angled-chalk/core/verdict';
import type { Finding } from '@angled-chalk/core/rules';
import { toOpenKeys } from './open-keys.ts';

export const CHECK_FORMAT = 'angled-chalk-check';
export const CHECK_VERSION = 3;

/**
 * The open file of a check: keys in snake case with units, errors as observed minus planned. `faults` and
 * `undecided` are causes, each with its `consequences`; nothing is in two lists. Of `faults` those of a `kind` other than
 * `slip` are of several moves: what of them was found at single moves stands under them by its id.
 */
export const checkFile = (drill: PlannedDrill, report: CheckReport): unknown =>
  toOpenKeys({
    format: CHECK_FORMAT,
    version: CHECK_VERSION,
    engine: report.engine,
    plan: drill.plan.name,
    student: drill.student.name,
    reading: report.reading,
    verdict: openVerdict(report),
    questions: report.questions.map(openQuestion),
    moves: report.moves.map((move) => ({
      ...move,
      off: report.judgement?.moves.find(({ number }) => number === move.number)?.off ?? [],
    })),
    faults: [...ofManyMoves(report), ...report.faults.map(openSlip)],
    undecided: report.undecided.map(openCause),
    planFindings: report.planFindings.map(openFinding),
    struckOut: report.struckOut ?? [],
    ways: (report.ways ?? []).map((way) => ({ ...way, ...doneAsWords(way, 'metric') })),
    notes: report.notes.map(openNote),
    frame: report.frame,
    tempo: openUncertainty(report.tempo),
    strikes: report.strikes,
    range: report.range,
    beat: report.beat,
    balance: report.balance,
    footfalls: report.footfalls,
    capture: {
      ...report.capture,
      notices: report.capture.notices.map((notice) => ({ ...notice, words: captureWords(notice, 'metric') })),
    },
  });

/** The verdict with what to change, what holds, and how many moves were clean against the standard. */
function openVerdict(report: CheckReport): unknown {
  const { headline, next, holds, share: shareWords } = verdictWords(report);
  const share = report.judgement?.share;
  return {
    ...report.verdict,
    words: report.judgement?.habits.length || report.faults.length > 0 ? `${headline} ${next}` : headline,
    holds,
    ...(share
      ? {
          clean: share.clean,
          moves: share.moves,
          cannotTell: share.cannotTell,
          needed: share.needed,
          standard: share.standard.share,
          standardBy: share.standard.by,
          chance: share.chance,
          share: shareWords,
          sides: share.sides,
          blocks: share.blocks,
        }
      : {}),
  };
}

/** What is of several moves: habits and states, with the findings of single moves that are theirs. */
const ofManyMoves = ({ judgement, faults, ways = [] }: CheckReport): unknown[] => [
  ...ways.map((way) => ({
    kind: 'way',
    fault: way.is,
    moveNumbers: way.moveNumbers,
    value: sizeOf(way),
    limit: null,
    words: doneAsWords(way, 'metric').words,
    consequences: faults.filter((one) => isPartOf(one, way)).map(({ id }) => id),
  })),
  ...(judgement?.habits ?? []).map(({ kind, timeS, foot, expandedU, ...habit }) => ({
    ...habit,
    id: habitId({ of: habit.of, fault: habit.fault, way: habit.way }),
    kind,
    timeS,
    foot,
    measured: habit.value,
    uncertainty: expandedU,
    verdict: 'not-met',
    words: habitWords({ kind, timeS, foot, expandedU, ...habit }, 'metric'),
  })),
  ...(judgement?.states ?? []).map(({ expandedU, ...state }) => ({
    ...state,
    foot: null,
    measured: state.value,
    uncertainty: expandedU,
    verdict: 'not-met',
    words: stateWords({ expandedU, ...state }, 'metric'),
    consequences: [],
  })),
];

/** The number that a way has: times, moves, or metres. */
function sizeOf(way: DoneAs): number | null {
  switch (way.is) {
    case 'scaled':
      return way.times;
    case 'ended early':
    case 'begun again':
      return way.afterMove;
    case 'begun late':
      return way.fromMove;
    case 'rounds':
      return way.spansS.length;
    case 'left out':
      return way.left.length;
    case 'stayed':
      return way.mostM;
    case 'merged':
    case 'split':
      return way.didM;
  }
}

const openSlip = (cause: Cause): unknown => ({
  ...openCause(cause),
  kind: 'slip',
  moveNumbers: cause.moveNumber === null ? [] : [cause.moveNumber],
  value: cause.measured,
  words: slipWords([cause], 1, 'metric'),
});

/** `uncertainty` is the expanded uncertainty U = 2u in the unit of the value. */
const openUncertainty = <T extends { readonly expandedU: number }>({ expandedU, ...rest }: T) => ({
  ...rest,
  uncertainty: expandedU,
});

/** A finding as open files have it. */
export const openFinding = (found: Finding): unknown => openUncertainty(found);

const openCause = ({ consequences, ...found }: Cause) => ({
  ...openUncertainty(found),
  consequences: consequences.map(openFinding),
});

const openNote = (note: CheckNote): unknown => ({ ...note, words: noteWords(note, 'metric') });
const openQuestion = (question: Question): unknown => ({ ...question, ...questionWords(question, 'metric') });
