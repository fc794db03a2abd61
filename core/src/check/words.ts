import { formatSmall, type UnitSystem } from '../measure/index.ts';
import { faultWords, type FaultName, type Finding } from '../rules/index.ts';
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

/** What a coach says first about each fault (common practice, no published source). */
const CUES: Readonly<Record<FaultName, string>> = {
  'wrong-foot-first': 'Slow it down and call the side: the foot on that side goes first, the other pushes.',
  'feet-crossed': 'Sideways only, five each way, opening the stance and bringing it back to size.',
  'feet-together': 'The trailing foot stops where the stance is right, not where the other foot is.',
  overstretched: 'Half steps: two small ones instead of one long one.',
  'step-too-long': 'Split the distance into half steps; nothing is decided until the foot lands.',
  'stance-not-restored': 'After every step, freeze and look down: same width as before?',
  'unplanned-switch': 'Forward and back only, until the lead foot stays the lead foot.',
  'not-facing': 'Lead toe at the target after every step; turn on the ball of the foot.',
  'missed-move': 'Slow the tempo until every cone gets its step.',
  'extra-move': 'A settling shuffle means the step before it was wrong: look at that one.',
  'wrong-direction': 'Walk it once along chalk lines before the cones.',
  'step-short': 'Push off the far foot; touch a chalk mark with every first foot.',
  'step-over': 'Land on the chalk mark, not past it; smaller push.',
  'out-of-band': 'Have them call the distance out loud; put a chalk line at each edge of the band.',
  'off-floor': 'Move the lane in from the edge.',
  'cone-touched': 'Flat markers, and the lane wider until the feet clear them.',
};

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
      ? CUES[worst.fault]
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
