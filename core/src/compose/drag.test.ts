import fc from 'fast-check';
import { distanceM } from '../geometry/index.ts';
import { the } from '../measure/index.ts';
import { DEMO_STUDENTS } from '../sim/index.ts';
import { metres, planOf } from '../../test/drills.ts';
import { centreOf, layOut, MOVE_NAMES, MOVES, type Move } from '../moves/index.ts';
import { aroundMove, expand, type PlannedDrill } from '../pattern/index.ts';
import { draggedMove } from './index.ts';

const step = (bearingDeg: number, lengthM: number): Move => ({
  do: 'step',
  bearingDeg,
  length: metres(lengthM),
  feet: 'both',
});
const drillOf = (...moves: Move[]): PlannedDrill => ({
  plan: planOf([], {
    pattern: {
      start: { at: { x: 3, y: 3 }, headingDeg: 0 },
      items: moves.map((move) => ({ move })),
    },
  }),
  student: the(DEMO_STUDENTS[0]),
});
const aroundOf = (drill: PlannedDrill, number: number) => the(aroundMove(drill, expand(drill), number));

test('what is around a move lays it out as the whole plan does', () => {
  for (const name of MOVE_NAMES) {
    const own = MOVES[name].usual;
    const drill = drillOf(step(90, 0.15), { do: 'pivot', on: 'lead', byDeg: 30 }, own);
    const { moves } = expand(drill);
    const laid = layOut(own, aroundOf(drill, 3));
    laid.forEach(({ after }, i) => {
      const { left, right } = the(moves[2 + i]).after;
      expect([name, distanceM(after.feet.left.ball, left), distanceM(after.feet.right.ball, right)]).toEqual([
        name,
        expect.closeTo(0, 9),
        expect.closeTo(0, 9),
      ]);
    });
  }
});

test('a step dragged to where another would end is that other step, to a degree and half a centimetre', () => {
  const drill = drillOf(step(0, 0.13));
  const around = aroundOf(drill, 1);
  fc.assert(
    fc.property(fc.integer({ min: -179, max: 180 }), fc.integer({ min: 10, max: 120 }), (bearing, halfCm) => {
      const wanted = step(bearing, halfCm / 200);
      const to = the(layOut(wanted, around)[0]).after.feet.left.ball;
      const got = draggedMove(step(0, 0.13), around, { foot: 'left', to });
      const ends = the(layOut(got, around)[0]).after.feet.left.ball;
      // Within the half of what numbers are rounded to, at half a metre.
      expect(distanceM(ends, to)).toBeLessThan(0.006);
    }),
    { numRuns: 60 },
  );
});

// By hand: a foot that goes round the other by an angle ends where a protractor on the other ball puts it.
test.each([-90, -30, 20, 75])(
  'the swinging foot of a pivot dragged to %d degrees turns it by that',
  (byDeg) => {
    const own: Move = { do: 'pivot', on: 'lead', byDeg: 45 };
    const around = aroundOf(drillOf(own), 1);
    const { left, right } = around.at.feet;
    const stays = around.at.lead === 'left' ? left : right;
    const swings = around.at.lead === 'left' ? right : left;
    const [dx, dy] = [swings.ball.x - stays.ball.x, swings.ball.y - stays.ball.y];
    const [s, c] = [Math.sin((byDeg * Math.PI) / 180), Math.cos((byDeg * Math.PI) / 180)];
    const to = { x: stays.ball.x + dx * c + dy * s, y: stays.ball.y - dx * s + dy * c };
    const foot = around.at.lead === 'left' ? 'right' : 'left';
    expect(draggedMove(own, around, { foot, to })).toEqual({ ...own, byDeg });
  },
);

test('a move without a number that takes a foot anywhere stays as it is', () => {
  for (const own of [{ do: 'hold' }, { do: 'switch', how: 'in-place' }] as const) {
    const around = aroundOf(drillOf(own), 1);
    const to = { ...centreOf(around.at), y: 9 };
    expect(draggedMove(own, around, { foot: 'left', to })).toEqual(own);
  }
});
