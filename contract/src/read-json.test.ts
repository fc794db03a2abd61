import { readFloorFile, readJson, readPlanFile } from './read-json.ts';

const place = (text: string) => {
  const read = readJson(text, 'plan');
  if (read.ok) throw new Error('read without a problem');
  return read.problem;
};

// RFC 8259: no trailing comma, no comment, double quotes only; each where it stands.
test.each([
  ['a comma after the last', '{\n  "a": [1, 2,]\n}', { line: 2, column: '14' }],
  ['a comment', '{\n\n // hello\n "a": 1}', { line: 3, column: '2' }],
  ['a missing comma', '{"a": 1\n"b": 2}', { line: 2, column: '1' }],
  ['the end too early', '{"a": [1, 2', { line: 1, column: '12' }],
  ['nothing', '', { line: 1, column: '1' }],
  ['single quotes', "{'a': 1}", { line: 1, column: '2' }],
])('%s is told with line and column and a way out', (_what, text, at) => {
  const { message, place: found } = place(text);
  expect(found).toEqual(at);
  expect(message).toMatch(/choose a plan file/);
});

test('values in values five thousand deep are refused with their place, by every reader', () => {
  const deep = `${'['.repeat(5000)}${']'.repeat(5000)}`;
  expect(place(deep)).toMatchObject({ code: 'too-deep', place: { line: 1, column: '101' } });
  for (const read of [readPlanFile(deep), readFloorFile(`{"floor": ${deep}}`)])
    expect(read.ok ? '' : read.problem.code).toBe('too-deep');
});

test('brackets in a text are no depth', () => {
  expect(readJson(JSON.stringify({ note: '[{"\\"'.repeat(500) }), 'plan').ok).toBe(true);
});
