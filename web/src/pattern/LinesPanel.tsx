import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { MOVE_NAMES, MOVES, type MoveName } from '@angled-chalk/core/moves';
import { itemsText, moveText, type MovesText } from '@angled-chalk/core/notation';
import type { Footwork, Pattern } from '@angled-chalk/core/pattern';
import { faultWords, type Finding } from '@angled-chalk/core/rules';
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import { Busy, Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { readLines } from '../work/lines.ts';
import type { LineFinding } from './LinesEditor.tsx';

const LinesEditor = lazy(() => import('./LinesEditor.tsx'));
const EXAMPLES = [
  ['', 'Choose a move to see its line'] as const,
  ...MOVE_NAMES.map((name) => [name, MOVES[name].name] as const),
];

interface WithPattern {
  readonly pattern: Pattern;
}

/** The moves that the lines are of, and what is found in them. */
interface LinesOver {
  readonly footwork: Footwork;
  readonly findings: readonly Finding[];
}

/** What a text means; what the one before it meant, until it is read. */
function useMeaning(text: string): MovesText | null {
  const [means, setMeans] = useState<MovesText | null>(null);
  useEffect(() => {
    let isWanted = true;
    void readLines(text).then((read) => isWanted && setMeans(read));
    return () => {
      isWanted = false;
    };
  }, [text]);
  return means;
}

/** What is found in the moves, each at the line of its move, once a line and fault. */
function found({ footwork, findings }: LinesOver, { lineOf }: MovesText): LineFinding[] {
  const lines = new Map(lineOf);
  const all = findings.flatMap(({ moveNumber, fault }): LineFinding[] => {
    const move = moveNumber === null ? undefined : footwork.moves[moveNumber - 1];
    const line = move && lines.get(move.path.join('.'));
    return line === undefined ? [] : [{ line, words: `Move ${moveNumber}: ${faultWords(fault)}.` }];
  });
  return [...new Map(all.map((one) => [`${one.line} ${one.words}`, one])).values()];
}

/** The same moves as lines: what can be read goes into the drawing at once, what cannot is told beside its line. */
export function LinesPanel({ over }: { readonly over: LinesOver }) {
  const [open, setOpen] = useState(false);
  return (
    <Panel title="Moves in lines">
      {open ? <Lines over={over} /> : <Button onClick={() => setOpen(true)}>Write the moves in lines</Button>}
    </Panel>
  );
}

function Lines({ over }: { readonly over: LinesOver }) {
  const { setValue } = useFormContext<WithPattern>();
  const { items, start } = useWatch<WithPattern, 'pattern'>({ name: 'pattern' });
  const written = useMemo(() => itemsText(items), [items]);
  // What is typed stays as it is typed; moves that were changed elsewhere are written anew.
  const [typed, setTyped] = useState({ text: written, means: written });
  const text = typed.means === written ? typed.text : written;
  const means = useMeaning(text);
  const problems = means?.problems ?? [];
  const findings = useMemo(() => (means ? found(over, means) : []), [over, means]);
  const [shown, setShown] = useState<MoveName | ''>('');
  const newest = useRef('');
  const type = (next: string): void => {
    newest.current = next;
    setTyped({ text: next, means: written });
    void readLines(next).then((read) => {
      if (newest.current !== next || read.items === null || read.written === null) return;
      setTyped({ text: next, means: read.written });
      setValue('pattern', { start, items: read.items });
    });
  };
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Box sx={{ border: 1, borderColor: 'divider', bgcolor: 'background.paper', overflow: 'hidden' }}>
        <Suspense fallback={<Busy what="Opening the editor" />}>
          <LinesEditor text={text} onText={type} findings={findings} />
        </Suspense>
      </Box>
      <Box aria-live="polite" sx={{ display: 'grid', gap: 0.5 }}>
        {problems.length === 0 ? (
          <Box sx={{ color: 'text.secondary' }}>Every line is read.</Box>
        ) : (
          problems.slice(0, MOST_SHOWN).map(({ line, message }) => (
            <Box key={`${line} ${message}`} sx={{ color: 'error.main' }}>
              Line {line}: {message} Until it is mended the drawing stays as it was.
            </Box>
          ))
        )}
      </Box>
      <SelectBox<MoveName | ''>
        label="How is it written?"
        value={shown}
        choices={EXAMPLES}
        onChoice={setShown}
        help={shown === '' ? undefined : moveText(MOVES[shown].usual)}
      />
      <Button
        disabled={shown === '' || problems.length > 0}
        onClick={() => shown !== '' && type(`${text}\n${moveText(MOVES[shown].usual)}`)}
      >
        Add this line
      </Button>
    </Box>
  );
}

const MOST_SHOWN = 3;
