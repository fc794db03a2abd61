import { readStudentFile, toOpenKeys } from '@angled-chalk/contract';
import { csvOf } from '@angled-chalk/core/measure';
import { circling, stepWithBag, swingingBag } from '@angled-chalk/core/motion';
import { bandsAgainst, bandsSvg, groundOf, groundSvg, type Ground, type Two } from '@angled-chalk/core/pair';
import {
  guardRule,
  reachRows,
  shinRule,
  strikerOf,
  TARGET_PARTS,
  type ReachRow,
  type ReachTarget,
  type Striker,
} from '@angled-chalk/core/range';
import { must, readText, UsageError, writeResult } from './files.ts';
import { json, need, oneOf, readOptions, type Values, type Verb } from './options.ts';
import {
  groundCsv,
  numberIn,
  openClose,
  openCompare,
  openCounters,
  openHold,
  openInOut,
  openMap,
  openPair,
  openRetreat,
  openRound,
  openZones,
  readOf,
  roundCsv,
  strikeOf,
  strikesOf,
} from './range-asks.ts';

const openContact = ({ contact, toeGapM }: ReachRow): unknown => {
  const { strike, gapM, uM, terms, window, touches, calibrated } = contact;
  return { strike: strike.id, gapM, uncertainty: 2 * uM, toeGapM, touches, calibrated, window, terms };
};

/** Of several ways to ask, what else was asked. */
const ASKED = ['map', 'in-out', 'circle', 'bag', 'hold', 'close', 'zones', 'compare'] as const;

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
      'read',
      'counter',
      'retreat',
      'format',
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
  const format = oneOf(values, 'format', ['json', 'csv', 'svg']) ?? 'json';
  const needsTwo = [
    ...flags.filter((name) => name !== 'bag' && name !== 'hold'),
    ...(['map', 'counter', 'retreat'] as const).filter((name) => values[name] !== undefined),
  ];
  if (!two && needsTwo.length > 0) throw new UsageError(`--${needsTwo[0]} needs --partner.`);
  const ground = two && mapM !== null ? groundOf(two, 6, mapM) : null;
  const round = values.read === undefined ? null : await readOf(striker, partner, values);
  const rows = reachRows(striker, target);
  await writeResult(
    values.out,
    format === 'csv'
      ? round
        ? roundCsv(round)
        : ground
          ? groundCsv(ground)
          : contactsCsv(rows)
      : format === 'svg'
        ? picture(two, ground)
        : json(
            toOpenKeys({
              format: 'angled-chalk-range',
              version: 1,
              student: striker.student.name,
              against: partner ? partner.student.name : kind,
              contacts: rows.map(openContact),
              ...(partner
                ? {
                    returned: reachRows(partner, { kind: 'partner', partner: striker, part }).map(
                      openContact,
                    ),
                  }
                : {}),
              rulesOfThumb: [shinRule(striker, 'metric'), guardRule(striker, partner ?? striker, 'metric')],
              ...(two ? ofTwo(two, values, flags) : {}),
              ...(ground ? openMap(ground) : {}),
              ...(flags.includes('hold') ? await openHold(striker, values) : {}),
              ...(flags.includes('bag') ? ofBag(striker, values) : {}),
              ...(round ? openRound(round) : {}),
            }),
          ),
  );
  return 0;
};

type Flag = (typeof ASKED)[number];

/** What was asked about the two. */
function ofTwo(two: Two, values: Values, flags: readonly Flag[]): object {
  const gapM = numberIn(values, 'gap', 0, 6);
  const edge = (name: string): number => bandsAgainst(two).find((band) => band.name === name)?.toM ?? 1;
  const counter = strikeOf(values, 'counter');
  const retreat = strikeOf(values, 'retreat');
  return {
    ...openPair(two, gapM),
    ...(flags.includes('in-out') ? openInOut(two, values) : {}),
    ...(flags.includes('circle') ? ofCircle(two, values) : {}),
    ...(counter ? openCounters(two, counter, gapM) : {}),
    ...(retreat ? openRetreat(two, retreat, gapM ?? edge('pocket')) : {}),
    ...(flags.includes('close') ? openClose(two, strikesOf(values), gapM ?? edge('long')) : {}),
    ...(flags.includes('zones') ? openZones(two) : {}),
    ...(flags.includes('compare') ? openCompare(two) : {}),
  };
}

function ofCircle(two: Two, values: Values): object {
  const byDeg = numberIn(values, 'by', -360, 360);
  if (!byDeg) throw new UsageError('--circle needs --by, degrees that are not 0.');
  const radiusM = numberIn(values, 'radius', 0.3, 5);
  return radiusM === null ? circling(two, byDeg) : circling(two, byDeg, radiusM);
}

const SWINGS = 8;

function ofBag(striker: Striker, values: Values): object {
  const lengthM = numberIn(values, 'length', 0.3, 6) ?? 1.8;
  const amplitudeDeg = numberIn(values, 'amplitude', 1, 90) ?? 20;
  const { beatS, landings } = stepWithBag(striker, lengthM, amplitudeDeg, SWINGS);
  return { ...swingingBag(striker, lengthM, amplitudeDeg), beatS, landings };
}

/** Where it is a picture: the ground where it was asked for, else the bands of the two. */
function picture(two: Two | null, ground: Ground | null): string {
  if (!two) throw new UsageError('--format svg draws two people: it needs --partner.');
  return ground ? groundSvg(two, ground) : bandsSvg(two);
}

const contactsCsv = (rows: readonly ReachRow[]): string =>
  csvOf(
    rows.map(({ contact, toeGapM }) => ({
      strike: contact.strike.id,
      touches: contact.touches,
      gap_m: contact.gapM.toFixed(4),
      uncertainty_m: (2 * contact.uM).toFixed(4),
      toe_gap_m: toeGapM.toFixed(4),
    })),
  );
