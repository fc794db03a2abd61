import fc from 'fast-check';
import { otherFoot } from './stance.ts';
import { firstFoot } from './first-foot.ts';

// Common practice, no published source: the foot on the side you are going to goes first.
test.each([
  ['forward', 0, 'left', 'left'],
  ['back', 180, 'left', 'right'],
  ['left', -90, 'left', 'left'],
  ['right', 90, 'left', 'right'],
  ['forward and to the right', 45, 'left', 'right'],
  ['back and to the left', -135, 'left', 'left'],
  ['forward, southpaw', 0, 'right', 'right'],
  ['back, southpaw', 180, 'right', 'left'],
] as const)('going %s', (_way, directionDeg, leadSide, first) => {
  expect(firstFoot(directionDeg, leadSide)).toBe(first);
});

test('mirrored direction and side give the mirrored foot', () => {
  fc.assert(
    fc.property(fc.double({ min: -179.9, max: 179.9, noNaN: true }), (deg) => {
      expect(firstFoot(-deg, 'right')).toBe(otherFoot(firstFoot(deg, 'left')));
    }),
  );
});
