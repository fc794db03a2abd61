import fc from 'fast-check';
import { the } from '@angled-chalk/core/measure';
import { takeTurns, type Turn } from './turns.ts';

/** Turns by a clock that is set by hand. */
function clocked() {
  let ms = 0;
  const turns = takeTurns(() => ms);
  return {
    turns,
    at: (to: number): void => {
      ms = to;
    },
    now: () => ms,
  };
}
const refusedFor = (turn: Turn): number => ('refusedForMs' in turn ? turn.refusedForMs : 0);

test('each mistake of an address doubles its wait, up to half a minute, and nobody waits longer', () => {
  const { turns, at, now } = clocked();
  const waits: number[] = [];
  for (let i = 0; i < 8; i++) {
    expect(turns.take('a', false)).toEqual({ afterMs: 0 });
    turns.wrong('a');
    waits.push(refusedFor(turns.take('a', false)));
    at(now() + the(waits.at(-1)));
  }
  expect(waits).toEqual([1000, 2000, 4000, 8000, 16_000, 30_000, 30_000, 30_000]);
});

test('a right try, or a quarter of an hour, makes good', () => {
  const { turns, at, now } = clocked();
  turns.wrong('a');
  turns.wrong('a');
  turns.right('a');
  expect(turns.take('a', false)).toEqual({ afterMs: 0 });
  turns.wrong('a');
  turns.wrong('a');
  // Just short of it the third mistake still counts as the third.
  at(now() + 15 * 60_000);
  turns.take('a', false);
  turns.wrong('a');
  expect(refusedFor(turns.take('a', false))).toBe(4000);
  at(now() + 15 * 60_000 + 1);
  turns.take('a', false);
  turns.wrong('a');
  expect(refusedFor(turns.take('a', false))).toBe(1000);
});

test('all that nobody knows share one try a second, in the order in which they asked', () => {
  const { turns, at } = clocked();
  expect(['a', 'b', 'c'].map((who) => turns.take(who, false))).toEqual([
    { afterMs: 0 },
    { afterMs: 1000 },
    { afterMs: 2000 },
  ]);
  // Whoever waits already does not wait twice.
  expect(turns.take('c', false)).toEqual({ refusedForMs: 2000 });
  at(10_000);
  expect(turns.take('d', false)).toEqual({ afterMs: 0 });
});

test('a device that is known waits for nobody, but for its own mistakes', () => {
  const { turns } = clocked();
  for (let i = 0; i < 100; i++) {
    turns.take(`address ${i}`, false);
    turns.wrong(`address ${i}`);
  }
  expect(turns.take('device', true)).toEqual({ afterMs: 0 });
  turns.wrong('device');
  expect(refusedFor(turns.take('device', true))).toBe(1000);
});

test('whatever many addresses try, no more than one try a second is made, and no wait is longer than half a minute', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ who: fc.nat(40), afterMs: fc.nat(700) }), { minLength: 50, maxLength: 300 }),
      (asks) => {
        const { turns, at, now } = clocked();
        const made: number[] = [];
        for (const { who, afterMs } of asks) {
          at(now() + afterMs);
          const turn = turns.take(String(who), false);
          if ('afterMs' in turn) {
            made.push(now() + turn.afterMs);
            turns.wrong(String(who));
          }
          expect('afterMs' in turn ? turn.afterMs : turn.refusedForMs).toBeLessThanOrEqual(31_000);
        }
        const inOrder = made.toSorted((a, b) => a - b);
        inOrder.slice(1).forEach((next, i) => expect(next - the(inOrder[i])).toBeGreaterThanOrEqual(1000));
      },
    ),
  );
});
