import { readStudentFile, toOpenKeys } from '@angled-chalk/contract';
import {
  bandsAgainst,
  contactsOf,
  exchanged,
  freeWindow,
  halfStepM,
  groundOf,
  kindOf,
  pairWords,
  reachAt,
  type PairContact,
  type Two,
} from '@angled-chalk/core/pair';
import { circling, holdGap, inOut, swingingBag, type Motion } from '@angled-chalk/core/motion';
import {
  guardRule,
  reachRows,
  shinRule,
  STRIKES,
  strikerOf,
  TARGET_PARTS,
  type ReachRow,
  type ReachTarget,
  type StrikeId,
  type Striker,
} from '@angled-chalk/core/range';
import { readTrackCsv } from '@angled-chalk/core/track';
import { BadInput, must, readText, UsageError, writeResult } from './files.ts';
import { json, need, oneOf, readOptions, type Values, type Verb } from './options.ts';

const openContact = ({ contact, toeGapM }: ReachRow): unknown => {
  const { strike, gapM, uM, terms, window, touches, calibrated } = contact;
  return { strike: strike.id, gapM, uncertainty: 2 * uM, toeGapM, touches, calibrated, window, terms };
};

/** A number of an option within its limits; null where the option was not given. */
function numberIn(values: Values, name: keyof Values, least: number, most: number): number | null {
  const text = values[name];
  if (text === undefined) return null;
  const value = Number(text);
  if (text.trim() === '' || !(value >= least && value <= most))
    throw new UsageError(`--${name} is a number from ${least} to ${most}, not "${text}".`);
  return value;
}

function strikesOf(values: Values): StrikeId[] {
  const names = (values.strikes ?? 'jab').split(',').map((name) => name.trim());
  return names.map((name) => {
    const known = STRIKES.find(({ id }) => id === name);
    if (!known)
      throw new UsageError(
        `--strikes: there is no strike "${name}". Strikes: ${STRIKES.map(({ id }) => id).join(', ')}.`,
      );
    return known.id;
  });
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
function openPair(two: Two, gapM: number | null): object {
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
function openMap(two: Two, stepM: number): object {
  const ground = groundOf(two, 6, stepM);
  return {
    stepM,
    cells: ground.cells.map((cell) => ({
      xM: cell.x,
      yM: cell.y,
      kind: kindOf(cell),
      mine: cell.mine,
      theirs: cell.theirs,
    })),
    areasM2: Object.fromEntries(
      Object.entries(ground.areasM2).map(([kind, area]) => [kind.replaceAll(' ', '_'), area]),
    ),
  };
}

function openInOut(two: Two, values: Values): object {
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

/** Where the target of a track goes along the line from the student's first place, evenly sampled; gaps are bridged. */
async function motionOf(path: string): Promise<{ readonly motion: Motion; readonly gapM: number }> {
  const { timeS, left, right, target } = must(path, readTrackCsv(await readText(path)));
  if (!target)
    throw new BadInput(
      `${path}: its target does not move: the columns target_x_m and target_y_m are missing.`,
    );
  const seen = [...timeS.keys()].filter((i) => Number.isFinite(target.x[i]) && Number.isFinite(target.y[i]));
  const [first, last] = [seen[0], seen.at(-1)];
  const feet = [...timeS.keys()].find((i) =>
    [left.x[i], left.y[i], right.x[i], right.y[i]].every(Number.isFinite),
  );
  if (first === undefined || last === undefined || last === first || feet === undefined)
    throw new BadInput(`${path}: its feet or its target were never seen.`);
  const at = (column: ArrayLike<number>, i: number): number => column[i] ?? NaN;
  const middle = {
    x: (at(left.x, feet) + at(right.x, feet)) / 2,
    y: (at(left.y, feet) + at(right.y, feet)) / 2,
  };
  const [dx, dy] = [at(target.x, first) - middle.x, at(target.y, first) - middle.y];
  const gapM = Math.hypot(dx, dy);
  const along = (i: number): number =>
    ((at(target.x, i) - middle.x) * dx + (at(target.y, i) - middle.y) * dy) / gapM - gapM;
  const [fromS, toS] = [at(timeS, first), at(timeS, last)];
  let k = 0;
  const atM = Float64Array.from({ length: Math.floor((toS - fromS) / MOTION_EVERY_S) + 1 }, (_, n) => {
    const t = fromS + n * MOTION_EVERY_S;
    while (k + 2 < seen.length && at(timeS, seen[k + 1] ?? last) < t) k++;
    const [a, b] = [seen[k] ?? first, seen[k + 1] ?? last];
    const [ta, tb] = [at(timeS, a), at(timeS, b)];
    const share = tb > ta ? Math.min(1, Math.max(0, (t - ta) / (tb - ta))) : 0;
    return along(a) + share * (along(b) - along(a));
  });
  return { motion: { everyS: MOTION_EVERY_S, atM }, gapM };
}

const MOTION_EVERY_S = 0.05;
/** Reacting takes so long unless it was measured, seconds (from memory); a band without edges is so wide either way. */
const REACTS_S = 0.25;
const BAND_M = 0.15;

async function openHold(striker: Striker, values: Values): Promise<object> {
  const { motion, gapM } = await motionOf(need(values, 'motion'));
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

/** Of several ways to ask, what else was asked. */
const ASKED = ['map', 'in-out', 'circle', 'bag', 'hold'] as const;

/** Contact distances of a student against a partner (both ways), a bag or a pad; and what follows from them for the two. */
export const rangeVerb: Verb = async (args) => {
  const flags = ASKED.filter((name) => name !== 'map' && args.includes(`--${name}`));
  const values = readOptions(
    args.filter((one) => !flags.some((name) => one === `--${name}`)),
    [
      'student',
      'partner',
      'part',
      'target',
      'height',
      'gloves',
      'out',
      'gap',
      'map',
      'strikes',
      'returns',
      'by',
      'radius',
      'length',
      'amplitude',
      'motion',
      'near',
      'far',
      'tempo',
      'delay',
    ],
  );
  const kind = oneOf(values, 'target', ['bag', 'pad']) ?? 'bag';
  const part = oneOf(values, 'part', TARGET_PARTS) ?? null;
  const heightCm = values.height === undefined ? null : Number(values.height);
  if (heightCm !== null && !(heightCm > 0 && heightCm < 300)) {
    throw new UsageError('--height is the height of the target above the floor in cm, between 0 and 300.');
  }
  const gloves = oneOf(values, 'gloves', ['yes', 'no']) === 'yes';
  const readStriker = async (path: string): Promise<Striker> =>
    strikerOf(must(path, readStudentFile(await readText(path))), gloves);
  const striker = await readStriker(need(values, 'student'));
  const partner = values.partner === undefined ? null : await readStriker(values.partner);
  const two = partner && { mine: striker, theirs: partner };
  const heightM = heightCm === null ? null : heightCm / 100;
  const target: ReachTarget = partner
    ? { kind: 'partner', partner, part }
    : kind === 'pad'
      ? { kind, heightM }
      : { kind, radiusM: 0, heightM };
  const mapM = numberIn(values, 'map', 0.02, 1);
  const needsTwo = [
    ...flags.filter((name) => name !== 'bag' && name !== 'hold'),
    ...(mapM === null ? [] : ['map']),
  ];
  if (!two && needsTwo.length > 0) throw new UsageError(`--${needsTwo[0]} needs --partner.`);
  const byDeg = flags.includes('circle') ? numberIn(values, 'by', -360, 360) : null;
  if (flags.includes('circle') && !byDeg)
    throw new UsageError('--circle needs --by, degrees that are not 0.');
  const radiusM = numberIn(values, 'radius', 0.3, 5);
  const text = json(
    toOpenKeys({
      format: 'angled-chalk-range',
      version: 1,
      student: striker.student.name,
      against: partner ? partner.student.name : kind,
      contacts: reachRows(striker, target).map(openContact),
      ...(partner
        ? { returned: reachRows(partner, { kind: 'partner', partner: striker, part }).map(openContact) }
        : {}),
      rulesOfThumb: [shinRule(striker, 'metric'), guardRule(striker, partner ?? striker, 'metric')],
      ...(two ? openPair(two, numberIn(values, 'gap', 0, 6)) : {}),
      ...(two && mapM !== null ? openMap(two, mapM) : {}),
      ...(two && flags.includes('in-out') ? openInOut(two, values) : {}),
      ...(two && byDeg ? (radiusM === null ? circling(two, byDeg) : circling(two, byDeg, radiusM)) : {}),
      ...(flags.includes('hold') ? await openHold(striker, values) : {}),
      ...(flags.includes('bag')
        ? swingingBag(
            striker,
            numberIn(values, 'length', 0.3, 6) ?? 1.8,
            numberIn(values, 'amplitude', 1, 90) ?? 20,
          )
        : {}),
    }),
  );
  await writeResult(values.out, text);
  return 0;
};
