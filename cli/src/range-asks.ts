import { csvOf } from '@angled-chalk/core/measure';
import { closeWork, countersTo, holdGap, inOut, retreatAndCounter } from '@angled-chalk/core/motion';
import {
  bandsAgainst,
  compareTwo,
  contactsOf,
  exchanged,
  freeWindow,
  halfStepM,
  kindOf,
  pairWords,
  reachAt,
  strongZones,
  type Ground,
  type PairContact,
  type Two,
} from '@angled-chalk/core/pair';
import { STRIKES, TARGET_PARTS, type StrikeId, type Striker } from '@angled-chalk/core/range';
import { motionOfTrack, readRound, roundWords, timeAt, type Round } from '@angled-chalk/core/round';
import { readTrackCsv } from '@angled-chalk/core/track';
import { BadInput, must, readText, UsageError } from './files.ts';
import { need, type Values } from './options.ts';

/** A number of an option within its limits; null where the option was not given. */
export function numberIn(values: Values, name: keyof Values, least: number, most: number): number | null {
  const text = values[name];
  if (text === undefined) return null;
  const value = Number(text);
  if (text.trim() === '' || !(value >= least && value <= most))
    throw new UsageError(`--${name} is a number from ${least} to ${most}, not "${text}".`);
  return value;
}

function strikeNamed(option: string, name: string): StrikeId {
  const known = STRIKES.find(({ id }) => id === name);
  if (!known)
    throw new UsageError(
      `--${option}: there is no strike "${name}". Strikes: ${STRIKES.map(({ id }) => id).join(', ')}.`,
    );
  return known.id;
}

export const strikesOf = (values: Values): StrikeId[] =>
  (values.strikes ?? 'jab').split(',').map((name) => strikeNamed('strikes', name.trim()));

/** The one strike of an option; null where it was not given. */
export function strikeOf(values: Values, option: 'counter' | 'retreat'): StrikeId | null {
  const name = values[option];
  return name === undefined ? null : strikeNamed(option, name);
}

/** A contact of two people by name, and at a gap what it takes. */
const openPairContact =
  (striker: Striker, gapM: number | null) =>
  (one: PairContact): unknown => ({
    strike: one.contact.strike.id,
    part: one.part,
    gapM: one.contact.gapM,
    uncertainty: 2 * one.contact.uM,
    touches: one.contact.touches,
    ...(gapM === null
      ? {}
      : (([now, oneStep, twoSteps]) => ({ now, oneStep, twoSteps }))(reachAt(one, striker, gapM).steps)),
  });

const openBands = (two: Two): unknown =>
  bandsAgainst(two).map(({ name, fromM, toM, by }) => ({ name, fromM, toM, by: by.contact.strike.id }));

/** What two people are to each other. */
export function openPair(two: Two, gapM: number | null): object {
  const window = freeWindow(two);
  const back = exchanged(two);
  return {
    pair: contactsOf(two).map(openPairContact(two.mine, gapM)),
    pairReturned: contactsOf(back).map(openPairContact(two.theirs, gapM)),
    bands: { mine: openBands(two), theirs: openBands(back) },
    freeWindow: { sure: window?.sure ?? null, possible: window?.possible ?? null },
    leastBadGapM: window?.leastBadGapM ?? null,
    words: pairWords(two, 'metric'),
  };
}

/** The ground about the partner, who faces up from the origin. */
export function openMap(ground: Ground): object {
  return {
    stepM: ground.stepM,
    cells: ground.cells.map((cell) => ({
      xM: cell.x,
      yM: cell.y,
      kind: kindOf(cell),
      mine: cell.mine,
      theirs: cell.theirs,
    })),
    areasM2: named(ground.areasM2),
  };
}

export function openInOut(two: Two, values: Values): object {
  const returns = numberIn(values, 'returns', 1, 3) ?? 1;
  const strikes = strikesOf(values);
  const plan = inOut(two, strikes, returns);
  if (!plan) throw new UsageError(`--strikes: of ${strikes.join(', ')} one touches nothing of this partner.`);
  const { clear, ...rest } = plan;
  return {
    ...rest,
    clear: Object.fromEntries(
      clear.map(({ part, fromM, isOut, by }) => [part, { out: isOut, fromM, by: by.contact.strike.id }]),
    ),
  };
}

/** Reacting takes so long unless it was measured, seconds (from memory); a band without edges is so wide either way. */
const REACTS_S = 0.25;
const BAND_M = 0.15;

export async function openHold(striker: Striker, values: Values): Promise<object> {
  const path = need(values, 'motion');
  const recorded = motionOfTrack(must(path, readTrackCsv(await readText(path))));
  if (!recorded)
    throw new BadInput(
      `${path}: its target does not move: the columns target_x_m and target_y_m, or those of its feet, are missing or empty.`,
    );
  const { motion, gapM } = recorded;
  const nearM = numberIn(values, 'near', 0, 6) ?? gapM - BAND_M;
  const farM = numberIn(values, 'far', 0, 6) ?? gapM + BAND_M;
  if (nearM >= farM) throw new UsageError('--near must be nearer than --far.');
  return holdGap({
    motion,
    gapM,
    nearM,
    farM,
    stepM: halfStepM(striker),
    beatS: 60 / (numberIn(values, 'tempo', 20, 240) ?? 60),
    delayS: numberIn(values, 'delay', 0, 2) ?? REACTS_S,
  });
}

/** What follows a strike of theirs, at the gap that is asked for or the least bad one. */
export function openCounters(two: Two, strike: StrikeId, gapM: number | null): object {
  const at = gapM ?? freeWindow(two)?.leastBadGapM ?? 1;
  const parts = TARGET_PARTS.filter((part) => part === 'head' || part === 'body');
  return {
    counters: parts.flatMap((part) =>
      (countersTo(two, strike, part, at) ?? []).map(({ out, ...rest }) => ({ part, misses: out, ...rest })),
    ),
    counterGapM: at,
  };
}

/** Out of a combination straight back, and which stop the counter still reaches from. */
export function openRetreat(two: Two, counter: StrikeId, fromM: number): object {
  const plan = retreatAndCounter(two, counter, fromM);
  if (!plan) throw new UsageError(`--retreat: the ${counter} touches nothing of this partner.`);
  return { retreat: plan };
}

export function openClose(two: Two, strikes: readonly StrikeId[], fromM: number): object {
  const plan = closeWork(two, strikes, fromM);
  if (!plan) throw new UsageError(`--strikes: of ${strikes.join(', ')} one touches nothing of this partner.`);
  return { close: plan };
}

export const openZones = (two: Two): object => ({ strong: strongZones(two) });

export const openCompare = ({ mine, theirs }: Two): object => ({
  compared: compareTwo(mine.student, theirs.student, []).map(({ what, window, areasM2 }) => ({
    what,
    sure: window?.sure ?? null,
    possible: window?.possible ?? null,
    leastBadGapM: window?.leastBadGapM ?? null,
    areasM2: named(areasM2),
  })),
});

const named = (areas: object): object =>
  Object.fromEntries(
    Object.entries(areas).map(([kind, area]): [string, unknown] => [kind.replaceAll(' ', '_'), area]),
  );

/** A recording read against the target that moves in it, without a plan. */
export async function readOf(striker: Striker, partner: Striker | null, values: Values): Promise<Round> {
  const path = need(values, 'read');
  const track = must(path, readTrackCsv(await readText(path)));
  const radiusM = partner ? 0 : BAG_M;
  const [nearM, farM] = [numberIn(values, 'near', 0, 6), numberIn(values, 'far', 0, 6)];
  const first = motionOfTrack(track, radiusM)?.gapM ?? 1;
  const band = { nearM: nearM ?? Math.max(0, first - BAND_M), farM: farM ?? first + BAND_M };
  if (band.nearM >= band.farM) throw new UsageError('--near must be nearer than --far.');
  return readRound({
    track,
    mine: striker,
    theirs: partner,
    radiusM,
    band,
    tempoPerMin: numberIn(values, 'tempo', 20, 240),
  });
}

const BAG_M = 0.18;

export function openRound(round: Round): object {
  const { against, ...rest } = round;
  const { series: _, angles, ...more } = against ?? { series: null, angles: null };
  return {
    round: {
      ...rest,
      ...more,
      angles: angles && { ...angles, offDeg: undefined },
      words: roundWords(round, 'metric'),
    },
  };
}

/** A row every twentieth of a second: the gap, who could have hit whom, how far off their facing. */
export function roundCsv({ against }: Round): string {
  if (!against) return csvOf([]);
  const { series, ribbon, angles } = against;
  let part = 0;
  return csvOf(
    Array.from(series.gapM, (gapM, i) => {
      const timeS = timeAt(series, i);
      const parts = ribbon?.parts ?? [];
      while (part + 1 < parts.length && (parts[part + 1]?.fromS ?? Infinity) <= timeS + 1e-9) part++;
      const now = parts[part];
      const off = angles?.offDeg[i] ?? NaN;
      return {
        time_s: timeS.toFixed(2),
        gap_m: Number.isFinite(gapM) ? gapM.toFixed(4) : '',
        could_hit: now && now.fromS <= timeS && timeS < now.toS ? now.could : '',
        angle_off_deg: Number.isFinite(off) ? off.toFixed(1) : '',
      };
    }),
  );
}

export const groundCsv = (ground: Ground): string =>
  csvOf(
    ground.cells.map((cell) => ({
      x_m: cell.x.toFixed(4),
      y_m: cell.y.toFixed(4),
      kind: kindOf(cell),
      mine_s: cell.mine?.timeS.toFixed(3) ?? '',
      theirs_s: cell.theirs?.timeS.toFixed(3) ?? '',
    })),
  );
