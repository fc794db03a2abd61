import { readFile, stat, writeFile } from 'node:fs/promises';
import type { InputProblem, Result } from '@angled-chalk/core/measure';
import { LARGEST_CSV_BYTES, tooLarge } from '@angled-chalk/core/track';

/** A file that cannot be used: the message names file, place and reason. */
export class BadInput extends Error {}
/** A call that cannot be understood. */
export class UsageError extends Error {}

function placeText({ line, column, path }: InputProblem['place']): string {
  const parts = [line === undefined ? '' : `line ${line}`, column ? `column ${column}` : '', path ?? ''];
  const text = parts.filter((part) => part !== '').join(', ');
  return text === '' ? '' : `, ${text}`;
}

/** Unwraps a result; a problem becomes an error that names the file. */
export function must<T>(file: string, result: Result<T>): T {
  if (result.ok) {
    for (const notice of result.notices) process.stderr.write(`angled-chalk: ${file}: ${notice}\n`);
    return result.value;
  }
  const { message, place, code } = result.problem;
  throw new BadInput(`${file}${placeText(place)}: ${message} (${code})`);
}

/** Text of a UTF-8 file; `most` keeps a wrong file from filling the memory. */
export async function readText(file: string, mostBytes = LARGEST_CSV_BYTES): Promise<string> {
  try {
    const { size } = await stat(file);
    if (size > mostBytes) must(file, tooLarge(size));
    return await readFile(file, 'utf8');
  } catch (error) {
    if (error instanceof BadInput) throw error;
    throw new BadInput(
      `${file}: cannot be read (${(error as NodeJS.ErrnoException).code ?? String(error)}).`,
    );
  }
}

/** Writes to the named file, or to standard output. */
export async function writeResult(out: string | undefined, text: string | Uint8Array): Promise<void> {
  if (out === undefined) {
    process.stdout.write(text);
    return;
  }
  try {
    await writeFile(out, text);
  } catch (error) {
    throw new BadInput(
      `${out}: cannot be written (${(error as NodeJS.ErrnoException).code ?? String(error)}).`,
    );
  }
}
