import { judgePlan } from '../check/index.ts';
import { the } from '../measure/index.ts';
import { expand } from '../pattern/index.ts';
import { SHORT, TALL, twoOf } from '../../test/two.ts';
import { circleDrill, circling, inOut, inOutDrill } from './index.ts';

const two = twoOf(TALL, SHORT);

test('in and out becomes a drill that its student walks clean, out and in the band', () => {
  const plan = inOutDrill(two, the(inOut(two, ['jab', 'cross'], 2)));
  const drill = { plan, student: TALL };
  expect(the(judgePlan(drill).findings)).toEqual([]);
  const { moves } = expand(drill);
  const strikes = moves.flatMap((move) => move.strikes.map(({ strike }) => strike));
  expect(strikes).toEqual(['jab', 'cross', 'jab', 'cross']);
  const last = the(moves.at(-1));
  const first = the(moves[0]);
  expect(last.after.left.y).toBeCloseTo(first.before.left.y, 1);
});

test('a quarter about them becomes an arc walk there and back', () => {
  const round = circling(two, 60, 1);
  const plan = circleDrill(two, round);
  const { moves } = expand({ plan, student: TALL });
  expect(moves.filter(({ cue }) => cue?.move.do === 'arc-walk')).toHaveLength(2 * round.steps);
  const faults = the(judgePlan({ plan, student: TALL }).findings).map(({ fault }) => fault);
  expect(faults).not.toContain('out-of-band');
});
