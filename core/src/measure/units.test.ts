import fc from 'fast-check';
import {
  fieldToLength,
  formatDegrees,
  formatLength,
  formatSeconds,
  formatSmall,
  formatTape,
  lengthToField,
} from './units.ts';

// Source: international yard and pound agreement (1959): one inch is exactly 25.4 mm, one foot 304.8 mm.
test('feet and inches are exact', () => {
  expect(formatLength(0.3048, 'imperial')).toBe(`1' 0"`);
  expect(formatLength(1.8288, 'imperial')).toBe(`6' 0"`);
  expect(formatLength(0.0381, 'imperial')).toBe('1½"');
  expect(formatLength(0.0127, 'imperial')).toBe('½"');
  expect(formatLength(0, 'imperial')).toBe('0"');
});

test('centimetres below a metre, metres with centimetres above', () => {
  expect(formatLength(0.471, 'metric')).toBe('47 cm');
  expect(formatLength(0.998, 'metric')).toBe('1.00 m');
  expect(formatLength(-0.13, 'metric')).toBe('−13 cm');
  expect(formatTape(3.3106, 'metric')).toBe('3.311 m');
  expect(formatSmall(-0.0004, 'metric')).toBe('0.0 cm');
  expect(formatDegrees(-0.2)).toBe('0°');
  expect(formatSeconds(-0.021)).toBe('−0.02 s');
});

test('what a field shows and takes back is the same length to half a millimetre', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 20, noNaN: true }),
      fc.constantFrom('metric' as const, 'imperial' as const),
      (m, units) => {
        const tolerance = units === 'metric' ? 0.0005 : 0.0254 * 0.05;
        expect(Math.abs(fieldToLength(lengthToField(m, units), units) - m)).toBeLessThanOrEqual(
          tolerance + 1e-12,
        );
        const field = lengthToField(m, units);
        expect(lengthToField(fieldToLength(field, units), units)).toBe(field);
      },
    ),
  );
});
