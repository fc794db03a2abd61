import { expand } from '../../pattern/index.ts';
import { planOf } from '../../../test/drills.ts';
import { BEATS_PER_MIN, step, STUDENT } from '../../../test/typed-stance.ts';
import { merged, split } from './joined.ts';

const plan = planOf([], {
  pattern: {
    start: { at: { x: 3, y: 3 }, headingDeg: 0 },
    items: Array.from({ length: 8 }, () => ({ move: step(0, 10) })),
  },
  tempoPerMin: BEATS_PER_MIN,
});
const { moves } = expand({ plan, student: STUDENT });

/** Every step so many times as long as it was asked for; those of some moves are not there. */
const rows = (times: number, missing: readonly number[]) =>
  moves.map((planned) => ({
    planned,
    expected: planned.events,
    observed: missing.includes(planned.number)
      ? []
      : planned.events.map((event) => ({
          ...event,
          to: { x: event.to.x, y: event.from.y + times * (event.to.y - event.from.y) },
        })),
  }));

test('one step for two is told where the one is about half as long again, and the next is not there', () => {
  // A step that is longer, and still one, is not two.
  expect(merged(rows(1.38, [2, 6]))).toEqual([]);
  // Of several that are alike the one that is left out need not be the next.
  const [way] = merged(rows(1.55, [2, 6]));
  expect(way).toMatchObject({ is: 'merged', moveNumbers: [1, 2, 4, 6] });
  expect(way?.is === 'merged' && way.didM).toBeCloseTo(0.155);
  expect(way?.is === 'merged' && way.askedM).toBeCloseTo(0.1);
  // Once is no way of doing a drill.
  expect(merged(rows(1.55, [2]))).toEqual([]);
});

test('two steps for one are told where the one is short, and one more of that foot goes the same way', () => {
  const whole = rows(1, []);
  const halves = (times: number) =>
    rows(times, []).flatMap((row, i) => {
      const [more] = row.observed;
      const own = i < 3 ? row : (whole[i] ?? row);
      return i < 3 && more ? [own, { planned: null, expected: [], observed: [more] }] : [own];
    });
  expect(split(halves(0.5)).map(({ moveNumbers }) => moveNumbers)).toEqual([[1, 2, 3]]);
  expect(split(halves(0.8))).toHaveLength(1);
  expect(split(halves(0.9))).toEqual([]);
});
