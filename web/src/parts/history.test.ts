import fc from 'fast-check';
import { record, redo, startHistory, undo, type History } from './history.ts';

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
