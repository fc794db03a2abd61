import { planOf } from '../../test/drills.ts';
import { BEATS_PER_MIN, foot, START, step, STUDENT } from '../../test/typed-stance.ts';
import { recorded, type TypedStep } from '../../test/typed-walk.ts';
import type { Move } from '../moves/index.ts';
import { checkTrack } from './check.ts';

const causes = (moves: readonly Move[], steps: readonly TypedStep[]): string[] => {
  const plan = planOf(moves, {
    pattern: { start: { at: { x: 3, y: 3 }, headingDeg: 0 }, items: moves.map((move) => ({ move })) },
    tempoPerMin: BEATS_PER_MIN,
  });
  const track = recorded({ start: START, steps }, { height: true, noiseM: 0.003 });
  const { faults } = checkTrack({ plan, student: STUDENT }, track).report;
  return faults.map(
    ({ fault, moveNumber, foot: own, measured, consequences }) =>
      `${fault} ${moveNumber} ${own} ${Math.round(100 * measured)} cm${consequences.map((one) => `, ${one.fault}`).join('')}`,
  );
};

/** A step of both feet to a place this far to the right and ahead of the start. */
const goes = (first: 'left' | 'right', s: number, right: number, ahead: number): TypedStep[] => {
  const [one, two] = [
    [s, s + 0.32],
    [s + 0.42, s + 0.74],
  ] as const;
  const left = foot('left', first === 'left' ? one : two, [2.8374 + right, 3.1626 + ahead], 0);
  const rear = foot('right', first === 'right' ? one : two, [3.1626 + right, 2.8374 + ahead], 45);
  return first === 'left' ? [left, rear] : [rear, left];
};

describe('a standing foot that slides 10 cm to the left under a kick', () => {
  const moves: Move[] = [{ do: 'push-kick', leg: 'rear', lands: 'behind' }, step(0, 13), step(180, 13)];
  const slides = (downX: number): TypedStep[] => [
    foot('right', [1, 1.9], [3.05, 3.7], 45, { kickM: 0.9, down: [downX, 2.8374] }),
    foot('left', [1.3, 1.7], [2.7374, 3.1626], 0, { flat: true }),
    ...goes('left', 2.2, -0.1, 0.13),
    ...goes('right', 3.4, -0.1, 0),
  ];

  test('is that, and the leg that comes down in its stance is right', () => {
    expect(causes(moves, slides(3.0626))).toEqual(['ball-drift 1 left 10 cm']);
  });

  test('and where the leg comes down on its mark, the stance that is too wide follows from the slide', () => {
    expect(causes(moves, slides(3.1626))[0]).toBe('ball-drift 1 left 10 cm, wrong-return');
  });
});

describe('feet that bounce', () => {
  const forth = step(0, 13);
  const back = step(180, 13);
  const moves: Move[] = [forth, back, { do: 'bounce', times: 2 }, forth, back, forth, back];
  const bounces = (right: number): TypedStep[] =>
    [1, 2].flatMap((nth) => {
      const s = 2.8 + 0.6 * nth;
      const off = (right * nth) / 2;
      return [
        foot('left', [s, s + 0.3], [2.8374 + off, 3.1626], 0, { flat: true }),
        foot('right', [s, s + 0.3], [3.1626 + off, 2.8374], 45, { flat: true }),
      ];
    });
  const done = (right: number): TypedStep[] => [
    ...goes('left', 1, 0, 0.13),
    ...goes('right', 2.2, 0, 0),
    ...bounces(right),
    ...goes('left', 4.6, right, 0.13),
    ...goes('right', 5.8, right, 0),
    ...goes('left', 7, right, 0.13),
    ...goes('right', 8.2, right, 0),
  ];

  test('where they are have done what was asked', () => {
    expect(causes(moves, done(0))).toEqual([]);
  });

  test.each([8, 16])('and wander %d cm while they do have drifted, and made no move of their own', (cm) => {
    const [one, ...others] = causes(moves, done(cm / 100));
    expect(one).toMatch(new RegExp(`^ball-drift 3 (left|right) ${cm} cm, ball-drift$`, 'u'));
    expect(others).toEqual([]);
  });
});
