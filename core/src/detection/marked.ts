import type { FootName } from '../body/index.ts';
import {
  landingsOf,
  liftOf,
  medianOf,
  sampleRateHz,
  USUAL_FLIGHT_U_S,
  type MarkedLanding,
  type Track,
} from '../track/index.ts';
import type { Detection, ObservedEvent, ObservedFoot } from './observed.ts';
import { footSignal } from './signal.ts';

/** A step between two marked places is told from none where it is longer than this many of their uncertainties. */
const TOLD_FROM_NONE = 2 * Math.SQRT2;

function eventsOfFoot(own: readonly MarkedLanding[]): ObservedEvent[] {
  return own.slice(1).map((landing, i): ObservedEvent => {
    const before = own[i] ?? landing;
    const { foot, at, timeS, liftS, headingDeg, uM, uS, uDeg, isTurn } = landing;
    return {
      number: 0,
      foot,
      how: isTurn ? 'pivot' : 'step',
      from: before.at,
      to: at,
      liftS: liftOf(landing, before),
      landS: timeS,
      liftUS: liftS === null ? Math.hypot(uS, USUAL_FLIGHT_U_S) : uS,
      landUS: uS,
      headingBeforeDeg: before.headingDeg,
      headingAfterDeg: headingDeg,
      headingUDeg: uDeg,
      placeUM: uM,
    };
  });
}

/** Landings that somebody marked, as what is found in a track: nothing is looked for between them. */
export function detectionOfLandings(track: Track, landings: readonly MarkedLanding[]): Detection {
  const rateHz = sampleRateHz(track.timeS);
  const own = { left: landingsOf(landings, 'left'), right: landingsOf(landings, 'right') };
  const events = [...eventsOfFoot(own.left), ...eventsOfFoot(own.right)]
    .sort((a, b) => a.liftS - b.liftS)
    .map((event, i) => ({ ...event, number: i + 1 }));
  const footOf = (foot: FootName): ObservedFoot => ({
    signal: { ...footSignal(track.timeS, track[foot], rateHz), noiseM: 0 },
    start: own[foot][0]?.at ?? { x: 0, y: 0 },
    events: events.filter((event) => event.foot === foot),
    headingNoiseDeg: medianOf(own[foot].map(({ uDeg }) => uDeg)),
  });
  const uM = medianOf(landings.map((one) => one.uM));
  return {
    rateHz,
    left: footOf('left'),
    right: footOf('right'),
    events,
    raises: [],
    noiseM: uM,
    samplesForOne: 1,
    missingShare: 0,
    smallestStepM: TOLD_FROM_NONE * uM,
  };
}
