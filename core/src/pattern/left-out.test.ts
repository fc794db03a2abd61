import { the } from '../measure/index.ts';
import { planOf } from '../../test/drills.ts';
import { BEATS_PER_MIN, step, STUDENT } from '../../test/typed-stance.ts';
import { expand, expandWithout } from './index.ts';

/** On 13 cm, a quarter turn to the right on the lead foot, and twice on 13 cm. */
const moves = [step(0, 13), { do: 'pivot', on: 'lead', byDeg: 90 } as const, step(0, 13), step(0, 13)];
const drill = {
  plan: planOf([], {
    pattern: { start: { at: { x: 3, y: 3 }, headingDeg: 0 }, items: moves.map((move) => ({ move })) },
    tempoPerMin: BEATS_PER_MIN,
  }),
  student: STUDENT,
};
const whole = expand(drill);

test('who goes on from there does the rest as if the turn had never been asked', () => {
  const { moves: own } = expandWithout(drill, [{ moveNumber: 2, goesOn: 'from there' }]);
  // The turn keeps its number, its beat and what it would have been.
  expect(own.map(({ number, beatS }) => [number, beatS])).toEqual(
    whole.moves.map(({ number, beatS }) => [number, beatS]),
  );
  expect(own[1]?.events).toEqual(whole.moves[1]?.events);
  // Three steps of 13 cm, straight on.
  const end = the(own.at(-1)).after;
  expect(end.left.x).toBeCloseTo(2.8374, 3);
  expect(end.left.y).toBeCloseTo(3.1626 + 0.39, 3);
  expect(end.facingDeg).toBeCloseTo(0);
});

test('who goes on as planned gets there in one step from where they stood', () => {
  const { moves: own } = expandWithout(drill, [{ moveNumber: 2, goesOn: 'as planned' }]);
  const next = the(own[2]);
  expect(next.after).toEqual(whole.moves[2]?.after);
  expect(next.before).toEqual(whole.moves[1]?.before);
  const rear = the(next.events.find(({ foot }) => foot === 'right'));
  // It has not turned: 16.26 + 16.26 cm to the right of the lead foot and behind it.
  expect(rear.from.x).toBeCloseTo(2.8374 + 0.3252, 3);
  expect(rear.headingBeforeDeg).toBeCloseTo(45);
  expect(next.distanceM).toBeCloseTo(0.13);
  expect(own[3]).toEqual(whole.moves[3]);
});

test('parts of one item are left out together', () => {
  const items = [{ move: { do: 'arc-walk', byDeg: 20, steps: 3 } as const }, { move: step(0, 13) }];
  const around = { ...drill, plan: { ...drill.plan, pattern: { ...drill.plan.pattern, items } } };
  const { moves: own, start } = expandWithout(around, [{ moveNumber: 2, goesOn: 'from there' }]);
  expect(own).toHaveLength(4);
  expect(the(own[3]).before.left).toEqual(start.feet.left.ball);
});

test('what was left out once changes nothing of the drill itself', () => {
  expandWithout(drill, [{ moveNumber: 2, goesOn: 'from there' }]);
  expect(expand(drill)).toEqual(whole);
});
