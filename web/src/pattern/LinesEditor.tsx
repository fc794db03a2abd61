import CodeMirror from '@uiw/react-codemirror';
import { NOTATION } from './notation-language.ts';

const SETUP = { foldGutter: false, highlightActiveLineGutter: true, autocompletion: false } as const;

/** The editor itself, that is loaded when somebody writes. */
export default function LinesEditor({
  text,
  onText,
}: {
  readonly text: string;
  readonly onText: (text: string) => void;
}) {
  return <CodeMirror value={text} onChange={onText} extensions={NOTATION} basicSetup={SETUP} theme="none" />;
}
