import { closest, distance } from 'fastest-levenshtein';
import { MOVES, type FieldSpec, type Move } from '../moves/index.ts';
import {
  LONGEST_NAME,
  MOST_ITEMS,
  MOST_STRIKES,
  PATTERN_RANGES,
  writtenOut,
  type Cue,
  type GapBand,
  type Item,
  type Pattern,
  type Repeat,
  type Weave,
} from '../pattern/index.ts';
import { parse, SyntaxError, type Expected } from './generated/parser.js';
import type { RawCue, RawHead, RawItem, RawPart, RawText, Span } from './raw.ts';
import type { TextHead, TextPattern, TextTarget } from './text.ts';
import { VOCABULARY } from './vocabulary.ts';

/** What is wrong with a text, and where; lines and columns begin at 1. */
export interface NotationProblem {
  readonly message: string;
  readonly line: number;
  readonly column: number;
  /** The column after the last that is wrong. */
  readonly endColumn: number;
  /** The word that was perhaps meant. */
  readonly nearest: string | null;
}

export type ReadNotation =
  | {
      readonly ok: true;
      readonly value: TextPattern;
      /** The line on which each item stands, by its path in the items joined with dots. */
      readonly lineOf: ReadonlyMap<string, number>;
    }
  | { readonly ok: false; readonly problems: readonly NotationProblem[] };

/** No more of the mistakes of one text are told at once. */
const MOST_PROBLEMS = 20;

/**
 * Reads a pattern from its lines. Every line that cannot be read is told of, with what was expected there and the word
 * nearest to what was found; the numbers of the others are looked at all the same.
 */
export function readNotation(text: string): ReadNotation {
  const problems: NotationProblem[] = [];
  const lines = text.split('\n');
  let raw: RawText | null = null;
  while (raw === null && problems.length < MOST_PROBLEMS) {
    try {
      raw = parse(lines.join('\n'));
    } catch (error) {
      if (!(error instanceof SyntaxError)) throw error;
      const found = syntaxProblem(error, lines.join('\n'));
      problems.push(found);
      const line = lines[found.line - 1];
      const stays = line === undefined ? '' : shell(line);
      if (line === undefined || line === stays || error.found === null) break;
      lines[found.line - 1] = stays;
    }
  }
  const told = new Set(problems.map(({ line }) => line));
  const made = raw && understand(raw);
  const wrong = [...problems, ...(made?.problems ?? []).filter(({ line }) => !told.has(line))];
  if (!made || wrong.length > 0)
    return { ok: false, problems: wrong.toSorted((a, b) => a.line - b.line || a.column - b.column) };
  return { ok: true, value: made.value, lineOf: made.lineOf };
}

/** What is left of a line that cannot be read, so that what stands round it still can: its brackets. */
function shell(line: string): string {
  const text = line.trim();
  if (text.startsWith('}')) return '}';
  return text.replace(/#.*$/, '').trim().endsWith('{') ? 'group {' : '#';
}

/** So many things that were expected are named; of more, only what kind of thing they are. */
const MOST_NAMED = 8;
/** A word is near to another that differs by at most this share of its letters. */
const NEAR_SHARE = 0.5;

function syntaxProblem({ expected, found, location, message }: SyntaxError, text: string): NotationProblem {
  const { line, column, offset } = location.start;
  const own = text.split('\n')[line - 1] ?? '';
  const word = /^[^\s,{}#]+/.exec(own.slice(column - 1))?.[0] ?? own.slice(column - 1, column);
  const place = { line, column, endColumn: column + Math.max(1, word.length) };
  if (expected === null) return { ...place, message, nearest: null };
  const here = expected.some((one) => saidOf(one) !== null) ? expected : afterSpace(text, offset);
  const wanted = [...new Set(here.map(saidOf).filter((said) => said !== null))];
  const words = here.flatMap(({ type, text: literal }) =>
    type === 'literal' && literal && /^[a-z]/.test(literal) ? [literal] : [],
  );
  const nearest = nearestTo(word, words) ?? nearestTo(word, VOCABULARY);
  const instead =
    found === null ? 'the end of the text' : word.trim() === '' ? 'the end of the line' : `"${word}"`;
  const what =
    found === null && wanted.includes('"}"')
      ? '"}" to close what was opened'
      : own.slice(0, column - 1).trim() === ''
        ? 'a move, a repeat or a line of the heading'
        : wanted.length > MOST_NAMED
          ? `one of ${wanted.length} words, as ${wanted.slice(0, MOST_NAMED).join(', ')}`
          : oneOrMore(wanted);
  const hint = nearest !== null && nearest !== word ? ` Did you mean "${nearest}"?` : '';
  return {
    ...place,
    message: `Expected ${what}, found ${instead}.${hint}`,
    nearest: hint === '' ? null : nearest,
  };
}

/** What could stand at a place if there were a space before it. */
function afterSpace(text: string, offset: number): readonly Expected[] {
  try {
    parse(`${text.slice(0, offset)} \u0001${text.slice(offset)}`);
    return [];
  } catch (error) {
    return error instanceof SyntaxError ? (error.expected ?? []) : [];
  }
}

const oneOrMore = (wanted: readonly string[]): string =>
  wanted.length <= 1
    ? (wanted[0] ?? 'nothing')
    : `${wanted.slice(0, -1).join(', ')} or ${wanted.at(-1) ?? ''}`;

function saidOf({ type, text, description }: Expected): string | null {
  if (type === 'literal') return text === undefined || /^\s*$/.test(text) ? null : `"${text}"`;
  if (type === 'other') return description === 'a space' ? null : (description ?? null);
  return null;
}

function nearestTo(word: string, words: readonly string[]): string | null {
  if (word.length < 2 || words.length === 0) return null;
  const near = closest(word.toLowerCase(), words);
  return distance(word.toLowerCase(), near) <= Math.max(1, NEAR_SHARE * Math.min(near.length, word.length))
    ? near
    : null;
}

interface Understood {
  readonly value: TextPattern;
  readonly lineOf: ReadonlyMap<string, number>;
  readonly problems: readonly NotationProblem[];
}

/** Everything that is asked of the numbers of a text, and the pattern that they make. */
function understand({ head: rawHead, items: rawItems }: RawText): Understood {
  const problems: NotationProblem[] = [];
  const lineOf = new Map<string, number>();
  const tell = ({ start, end }: Span, message: string): void => {
    const endColumn = end.line === start.line ? Math.max(end.column, start.column + 1) : start.column + 1;
    problems.push({ message, line: start.line, column: start.column, endColumn, nearest: null });
  };
  const within = (at: Span, value: number, [least, most]: readonly [number, number], what: string): void => {
    if (!(value >= least && value <= most))
      tell(at, `${what} is a number from ${least} to ${most}, not ${value}.`);
  };
  const bandIn = (at: Span, band: GapBand): GapBand => {
    if (band.kind === 'around-plan')
      within(at, band.toleranceM, PATTERN_RANGES.toleranceM, 'What the gap may differ by, in metres,');
    else {
      within(at, band.nearM, PATTERN_RANGES.bandM, 'A gap in metres');
      within(at, band.farM, PATTERN_RANGES.bandM, 'A gap in metres');
      if (band.nearM >= band.farM) tell(at, 'The far edge of the gap must be beyond the near edge.');
    }
    return band;
  };

  const moveOf = ({ move: { move, fields: given } }: RawCue): Move => {
    const fields: readonly FieldSpec[] = MOVES[move.do].fields;
    for (const field of fields) {
      const one = given[field.key];
      if (one) fieldProblem(field, one.value, (message) => tell(one.at, message));
    }
    return move;
  };

  const cueOf = (raw: RawCue): Cue => {
    const seen = new Set<RawPart['key']>();
    const strikes: NonNullable<Cue['strikes']>[number][] = [];
    let cue: Cue = { move: moveOf(raw) };
    for (const part of raw.parts) {
      if (part.key !== 'strike' && seen.has(part.key)) tell(part.at, 'This is said twice of one move.');
      seen.add(part.key);
      if (part.key === 'beats') within(part.at, part.value, PATTERN_RANGES.beats, 'Beats');
      if (part.key === 'facing' && part.value.on === 'heading')
        within(part.at, part.value.deg, PATTERN_RANGES.headingDeg, 'A heading in degrees');
      if (part.key === 'band') bandIn(part.at, part.value);
      if (part.key === 'strike') strikes.push(part.value);
      else cue = { ...cue, [part.key]: part.value };
    }
    if (strikes.length > MOST_STRIKES) tell(raw.at, `At most ${MOST_STRIKES} strikes go with one move.`);
    return strikes.length === 0 ? cue : { ...cue, strikes };
  };

  const weaveOf = (at: Span, given: Partial<Weave>): Weave => {
    const weave: Weave = { ...USUAL_WEAVE, ...given };
    for (const key of WEAVE_NUMBERS) {
      const value = weave[key];
      if (value !== undefined) within(at, value, PATTERN_RANGES[key], WEAVE_WORDS[key]);
    }
    within(at, weave.laneHeadingDeg, PATTERN_RANGES.headingDeg, 'The heading of the lane in degrees');
    return weave;
  };

  const itemOf = (raw: RawItem, path: readonly (string | number)[]): Item => {
    lineOf.set(path.join('.'), raw.at.start.line);
    if ('weave' in raw) return { weave: weaveOf(raw.at, raw.weave) };
    if (!('repeat' in raw)) return cueOf(raw);
    within(raw.repeat.at, raw.repeat.value, PATTERN_RANGES.repeat, 'How often');
    if (raw.items.length === 0) tell(raw.at, 'There is nothing between the brackets.');
    if ((raw.name?.length ?? 0) > LONGEST_NAME) tell(raw.at, `A name has at most ${LONGEST_NAME} letters.`);
    const repeat: Repeat = {
      repeat: raw.repeat.value,
      items: raw.items.map((item, i) => itemOf(item, [...path, i])),
    };
    return {
      ...repeat,
      ...(raw.name === null ? {} : { name: raw.name }),
      ...(raw.otherSide ? { otherSide: true as const } : {}),
    };
  };

  const headOf = (): TextHead & Pick<Pattern, 'start'> => {
    let head: TextHead & Pick<Pattern, 'start'> = { start: null };
    const seen = new Set<RawHead['key']>();
    for (const line of rawHead) {
      if (seen.has(line.key)) tell(line.at, 'This is said twice in the heading.');
      seen.add(line.key);
      switch (line.key) {
        case 'name':
          head = { ...head, name: line.value };
          break;
        case 'tempo':
          within(line.value.at, line.value.value, PATTERN_RANGES.tempoPerMin, 'Beats a minute');
          head = { ...head, tempoPerMin: line.value.value };
          break;
        case 'facing':
          head = { ...head, facing: line.value };
          break;
        case 'band':
          head = { ...head, band: bandIn(line.at, line.value) };
          break;
        case 'start':
          within(line.at, line.value.headingDeg, PATTERN_RANGES.headingDeg, 'A heading in degrees');
          head = { ...head, start: line.value };
          break;
        case 'target': {
          const { kind, at, awayM = 0, radiusM: given, ...motion } = line.value;
          const radiusM = given ?? USUAL_RADIUS_M[kind];
          within(line.at, radiusM, PATTERN_RANGES.radiusM, 'A radius in metres');
          within(line.at, awayM, PATTERN_RANGES.bandM, 'How far away it is, in metres,');
          const { swing, path } = motion;
          const target: TextTarget = {
            kind,
            radiusM,
            ...(at ? { at } : { awayM }),
            ...(swing ? { swing } : {}),
            ...(path ? { path } : {}),
          };
          head = { ...head, target };
          break;
        }
        case 'limits':
          head = { ...head, limits: line.value };
          break;
        case 'partner': {
          const { start, facing, items } = line.value;
          const pattern: Pattern = { start, items: items.map((item, i) => itemOf(item, ['partner', i])) };
          head = { ...head, partner: { facing, pattern } };
        }
      }
    }
    return head;
  };

  const { start, ...head } = headOf();
  const pattern: Pattern = { start, items: rawItems.map((item, i) => itemOf(item, [i])) };
  if (problems.length === 0 && writtenOut(pattern.items).length > MOST_ITEMS)
    problems.push({
      message: `With its repeats written out a pattern has at most ${MOST_ITEMS} moves.`,
      line: 1,
      column: 1,
      endColumn: 2,
      nearest: null,
    });
  return { value: { head, pattern }, lineOf, problems };
}

/** What a weave is where its line does not say. */
const USUAL_WEAVE: Weave = {
  cones: 5,
  spacingM: 1,
  sideOffsetM: 0.35,
  startSide: 'left',
  firstCone: { x: 3, y: 3 },
  laneHeadingDeg: 0,
  coneRadiusM: 0.1,
  coneHeight: 'flat',
  wayBack: false,
  laps: 1,
};
const WEAVE_WORDS = {
  cones: 'How many cones',
  spacingM: 'The spacing in metres',
  sideOffsetM: 'The way beside a cone in metres',
  coneRadiusM: 'The radius of a cone in metres',
  laps: 'How many laps',
  stepM: 'The longest step in metres',
  pushes: 'How many pushes',
} as const;
const WEAVE_NUMBERS = ['cones', 'spacingM', 'sideOffsetM', 'coneRadiusM', 'laps', 'stepM', 'pushes'] as const;
/** From the middle to the surface that a gap is measured to. */
const USUAL_RADIUS_M = { bag: 0.18, pad: 0.1, partner: 0 } as const;

function fieldProblem(field: FieldSpec, value: unknown, tell: (message: string) => void): void {
  if (field.as === 'number') {
    const number = Number(value);
    if (!(number >= field.least && number <= field.most))
      tell(`${field.label} is a number from ${field.least} to ${field.most}${field.unit}, not ${number}.`);
    else if (field.whole && !Number.isInteger(number))
      tell(`${field.label} is a whole number, not ${number}.`);
  }
  if (field.as !== 'length' || typeof value !== 'object' || value === null) return;
  if (!('unit' in value) || !('value' in value)) return;
  const number = Number(value.value);
  if (value.unit === 'm' && !(number >= field.leastM && number <= field.mostM))
    tell(`${field.label} is from ${field.leastM} to ${field.mostM} m, not ${number} m.`);
  else if (!(number > 0 && number <= 100)) tell(`${field.label} is more than nothing and at most 100.`);
}

/** Words that could go on a line after what is written of it; for completing it. */
export function wordsAfter(line: string): string[] {
  try {
    parse(`${line}\u0001`);
    return [];
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    if (error.location.start.offset < line.length) return [];
    const words = (error.expected ?? []).flatMap(({ type, text }) =>
      type === 'literal' && text !== undefined && /^[a-z]/.test(text) ? [text] : [],
    );
    return [...new Set(words)];
  }
}
