import { distanceM } from '../geometry/index.ts';
import type { FlightData } from './solve-flight.ts';
import type { ObservedEvent, Raise } from './observed.ts';
import type { Sorted } from './raises.ts';
import { headingBetween } from './headings.ts';
import { meanBetween } from './place.ts';
import type { FootSignal } from './signal.ts';

/** The ball may still creep so long after contact; its place is read later where the stand is long enough. */
const SETTLED_AFTER_S = 0.1;
const SETTLED_SHARE = 0.35;
/** A longer look would see how the ball rolls while the other foot flies. */
const REST_WINDOW_S = 0.3;
/** What a stand does not show of its own unsteadiness (own choice, from the coverage bench). */
const PLACE_FACTOR = 1.12;

/** Where a foot stands after a flight, from how many samples, and how unsteadily. */
export type Rest = Pick<FlightData, 'endX' | 'endY' | 'restSamples' | 'restDriftM'>;

/** Where a foot rests that has come down, until a time; null where too little of that was seen. */
export function restBetween(signal: FootSignal, landS: number, untilS: number): Rest | null {
  const restFromS = landS + Math.min(SETTLED_AFTER_S, Math.max(0, SETTLED_SHARE * (untilS - landS)));
  const restToS = Math.min(untilS, restFromS + REST_WINDOW_S);
  const after = meanBetween(signal, restFromS, restToS, 0, signal.t.length);
  if (!after || after.count < 3) return null;
  return {
    endX: after.x,
    endY: after.y,
    restSamples: after.count,
    restDriftM: driftBetween(signal, restFromS, restToS),
  };
}

/** Standard uncertainty of a place, each axis, metres. */
export const restUM = (
  signal: FootSignal,
  { restSamples, restDriftM }: Omit<Rest, 'endX' | 'endY'>,
): number =>
  PLACE_FACTOR *
  Math.hypot(
    signal.noiseM * Math.sqrt(signal.samplesForOne / Math.max(1, restSamples)),
    restDriftM,
    signal.slowM,
  );

/** A raised foot that came down further from its place than this, or than so many sigmas, came down elsewhere. */
const ELSEWHERE_M = 0.03;
const ELSEWHERE_SIGMAS = 4;

/**
 * A leg that was up is known to be down only by its height: where it came down is looked at again after that, also
 * where it stood too briefly to be seen as a stand. One that came down elsewhere is an event like a step, and
 * what the foot does next begins there.
 */
export function raisesAtRest(signal: FootSignal, { events, raises }: Sorted): Sorted {
  const all = [...events, ...raises.map(({ event }) => event)].toSorted((a, b) => a.liftS - b.liftS);
  const raiseOf = new Map(raises.map((raise) => [raise.event, raise]));
  const out: { events: ObservedEvent[]; raises: Raise[] } = { events: [], raises: [] };
  let before: ObservedEvent | undefined;
  all.forEach((seen, i) => {
    const raise = raiseOf.get(seen);
    const wasRaise = before?.how === 'raise';
    const from = before && wasRaise ? before.to : seen.from;
    const isSure = seen.how === 'raise' && raise?.heightM !== null;
    const event = isSure ? cameDown(signal, { ...seen, from }, before, all[i + 1]) : { ...seen, from };
    if (raise && !(isSure && isElsewhere(event)))
      out.raises.push({ ...raise, event: { ...event, to: from } });
    else out.events.push(event);
    before = raise && !isSure ? before : event;
  });
  return out;
}

const isElsewhere = ({ from, to, placeUM }: ObservedEvent): boolean =>
  distanceM(from, to) > Math.max(ELSEWHERE_M, ELSEWHERE_SIGMAS * placeUM);

/** A raise with where the foot stands after it, and how it is turned before and after. */
function cameDown(
  signal: FootSignal,
  event: ObservedEvent,
  before: ObservedEvent | undefined,
  next: ObservedEvent | undefined,
): ObservedEvent {
  const nextS = next?.liftS ?? Infinity;
  const rest = restBetween(signal, event.landS, nextS);
  const stood = headingBetween(signal, before?.landS ?? -Infinity, event.liftS, 'late');
  const turned = headingBetween(signal, event.landS, nextS, 'early');
  return {
    ...event,
    headingBeforeDeg: stood?.deg ?? event.headingBeforeDeg,
    headingAfterDeg: turned?.deg ?? event.headingAfterDeg,
    ...(rest ? { to: { x: rest.endX, y: rest.endY }, placeUM: restUM(signal, rest) } : {}),
  };
}

const DRIFT_BLOCKS = 5;

/** How unsteadily a foot stands, each axis, beyond what noise explains: the scatter of parts of a stretch. */
function driftBetween(signal: FootSignal, fromS: number, toS: number): number {
  const blockS = (toS - fromS) / DRIFT_BLOCKS;
  const parts = Array.from({ length: DRIFT_BLOCKS }, (_, i) =>
    meanBetween(signal, fromS + i * blockS, fromS + (i + 1) * blockS, 0, signal.t.length),
  ).filter((part) => part !== null);
  const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;
  const [mx, my] = [mean(parts.map(({ x }) => x)), mean(parts.map(({ y }) => y))];
  const seen2 = mean(parts.map(({ x, y }) => ((x - mx) ** 2 + (y - my) ** 2) / 2));
  const noise2 = mean(
    parts.map(({ count }) => signal.noiseM ** 2 * Math.min(1, signal.samplesForOne / count)),
  );
  return Math.sqrt(Math.max(0, seen2 - (1 - 1 / DRIFT_BLOCKS) * noise2));
}
