import { expand, type FootEvent } from '../../pattern/index.ts';
import { planOf } from '../../../test/drills.ts';
import { BEATS_PER_MIN, step, STUDENT } from '../../../test/typed-stance.ts';
import { trimmed } from './cut.ts';

const plan = planOf([], {
  pattern: {
    start: { at: { x: 3, y: 3 }, headingDeg: 0 },
    items: Array.from({ length: 5 }, () => ({ move: step(0, 13) })),
  },
  tempoPerMin: BEATS_PER_MIN,
});
const { moves, endS } = expand({ plan, student: STUDENT });
const [first] = moves;
const stands = first ? first.before : { left: { x: 0, y: 0 }, right: { x: 0, y: 0 } };

/** Two moves as planned, and three that are taken for six other steps: the place of each along the lane. */
function matched(placed: (fromM: number, k: number) => number) {
  let k = 0;
  const feet = { left: { ...stands.left }, right: { ...stands.right } };
  const events: FootEvent[] = moves.flatMap(({ events: own }, i) =>
    own.map((event): FootEvent => {
      const from = feet[event.foot];
      const to = { x: from.x, y: i < 2 ? from.y + 0.13 : placed(from.y, k++) };
      feet[event.foot] = to;
      return { ...event, from, to };
    }),
  );
  const rows = moves.map((planned) => ({
    planned,
    expected: planned.events,
    observed: events.filter(({ number }) => planned.events.some((one) => one.number === number)),
  }));
  const asked = {
    moves,
    events,
    matching: { intervalS: 1.2, shows: () => true },
    items: plan.pattern.items,
    endS,
    without: () => moves,
  };
  const done = { match: { rows, costPerMove: 0.2, pace: 1 }, ways: [], isExplained: false };
  return trimmed(asked, done, stands).ways;
}

test('strides in which the feet pass each other are no moves, though they were taken for some', () => {
  // Each comes down 35 cm beyond the other one.
  expect(matched((_, k) => 3.8 + 0.35 * k)).toMatchObject([{ is: 'ended early', afterMove: 2, moves: 5 }]);
});

test('steps that are too big, and pass nothing, are steps', () => {
  expect(matched((fromM) => fromM + 0.3)).toEqual([]);
});
