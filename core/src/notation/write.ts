import type { Measure } from '../body/index.ts';
import { MOVES, type Move, type PhrasePart } from '../moves/index.ts';
import type {
  Cue,
  Facing,
  GapBand,
  Item,
  OwnLimits,
  PartnerPart,
  Pose,
  Repeat,
  StrikeCue,
  Weave,
} from '../pattern/index.ts';
import type { TextHead, TextPattern, TextTarget } from './text.ts';
import { FACING_WORDS, LENGTH_UNITS } from './words.ts';

const INDENT = '  ';

/** Metres as a tape says them: in centimetres below one metre, where that is as exact. */
export function metresText(valueM: number): string {
  const cm = Number((valueM * 100).toPrecision(15));
  const isAsExact = Number((cm / 100).toPrecision(15)) === valueM;
  return Math.abs(valueM) < 1 && isAsExact ? `${cm} cm` : `${valueM} m`;
}

function lengthText({ value, unit }: Measure): string {
  if (unit === 'm') return metresText(value);
  const said = LENGTH_UNITS.find(({ name }) => name === unit);
  return `${value} ${(value === 1 ? said?.one : said?.many) ?? unit}`;
}

const sideText = (value: number, [less, more]: readonly [string, string]): string =>
  `${Math.abs(value)} ${value < 0 ? less : more}`;

const PLAIN_WAYS: Readonly<Record<number, string>> = {
  0: 'forward',
  180: 'back',
  90: 'right',
  [-90]: 'left',
};
const wayText = (deg: number): string => PLAIN_WAYS[deg] ?? sideText(deg, ['left', 'right']);

const isMeasure = (value: unknown): value is Measure =>
  typeof value === 'object' && value !== null && 'value' in value && 'unit' in value;

function partText(part: PhrasePart, move: Move): string {
  if (typeof part === 'string') return part;
  const value: unknown = Object.entries(move).find(([key]) => key === part.key)?.[1];
  switch (part.as) {
    case 'way':
      return wayText(Number(value));
    case 'turn':
      return sideText(Number(value), ['left', 'right']);
    case 'spin':
      return sideText(Number(value), ['anticlockwise', 'clockwise']);
    case 'number':
      return String(Number(value));
    case 'length':
      return isMeasure(value) ? lengthText(value) : '';
    case 'choice':
      return part.words[String(value)] ?? String(value);
  }
}

/** A move in the words of its kind. */
export const moveText = (move: Move): string => {
  const phrase: readonly PhrasePart[] = MOVES[move.do].phrase;
  return phrase
    .map((part) => partText(part, move))
    .filter((text) => text !== '')
    .join(' ');
};

const facingText = (facing: Facing): string =>
  facing.on === 'heading' ? `${facing.deg} degrees` : FACING_WORDS[facing.on];

const bandText = (band: GapBand): string =>
  band.kind === 'fixed'
    ? `${metresText(band.nearM)} to ${metresText(band.farM)}`
    : `within ${metresText(band.toleranceM)} of the plan`;

const strikeText = ({ strike, when }: StrikeCue): string =>
  `${when === 'together' ? 'with' : 'then'} ${strike.replaceAll('-', ' ')}`;

function cueText({ move, beats, accent, facing, strikes, band }: Cue): string {
  return [
    moveText(move),
    ...(beats === undefined ? [] : [`for ${beats} beats`]),
    ...(accent ? ['accent'] : []),
    ...(facing ? [`face ${facingText(facing)}`] : []),
    ...(band ? [`gap ${bandText(band)}`] : []),
    ...(strikes ?? []).map(strikeText),
  ].join(', ');
}

function weaveText(weave: Weave): string {
  const { firstCone, stepM, pushes, alike } = weave;
  return [
    `weave ${weave.cones} cones ${metresText(weave.spacingM)} apart`,
    `passed at ${metresText(weave.sideOffsetM)}`,
    `first on the ${weave.startSide}`,
    `from ${metresText(firstCone.x)} ${metresText(firstCone.y)} heading ${weave.laneHeadingDeg}`,
    `${weave.coneHeight} cones of radius ${metresText(weave.coneRadiusM)}`,
    weave.wayBack ? 'there and back' : 'one way',
    `${weave.laps} laps`,
    ...(stepM === undefined ? [] : [`steps of at most ${metresText(stepM)}`]),
    ...(pushes === undefined ? [] : [`${pushes} pushes`]),
    ...(alike === true ? ['alike to both sides'] : []),
  ].join(', ');
}

function repeatLines({ repeat, name, otherSide, items }: Repeat, indent: string): string[] {
  const begins = repeat === 1 ? 'group' : `${repeat} times`;
  return [
    `${indent}${begins}${name === undefined ? '' : ` ${JSON.stringify(name)}`} {`,
    ...items.flatMap((item) => itemLines(item, indent + INDENT)),
    `${indent}}${otherSide ? ' then the other side' : ''}`,
  ];
}

function itemLines(item: Item, indent = ''): string[] {
  if ('repeat' in item) return repeatLines(item, indent);
  return [indent + ('weave' in item ? weaveText(item.weave) : cueText(item))];
}

/** Items as lines, without an end of line after the last. */
export const itemsText = (items: readonly Item[]): string =>
  items.flatMap((item) => itemLines(item)).join('\n');

const targetText = (target: TextTarget): string =>
  [
    target.kind,
    'at' in target
      ? `at ${metresText(target.at.x)} ${metresText(target.at.y)}`
      : `${metresText(target.awayM)} ahead`,
    `radius ${metresText(target.radiusM)}`,
    ...(target.swing ? [swingText(target.swing)] : []),
    ...(target.path ? [`walks ${target.path.map(waypointText).join(', ')}`] : []),
  ].join(' ');

const swingText = ({ headingDeg, amplitudeM, periodS }: NonNullable<TextTarget['swing']>): string =>
  `swings ${metresText(amplitudeM)} to ${headingDeg} degrees every ${periodS} s`;

const waypointText = ({ timeS, at }: NonNullable<TextTarget['path']>[number]): string =>
  `${metresText(at.x)} ${metresText(at.y)} at ${timeS} s`;

const limitsText = ({ halfStepRatio, overstretchRatio, reason }: OwnLimits): string =>
  [
    ...(halfStepRatio === undefined ? [] : [`half step ${halfStepRatio} stances`]),
    ...(overstretchRatio === undefined ? [] : [`opening ${overstretchRatio} stances`]),
    `because ${JSON.stringify(reason)}`,
  ].join(', ');

const partnerLines = ({ pattern: { start, items }, facing }: PartnerPart): string[] => [
  `partner${start ? ` ${startText(start)}` : ''} faces ${facingText(facing)} {`,
  ...items.flatMap((item) => itemLines(item, INDENT)),
  '}',
];

const startText = ({ at, headingDeg }: Pose): string =>
  `start at ${metresText(at.x)} ${metresText(at.y)} heading ${headingDeg}`;

const headLines = (
  { name, tempoPerMin, facing, band, target, limits, partner }: TextHead,
  start: Pose | null,
): string[] => [
  ...(name === undefined ? [] : [`drill ${JSON.stringify(name)}`]),
  ...(tempoPerMin === undefined ? [] : [`tempo ${tempoPerMin}`]),
  ...(facing ? [`face ${facingText(facing)}`] : []),
  ...(band ? [`gap ${bandText(band)}`] : []),
  ...(target ? [`target ${targetText(target)}`] : []),
  ...(start ? [startText(start)] : []),
  ...(limits ? [`limit ${limitsText(limits)}`] : []),
  ...(partner ? partnerLines(partner) : []),
];

/**
 * A pattern in lines, as `readNotation` reads them back: the same pattern, number for number. Ends with an end of line.
 */
export function writeNotation({ head, pattern }: TextPattern): string {
  const above = headLines(head, pattern.start);
  const moves = itemsText(pattern.items);
  return `${[...above, ...(above.length > 0 && moves !== '' ? [''] : []), ...(moves === '' ? [] : [moves])].join('\n')}\n`;
}
