import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { MOVE_NAMES, MOVES, type MoveName } from '@angled-chalk/core/moves';
import { itemsText, moveText, readNotation, type NotationProblem } from '@angled-chalk/core/notation';
import type { Item, Pattern } from '@angled-chalk/core/pattern';
import { lazy, Suspense, useMemo, useState } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import { Busy, Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';

const LinesEditor = lazy(() => import('./LinesEditor.tsx'));
const EXAMPLES = [
  ['', 'Choose a move to see its line'] as const,
  ...MOVE_NAMES.map((name) => [name, MOVES[name].name] as const),
];

interface WithPattern {
  readonly pattern: Pattern;
}

/** The same moves as lines: what can be read goes into the drawing at once, what cannot is told beside its line. */
export function LinesPanel() {
  const [open, setOpen] = useState(false);
  return (
    <Panel title="Moves in lines">
      {open ? <Lines /> : <Button onClick={() => setOpen(true)}>Write the moves in lines</Button>}
    </Panel>
  );
}

/** What a text means as moves: its items, or what keeps them from being read. */
interface Meaning {
  readonly items: readonly Item[] | null;
  readonly problems: readonly Pick<NotationProblem, 'line' | 'message'>[];
}

function meaningOf(text: string): Meaning {
  const read = readNotation(text);
  if (!read.ok) return { items: null, problems: read.problems };
  const { head, pattern } = read.value;
  const message =
    Object.keys(head).length > 0 || pattern.start !== null
      ? 'Here only moves are written: name, tempo, target and start have fields of their own.'
      : pattern.items.length === 0
        ? 'A pattern has at least one move.'
        : null;
  return message === null
    ? { items: pattern.items, problems: [] }
    : { items: null, problems: [{ line: 1, message }] };
}

function Lines() {
  const { setValue } = useFormContext<WithPattern>();
  const { items, start } = useWatch<WithPattern, 'pattern'>({ name: 'pattern' });
  const written = itemsText(items);
  // What is typed stays as it is typed; moves that were changed elsewhere are written anew.
  const [typed, setTyped] = useState({ text: written, means: written });
  const text = typed.means === written ? typed.text : written;
  const { problems } = useMemo(() => meaningOf(text), [text]);
  const [shown, setShown] = useState<MoveName | ''>('');
  const type = (next: string): void => {
    const { items: own } = meaningOf(next);
    setTyped({ text: next, means: own === null ? written : itemsText(own) });
    if (own !== null) setValue('pattern', { start, items: own });
  };
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Box sx={{ border: 1, borderColor: 'divider', bgcolor: 'background.paper', overflow: 'hidden' }}>
        <Suspense fallback={<Busy what="Opening the editor" />}>
          <LinesEditor text={text} onText={type} />
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
