import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import peggy from 'peggy';
import { MOVE_NAMES, MOVES, type FieldSpec, type Move } from '../moves/index.ts';
import { writtenOut, type Cue, type Item, type Pattern } from '../pattern/index.ts';
import { STRIKES } from '../range/index.ts';
import {
  notationGrammar,
  readNotation,
  wordsAfter,
  writeNotation,
  type TextHead,
  type TextPattern,
} from './index.ts';

const read = (text: string): TextPattern => {
  const result = readNotation(text);
  if (!result.ok)
    throw new Error(result.problems.map(({ line, message }) => `${line}: ${message}`).join('\n'));
  return result.value;
};
const problemsOf = (text: string): string[] => {
  const result = readNotation(text);
  return result.ok ? [] : result.problems.map(({ line, column, message }) => `${line}:${column} ${message}`);
};

test('the parser is the one that the kinds of moves make', () => {
  const written = readFileSync(new URL('./generated/parser.js', import.meta.url), 'utf8');
  expect(peggy.generate(notationGrammar(), { output: 'source', format: 'es' })).toBe(written);
});

/** Any value that a field can have: made from what it asks, not from how it is said. */
function valueOf(field: FieldSpec): fc.Arbitrary<unknown> {
  switch (field.as) {
    case 'choice':
      return fc.constantFrom(...field.choices);
    case 'number':
      return field.whole
        ? fc.integer({ min: field.least, max: field.most })
        : fc
            .double({ min: field.least, max: field.most, noNaN: true })
            .map((n) => (Object.is(n, -0) ? 0 : n));
    case 'length':
      return fc.oneof(
        fc
          .integer({ min: Math.ceil(field.leastM * 1000), max: Math.floor(field.mostM * 1000) })
          .map((mm) => ({ value: mm / 1000, unit: 'm' })),
        fc
          .double({ min: field.leastM, max: field.mostM, noNaN: true })
          .map((value) => ({ value, unit: 'm' })),
        fc.record({
          value: fc.integer({ min: 1, max: 400 }).map((n) => n / 100),
          unit: fc.constantFrom('half-steps', 'separations', 'shoulders'),
        }),
      );
  }
}

const anyMove = fc.constantFrom(...MOVE_NAMES).chain((name): fc.Arbitrary<Move> => {
  const fields: readonly FieldSpec[] = MOVES[name].fields;
  return fc
    .record(Object.fromEntries(fields.map((field) => [field.key, valueOf(field)])))
    .map((values) => Object.assign({}, MOVES[name].usual, values));
});
const heading = fc.integer({ min: -180, max: 180 });
const facing = fc.oneof(
  fc.constantFrom({ on: 'target' as const }, { on: 'lane' as const }, { on: 'free' as const }),
  heading.map((deg) => ({ on: 'heading' as const, deg })),
);
const band = fc.oneof(
  fc.integer({ min: 1, max: 300 }).map((cm) => ({ kind: 'around-plan' as const, toleranceM: cm / 100 })),
  fc
    .tuple(fc.integer({ min: 0, max: 900 }), fc.integer({ min: 1, max: 900 }))
    .map(([cm, more]) => ({ kind: 'fixed' as const, nearM: cm / 100, farM: (cm + more) / 100 })),
);
const without = <T extends object>(value: T): T => {
  const copy = { ...value };
  for (const [key, one] of Object.entries(copy)) if (one === undefined) Reflect.deleteProperty(copy, key);
  return copy;
};
const maybe = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: undefined });
const anyCue: fc.Arbitrary<Cue> = fc
  .record({
    move: anyMove,
    beats: maybe(fc.integer({ min: 1, max: 256 }).map((n) => n / 4)),
    accent: maybe(fc.constant(true as const)),
    facing: maybe(facing),
    strikes: maybe(
      fc.array(
        fc.record({
          strike: fc.constantFrom(...STRIKES.map(({ id }): string => id)),
          when: fc.constantFrom('together' as const, 'reset-first' as const),
        }),
        { minLength: 1, maxLength: 6 },
      ),
    ),
    band: maybe(band),
  })
  .map(without);
const cm = fc.integer({ min: -2000, max: 2000 }).map((n) => n / 100);
const anyWeave = fc
  .record({
    cones: fc.integer({ min: 1, max: 40 }),
    spacingM: fc.integer({ min: 20, max: 1000 }).map((n) => n / 100),
    sideOffsetM: fc.integer({ min: 0, max: 500 }).map((n) => n / 100),
    startSide: fc.constantFrom('left' as const, 'right' as const),
    firstCone: fc.record({ x: cm, y: cm }),
    laneHeadingDeg: heading,
    coneRadiusM: fc.integer({ min: 0, max: 50 }).map((n) => n / 100),
    coneHeight: fc.constantFrom('flat' as const, 'tall' as const),
    wayBack: fc.boolean(),
    laps: fc.integer({ min: 1, max: 50 }),
    stepM: maybe(fc.integer({ min: 3, max: 150 }).map((n) => n / 100)),
    pushes: maybe(fc.integer({ min: 1, max: 12 })),
    alike: maybe(fc.constant(true)),
  })
  .map((weave) => ({ weave: without(weave) }));
const { items: anyItems } = fc.letrec<{ items: Item[]; item: Item }>((tie) => ({
  items: fc.array(tie('item'), { minLength: 1, maxLength: 4 }),
  item: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    anyCue,
    anyWeave,
    fc
      .record({
        repeat: fc.integer({ min: 1, max: 9 }),
        items: tie('items'),
        name: maybe(fc.string({ maxLength: 30 })),
        otherSide: maybe(fc.constant(true as const)),
      })
      .map(without),
  ),
}));
const motion = fc.record({
  swing: maybe(
    fc.record({
      headingDeg: heading,
      amplitudeM: fc.integer({ min: 1, max: 200 }).map((n) => n / 100),
      periodS: fc.integer({ min: 5, max: 200 }).map((n) => n / 10),
    }),
  ),
  path: maybe(
    fc
      .array(fc.record({ x: cm, y: cm }), { minLength: 1, maxLength: 3 })
      .map((places) => places.map((at, i) => ({ timeS: 2.5 * i, at }))),
  ),
});
const place = fc.oneof(
  fc.record({ awayM: fc.integer({ min: 0, max: 900 }).map((n) => n / 100) }),
  fc.record({ at: fc.record({ x: cm, y: cm }) }),
);
const anyStart = fc.option(fc.record({ at: fc.record({ x: cm, y: cm }), headingDeg: heading }));
const short = anyItems.filter((items) => writtenOut(items).length <= 4000);
const ratio = maybe(fc.integer({ min: 10, max: 300 }).map((n) => n / 100));
const anyHead: fc.Arbitrary<TextHead> = fc
  .record({
    name: maybe(fc.string()),
    tempoPerMin: maybe(fc.integer({ min: 10, max: 240 })),
    facing: maybe(facing),
    band: maybe(band),
    target: maybe(
      fc
        .tuple(
          fc.record({
            kind: fc.constantFrom('bag' as const, 'pad' as const, 'partner' as const),
            radiusM: fc.integer({ min: 0, max: 100 }).map((n) => n / 100),
          }),
          place,
          motion.map(without),
        )
        .map(([what, where, how]) => ({ ...what, ...where, ...how })),
    ),
    limits: maybe(
      fc
        .record({ halfStepRatio: ratio, overstretchRatio: ratio, reason: fc.string({ minLength: 3 }) })
        .filter(({ halfStepRatio, overstretchRatio }) => (halfStepRatio ?? overstretchRatio) !== undefined)
        .map(without),
    ),
    partner: maybe(fc.record({ facing, pattern: fc.record({ start: anyStart, items: short }) })),
  })
  .map(without);
const anyPattern: fc.Arbitrary<Pattern> = fc.record({ start: anyStart, items: short });

test('any pattern is written and read back as it was, and its text comes back letter for letter', () => {
  fc.assert(
    fc.property(fc.record({ head: anyHead, pattern: anyPattern }), (made) => {
      const text = writeNotation(made);
      const again = read(text);
      expect(again).toEqual(made);
      expect(writeNotation(again)).toBe(text);
    }),
    { numRuns: 400 },
  );
});

test('a text written by hand means what it says', () => {
  const { head, pattern } = read(`drill "In and out"   # a name
tempo 50
face the lane
gap 90 cm to 1.4 m
target bag 1.2 m ahead

step forward 13 cm, with jab, then cross
step 30 left 1 half step rear foot alone, for 2 beats, accent
2 times "round" {
  pivot 45 right on the lead foot
} then the other side
`);
  expect(head).toEqual({
    name: 'In and out',
    tempoPerMin: 50,
    facing: { on: 'lane' },
    band: { kind: 'fixed', nearM: 0.9, farM: 1.4 },
    target: { kind: 'bag', awayM: 1.2, radiusM: 0.18 },
  });
  expect(pattern).toEqual({
    start: null,
    items: [
      {
        move: { do: 'step', bearingDeg: 0, length: { value: 0.13, unit: 'm' }, feet: 'both' },
        strikes: [
          { strike: 'jab', when: 'together' },
          { strike: 'cross', when: 'reset-first' },
        ],
      },
      {
        move: { do: 'step', bearingDeg: -30, length: { value: 1, unit: 'half-steps' }, feet: 'rear' },
        beats: 2,
        accent: true,
      },
      {
        repeat: 2,
        name: 'round',
        otherSide: true,
        items: [{ move: { do: 'pivot', on: 'lead', byDeg: 45 } }],
      },
    ],
  });
});

describe('what cannot be read is told with its place, what was expected and the nearest word', () => {
  test.each([
    [
      'spet forward 13 cm\n',
      ['1:1 Expected a move, a repeat or a line of the heading, found "spet". Did you mean "step"?'],
    ],
    [
      'step back 13 cm\npivot 45 lift on the lead foot\n',
      ['2:10 Expected "right" or "left", found "lift". Did you mean "left"?'],
    ],
    [
      'pivot 45 left on the left foot\n',
      ['1:22 Expected "lead" or "rear", found "left". Did you mean "lead"?'],
    ],
    [
      'step back 13\n',
      [
        '1:13 Expected "half", "shoulders", "shoulder", "stances", "stance", "cm" or "m", found the end of the line.',
      ],
    ],
    [
      '3 times {\nstep forward 13 cm\n',
      ['3:1 Expected "}" to close what was opened, found the end of the text.'],
    ],
    ['bounce 99 times\n', ['1:8 Times is a number from 1 to 32, not 99.']],
    ['hold, gap 1.4 m to 90 cm\n', ['1:7 The far edge of the gap must be beyond the near edge.']],
    ['hold, accent, accent\n', ['1:15 This is said twice of one move.']],
    ['tempo 50\ntempo 60\n', ['2:1 This is said twice in the heading.']],
    ['3 times {\n}\n', ['1:1 There is nothing between the brackets.']],
  ])('%j', (text, expected) => {
    expect(problemsOf(text)).toEqual(expected);
  });

  test('every line that is wrong, and the numbers of the others', () => {
    expect(
      problemsOf('step forwad 13 cm\n2 times {\n  hodl\n  bounce 40 times\n}\n').map(
        (one) => one.split(' ')[0],
      ),
    ).toEqual(['1:6', '3:3', '4:10']);
  });

  test('any text is read or told of, and never thrown at', () => {
    const word = fc.constantFrom(
      'step',
      'forward',
      '13',
      'cm',
      ',',
      '{',
      '}',
      '3 times',
      '\n',
      '"a',
      'hold',
      'then',
      '#',
      'pivot',
    );
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(word).map((all) => all.join(' ')),
        ),
        (text) => {
          const result = readNotation(text);
          if (!result.ok) expect(result.problems.length).toBeGreaterThan(0);
        },
      ),
    );
  });
});

describe('the page of the notation', () => {
  const page = readFileSync(new URL('../../../docs/notation.md', import.meta.url), 'utf8');
  const examples = [...page.matchAll(/```notation\n([\s\S]*?)```/g)].map(([, text = '']) => text);

  test.each(examples.map((text) => [text.split('\n')[0], text] as const))('%s ...', (_, text) => {
    expect(problemsOf(text)).toEqual([]);
  });

  test('shows every kind of move, and names every strike', () => {
    const shown = new Set(
      examples.flatMap((text) =>
        writtenOut(read(text).pattern.items).flatMap((entry) => ('cue' in entry ? [entry.cue.move.do] : [])),
      ),
    );
    expect(MOVE_NAMES.filter((name) => !shown.has(name))).toEqual([]);
    const flat = page.replaceAll(/\s+/g, ' ');
    expect(STRIKES.filter(({ id }) => !flat.includes(id.replaceAll('-', ' ')))).toEqual([]);
  });
});

test('a line that is begun goes on with the words that its move has', () => {
  expect(wordsAfter('pivot 45 ').toSorted()).toEqual(['left', 'right']);
  expect(wordsAfter('pivot 45 left on the ').toSorted()).toEqual(['lead', 'rear']);
  expect(wordsAfter('step forward 13 cm, ')).toEqual(
    expect.arrayContaining(['with', 'then', 'face', 'accent']),
  );
  expect(wordsAfter('  ')).toEqual(expect.arrayContaining(['step', 'pivot', 'hold', 'group']));
  expect(wordsAfter('stp forward ')).toEqual([]);
});
