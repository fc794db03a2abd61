import { apiErrorSchema } from '@angled-chalk/contract';
import express from 'express';
import { fromPage } from '../test-app.ts';
import { errorHandler } from './errors.ts';

/** How an error of the database is told. */
async function told(code: string) {
  const app = express();
  app.get('/', () => {
    throw new Error('Failed query', { cause: Object.assign(new Error('inside'), { code }) });
  });
  app.use(errorHandler);
  const { status, body } = await fromPage(app).get('/');
  return { status, ...apiErrorSchema.parse(body).error };
}

// PostgreSQL 18, appendix A: undefined_file, io_error, data_corrupted, index_corrupted.
test.each(['58P01', '58030', 'XX001', 'XX002'])(
  'a file that is missing or damaged (%s) is told as damage',
  async (code) => {
    const { status, code: own, message } = await told(code);
    expect([status, own]).toEqual([500, 'damaged']);
    expect(message).toMatch(/damaged\. Stop the program and bring back a backup/);
  },
);

test('what was not foreseen is told without its inside', async () => {
  const { status, message } = await told('XX000');
  expect(status).toBe(500);
  expect(message).not.toContain('inside');
});
