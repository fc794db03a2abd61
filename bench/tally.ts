import { flatFindings } from '@angled-chalk/core/judging';
import { type CheckReport } from '@angled-chalk/core/report';
import { bouncesBetween, detectFootfalls } from '@angled-chalk/core/detection';
import type { Track } from '@angled-chalk/core/track';
import type { Doing } from './doings.ts';
import type { Scene } from './scene.ts';
import type { Capture } from './walked-track.ts';
import type { Segment, Walker } from './walker.ts';

/** A turn of a planted foot is looked for from here on. */
const LEAST_TURN_DEG = 14;
const SAME_S = 0.3;

export interface Tally {
  readonly events: Map<string, { there: number; found: number }>;
  readonly faults: Map<string, { made: number; told: number; open: number; wrong: number }>;
  drills: number;
  clean: number;
  cleanNotMet: number;
  cleanOpen: number;
}

/** What was done wrong, and the planned moves it belongs to. */
export interface Made {
  readonly fault: string;
  readonly span: readonly [number, number];
  /** From its beginning to the end of the move that makes it good. */
  readonly timeS: readonly [number, number];
  /** Only heights show it. */
  readonly isBounce: boolean;
}

/** A bounce goes so high or higher; a mean of the heights of both feet over this time shows it at ten sigmas. */
const BOUNCE_M = 0.011;
const BOUNCE_MEAN_S = 0.15;
export const showsBounces = ({ noiseM, rateHz }: Capture): boolean =>
  BOUNCE_M > (10 * noiseM) / Math.sqrt(2 * BOUNCE_MEAN_S * rateHz);

/** How many of the bounces between two steps are counted; those of a shuffle of heels lower than that are left out. */
export function countBounces({ events }: Tally, { segments, beatS }: Walker, track: Track): void {
  const detection = detectFootfalls(track);
  const left = segments.filter(
    ({ how, foot, riseM }) => how === 'bounce' && foot === 'left' && riseM >= BOUNCE_M,
  );
  for (const number of new Set(left.map(({ move }) => move))) {
    const own = left.filter(({ move }) => move === number);
    const [fromS, toS] = [own[0]?.fromS ?? NaN, own.at(-1)?.toS ?? NaN];
    const counted = bouncesBetween(detection, fromS - 0.1, toS + 0.1, beatS / 2);
    // What is not clear of the noise of its heights is not shown by them.
    if (counted === null) continue;
    const row = events.get('bounce') ?? { there: 0, found: 0 };
    row.there += own.length;
    row.found += Math.min(own.length, counted);
    events.set('bounce', row);
  }
}

export function countEvents(
  { events }: Tally,
  segments: readonly Segment[],
  report: CheckReport,
  { doings, items }: Scene,
): void {
  const kinds = kindsOf(doings);
  const only = items?.length === 1 && 'weave' in (items[0] ?? {}) ? 'weave' : null;
  for (const { foot, how, from, to, fromS, toS, move } of segments) {
    const wayM = Math.hypot(to.x - from.x, to.y - from.y);
    if (how === 'bounce') continue;
    if (how === 'pivot' && Math.abs(to.h - from.h) < LEAST_TURN_DEG) continue;
    if (how === 'step' && wayM < 0.04) continue;
    const kind = only ?? kinds.get(move);
    // What no plan holds is no event of a kind.
    if (kind === undefined) continue;
    const row = events.get(kind) ?? { there: 0, found: 0 };
    row.there++;
    const isThere = report.footfalls.some(
      (seen) =>
        seen.foot === foot &&
        (seen.how === 'pivot') === (how === 'pivot') &&
        Math.abs(seen.landS - toS) < SAME_S &&
        Math.abs(seen.liftS - fromS) < SAME_S,
    );
    if (isThere) row.found++;
    else if (process.env['VERBOSE'])
      console.log(
        'not found',
        kind,
        foot,
        how,
        fromS.toFixed(2),
        toS.toFixed(2),
        `${wayM.toFixed(3)} m`,
        `${(to.h - from.h).toFixed(0)} deg`,
      );
    events.set(kind, row);
  }
}

/** The kind of each planned move by its number: some moves of a list are several. */
function kindsOf(doings: readonly Doing[]): Map<number, string> {
  const kinds = new Map<number, string>();
  let number = 1;
  for (const { move, count = 1 } of doings) {
    for (let i = 0; i < count; i++) kinds.set(number + i, move.do);
    number += count;
  }
  return kinds;
}

/** Two names of one thing, told once. */
const nameOf = (fault: string): string => (fault === 'stance-not-restored' ? 'foot-not-following' : fault);

export function countFaults(
  tally: Tally,
  report: CheckReport,
  made: Made | null,
  { seed, capture }: { readonly seed: number; readonly capture: Capture },
): void {
  const row = (fault: string) => {
    const known = tally.faults.get(nameOf(fault)) ?? { made: 0, told: 0, open: 0, wrong: 0 };
    tally.faults.set(nameOf(fault), known);
    return known;
  };
  if (!made) {
    tally.clean++;
    if (report.faults.length > 0) tally.cleanNotMet++;
    else if (report.undecided.length > 0) tally.cleanOpen++;
  } else {
    const own = row(made.fault);
    own.made++;
    const isOwn = ({ fault, moveNumber }: { fault: string; moveNumber: number | null }): boolean =>
      nameOf(fault) === nameOf(made.fault) &&
      (moveNumber === null || (moveNumber >= made.span[0] - 1 && moveNumber <= made.span[1] + 1));
    if (flatFindings(report.faults).some(isOwn)) own.told++;
    else if (made.isBounce && made.fault === 'wrong-count' && !showsBounces(capture)) own.open++;
    else if (flatFindings(report.undecided).some(isOwn)) {
      own.open++;
      if (process.env['VERBOSE'])
        console.log(
          `seed ${seed}: ${made.fault} of move ${made.span[0]} open`,
          flatFindings(report.undecided)
            .filter(isOwn)
            .map((f) => `${f.fault} ${f.measured} ${f.limit} ${f.expandedU}`)
            .join(),
        );
    } else if (process.env['VERBOSE'])
      console.log(
        `seed ${seed}: ${made.fault} of move ${made.span[0]} not told:`,
        ...report.faults.map((f) => `${f.fault}#${f.moveNumber}`),
        ...report.questions.map(({ about }) => `asked ${about}`),
        ...(report.ways ?? []).map((one) => `way ${JSON.stringify(one)}`),
      );
  }
  // A cause is right where something was made to go wrong, at that move or the one that makes it good.
  for (const cause of report.faults) {
    const near =
      made &&
      cause.moveNumber !== null &&
      cause.moveNumber >= made.span[0] &&
      cause.moveNumber <= made.span[1] + 1;
    // What has no number is told from its time.
    const isThen =
      made &&
      (made.fault === 'drift' || (cause.timeS >= made.timeS[0] - 0.1 && cause.timeS <= made.timeS[1]));
    const isRight = near || (isThen && cause.moveNumber === null);
    if (isRight) continue;
    row(cause.fault).wrong++;
    if (process.env['VERBOSE'])
      console.log(
        `seed ${seed}: told wrongly ${cause.fault}#${cause.moveNumber} ${cause.measured.toFixed(3)} ${cause.limit.toFixed(3)} ${cause.expandedU.toFixed(3)}, made ${made ? `${made.fault}#${made.span[0]}` : 'nothing'}`,
      );
  }
}
