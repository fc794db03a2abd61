import { expand } from '@angled-chalk/core/pattern';
import { DEMO_PLANS, DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { moveNowWords, patternWords, walkWords } from './pattern-words.ts';
import { numbersText, printsTogether } from './prints-together.ts';

const [student] = DEMO_STUDENTS;
const plan = DEMO_PLANS[2]?.plan;
if (!student || !plan) throw new RangeError('The demo has no sequence.');
const footwork = expand({ plan, student });

test('prints at one place are drawn as one, with the numbers of all their moves once; bounces leave none', () => {
  const prints = printsTogether(footwork);
  for (const { number, events } of footwork.moves) {
    const feet = new Set(events.filter(({ how }) => how !== 'bounce').map(({ foot }) => foot));
    const own = prints.filter(({ moves }) => moves.includes(number));
    expect(new Set(own.map(({ name }) => name))).toEqual(feet);
  }
  for (const { moves } of prints) expect(moves).toEqual([...new Set(moves)]);
});

test('so many numbers as can be read are written on a print', () => {
  expect(numbersText([3])).toBe('3');
  expect(numbersText([3, 9, 12])).toBe('3·9·12');
  expect(numbersText([3, 9, 12, 15])).toBe('3·9…');
});

test('what is done now is told in words, with what is thrown', () => {
  expect(moveNowWords(footwork, 0, 'metric')).toBe('In stance');
  const jab = footwork.moves.find(({ cue }) => cue?.strikes);
  expect(moveNowWords(footwork, jab?.beatS ?? NaN, 'metric')).toBe('2. Step forward, 13.0 cm; jab once set');
  expect(walkWords(plan, footwork, 'metric')).toBe(`${footwork.moves.length} moves`);
  expect(patternWords(plan, 'metric')).toMatch(/^Bounce 2 times; .*; and 6 more$/);
});
