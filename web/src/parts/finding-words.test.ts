import type { Finding } from '@angled-chalk/core/rules';
import { amount, findingWords } from './finding-words.ts';

const finding: Finding = {
  id: 'step-short 9 right',
  fault: 'step-short',
  timeS: 9.2,
  foot: 'right',
  moveNumber: 9,
  at: { x: 1, y: 1 },
  measured: 0.11,
  limit: 0.17,
  unit: 'm',
  expandedU: 0.007,
  verdict: 'not-met',
};

test('a finding names fault, move, foot, value, limit and how sure, in the units of the coach', () => {
  expect(findingWords(finding, 'metric')).toEqual({
    title: 'step too short (move 9, right)',
    numbers: '11.0 cm ± 0.7 cm, limit 17.0 cm',
  });
  expect(findingWords(finding, 'imperial').numbers).toBe('4.3 in ± 0.3 in, limit 6.7 in');
});

test('a count has no numbers, a plan no uncertainty', () => {
  expect(
    findingWords({ ...finding, fault: 'extra-move', unit: 'count', moveNumber: null, foot: null }, 'metric'),
  ).toEqual({
    title: 'move added',
    numbers: '',
  });
  expect(findingWords({ ...finding, expandedU: 0 }, 'metric').numbers).toBe('11.0 cm, limit 17.0 cm');
});

test('every unit of a finding has its words', () => {
  expect(amount(12.4, 'deg', 'metric')).toBe('12°');
  expect(amount(0.366, 's', 'metric')).toBe('0.37 s');
  expect(amount(2, 'count', 'metric')).toBe('2');
});
