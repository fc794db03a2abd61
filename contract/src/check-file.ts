import {
  captureWords,
  noteWords,
  verdictWords,
  type Cause,
  type CheckNote,
  type CheckReport,
} from '@angled-chalk/core/check';
import { questionWords, type Question } from '@angled-chalk/core/matching';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import type { Finding } from '@angled-chalk/core/rules';
import { toOpenKeys } from './open-keys.ts';

export const CHECK_FORMAT = 'angled-chalk-check';
export const CHECK_VERSION = 2;

/**
 * The open file of a check: keys in snake case with units, errors as observed minus planned. `faults` and
 * `undecided` are causes, each with its `consequences`; nothing is in two lists.
 */
export const checkFile = (drill: PlannedDrill, report: CheckReport): unknown =>
  toOpenKeys({
    format: CHECK_FORMAT,
    version: CHECK_VERSION,
    engine: report.engine,
    plan: drill.plan.name,
    student: drill.student.name,
    reading: report.reading,
    verdict: { ...report.verdict, words: verdictWords(report).headline },
    questions: report.questions.map(openQuestion),
    moves: report.moves,
    faults: report.faults.map(openCause),
    undecided: report.undecided.map(openCause),
    planFindings: report.planFindings.map(openFinding),
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

/** `uncertainty` is the expanded uncertainty U = 2u in the unit of the value. */
const openUncertainty = <T extends { readonly expandedU: number }>({ expandedU, ...rest }: T) => ({
  ...rest,
  uncertainty: expandedU,
});

/** A finding as open files have it. */
export const openFinding = (found: Finding): unknown => openUncertainty(found);

const openCause = ({ consequences, ...found }: Cause): unknown => ({
  ...openUncertainty(found),
  consequences: consequences.map(openFinding),
});

const openNote = (note: CheckNote): unknown => ({ ...note, words: noteWords(note, 'metric') });
const openQuestion = (question: Question): unknown => ({ ...question, ...questionWords(question, 'metric') });
