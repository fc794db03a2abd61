import { distanceM, type Point } from '../geometry/index.ts';
import { OUT_AT_LEAST_M, SAME_PLACE_M, type Excursion } from './excursions.ts';
import type { ObservedEvent, Raise } from './observed.ts';

/** A foot that stays out longer than this has stepped there, seconds (own choice). */
export const STAYS_OUT_S = 0.8;
/** A flight seen so near to an excursion is the excursion: no foot stands more briefly (own choice). */
const BESIDE_S = 0.04;
/** When a foot left the floor and touched it, where its height tells, 1 sigma. */
const SPAN_U_S = 0.02;

export interface Sorted {
  /** What changes a foot's place on the floor. */
  readonly events: readonly ObservedEvent[];
  readonly raises: readonly Raise[];
}

/** One event from the first lift to the last landing of two. */
export const joined = (out: ObservedEvent, back: ObservedEvent): ObservedEvent => ({
  ...back,
  how: 'raise',
  from: out.from,
  liftS: out.liftS,
  liftUS: out.liftUS,
  headingBeforeDeg: out.headingBeforeDeg,
});

/**
 * Parts kicks, raised knees and hops on the spot from what changes a foot's place. One that came down
 * elsewhere is an event like a step. A foot that was seen to go out, to stand there for less than a moment and
 * to come back while the other one stood may have been in the air all the while.
 * @param start where the foot stood at first
 */
export function sortRaises(
  seen: {
    readonly events: readonly ObservedEvent[];
    readonly start: Point;
    readonly foot: ObservedEvent['foot'];
    /** Whether the height tells what was in the air. */
    readonly hasHeight: boolean;
  },
  excursions: readonly Excursion[],
  stands: (fromS: number, toS: number) => boolean,
): Sorted {
  const kept: ObservedEvent[] = [];
  const raises: Raise[] = [];
  const used = new Set<Excursion>();
  const { hasHeight } = seen;
  const excursionsIn = ({ liftS, landS }: ObservedEvent): Excursion[] =>
    excursions.filter(({ fromS, toS }) => liftS < toS + BESIDE_S && landS > fromS - BESIDE_S);
  // Of a flight over two excursions neither is known to be the one that went elsewhere: where the foot comes
  // down after each tells.
  const events = seen.events.filter((event) => excursionsIn(event).length < 2);
  const excursionOf = (event: ObservedEvent): Excursion | undefined => excursionsIn(event)[0];
  for (let i = 0; i < events.length; i++) {
    const [event, back] = [events[i]!, events[i + 1]];
    const excursion = excursionOf(event);
    if (excursion) {
      used.add(excursion);
      const { fromS, toS } = excursion;
      // Whatever of it was seen as a flight of its own is the one it was.
      const last = events.findLast((other) => excursionOf(other) === excursion) ?? event;
      const times = { liftS: fromS, landS: toS, liftUS: SPAN_U_S, landUS: SPAN_U_S };
      kept.push({ ...joined(event, last), ...times });
      i = events.indexOf(last);
    } else if (back && !hasHeight && isReturn(event, back) && stands(event.liftS, back.landS)) {
      const outM = distanceM(event.from, event.to);
      raises.push({ event: joined(event, back), heightM: null, outM, steps: [event, back] });
      i++;
    } else kept.push(event);
  }
  for (const excursion of excursions)
    if (!used.has(excursion)) raises.push(onTheSpot({ ...seen, events }, excursion));
  return { events: kept, raises };
}

const isReturn = (out: ObservedEvent, back: ObservedEvent): boolean =>
  distanceM(out.from, out.to) > OUT_AT_LEAST_M &&
  distanceM(back.to, out.from) < SAME_PLACE_M &&
  back.liftS - out.landS < STAYS_OUT_S;

/** A foot that came back to where it was. */
function onTheSpot(
  { events, start, foot }: Parameters<typeof sortRaises>[0],
  { fromS, toS, topM, outM }: Excursion,
): Raise {
  const before = events.findLast(({ landS }) => landS <= fromS);
  const at = before?.to ?? start;
  const headingDeg = before?.headingAfterDeg ?? null;
  const event: ObservedEvent = {
    number: 0,
    foot,
    how: 'raise',
    from: at,
    to: at,
    liftS: fromS,
    landS: toS,
    headingBeforeDeg: headingDeg,
    headingAfterDeg: headingDeg,
    liftUS: SPAN_U_S,
    landUS: SPAN_U_S,
    placeUM: before?.placeUM ?? 0,
    headingUDeg: before?.headingUDeg ?? 0,
  };
  return { event, heightM: topM, outM, steps: [] };
}
