import { bodyOf, STATURE_FRACTIONS } from './proportions.ts';

// Source: Drillis and Contini (1966) as tabulated in Winter, Biomechanics and Motor Control of Human
// Movement: foot height 0.039, shank 0.246, thigh 0.245 of stature (values from memory).
test('foot, shank and thigh add up to knee and hip height', () => {
  expect(STATURE_FRACTIONS.ankleHeight + 0.246).toBeCloseTo(STATURE_FRACTIONS.kneeHeight, 3);
  expect(STATURE_FRACTIONS.kneeHeight + 0.245).toBeCloseTo(STATURE_FRACTIONS.hipHeight, 3);
});

// Source: the same table worked for a stature of 1.80 m by hand.
test('an adult of 1.80 m: foot 27.4 cm, hip 95.4 cm, shoulders 46.6 cm', () => {
  const body = bodyOf({ statureM: 1.8 });
  expect(body.footLength.valueM).toBeCloseTo(0.2736, 4);
  expect(body.hipHeight.valueM).toBeCloseTo(0.954, 4);
  expect(body.shoulderWidth.valueM).toBeCloseTo(0.4662, 4);
  expect(body.footLength.source).toBe('estimated');
  expect(body.footLength.uM).toBeCloseTo(0.04 * 0.2736, 6);
});

test('a taped length is used as it is, to a centimetre', () => {
  const body = bodyOf({ statureM: 1.8, shoulderWidthM: 0.43 });
  expect(body.shoulderWidth).toEqual({ valueM: 0.43, uM: 0.01, source: 'measured' });
});
