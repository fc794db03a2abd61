import { BadInput, UsageError } from './files.ts';
import { cameraVerb, tallyVerb } from './capture-verbs.ts';
import { convertVerb, setOutVerb } from './floor-verbs.ts';
import { libraryVerb, notationVerb } from './notation-verbs.ts';
import { HELP, type Verb } from './options.ts';
import { programVerb } from './program-verbs.ts';
import { rangeVerb } from './range-verb.ts';
import { trackerVerb } from './tracker-verb.ts';
import { checkVerb, expandVerb } from './verbs.ts';

const VERBS: Readonly<Record<string, Verb>> = {
  expand: expandVerb,
  library: libraryVerb,
  notation: notationVerb,
  setout: setOutVerb,
  check: checkVerb,
  range: rangeVerb,
  convert: convertVerb,
  camera: cameraVerb,
  tally: tallyVerb,
  tracker: trackerVerb,
  backup: programVerb('backup'),
  restore: programVerb('restore'),
};

/**
 * The headless command. Exit codes: 0 done, 1 findings that the caller asked to fail on, 2 bad input
 * or a wrong call, with file, place and reason on standard error.
 */
export async function main(args: readonly string[]): Promise<number> {
  const [name, ...rest] = args;
  if (name === undefined || name === '--help' || name === '-h') {
    process.stdout.write(HELP);
    return name === undefined ? 2 : 0;
  }
  try {
    const verb = VERBS[name];
    if (!verb) throw new UsageError(`There is no verb "${name}". Verbs: ${Object.keys(VERBS).join(', ')}.`);
    return await verb(rest);
  } catch (error) {
    if (error instanceof BadInput || error instanceof UsageError) {
      process.stderr.write(`angled-chalk: ${error.message}\n`);
      return 2;
    }
    throw error;
  }
}
