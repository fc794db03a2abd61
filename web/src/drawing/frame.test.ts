import fc from 'fast-check';
import { frameAround, frameInBox, pathOf, toDrawing, toFloor } from './frame.ts';

const point = fc.record({
  x: fc.double({ min: -50, max: 50, noNaN: true }),
  y: fc.double({ min: -50, max: 50, noNaN: true }),
});

test('away from the viewer is up on the drawing, in true measure', () => {
  const frame = frameAround(
    [
      { x: 0, y: 0 },
      { x: 6, y: 8 },
    ],
    0.5,
  );
  expect(frame).toEqual({ left: -0.5, top: 8.5, width: 7, height: 9 });
  expect(toDrawing(frame, { x: 0, y: 8 })).toEqual({ x: 0.5, y: 0.5 });
  expect(
    pathOf(
      frame,
      [
        { x: 0, y: 8 },
        { x: 6, y: 8 },
      ],
      true,
    ),
  ).toBe('M0.5000 0.5000L6.5000 0.5000Z');
});

test('to the drawing and back is the same place', () => {
  fc.assert(
    fc.property(fc.array(point, { minLength: 2 }), point, (points, p) => {
      const frame = frameAround(points, 1);
      const back = toFloor(frame, toDrawing(frame, p));
      expect(back.x).toBeCloseTo(p.x, 9);
      expect(back.y).toBeCloseTo(p.y, 9);
    }),
  );
});

test('a margin leaves room for letters however small the box is', () => {
  fc.assert(
    fc.property(
      fc.array(point, { minLength: 3 }),
      fc.record({
        width: fc.integer({ min: 200, max: 1600 }),
        height: fc.integer({ min: 200, max: 1000 }),
      }),
      (points, box) => {
        const frame = frameInBox(points, 0.45, box, 26);
        const pixelsPerMetre = Math.min(box.width / frame.width, box.height / frame.height);
        const marginM = (frame.width - frameAround(points, 0).width) / 2;
        expect(marginM).toBeGreaterThan(0.45 - 1e-9);
        expect(marginM * pixelsPerMetre).toBeGreaterThan(26 - 1e-6);
      },
    ),
  );
});
