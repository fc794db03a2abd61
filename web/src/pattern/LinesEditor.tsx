import { linter, type Diagnostic } from '@codemirror/lint';
import CodeMirror from '@uiw/react-codemirror';
import { useMemo } from 'react';
import { NOTATION } from './notation-language.ts';

const SETUP = { foldGutter: false, highlightActiveLineGutter: true, autocompletion: false } as const;

/** What is found in the moves of a line, counted from 1. */
export interface LineFinding {
  readonly line: number;
  readonly words: string;
}

/** The editor itself, that is loaded when somebody writes. */
export default function LinesEditor({
  text,
  onText,
  findings,
}: {
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly findings: readonly LineFinding[];
}) {
  const extensions = useMemo(
    () => [
      ...NOTATION,
      linter(({ state: { doc } }): Diagnostic[] =>
        findings.flatMap(({ line, words }) => {
          if (line > doc.lines) return [];
          const { from, to } = doc.line(line);
          return [{ from, to, severity: 'warning', message: words }];
        }),
      ),
    ],
    [findings],
  );
  return (
    <CodeMirror value={text} onChange={onText} extensions={extensions} basicSetup={SETUP} theme="none" />
  );
}
