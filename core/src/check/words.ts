import { formatSmall, type UnitSystem } from '../measure/index.ts';
import { faultAdvice, faultWords, type FaultName, type Finding } from '../rules/index.ts';
import type { CheckReport } from './report.ts';

export interface VerdictWords {
  /** The judgement in one sentence. */
  readonly headline: string;
  /** How sure, and on what. */
  readonly certainty: string;
  /** What to do next. */
  readonly next: string;
  /** Faults by how often they came, most first. */
  readonly tally: readonly {
    readonly fault: FaultName;
    readonly count: number;
    readonly moves: readonly number[];
  }[];
}

/** The judgement of a check in plain words. */
export function verdictWords(report: CheckReport, units: UnitSystem = 'metric'): VerdictWords {
  const { outcome, matched, planned, undecidedCount } = report.verdict;
  const tally = tallyOf(report.faults);
  const worst = tally[0];
  const { positionUM, timeUS } = report.capture;
  return {
    headline: headline(report, tally),
    certainty:
      `${matched} of ${planned} planned moves were found. This capture places a foot within ` +
      `${formatSmall(2 * positionUM, units)} and a landing within ${(2 * timeUS).toFixed(2)} s, 19 times of 20` +
      `${undecidedCount > 0 ? `; ${undecidedCount} ${plural(undecidedCount, 'finding is', 'findings are')} too close to call` : ''}.`,
    next: worst
      ? faultAdvice(worst.fault)
      : outcome === 'cannot-tell'
        ? 'Record again with the camera or tracker nearer and steadier before judging.'
        : 'Ready for a faster tempo, the way back, or the other side.',
    tally,
  };
}

function headline(report: CheckReport, tally: VerdictWords['tally']): string {
  const { outcome, matched, planned, undecidedCount } = report.verdict;
  if (matched === 0) return 'Cannot tell: none of the planned moves is in this recording.';
  if (outcome === 'met') return `Met: all ${planned} moves were done as planned.`;
  if (outcome === 'cannot-tell') {
    return `Cannot tell from this capture: ${undecidedCount} ${plural(undecidedCount, 'finding is', 'findings are')} within its uncertainty.`;
  }
  const named = tally
    .slice(0, 3)
    .map(({ fault, count }) => `${faultWords(fault)}${count > 1 ? ` ${count} times` : ''}`);
  const rest = tally.length - named.length;
  return `Not met: ${named.join(', ')}${rest > 0 ? ` and ${rest} more ${plural(rest, 'kind', 'kinds')} of fault` : ''}.`;
}

const plural = (count: number, one: string, many: string): string => (count === 1 ? one : many);

function tallyOf(faults: readonly Finding[]): VerdictWords['tally'] {
  const byFault = new Map<FaultName, number[]>();
  for (const { fault, moveNumber } of faults) {
    byFault.set(fault, [...(byFault.get(fault) ?? []), ...(moveNumber === null ? [] : [moveNumber])]);
  }
  return [...byFault]
    .map(([fault, moves]) => ({
      fault,
      count: faults.filter((found) => found.fault === fault).length,
      moves,
    }))
    .sort((a, b) => b.count - a.count);
}
