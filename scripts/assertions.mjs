import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { ROOT } from './steps.mjs';

/**
 * Counts where the types are told and not proven: `x!` and `x as T` (not `as const`). The counts that stand
 * in assertions.json may only fall; `--record` writes lower ones down.
 */
const RECORD = join(ROOT, 'scripts/assertions.json');
const FOLDERS = ['core', 'contract', 'server', 'web', 'cli', 'e2e', 'bench'];

const isTest = (file) => /\.(test|spec)\.tsx?$/.test(file) || /(^|\/)test\//.test(file);
const sources = (folder) =>
  readdirSync(join(ROOT, folder), { recursive: true })
    .map((name) => `${folder}/${String(name)}`)
    .filter((name) => /\.tsx?$/.test(name) && !/(^|\/)(node_modules|dist)\//.test(name));

const counts = { source: { bang: 0, as: 0 }, tests: { bang: 0, as: 0 } };
for (const file of FOLDERS.flatMap(sources)) {
  const own = counts[isTest(file) ? 'tests' : 'source'];
  const text = readFileSync(join(ROOT, file), 'utf8');
  const visit = (node) => {
    if (ts.isNonNullExpression(node)) own.bang++;
    if (ts.isAsExpression(node) && node.type.getText() !== 'const') own.as++;
    ts.forEachChild(node, visit);
  };
  visit(ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true));
}

const known = JSON.parse(readFileSync(RECORD, 'utf8'));
const rows = ['source', 'tests'].flatMap((of) => ['bang', 'as'].map((what) => [of, what]));
const risen = rows.filter(([of, what]) => counts[of][what] > known[of][what]);
const fallen = rows.filter(([of, what]) => counts[of][what] < known[of][what]);
const words = ([of, what]) =>
  `${of}: ${counts[of][what]} of ${what === 'bang' ? '"x!"' : '"x as T"'}, ${known[of][what]} are recorded`;
if (process.argv.includes('--record') && risen.length === 0) {
  writeFileSync(RECORD, `${JSON.stringify(counts, null, 2)}\n`);
} else {
  for (const row of risen) console.error(`More than before: ${words(row)}. Prove the type instead.`);
  for (const row of fallen)
    console.log(`Fewer than before: ${words(row)}. Record it: npm run assertions -- --record`);
}
process.exit(risen.length > 0 ? 1 : 0);
