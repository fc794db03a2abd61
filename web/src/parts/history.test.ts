import fc from 'fast-check';
import { packHistory, record, redo, startHistory, undo, unpackHistory, type History } from './history.ts';

const slow = (values: readonly number[]): History<number> =>
  values.reduce((history, value, i) => record(history, value, 10_000 * (i + 1)), startHistory(0));

test('undoing everything and redoing everything is where one was', () => {
  fc.assert(
    fc.property(fc.array(fc.integer(), { maxLength: 30 }), (values) => {
      let history = slow(values);
      const end = history.present;
      for (let i = 0; i < values.length; i++) history = undo(history);
      expect(history.present).toBe(0);
      for (let i = 0; i < values.length; i++) history = redo(history);
      expect(history.present).toBe(end);
    }),
  );
});

test('quick changes are one step back, slow ones are each their own', () => {
  const first = record(startHistory('a'), 'ab', 1000);
  const quick = record(first, 'abc', 1200);
  expect(undo(quick).present).toBe('a');
  expect(undo(record(first, 'abc', 5000)).present).toBe('ab');
});

test('a new change after undo drops what was ahead', () => {
  const history = record(undo(slow([1, 2, 3])), 9, 99_999);
  expect(history.future).toEqual([]);
  expect(undo(history).present).toBe(2);
});

test('nothing to undo or redo changes nothing', () => {
  const history = startHistory('a');
  expect(undo(history)).toBe(history);
  expect(redo(history)).toBe(history);
});

test('however many steps were made, every one is there after a reload', () => {
  const thing = fc.record({
    name: fc.string(),
    at: fc.array(fc.integer(), { maxLength: 6 }),
    on: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(thing, { minLength: 1, maxLength: 40 }), fc.nat(), (values, back) => {
      let history = values
        .slice(1)
        .reduce((sum, value, i) => record(sum, value, 10_000 * (i + 1)), startHistory(values[0]!));
      for (let i = 0; i < back % values.length; i++) history = undo(history);
      const kept = JSON.parse(JSON.stringify(packHistory(history))) as ReturnType<typeof packHistory<never>>;
      const again = unpackHistory(kept);
      expect([again.past, again.present, again.future]).toEqual([
        history.past,
        history.present,
        history.future,
      ]);
    }),
  );
});

test('a thousand steps on a large floor are kept in far less than a thousand floors', () => {
  const floor = { marks: Array.from({ length: 300 }, (_, i) => ({ id: i, x: i, y: 0 })) };
  let history = startHistory(floor);
  for (let i = 0; i < 1000; i++) {
    const marks = history.present.marks.map((mark) =>
      mark.id === i % 300 ? { ...mark, y: mark.y + 1 } : mark,
    );
    history = record(history, { marks }, 10_000 * (i + 1));
  }
  expect(history.past).toHaveLength(1000);
  expect(JSON.stringify(packHistory(history)).length).toBeLessThan(20 * JSON.stringify(floor).length);
});
