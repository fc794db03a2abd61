import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import { PLAN_RANGES } from '@angled-chalk/contract';
import { isMeasure, rulerOf, type FittedStance, type Ruler } from '@angled-chalk/core/body';
import { MOVE_NAMES, MOVES, type FieldSpec, type MoveName } from '@angled-chalk/core/moves';
import type { Cue, Item, Pattern } from '@angled-chalk/core/pattern';
import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { memo, useCallback } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import { useUnits } from '../app/club.tsx';
import { MeasureBox } from '../floor/MeasureBox.tsx';
import { NumberBox } from '../parts/boxes.tsx';
import { Panel } from '../parts/Page.tsx';
import { isSameByValue } from '../parts/same.ts';
import { SelectBox } from '../parts/SelectBox.tsx';
import { itemWords } from './pattern-words.ts';

const KINDS = MOVE_NAMES.map((name) => [name, MOVES[name].name] as const);
const CHOICE_WORDS: Readonly<Record<string, string>> = { 'in-place': 'in place', 'in-front': 'in front' };

/** A plan or a kept pattern, and a plan whose partner has moves too, as the list knows them. */
interface WithMoves {
  readonly pattern: Pattern;
  readonly partner: { readonly pattern: Pattern };
}

interface MovesPanelProps {
  readonly stance: FittedStance;
  /** Whose moves they are. */
  readonly of?: 'pattern' | 'partner.pattern';
  readonly title?: string;
}

/** The moves of a plan as a list to be typed: kind, numbers, beats, order. */
export function MovesPanel({ stance, of = 'pattern', title = 'Moves' }: MovesPanelProps) {
  const ruler = rulerOf(stance);
  const { setValue } = useFormContext<WithMoves>();
  const { items, start } = useWatch<WithMoves, typeof of>({ name: of });
  const write = (next: readonly Item[]): void => {
    if (next.length > 0) setValue(of, { start, items: next });
  };
  const put = (i: number, item: Item): void => write(items.with(i, item));
  const swap = (i: number, j: number): void => {
    const [a, b] = [items[i], items[j]];
    if (a && b) write(items.with(i, b).with(j, a));
  };
  return (
    <Panel title={`${title} (${items.length})`}>
      <Box
        component="ol"
        aria-label={title}
        sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1.5 }}
      >
        {items.map((item, i) => (
          <Box
            component="li"
            // The list is short and its rows have nothing of their own but what stands in them.
            key={i}
            sx={{
              display: 'grid',
              gap: 1,
              borderTop: i > 0 ? 1 : 0,
              borderColor: 'divider',
              pt: i > 0 ? 1.5 : 0,
            }}
          >
            <MoveRow
              item={item}
              ruler={ruler}
              number={i + 1}
              isLast={i === items.length - 1}
              onChange={(next) => put(i, next)}
              onUp={() => swap(i, i - 1)}
              onDown={() => swap(i, i + 1)}
              onDelete={() => write(items.toSpliced(i, 1))}
            />
          </Box>
        ))}
      </Box>
      <Button
        startIcon={<Plus size={18} />}
        sx={{ mt: 1 }}
        onClick={() => write([...items, { move: MOVES.step.usual }])}
      >
        Add a move
      </Button>
    </Panel>
  );
}

interface MoveRowProps {
  readonly ruler: Ruler;
  readonly item: Item;
  readonly number: number;
  readonly isLast: boolean;
  readonly onChange: (item: Item) => void;
  readonly onUp: () => void;
  readonly onDown: () => void;
  readonly onDelete: () => void;
}

function MoveRow({ item, ruler, number, isLast, onChange, onUp, onDown, onDelete }: MoveRowProps) {
  const units = useUnits();
  const words = itemWords(item, units);
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
        <Box sx={{ flex: 1, fontWeight: 600 }}>
          {number}. {words}
        </Box>
        <IconButton aria-label={`Move ${number} up`} disabled={number === 1} onClick={onUp}>
          <ArrowUp size={18} />
        </IconButton>
        <IconButton aria-label={`Move ${number} down`} disabled={isLast} onClick={onDown}>
          <ArrowDown size={18} />
        </IconButton>
        <IconButton aria-label={`Delete move ${number}`} disabled={isLast && number === 1} onClick={onDelete}>
          <Trash2 size={18} />
        </IconButton>
      </Box>
      {'move' in item && <CueFields cue={item} ruler={ruler} onChange={(to) => onChange(to(item))} />}
    </>
  );
}

/** The kind of a move with its beats and numbers. */
export const CueFields = memo(function CueFields({
  cue,
  ruler,
  onChange,
}: {
  readonly cue: Cue;
  readonly ruler: Ruler;
  /** What changes is put into the move as it is then. */
  readonly onChange: (change: (cue: Cue) => Cue) => void;
}) {
  const { move, beats } = cue;
  const setCue = useCallback((next: Partial<Cue>) => onChange((own) => ({ ...own, ...next })), [onChange]);
  // The fields of a kind name the keys of its own moves: of a move of another kind they say nothing.
  const setField = useCallback(
    (kind: MoveName, key: string, value: unknown) =>
      onChange((own) => (own.move.do === kind ? { ...own, move: { ...own.move, [key]: value } } : own)),
    [onChange],
  );
  const valueOf = (key: string): unknown => Object.entries(move).find(([name]) => name === key)?.[1];
  return (
    <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: '1fr 1fr' }}>
      <KindField kind={move.do} onCue={setCue} />
      <BeatsField beats={beats} onCue={setCue} />
      {MOVES[move.do].fields.map((field) => (
        <MoveField
          ruler={ruler}
          key={field.key}
          kind={move.do}
          field={field}
          value={valueOf(field.key)}
          onField={setField}
        />
      ))}
    </Box>
  );
});

/** Each field is drawn anew only when its own value changes. */
const KindField = memo(function KindField({
  kind,
  onCue,
}: {
  readonly kind: MoveName;
  readonly onCue: (cue: Partial<Cue>) => void;
}) {
  return (
    <SelectBox<MoveName>
      label="Kind"
      value={kind}
      choices={KINDS}
      onChoice={(name) => onCue({ move: MOVES[name].usual })}
    />
  );
});

const BeatsField = memo(function BeatsField({
  beats,
  onCue,
}: {
  readonly beats: number | undefined;
  readonly onCue: (cue: Partial<Cue>) => void;
}) {
  return (
    <NumberBox
      label="Beats"
      value={beats}
      step={0.5}
      help={beats === undefined ? 'as usual' : undefined}
      error={
        beats !== undefined && (beats < PLAN_RANGES.beats[0] || beats > PLAN_RANGES.beats[1])
          ? `A number from ${PLAN_RANGES.beats[0]} to ${PLAN_RANGES.beats[1]}.`
          : undefined
      }
      onNumber={(next) => onCue({ beats: next })}
    />
  );
});

interface MoveFieldProps {
  readonly ruler: Ruler;
  readonly kind: MoveName;
  readonly field: FieldSpec;
  readonly value: unknown;
  readonly onField: (kind: MoveName, key: string, value: unknown) => void;
}

const isSameField = (a: MoveFieldProps, b: MoveFieldProps): boolean =>
  a.kind === b.kind &&
  a.field === b.field &&
  a.ruler === b.ruler &&
  a.onField === b.onField &&
  isSameByValue(a.value, b.value);

const MoveField = memo(function MoveField({ kind, field, value, ruler, onField }: MoveFieldProps) {
  const onValue = (next: unknown): void => onField(kind, field.key, next);
  if (field.as === 'choice')
    return (
      <SelectBox
        label={field.label}
        value={String(value)}
        choices={field.choices.map((choice) => [choice, CHOICE_WORDS[choice] ?? choice] as const)}
        onChoice={onValue}
      />
    );
  if (field.as === 'number')
    return (
      <NumberBox
        label={field.label}
        unit={field.unit || undefined}
        value={Number(value)}
        step={field.unit === '°' ? 5 : field.whole ? 1 : 0.05}
        error={
          Number(value) < field.least || Number(value) > field.most
            ? `A number from ${field.least} to ${field.most}.`
            : undefined
        }
        onNumber={(next) => next !== undefined && onValue(next)}
      />
    );
  return isMeasure(value) ? (
    <MeasureBox label={field.label} value={value} ruler={ruler} onValue={onValue} />
  ) : null;
}, isSameField);
