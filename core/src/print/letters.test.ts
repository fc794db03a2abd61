import { missingLetters, printable } from './letters.ts';

test('letters beyond Latin are named before printing, and never become a question mark', () => {
  expect(missingLetters('Żaneta Müller')).toEqual([]);
  expect(printable('Żaneta Müller')).toBe('Zaneta Müller');
  expect(missingLetters('Жанна Ж')).toEqual(['Ж', 'а', 'н']);
  expect(printable('Жанна')).toBe('_____');
  expect(printable('−3½')).toBe('-3 1/2');
});
