import { autocompletion, type CompletionContext, type CompletionResult } from '@codemirror/autocomplete';
import { HighlightStyle, StreamLanguage, syntaxHighlighting } from '@codemirror/language';
import { linter, type Diagnostic } from '@codemirror/lint';
import { VOCABULARY, wordsAfter } from '@angled-chalk/core/notation';
import { tags } from '@lezer/highlight';
import { EditorView } from '@uiw/react-codemirror';
import { PALETTE } from '../app/palette.ts';
import { readLines } from '../work/lines.ts';

const WORDS = new Set(VOCABULARY);
/** Words that stand between the moves. */
const STRUCTURE = new Set(['times', 'group', 'then', 'with', 'for', 'accent', 'face', 'gap']);

/** Remarks, names, numbers and the words of the notation; what is none of them is plain. */
const language = StreamLanguage.define({
  token: (stream) => {
    if (stream.eatSpace()) return null;
    if (stream.match(/#.*/)) return 'comment';
    if (stream.match(/"(?:[^"\\]|\\.)*"?/)) return 'string';
    if (stream.match(/-?\d+(?:\.\d+)?/)) return 'number';
    const word = stream.match(/[a-z]+/i);
    if (!word) {
      stream.next();
      return null;
    }
    const text = stream.current();
    return STRUCTURE.has(text) ? 'keyword' : WORDS.has(text) ? 'name' : null;
  },
});

const style = HighlightStyle.define([
  { tag: tags.comment, color: PALETTE.softInk, fontStyle: 'italic' },
  { tag: tags.string, color: PALETTE.action },
  { tag: tags.number, fontWeight: '700' },
  { tag: tags.keyword, color: PALETTE.planned, fontWeight: '700' },
  { tag: tags.name, color: PALETTE.ink },
]);

/** Every line that cannot be read, underlined, with what was expected there. */
const problems = linter(
  async ({ state: { doc } }): Promise<Diagnostic[]> => {
    const read = await readLines(doc.toString());
    return read.problems.map(({ line, column, endColumn, message, nearest }) => {
      const { from, to } = doc.line(Math.min(line, doc.lines));
      const [begins, ends] = [Math.min(to, from + column - 1), Math.min(to, from + endColumn - 1)];
      return {
        from: begins,
        to: Math.max(begins, ends),
        severity: 'error',
        message,
        ...(nearest === null
          ? {}
          : {
              actions: [
                {
                  name: `Write "${nearest}"`,
                  apply: (view: EditorView, at: number, until: number) =>
                    view.dispatch({ changes: { from: at, to: until, insert: nearest } }),
                },
              ],
            }),
      };
    });
  },
  { delay: 200 },
);

/** The words that could come next, as the grammar has them. */
function complete(context: CompletionContext): CompletionResult | null {
  const word = context.matchBefore(/[a-z]*/i);
  const { text, from } = context.state.doc.lineAt(context.pos);
  const begins = word?.from ?? context.pos;
  if (begins === context.pos && !context.explicit) return null;
  const options = wordsAfter(text.slice(0, begins - from)).map((label) => ({ label, type: 'keyword' }));
  return options.length === 0 ? null : { from: begins, options };
}

const look = EditorView.theme({
  '&': { fontSize: '0.95rem', backgroundColor: 'transparent', color: PALETTE.ink },
  '.cm-content': { fontFamily: 'monospace', minHeight: '7em' },
  '.cm-gutters': { backgroundColor: 'transparent', color: PALETTE.softInk, border: 'none' },
  '.cm-activeLine, .cm-activeLineGutter': { backgroundColor: PALETTE.actionFill },
});

/** Outside of any component, so that the editor is not made anew. */
export const NOTATION = [
  language,
  syntaxHighlighting(style),
  problems,
  autocompletion({ override: [complete] }),
  look,
  EditorView.lineWrapping,
  EditorView.contentAttributes.of({ 'aria-label': 'The moves in lines' }),
];
