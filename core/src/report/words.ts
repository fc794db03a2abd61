import { formatSmall, type UnitSystem } from '../measure/index.ts';
import { faultAdvice, faultWords, type FaultName, type Finding } from '../rules/index.ts';
import { questionWords } from '../matching/index.ts';
import { holdsWords, sayings, shareWords, type Said } from './coach-words.ts';
import type { Judgement } from '../verdict/index.ts';
import type { CheckReport } from './report.ts';

export interface VerdictWords {
  /** The judgement in one sentence. */
  readonly headline: string;
  /** The findings that the first sentence is of, by their ids. */
  readonly ids: readonly string[];
  /** How sure, and on what. */
  readonly certainty: string;
  /** What to do next. */
  readonly next: string;
  /** How many moves were clean, against the standard; empty for reports that did not count them. */
  readonly share: string;
  /** What holds; empty where nothing is sure to. */
  readonly holds: string;
  /** What else is worth saying, at most five. */
  readonly also: readonly Said[];
  /** Causes by how often they came, most first. */
  readonly tally: readonly {
    readonly fault: FaultName;
    readonly count: number;
    readonly moves: readonly number[];
  }[];
}

/** The judgement in one sentence without a length: what is kept of it, to be read in any units. */
export const keptHeadline = (report: CheckReport): string =>
  headline(report, tallyOf(report.faults), sayings(report, null), 'metric');

/** The judgement of a check in plain words. */
export function verdictWords(report: CheckReport, units: UnitSystem = 'metric'): VerdictWords {
  const { outcome, matched, planned, undecidedCount } = report.verdict;
  const tally = tallyOf(report.faults);
  const { positionUM, timeUS } = report.capture;
  const said = sayings(report, units);
  return {
    headline: headline(report, tally, said, units),
    ids: said[0]?.ids ?? [],
    certainty:
      `${strikesUnseen(report) ? 'Strikes were not seen: this is of the feet alone. ' : ''}${isOpen(report) || matched === planned ? '' : `${matched} of ${planned} planned moves were found. `}This capture nearly always places a foot within ` +
      `${formatSmall(2 * positionUM, units)} and a landing within ${(2 * timeUS).toFixed(2)} s` +
      `${undecidedCount > 0 ? `; ${undecidedCount} ${plural(undecidedCount, 'finding is', 'findings are')} too close to call` : ''}.`,
    next: said[0]?.cue ?? nextOf(report, tally, units, outcome),
    share: shareWords(report),
    holds: holdsWords(report),
    also: said.slice(1, 1 + MOST_SAID),
    tally,
  };
}

/** Whether the drill has strikes and the recording tells of none. */
const strikesUnseen = ({ strikes }: CheckReport): boolean =>
  strikes !== undefined && strikes.planned > 0 && strikes.seen === null;

/** Whether something stands in the way of judging. */
const isOpen = ({ questions }: CheckReport): boolean => questions.some(({ about }) => about !== 'frame');

function nextOf(
  { questions, faults }: CheckReport,
  tally: VerdictWords['tally'],
  units: UnitSystem,
  outcome: CheckReport['verdict']['outcome'],
): string {
  const [question] = questions;
  const worst = tally[0]?.fault ?? faults[0]?.fault;
  if (worst) return faultAdvice(worst);
  if (question) return questionWords(question, units).wayOut;
  return outcome === 'cannot-tell'
    ? 'Record again with the camera or tracker nearer and steadier before judging.'
    : 'Ready for a faster tempo, the way back, or the other side.';
}

const perMin = (tempo: number): string => `${Math.round(tempo)} a minute`;

/** The one thing to change; where there is none, what was done. */
function coached(report: CheckReport, { outcome, share }: Judgement, said: readonly Said[]): string {
  const tempo = tempoWords(report);
  const [first] = said;
  if (first?.kind === 'way') return `${first.words} ${partWords(report)}`.trim();
  if (outcome === 'cannot-tell') return `Cannot tell from this recording: ${shareWords(report)}`;
  if (tempo && (first?.fault ?? 'off-beat') === 'off-beat')
    return `${tempo.charAt(0).toUpperCase()}${tempo.slice(1)}.`;
  if (first) return first.words;
  const seen = share.moves - share.cannotTell;
  const of = share.cannotTell > 0 ? `${seen} moves that can be seen are clean` : `${seen} moves are clean`;
  // One that is off, and nobody can say by how much, is not clean.
  const all = share.clean < seen ? `${share.clean} of ${of}` : `All ${of}`;
  const unseen = [
    ...(strikesUnseen(report) ? ['strikes were not seen'] : []),
    ...(report.capture.notices.some(({ about }) => about === 'landings only')
      ? ['what the feet did between two landings was not seen']
      : []),
  ];
  return `${[all, ...unseen].join('; ')}.`;
}

/** Of a part of a drill, how much of that part was clean. */
function partWords({ judgement, ways = [] }: CheckReport): string {
  const isPart = ways.some(({ is }) => is === 'ended early' || is === 'begun late');
  return isPart && judgement
    ? `Of that part ${judgement.share.clean} of ${judgement.share.moves} clean.`
    : '';
}

/** What else is said beside the one thing. */
const MOST_SAID = 5;

/** What the tempo is off by, where it is. */
function tempoWords({ tempo }: CheckReport): string | null {
  const { verdict, walkedPerMin, askedPerMin } = tempo;
  if (verdict !== 'not-met' || walkedPerMin === null) return null;
  return `walked at ${perMin(walkedPerMin)} where ${perMin(askedPerMin)} was asked`;
}

function headline(
  report: CheckReport,
  tally: VerdictWords['tally'],
  said: readonly Said[],
  units: UnitSystem,
): string {
  const { outcome, matched, planned, undecidedCount } = report.verdict;
  const [question] = report.questions;
  if (question && question.about !== 'frame')
    return `Not judged yet. ${questionWords(question, units).words}`;
  const first = question ? `${questionWords(question, units).words} ` : '';
  if (report.ways?.some(({ is }) => is === 'stayed') && said[0]) return said[0].words;
  if (matched === 0) return 'Cannot tell: none of the planned moves is in this recording.';
  if (report.judgement) return `${first}${coached(report, report.judgement, said)}`;
  if (outcome === 'met')
    return strikesUnseen(report)
      ? `${first}Feet met: all ${planned} moves were done as planned; strikes were not seen.`
      : `${first}Met: all ${planned} moves were done as planned.`;
  if (outcome === 'cannot-tell' && undecidedCount === 0)
    return `${first}Every landing is as planned; what the feet did between them cannot be told.`;
  if (outcome === 'cannot-tell') {
    return `${first}Cannot tell from this capture: ${undecidedCount} ${plural(undecidedCount, 'finding is', 'findings are')} within its uncertainty.`;
  }
  const tempo = tempoWords(report);
  const named = [
    ...(tempo ? [tempo] : []),
    ...tally.map(({ fault, count }) => `${faultWords(fault)}${count > 1 ? ` ${count} times` : ''}`),
  ];
  const rest = named.length - 3;
  return `${first}Not met: ${named.slice(0, 3).join(', ')}${rest > 0 ? ` and ${rest} more ${plural(rest, 'kind', 'kinds')} of fault` : ''}.`;
}

const plural = (count: number, one: string, many: string): string => (count === 1 ? one : many);

/** The tempo of the whole walk has words of its own. */
const isOfWholeWalk = ({ fault, moveNumber }: Finding): boolean =>
  fault === 'off-beat' && moveNumber === null;

function tallyOf(faults: readonly Finding[]): VerdictWords['tally'] {
  const byFault = new Map<FaultName, { count: number; moves: number[] }>();
  for (const found of faults) {
    if (isOfWholeWalk(found)) continue;
    const own = byFault.get(found.fault) ?? { count: 0, moves: [] };
    own.count++;
    if (found.moveNumber !== null) own.moves.push(found.moveNumber);
    byFault.set(found.fault, own);
  }
  return [...byFault]
    .map(([fault, { count, moves }]) => ({ fault, count, moves }))
    .sort((a, b) => b.count - a.count);
}
