import fc from 'fast-check';
import { lengthFieldText, parseLength } from './parse-length.ts';

// Source: international yard and pound agreement (1959): 1 in = 25.4 mm, 1 ft = 304.8 mm exactly.
test.each([
  ['172', 'metric', 1.72],
  ['172 cm', 'imperial', 1.72],
  ['1.72 m', 'metric', 1.72],
  ['1,72 m', 'metric', 1.72],
  ['68', 'imperial', 1.7272],
  [`5' 8"`, 'imperial', 1.7272],
  [`5’ 8½”`, 'imperial', 1.7399],
  ['5 ft 8.5 in', 'metric', 1.7399],
  ["6'", 'imperial', 1.8288],
  ['½"', 'imperial', 0.0127],
  ['8 1/2', 'imperial', 0.2159],
  ['-12', 'metric', -0.12],
] as const)('%s (%s)', (text, units, metres) => {
  expect(parseLength(text, units)).toBeCloseTo(metres, 10);
});

test.each(['', 'tall', '5 apples', "5' 8 m", '1.2.3', "'", '"'])('"%s" is not a length', (text) => {
  expect(parseLength(text, 'metric')).toBeNull();
});

test('what a field shows reads back as the same field text, in either system', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -3, max: 12, noNaN: true }),
      fc.constantFrom('metric' as const, 'imperial' as const),
      (metres, units) => {
        const text = lengthFieldText(metres, units);
        const read = parseLength(text, units)!;
        expect(lengthFieldText(read, units)).toBe(text);
        expect(Math.abs(read - metres)).toBeLessThan(0.0013);
      },
    ),
  );
});
