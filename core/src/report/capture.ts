import { formatSmall, type UnitSystem } from '../measure/index.ts';
import type { CaptureUncertainty } from '../rules/index.ts';
import type { SeenTrack } from '../judging/index.ts';

/** What a capture cannot resolve, with the reason. */
export type CaptureNotice =
  | { readonly about: 'no headings' }
  /** Only where feet landed was marked: what they did between is not known. */
  | { readonly about: 'landings only' }
  | { readonly about: 'missing samples'; readonly share: number }
  | {
      readonly about: 'short steps';
      readonly smallestStepM: number;
      readonly noiseM: number;
      readonly rateHz: number;
    }
  | { readonly about: 'landings'; readonly expandedUS: number; readonly hasHeight: boolean };

export interface CaptureReport {
  readonly durationS: number;
  readonly rateHz: number;
  readonly noiseM: number;
  readonly missingShare: number;
  readonly positionUM: number;
  readonly timeUS: number;
  readonly headingUDeg: number | null;
  /** The shortest step it tells from its noise. */
  readonly smallestStepM: number;
  readonly notices: readonly CaptureNotice[];
}

/** From here what a capture cannot resolve is said, with the reason (own choice). */
const NOTABLE_SHARE = 0.1;
const NOTABLE_STEP_M = 0.04;
const NOTABLE_TIME_S = 0.04;

/** What a recording can say, and what it cannot. */
export function captureReport(
  { track, detection }: SeenTrack,
  uncertainty: CaptureUncertainty,
): CaptureReport {
  const withHeadings = track.left.headingDeg !== null && track.right.headingDeg !== null;
  const { rateHz, noiseM, missingShare, smallestStepM } = detection;
  const { timeS: timeUS, positionM: positionUM } = uncertainty;
  const notices: CaptureNotice[] = [];
  if (track.landings) notices.push({ about: 'landings only' });
  if (!withHeadings) notices.push({ about: 'no headings' });
  if (missingShare > NOTABLE_SHARE) notices.push({ about: 'missing samples', share: missingShare });
  if (smallestStepM > NOTABLE_STEP_M) notices.push({ about: 'short steps', smallestStepM, noiseM, rateHz });
  if (timeUS > NOTABLE_TIME_S)
    notices.push({ about: 'landings', expandedUS: 2 * timeUS, hasHeight: track.left.z !== null });
  return {
    durationS: (track.timeS.at(-1) ?? 0) - (track.timeS[0] ?? 0),
    rateHz,
    noiseM,
    missingShare,
    positionUM,
    timeUS,
    headingUDeg: withHeadings ? uncertainty.headingDeg : null,
    smallestStepM,
    notices,
  };
}

/** A notice in plain words. */
export function captureWords(notice: CaptureNotice, units: UnitSystem): string {
  switch (notice.about) {
    case 'landings only':
      return 'Landings only: what the feet did between them (closing or crossing on the way, a leg that was raised) cannot be told.';
    case 'no headings':
      return 'No headings in this capture: facing was not checked.';
    case 'missing samples':
      return `${Math.round(100 * notice.share)} % of the samples are missing: times near the holes are rough.`;
    case 'short steps':
      return `Steps shorter than ${formatSmall(notice.smallestStepM, units)} cannot be told from the noise of this capture (${formatSmall(notice.noiseM, units)} a sample at ${notice.rateHz.toFixed(0)} Hz).`;
    case 'landings':
      return `Landings are known to ${notice.expandedUS.toFixed(2)} s only${notice.hasHeight ? '' : ': the file has no height of the feet'}.`;
  }
}
