import fc from 'fast-check';
import { cornerDatums, rectangularFloor, type Floor, type Mark } from '../src/floor/index.ts';
import type { Point } from '../src/geometry/index.ts';

const base = (number: number, name: string) => ({
  number,
  name,
  purpose: 'pass on the left',
  at: { x: number, y: 2.5 },
});
/** One mark of every kind. */
export const EVERY_MARK: readonly Mark[] = [
  { ...base(1, 'cone 1'), kind: 'cone', tall: true },
  { ...base(2, 'line "two", the long one'), kind: 'line', to: { x: 4, y: 5.25 } },
  { ...base(3, 'arc & co'), kind: 'arc', radiusM: 1.4, fromDeg: -30, toDeg: 75 },
  { ...base(4, 'cross <4>'), kind: 'cross', sizeM: 0.8, headingDeg: 15 },
  { ...base(5, 'rope 5'), kind: 'rope', to: { x: 5, y: 7 }, heightM: 1.41 },
  { ...base(6, 'bag 6'), kind: 'bag', radiusM: 0.18 },
  { ...base(7, 'pad 7'), kind: 'pad', radiusM: 0.2 },
  { ...base(8, 'partner 8'), kind: 'partner', radiusM: 0 },
];
/** A hall with one fixture of every kind. */
export const FURNISHED: Floor = {
  ...rectangularFloor('Hall & annexe', 9, 8),
  edge: 'wall',
  fixtures: [
    { id: 'p1', name: 'post', kind: 'post', at: { x: 2, y: 7 }, radiusM: 0.15 },
    { id: 'b1', name: 'bench', kind: 'bench', at: { x: 8, y: 4 }, widthM: 2, depthM: 0.4, headingDeg: 90 },
    {
      id: 'h1',
      name: 'bag',
      kind: 'hanging-bag',
      at: { x: 7, y: 6 },
      radiusM: 0.18,
      hangM: 1.2,
      swingDeg: 30,
    },
    { id: 'd1', name: 'door', kind: 'door', at: { x: 3, y: 0 }, to: { x: 4, y: 0 }, freeM: 1.5 },
  ],
};

const roomOf = (corners: readonly (readonly [number, number])[]): Floor => {
  const outline = corners.map(([x, y]): Point => ({ x, y }));
  return { name: 'room', outline, edge: 'wall', datums: cornerDatums(outline) };
};

/** Rooms as halls have them: a rectangle, an L with its notch anywhere, a corner cut off. Whole decimetres. */
export const someRoom: fc.Arbitrary<Floor> = fc
  .record({
    width: fc.integer({ min: 50, max: 160 }),
    depth: fc.integer({ min: 50, max: 160 }),
    cutX: fc.integer({ min: 15, max: 35 }),
    cutY: fc.integer({ min: 15, max: 35 }),
    shape: fc.constantFrom('rectangle', 'notch', 'cut' as const),
  })
  .map(({ width, depth, cutX, cutY, shape }) => {
    const [w, d, x, y] = [width, depth, width - cutX, depth - cutY].map((dm) => dm / 10) as [
      number,
      number,
      number,
      number,
    ];
    const far: (readonly [number, number])[] =
      shape === 'rectangle'
        ? [[w, d]]
        : shape === 'cut'
          ? [
              [w, y],
              [x, d],
            ]
          : [
              [w, y],
              [x, y],
              [x, d],
            ];
    return roomOf([[0, 0], [w, 0], ...far, [0, d]]);
  });

/** Text with up to three places damaged: letters taken out, doubled, or others put in. */
export const damaged = (text: string): fc.Arbitrary<string> =>
  fc
    .array(
      fc.record({
        at: fc.integer({ min: 0, max: Math.max(0, text.length - 1) }),
        drop: fc.integer({ min: 0, max: 12 }),
        put: fc.oneof(
          fc.constantFrom(
            '',
            '"',
            ',',
            '\n',
            '<',
            '>',
            '-',
            '.',
            '9e99',
            'NaN',
            '\u0000',
            '&',
            '{}',
            '[',
            'null',
          ),
          fc.string({ maxLength: 4 }),
        ),
      }),
      { minLength: 1, maxLength: 3 },
    )
    .map((wounds) =>
      wounds.reduce((whole, { at, drop, put }) => whole.slice(0, at) + put + whole.slice(at + drop), text),
    );
