import fc from 'fast-check';
import { pairStrikes } from './pair-strikes.ts';

const thrown = (...list: [name: string, timeS: number][]) =>
  list.map(([name, timeS]) => ({ name, timeS, uS: 0 }));
const planned = (...list: [name: string, dueS: number][]) => list.map(([name, dueS]) => ({ name, dueS }));
const names = (of: readonly ({ readonly name: string; readonly timeS: number } | null)[]) =>
  of.map((one) => (one ? `${one.name} ${one.timeS}` : null));

test('each strike is the one of its name, late or early, in their order', () => {
  const { of, beside } = pairStrikes(
    planned(['jab', 1], ['jab', 2], ['cross', 2.5]),
    thrown(['jab', 1.3], ['jab', 2.2], ['cross', 2.4]),
  );
  expect(names(of)).toEqual(['jab 1.3', 'jab 2.2', 'cross 2.4']);
  expect(beside).toEqual([]);
});

test('of two jabs the one left out is that which nobody threw', () => {
  const { of } = pairStrikes(
    planned(['jab', 1], ['jab', 2], ['jab', 3]),
    thrown(['jab', 1.05], ['jab', 3.1]),
  );
  expect(names(of)).toEqual(['jab 1.05', null, 'jab 3.1']);
});

test('another strike at the moment of a planned one stands for it, one long after is beside it', () => {
  expect(names(pairStrikes(planned(['jab', 1]), thrown(['cross', 1.1])).of)).toEqual(['cross 1.1']);
  const late = pairStrikes(planned(['jab', 1]), thrown(['cross', 1.8]));
  expect(names(late.of)).toEqual([null]);
  expect(names(late.beside)).toEqual(['cross 1.8']);
});

test('how far is too far: another strike half a second away, two late ones against one left out', () => {
  expect(names(pairStrikes(planned(['jab', 1]), thrown(['cross', 1.48])).of)).toEqual(['cross 1.48']);
  expect(names(pairStrikes(planned(['jab', 1]), thrown(['cross', 1.52])).of)).toEqual([null]);
  // Both late: 0.9 and 0.84. One of them on time: 0.1, and two alone: 1.5.
  const { of, beside } = pairStrikes(planned(['jab', 1], ['jab', 2]), thrown(['jab', 1.9], ['jab', 2.84]));
  expect(names(of)).toEqual([null, 'jab 1.9']);
  expect(names(beside)).toEqual(['jab 2.84']);
});

/** The least cost there is, by trying every way. */
function leastCost(due: ReturnType<typeof planned>, hands: ReturnType<typeof thrown>): number {
  const [first, ...rest] = due;
  const [hand, ...others] = hands;
  if (!first) return 0.75 * hands.length;
  if (!hand) return 0.75 * due.length;
  const offS = Math.abs(first.dueS - hand.timeS);
  const pair = first.name === hand.name ? (offS <= 1 ? offS : Infinity) : offS <= 0.5 ? 0.9 + offS : Infinity;
  return Math.min(
    pair + leastCost(rest, others),
    0.75 + leastCost(rest, hands),
    0.75 + leastCost(due, others),
  );
}

test('no other pairing costs less, as trying all of them says', () => {
  const name = fc.constantFrom('jab', 'cross');
  const time = fc.double({ min: 0, max: 4, noNaN: true });
  const some = fc.array(fc.tuple(name, time), { maxLength: 5 });
  fc.assert(
    fc.property(some, some, (a, b) => {
      const byTime = (list: [string, number][]) => list.toSorted(([, s], [, t]) => s - t);
      const [due, hands] = [planned(...byTime(a)), thrown(...byTime(b))];
      const { of, beside } = pairStrikes(due, hands);
      const cost = due.reduce((sum, one, i) => {
        const strike = of[i];
        if (!strike) return sum + 0.75;
        const offS = Math.abs(one.dueS - strike.timeS);
        return sum + (one.name === strike.name ? offS : 0.9 + offS);
      }, 0.75 * beside.length);
      expect(cost).toBeCloseTo(leastCost(due, hands), 9);
      expect(of.filter((one) => one !== null).length + beside.length).toBe(hands.length);
    }),
  );
});
