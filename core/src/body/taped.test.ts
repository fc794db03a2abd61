import fc from 'fast-check';
import { readStance, fitStance } from './stance.ts';
import { DEMO_STUDENTS } from '../sim/index.ts';
import { noTapeStance, readTaped, type TapedStance } from './taped.ts';

const stance = fitStance(DEMO_STUDENTS[0]!);
const fitted: TapedStance = {
  separationM: stance.separation.valueM,
  leftToLineM: stance.widthM / 2,
  rightToLineM: stance.widthM / 2,
  leadToeOutDeg: 0,
  rearToeOutDeg: 45,
};
const read = (change: Partial<TapedStance>) => {
  const result = readTaped(stance, { ...fitted, ...change }, 'metric');
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
};

test('the fitted stance needs no change', () => {
  const { headline, corrections } = read({});
  expect(headline).toBe('That is the fitted stance.');
  expect(corrections.every(({ verdict }) => verdict === 'right')).toBe(true);
});

// Source: Pythagoras by hand: 40 cm between the balls and 24 cm of width leave 32 cm of length.
test('length comes from separation and width', () => {
  const { feet } = read({ separationM: 0.4, leftToLineM: 0.12, rightToLineM: 0.12 });
  expect(feet.left.ball.y - feet.right.ball.y).toBeCloseTo(0.32, 9);
  expect(feet.right.ball.x - feet.left.ball.x).toBeCloseTo(0.24, 9);
});

test('a rear foot that is too near is sent back, one too far in is sent out, by as much', () => {
  const narrow = 0.1;
  const short = read({
    leftToLineM: stance.widthM / 2 - narrow,
    separationM: Math.hypot(stance.lengthM - 0.11, stance.widthM - narrow),
  });
  const [along, across] = short.corrections;
  expect(along!.verdict).toBe('change');
  expect(along!.change).toBeCloseTo(-0.11, 6);
  expect(along!.words).toBe('rear foot 11 cm further back');
  expect(across!.words).toBe('rear foot 10 cm to the right');
  expect(short.headline).toBe('Rear foot 11 cm further back, rear foot 10 cm to the right.');
});

test('carrying out the corrections gives the fitted stance', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.2, max: 0.45, noNaN: true }),
      fc.double({ min: 0.1, max: 0.5, noNaN: true }),
      (widthM, lengthM) => {
        const reading = read({
          separationM: Math.hypot(widthM, lengthM),
          leftToLineM: widthM / 2,
          rightToLineM: widthM / 2,
        });
        const [along, across] = reading.corrections;
        const { left, right } = reading.feet;
        const moved = { x: right.ball.x + across!.change, y: right.ball.y + along!.change };
        const now = readStance(left.ball, moved, 0, 'left');
        expect(now.separationM).toBeCloseTo(stance.separation.valueM, 9);
        expect(now.stanceAngleDeg).toBeCloseTo(stance.stanceAngleDeg, 6);
      },
    ),
  );
});

test('a difference within what the tape can tell is not asked for', () => {
  const { corrections } = read({ separationM: stance.separation.valueM + 0.015 });
  expect(corrections[0]!.verdict).not.toBe('change');
});

test('toes are judged in steps of the eye', () => {
  expect(read({ rearToeOutDeg: 15 }).corrections[3]!.words).toBe('rear toe 30° further out');
  expect(read({ leadToeOutDeg: 15 }).corrections[2]!.verdict).toBe('cannot-tell');
});

test('tapes that contradict each other are told', () => {
  const result = readTaped(stance, { ...fitted, leftToLineM: 0.4, rightToLineM: 0.4 }, 'metric');
  expect(result.ok).toBe(false);
  expect(!result.ok && result.problem.message).toContain('Tape one of them again');
});

// Common practice, no published source: one natural step and a small settling step.
test('the natural step comes near the usual stance of an average adult', () => {
  const found = noTapeStance(fitStance({ ...DEMO_STUDENTS[0]!, lengths: { statureM: 1.75 } }));
  expect(Math.abs(found.separationOffM)).toBeLessThan(0.15);
  expect(Math.abs(found.angleOffDeg)).toBeLessThan(15);
});
