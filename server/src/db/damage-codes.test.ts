import { damageIn } from './damage-codes.ts';

const of = (code: string) => Object.assign(new Error('could not read blocks 0..0'), { code });

test('damage is told from other errors, also within the error of a query', () => {
  expect(damageIn(of('XX001'))).toBe('could not read blocks 0..0');
  expect(damageIn(new Error('Failed query', { cause: of('58P01') }))).toBe('could not read blocks 0..0');
  expect(damageIn(of('23505'))).toBeNull();
  expect(damageIn(new Error('another'))).toBeNull();
  expect(damageIn(null)).toBeNull();
});
