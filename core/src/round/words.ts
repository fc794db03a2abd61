import { formatLength, formatSmall, type UnitSystem } from '../measure/index.ts';
import type { Doing, WhileDoing } from './in-band.ts';
import type { Response } from './response.ts';
import type { Against, Round } from './round.ts';

const WHEN: Readonly<Record<Doing, string>> = {
  stands: 'while they stand',
  'comes on': 'when they come on',
  'goes back': 'when they go back',
  'circles left': 'when circled to the left',
  'circles right': 'when circled to the right',
};

/** Holding it so long of the time is holding it (own choice). */
const HOLDS = 0.8;
/** Shorter than this nothing is said of it. */
const TELLS_S = 3;
/** A place that wandered less is the same place (own choice). */
const PLACE_M = 0.5;
/** Less beyond the band is not told apart. */
const BEYOND_M = 0.03;

const percent = (share: number): string => `${Math.round(100 * share)} %`;
const secondsText = (s: number): string => `${s.toFixed(2)} s`;

function bandSentence({ inBand }: Against, units: UnitSystem): string {
  const told = inBand.whileDoing.filter(({ seconds }) => seconds >= TELLS_S);
  const holds = told.filter(({ shareInBand }) => shareInBand >= HOLDS);
  const fails = told
    .filter(({ shareInBand, beyondM }) => shareInBand < HOLDS && Math.abs(beyondM) >= BEYOND_M)
    .toSorted((a, b) => a.shareInBand - b.shareInBand);
  const list = (some: readonly WhileDoing[]): string => some.map(({ doing }) => WHEN[doing]).join(', ');
  const parts = [
    ...(holds.length > 0 ? [`holds the band ${list(holds)}`] : []),
    ...fails.map(
      ({ doing, beyondM }) =>
        `${beyondM < 0 ? 'closes' : 'is'} ${formatSmall(Math.abs(beyondM), units)} too ${beyondM < 0 ? 'far in' : 'far away'} ${WHEN[doing]}`,
    ),
  ];
  const sentence = parts.length > 0 ? parts.join('; ') : 'goes in and out of the band without a pattern';
  return `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)} (in the band ${percent(inBand.shareInBand)} of the time).`;
}

function responseSentence(response: Response): string {
  const { lagS, lagUS, gain, gainU, periodS } = response;
  const goes = `goes ${percent(gain)} ± ${percent(gainU)} of the way they go`;
  if (periodS !== null && lagS <= lagUS)
    return `They do the same every ${periodS.toFixed(1)} s, and it is anticipated (${secondsText(lagS)} ± ${secondsText(lagUS)}): no fault; ${goes}.`;
  return `Follows ${secondsText(lagS)} ± ${secondsText(lagUS)} after them${reactionWords(response)}; ${goes}.`;
}

function reactionWords({ steppingS, reactsS, reactsUS }: Response): string {
  if (reactsS === null) return '';
  const reacts = `${secondsText(Math.max(0, reactsS))} ± ${secondsText(reactsUS)}`;
  return steppingS === null
    ? `; a foot leaves the floor ${reacts} after they begin`
    : `, of which stepping on the beat takes ${secondsText(steppingS)}: ${reacts} to see and decide`;
}

const NO_RESPONSE = {
  'too short': 'Less than 30 s without a gap: how late the student follows cannot be told.',
  'they hardly move': 'The partner hardly moves: there is nothing to follow.',
  'nothing follows': 'The student does not follow the partner in a way that is told from chance.',
} as const;

/** The round in sentences, what matters first. */
export function roundWords(round: Round, units: UnitSystem): string[] {
  const { against, feet, gapUM, missingShare } = round;
  const words: string[] = [];
  if (against) {
    words.push(bandSentence(against, units));
    const { halfExits, fullExits } = against.inBand;
    if (halfExits > 0)
      words.push(
        `${halfExits} of ${halfExits + fullExits} exits left one foot within the band: half an exit.`,
      );
    const short = against.thrown?.filter(({ inReach }) => inReach === 'not-met') ?? [];
    if (short.length > 0)
      words.push(`${short.length} of ${against.thrown?.length ?? 0} strikes were thrown out of reach.`);
    if (against.ribbon) {
      const { mine, theirs, both } = against.ribbon.share;
      words.push(
        `Could hit alone ${percent(mine)} of the time, could be hit alone ${percent(theirs)}, both ${percent(both)}.`,
      );
    }
    if (against.angles)
      words.push(
        `Stood ${Math.round(against.angles.meanOffDeg)}° off their facing on average, outside their lead foot ${percent(against.angles.shareOutside)} of the time, in the lane of their rear hand ${percent(against.angles.shareInLane)}.`,
      );
    words.push(
      typeof against.response === 'string'
        ? NO_RESPONSE[against.response]
        : responseSentence(against.response),
    );
    const { drift } = against;
    if (drift && drift.little === 'not-met')
      words.push(
        `The gap ${drift.gapM < 0 ? 'shrinks' : 'grows'} by ${formatSmall(Math.abs(drift.gapM), units)} over the round.`,
      );
  }
  const placeM = against?.drift?.placeM ?? 0;
  if (placeM > PLACE_M) words.push(`Ends ${formatLength(placeM, units)} from where the round began.`);
  const { leastApartM, apartM, fittedM, leftShare } = feet;
  if (apartM !== null && fittedM !== null && leastApartM !== null)
    words.push(
      `Feet ${formatSmall(apartM, units)} apart on average, ${formatSmall(leastApartM, units)} at least, in a stance of ${formatSmall(fittedM, units)}${feet.neverTogether === 'not-met' ? ': they close' : ''}.`,
    );
  if (leftShare !== null)
    words.push(
      `${feet.steps} footfalls over ${formatLength(feet.wayM, units)}, ${percent(leftShare)} of the way aside to the left; ${feet.groundM2.toFixed(1)} m² of floor.`,
    );
  if (missingShare > 0.1)
    words.push(`${percent(missingShare)} of the samples are missing: what happened then is not told.`);
  words.push(`The gap is known to ± ${formatSmall(2 * gapUM, units)}.`);
  return words;
}
