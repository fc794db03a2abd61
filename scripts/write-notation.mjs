import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import peggy from 'peggy';
import { notationGrammar } from '../core/src/notation/grammar.ts';

/** The parser of the notation, made from the grammar that the kinds of moves make up. */
const FILE = fileURLToPath(new URL('../core/src/notation/generated/parser.js', import.meta.url));

export const parserText = () => peggy.generate(notationGrammar(), { output: 'source', format: 'es' });

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const text = parserText();
  const isNew = !safeRead().includes(text);
  writeFileSync(FILE, text);
  console.log(
    isNew ? 'The parser of the notation was written anew.' : 'The parser of the notation is as it was.',
  );
}

function safeRead() {
  try {
    return readFileSync(FILE, 'utf8');
  } catch {
    return '';
  }
}
